import { anEntry, aResource, aService, aSetUp } from "@/core/booking/sample.test-kit";
import type { DeskBooking } from "./booking";
import { blocksOf, timeOffBlocks } from "./sessions";

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
