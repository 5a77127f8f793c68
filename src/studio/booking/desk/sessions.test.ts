import { anEntry, aResource, aService, aSetUp } from "@/core/booking/sample.test-kit";
import type { DeskBooking } from "./booking";
import { blocksOf, inUseBlocks, poolsOf, timeOffBlocks } from "./sessions";

const row = (id: string) => ({ id, name: id }) as DeskBooking;

test("bookings of one session are one block with their seats; another start, or another tutor, is another", () => {
  const ten = anEntry("throw", "maren", "2026-03-11T10:00", "2026-03-11T12:00", 2);
  const entries = [
    { ...ten, booking: "ann" },
    { ...ten, booking: "ben", seats: 1 },
    { ...anEntry("throw", "tobi", "2026-03-11T10:00", "2026-03-11T12:00"), booking: "cal" },
    { ...anEntry("throw", "maren", "2026-03-11T14:00", "2026-03-11T16:00"), booking: "dee" },
  ];
  const blocks = blocksOf(entries, [], ["ann", "ben", "cal", "dee"].map(row));
  expect(blocks.map(({ bookings, seats, resources }) => [bookings.map(({ id }) => id), seats, resources])).toEqual([
    [["ann", "ben"], 3, ["maren"]],
    [["cal"], 1, ["tobi"]],
    [["dee"], 1, ["maren"]],
  ]);
});

test("busy time from outside is a block that is nobody's booking", () => {
  const from = Date.parse("2026-03-11T09:00:00Z");
  const [block] = blocksOf([], [{ resource: "maren", from, to: from + 3_600_000, calendar: "Family" }], []);
  expect(block).toMatchObject({ bookings: [], service: null, outside: "Family", resources: ["maren"], off: null });
});

test("a booking whose row has not come is counted, and not named", () => {
  const [block] = blocksOf([anEntry("throw", "maren", "2026-03-11T10:00", "2026-03-11T12:00", 2)], [], []);
  expect(block).toMatchObject({ seats: 2, bookings: [] });
});

test("time off stands on the clock of its place, over a clock change, too", () => {
  const off = { from: "2026-03-28T12:00", to: "2026-03-30T00:00", words: "away" };
  const [block, none] = timeOffBlocks(
    aSetUp([aService("throw")], [aResource("maren", { timeOff: [off] })]),
    "2026-03-28",
    "2026-03-28",
  );
  expect(none).toBeUndefined();
  expect([block?.start.toISOString(), block?.end.toISOString()]).toEqual([
    "2026-03-28T12:00:00.000Z",
    "2026-03-29T23:00:00.000Z",
  ]);
  expect(block?.off).toEqual({ resource: "maren", ...off });
});

test("days off of every year are blocks of the year that is looked at, and none where nothing is off", () => {
  const setUp = aSetUp([], [aResource("maren", { yearlyOff: [{ from: "12-30", to: "01-02", words: "home" }] })]);
  expect(timeOffBlocks(setUp, "2026-06-01", "2026-06-30")).toEqual([]);
  const [block, ...none] = timeOffBlocks(setUp, "2027-01-01", "2027-01-01");
  expect(none).toEqual([]);
  expect([block?.start.toISOString(), block?.end.toISOString(), block?.everyYear, block?.off]).toEqual([
    "2026-12-30T00:00:00.000Z",
    "2027-01-03T00:00:00.000Z",
    "home",
    null,
  ]);
});

describe("things of which any one is needed", () => {
  const wheels = ["w1", "w2", "w3"].map((id) => aResource(id, { kind: "thing" }));
  const need = { name: "wheel", oneOf: ["w1", "w2", "w3"] };
  const setUp = aSetUp(
    [
      aService("throw", { needs: [{ name: "tutor", oneOf: ["maren"] }, need] }),
      aService("bench", { needs: [need] }),
      aService("firing", { needs: [{ name: "kiln", oneOf: ["kiln"] }] }),
      aService("talk", { needs: [{ name: "tutor", oneOf: ["maren", "tobi"] }] }),
    ],
    [aResource("maren"), aResource("tobi"), ...wheels, aResource("kiln", { kind: "thing" })],
  );

  test("are one column: neither one thing alone nor people are counted so", () => {
    expect(poolsOf(setUp).map(({ name, of }) => [name, of.map(({ id }) => id)])).toEqual([
      ["wheel", ["w1", "w2", "w3"]],
    ]);
  });

  test("are counted as long as nothing changes, tidy-up included, and each with who has it", () => {
    const at = (booking: string, resource: string, from: string, to: string) => ({
      ...anEntry("bench", resource, `2026-03-11T${from}`, `2026-03-11T${to}`),
      booking,
    });
    const group = at("both", "w1", "10:00", "12:00");
    const blocks = inUseBlocks(
      poolsOf(setUp),
      [
        { ...group, occupied: [...group.occupied, { ...group.occupied[0], resource: "w2" }] as typeof group.occupied },
        at("late", "w3", "11:00", "13:00"),
        at("shared", "w3", "11:00", "13:00"),
        at("kiln", "kiln", "09:00", "23:00"),
        at("evening", "w1", "18:00", "19:00"),
      ],
      ["both", "late", "evening"].map(row),
    );
    expect(
      blocks.map(({ start, end, inUse }) => [
        start.toISOString().slice(11, 16),
        end.toISOString().slice(11, 16),
        inUse?.taken,
        inUse?.bookings.map(({ id }) => id),
      ]),
    ).toEqual([
      ["10:00", "11:00", 2, ["both"]],
      ["11:00", "12:00", 3, ["both", "late"]],
      ["12:00", "13:00", 1, ["late"]],
      ["18:00", "19:00", 1, ["evening"]],
    ]);
    expect(blocks.every(({ inUse }) => inUse?.of === 3)).toBe(true);
    expect(inUseBlocks(poolsOf(setUp), [], [])).toEqual([]);
  });
});
