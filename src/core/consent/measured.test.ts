// What pages were seen to do, beside what the table knows.
import { ownOrigin } from "@/core/kind/holder";
import type { Entry } from "./consent";
import { declaredEntries, keptStandIns } from "./declared";
import { measured, type Run } from "./measured";

const day = "2026-03-05";
const here = (label: string) => `http://${label}.localhost:4400`;
const run = (more: Partial<Run>): Run => ({
  page: "Home",
  agreed: false,
  cookies: [],
  storage: [],
  workers: [],
  origins: [],
  ...more,
});
const known: readonly Entry[] = declaredEntries(
  [
    { origin: ownOrigin, purpose: "needed", sets: ["consent"], what: "Your choice here" },
    { origin: keptStandIns("clips"), purpose: "marketing", sets: ["clips_seen"] },
  ],
  day,
);

test("what is explained already is nothing new, whatever the port of this installation", () => {
  const { entries, early } = measured(
    [run({ storage: ["consent"] }), run({ agreed: true, origins: [here("clips")] })],
    known,
    here,
    day,
  );
  expect([entries, [...early]]).toEqual([[], []]);
});

test("a cookie, a worker and a host that nobody declared come in unsorted, each once", () => {
  const twice = run({ agreed: true, cookies: ["visits"], workers: ["/"], origins: ["https://count.example"] });
  const { entries, early } = measured([twice, { ...twice, page: "Visit" }], known, here, day);
  expect(entries.map(({ name, as, purpose, found, sorted, sets }) => [name, as, purpose, found, sorted, sets])).toEqual(
    [
      ["visits", "cookie", "unsorted", "measured", false, ["visits"]],
      ["/", "worker", "unsorted", "measured", false, ["/"]],
      ["Count.example", "request", "unsorted", "measured", false, []],
    ],
  );
  expect(new Set(entries.map(({ key }) => key)).size).toBe(3);
  expect([...early]).toEqual([]);
});

test("what came before a yes is named with its page; what is needed may come", () => {
  const { early } = measured(
    [run({ page: "Visit", origins: [here("clips")], storage: ["consent"], cookies: ["who"] })],
    known,
    here,
    day,
  );
  expect([...early.values()]).toEqual(["Visit", "Visit"]);
  expect([...early.keys()]).toContain("clips:marketing");
});

test("a host that is needed for one thing and not for another may be asked", () => {
  const origin = "https://timetable.example";
  const both = declaredEntries(
    [
      { origin, purpose: "marketing", sets: ["seen"] },
      { origin, purpose: "needed", sets: [] },
    ],
    day,
  );
  const { entries, early } = measured([run({ origins: [origin] })], both, here, day);
  expect([entries, [...early]]).toEqual([[], []]);
});
