// The diary is indexed page by page as it is asked about: what it answers is what looking through all of it would.
import fc from "fast-check";
import { ZoneClock } from "@/core/time/zone-clock";
import { Diary, type DiaryEntry, type OutsideBusy } from "./diary";

const hour = 3_600_000;
const day = 24 * hour;
const base = Date.parse("2026-03-01T00:00Z");
const resources = ["maren", "tobi", "wheel"];

/** Around the change of the clock, over several pages: short ones mostly, some of weeks, one of years. */
const anyLength = fc.oneof(
  { weight: 8, arbitrary: fc.integer({ min: 1, max: 30 }).map((hours) => hours * hour) },
  { weight: 2, arbitrary: fc.integer({ min: 1, max: 40 }).map((days) => days * day) },
  { weight: 1, arbitrary: fc.constant(900 * day) },
);

const anyEntry: fc.Arbitrary<Omit<DiaryEntry, "booking">> = fc
  .record({
    at: fc.integer({ min: 0, max: 60 * 24 }),
    length: anyLength,
    before: fc.constantFrom(0, 0, 0, 2 * day),
    after: fc.constantFrom(0, 0, 0, 20 * hour),
    who: fc.subarray(resources, { minLength: 1 }),
    service: fc.constantFrom("throw", "glaze"),
  })
  .map(({ at, length, before, after, who, service }) => {
    const start = base + at * hour;
    const end = start + length;
    const occupied = who.map((resource) => ({ resource, from: start - before, to: end + after }));
    return { service, start, end, seats: 1, occupied };
  });

const anyBusy: fc.Arbitrary<OutsideBusy> = fc
  .record({ at: fc.integer({ min: 0, max: 60 * 24 }), length: anyLength, resource: fc.constantFrom(...resources) })
  .map(({ at, length, resource }) => {
    const from = base + at * hour;
    return { resource, from, to: from + length, calendar: "outside" };
  });

const anyDiary = fc.record({
  entries: fc
    .array(anyEntry, { maxLength: 25 })
    .map((all) => all.map((entry, nth): DiaryEntry => ({ booking: `b${nth}`, ...entry }))),
  outside: fc.array(anyBusy, { maxLength: 6 }),
  zone: fc.constantFrom("Europe/Dublin", "Pacific/Kiritimati", "Pacific/Pago_Pago"),
});

test("what takes a resource's time is what a look through the whole diary finds, the latest first, each once", () => {
  fc.assert(
    fc.property(
      anyDiary,
      fc.constantFrom(...resources),
      fc.integer({ min: -48, max: 62 * 24 }),
      anyLength,
      ({ entries, outside, zone }, resource, at, length) => {
        const diary = new Diary(entries, outside, ZoneClock.of(zone));
        const [from, to] = [base + at * hour, base + at * hour + length];
        const all = [
          ...entries.flatMap(({ booking, occupied }) => occupied.map((span) => ({ ...span, of: booking }))),
          ...outside.map((busy) => ({ ...busy, of: busy.calendar })),
        ].filter((span) => span.resource === resource && span.from < to && from < span.to);
        const told = [...diary.takenIn(resource, from, to)];
        const key = (one: { from: number; to: number }, of: string) => `${one.from} ${one.to} ${of}`;
        expect(told.map((one) => key(one, one.entry?.booking ?? "outside")).sort()).toEqual(
          all.map((one) => key(one, one.of)).sort(),
        );
        expect(told.map((one) => one.from)).toEqual(told.map((one) => one.from).sort((one, other) => other - one));
        expect(diary.isTaken(resource, from, to)).toBe(all.length > 0);
      },
    ),
  );
});

test("bookings are counted on the local day of their start, also where it lies on two pages", () => {
  fc.assert(
    fc.property(anyDiary, fc.constantFrom(...resources), ({ entries, outside, zone }, resource) => {
      const clock = ZoneClock.of(zone);
      const diary = new Diary(entries, outside, clock);
      const first = clock.dayOf(base) - 1;
      for (let at = first; at < first + 63; at++) {
        const of = entries.filter(({ start }) => clock.dayOf(start) === at);
        const theirs = of.filter(({ occupied }) => occupied.some((one) => one.resource === resource));
        expect(diary.bookingsOn(resource, at)).toBe(theirs.length);
        expect(diary.serviceBookingsOn("throw", at)).toBe(of.filter(({ service }) => service === "throw").length);
      }
    }),
  );
});
