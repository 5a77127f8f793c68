import fc from "fast-check";
import { ZoneClock } from "@/core/time/zone-clock";
import { Diary, type DiaryEntry } from "../diary/diary";
import { meeting, merged, type Span, within, without } from "./spans";

const span: fc.Arbitrary<Span> = fc
  .tuple(fc.integer({ min: 0, max: 60 }), fc.integer({ min: 0, max: 15 }))
  .map(([from, length]) => ({ from, to: from + length }));
const spans = fc.array(span, { maxLength: 12 });

const covers = (list: readonly Span[], at: number) => list.some(({ from, to }) => from <= at && at < to);
const every = (from: number, to: number, test: (at: number) => boolean) =>
  Array.from({ length: Math.max(0, to - from) }, (_, nth) => from + nth).every(test);

test("merged spans cover the same, in order, and neither meet nor touch", () => {
  fc.assert(
    fc.property(spans, (given) => {
      const result = merged(given);
      expect(every(-1, 80, (at) => covers(given, at) === covers(result, at))).toBe(true);
      result.forEach((one, nth) => {
        if (nth) expect((result[nth - 1] as Span).to).toBeLessThan(one.from);
      });
    }),
  );
});

test("meeting, within and without say what looking at every moment says", () => {
  fc.assert(
    fc.property(spans, spans, span, (given, holes, asked) => {
      const list = merged(given);
      fc.pre(asked.from < asked.to);
      expect(meeting(list, asked.from, asked.to) !== undefined).toBe(
        !every(asked.from, asked.to, (at) => !covers(list, at)),
      );
      expect(within(list, asked.from, asked.to)).toBe(every(asked.from, asked.to, (at) => covers(list, at)));
      const left = without(list, merged(holes));
      expect(every(-1, 80, (at) => covers(left, at) === (covers(list, at) && !covers(holes, at)))).toBe(true);
    }),
  );
});

test("touching is not meeting", () => {
  expect(meeting([{ from: 10, to: 20 }], 20, 30)).toBeUndefined();
  expect(meeting([{ from: 10, to: 20 }], 0, 10)).toBeUndefined();
  expect(within([{ from: 10, to: 20 }], 10, 20)).toBe(true);
});

const entry: fc.Arbitrary<DiaryEntry> = fc
  .record({
    service: fc.constantFrom("throw", "glaze"),
    start: fc.integer({ min: 0, max: 50 }),
    length: fc.integer({ min: 1, max: 12 }),
    seats: fc.integer({ min: 1, max: 3 }),
    resources: fc.subarray(["maren", "tobi", "table"], { minLength: 1 }),
  })
  .map(({ service, start, length, seats, resources }) => ({
    booking: "b",
    service,
    start,
    end: start + length,
    seats,
    occupied: resources.map((resource) => ({ resource, from: start, to: start + length })),
  }));

test("a diary finds what takes a resource, whatever overlaps what", () => {
  fc.assert(
    fc.property(fc.array(entry, { maxLength: 15 }), span, (entries, asked) => {
      const diary = new Diary(entries, [{ resource: "tobi", from: 20, to: 25, calendar: "x" }], ZoneClock.of("UTC"));
      for (const resource of ["maren", "tobi", "table", "nobody"]) {
        const found = [...diary.takenIn(resource, asked.from, asked.to)].map(({ from, to }) => `${from}-${to}`).sort();
        const wanted = entries
          .flatMap(({ occupied }) => occupied)
          .concat(resource === "tobi" ? [{ resource, from: 20, to: 25 }] : [])
          .filter((one) => one.resource === resource && one.from < asked.to && asked.from < one.to)
          .map(({ from, to }) => `${from}-${to}`)
          .sort();
        expect(found).toEqual(wanted);
      }
    }),
  );
});

test("a session holds the seats of all bookings of its service, start and resources, and of no other", () => {
  fc.assert(
    fc.property(fc.array(entry, { maxLength: 15 }), (entries) => {
      const diary = new Diary(entries, [], ZoneClock.of("UTC"));
      for (const one of entries) {
        const names = one.occupied.map(({ resource }) => resource);
        const same = entries.filter(
          (other) =>
            other.service === one.service &&
            other.start === one.start &&
            other.occupied.map(({ resource }) => resource).join() === names.join(),
        );
        const session = diary.sessionAt(one.service, one.start, names[0] as string);
        // Another session may have the resource at that start too; the sums are told apart by the resources.
        if (session?.resources.join() === names.join())
          expect(session.seats).toBe(same.reduce((sum, { seats }) => sum + seats, 0));
      }
    }),
  );
});
