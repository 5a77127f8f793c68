// Random questions of booking for property tests: zones on the days their clocks change, every rule mixed in.
import fc from "fast-check";
import { newService } from "./blank";
import type { BookingSetUp, DaySpan, Notice, Offer, Resource, Service, WeeklySpan } from "./booking";
import { courseParts } from "./booking";
import type { DiaryEntry, OutsideBusy } from "./diary/diary";
import { instantOf, type OracleQuestion } from "./oracle.test-kit";

/** Dates on or beside which a zone's clock changes, and one on which nothing happens. */
const days: readonly (readonly [zone: string, dates: readonly string[]])[] = [
  ["Europe/Dublin", ["2026-03-28", "2026-03-29", "2026-10-24", "2026-10-25", "2026-06-10"]],
  ["America/Chicago", ["2026-03-07", "2026-03-08", "2026-10-31", "2026-11-01", "2026-07-04"]],
  ["Australia/Lord_Howe", ["2026-04-04", "2026-04-05", "2026-10-03", "2026-10-04"]],
  ["Asia/Kolkata", ["2026-01-01", "2026-12-31"]],
  ["Europe/Dublin", ["9999-03-27", "9999-03-28", "9999-10-30", "9999-10-31", "9999-12-10"]],
  ["Pacific/Apia", ["2011-12-23", "2011-12-29", "2011-12-30", "2011-12-31", "2012-01-01"]],
];

const minute = 60_000;
const clock = (minutes: number) =>
  `${String(Math.floor(minutes / 60)).padStart(2, "0")}:${String(minutes % 60).padStart(2, "0")}`;

/** One time in six: what leaves nothing open where it is often. */
const rarely = <T>(arbitrary: fc.Arbitrary<T>) =>
  fc.oneof({ weight: 5, arbitrary: fc.constant(undefined) }, { weight: 1, arbitrary });

/** Spans of one day in order, which may touch: 00:00 and 24:00 are likely, so that nights are joined. */
const daySpans: fc.Arbitrary<DaySpan[]> = fc
  .uniqueArray(
    fc.oneof(
      { weight: 1, arbitrary: fc.constantFrom(0, 90, 120, 150, 1440) },
      { weight: 3, arbitrary: fc.integer({ min: 0, max: 96 }).map((n) => n * 15) },
    ),
    { minLength: 2, maxLength: 5 },
  )
  .map((points) => points.sort((one, other) => one - other))
  .map((points) => points.slice(1).map((to, index) => ({ from: clock(points[index] as number), to: clock(to) })))
  .chain((spans) => fc.subarray(spans, { minLength: 1 }));

const oneWeek: fc.Arbitrary<WeeklySpan[]> = fc
  .tuple(
    fc.subarray([1, 2, 3, 4, 5, 6, 7], { minLength: 6 }),
    daySpans,
    rarely(fc.constantFrom("2011-12-30", "2026-03-29", "2026-10-25")),
  )
  .map(([weekdays, spans, validFrom]) =>
    spans.map((span) => ({ weekdays, ...span, validFrom: validFrom ?? null, validTo: null })),
  )
  .chain((spans) =>
    fc
      .record({
        weeks: rarely(
          fc.record({
            every: fc.integer({ min: 2, max: 3 }),
            from: fc.constantFrom("2026-03-23", "2026-03-29", "2026-10-20", "2011-12-26", "9999-03-22"),
          }),
        ),
        season: rarely(fc.constantFrom("spring", "turn", "gone")),
      })
      .map((when) => spans.map((span): WeeklySpan => ({ ...span, ...when }))),
  );
/** Sometimes two beside each other: for the whole year, and for a season or a turn. */
const weekly = fc.oneof(
  { weight: 2, arbitrary: oneWeek },
  { weight: 1, arbitrary: fc.tuple(oneWeek, oneWeek).map((both) => both.flat()) },
);

/** Parts of the year that begin or end on days that are asked about. */
const seasons = [
  { id: "spring", name: "Spring", from: "03-08", to: "03-29" },
  { id: "turn", name: "Turn of the year", from: "10-25", to: "01-01" },
];

/** One time in four; with every rule at every time nothing would ever be offered. */
const sometimes = <T>(arbitrary: fc.Arbitrary<T>): fc.Arbitrary<T | null> =>
  fc.oneof({ weight: 3, arbitrary: fc.constant(null) }, { weight: 1, arbitrary });
const tidyUp = fc.record({
  beforeMinutes: fc.constantFrom(0, 0, 15, 30),
  afterMinutes: fc.constantFrom(0, 0, 15, 45),
});
const notice: fc.Arbitrary<Notice> = fc.oneof(
  { weight: 6, arbitrary: fc.constant<Notice>({ kind: "none" }) },
  { weight: 1, arbitrary: fc.integer({ min: 1, max: 30 }).map((hours): Notice => ({ kind: "hours", hours })) },
  { weight: 1, arbitrary: fc.constant<Notice>({ kind: "nextDay" }) },
);

const offer = (service: string): fc.Arbitrary<Offer> =>
  fc.record({
    service: fc.constant(service),
    does: fc.constantFrom(true, true, true, false),
    durationMinutes: sometimes(fc.constantFrom(30, 60, 135)),
    tidyUp: sometimes(tidyUp),
    price: fc.constant(null),
  });

function resource(id: string, date: string): fc.Arbitrary<Resource> {
  const around = (time: number) => `${date}T${clock(time)}`;
  return fc.record({
    id: fc.constant(id),
    place: fc.constant("place"),
    kind: fc.constant("person" as const),
    name: fc.constant(id),
    week: fc.option(weekly, { freq: leaders.includes(id) ? 8 : 2 }),
    exceptions: fc.oneof(
      { weight: 20, arbitrary: fc.constant([]) },
      { weight: 3, arbitrary: daySpans.map((spans) => [{ date, spans }]) },
      { weight: 1, arbitrary: fc.constant([{ date, spans: [] }]) },
    ),
    timeOff: fc.oneof(
      { weight: 4, arbitrary: fc.constant([]) },
      {
        weight: 1,
        arbitrary: fc
          .integer({ min: 0, max: 80 })
          .map((n) => [{ from: around(n * 15), to: around(n * 15 + 90), words: "away" }]),
      },
    ),
    yearlyOff: fc.oneof(
      { weight: 15, arbitrary: fc.constant(undefined) },
      {
        weight: 1,
        arbitrary: fc.constantFrom(
          [{ from: date.slice(5), to: date.slice(5), words: "name day" }],
          [{ from: "12-30", to: "01-02", words: "year's end" }],
          [{ from: "03-28", to: "03-29", words: "" }],
        ),
      },
    ),
    keptBack: fc.oneof({ weight: 3, arbitrary: fc.constant([]) }, { weight: 1, arbitrary: weekly }),
    keptBackOn: fc.oneof(
      { weight: 5, arbitrary: fc.constant(undefined) },
      { weight: 1, arbitrary: daySpans.map((spans) => [{ date, spans }]) },
      { weight: 1, arbitrary: fc.constant([{ date, spans: [] }]) },
    ),
    releasedHours: fc.oneof(fc.constant(undefined), fc.integer({ min: 1, max: 60 })),
    daysAhead: sometimes(fc.integer({ min: 1, max: 5 })),
    notice,
    shownPerHalfDay: sometimes(fc.integer({ min: 1, max: 4 })),
    perDay: sometimes(fc.integer({ min: 1, max: 3 })),
    cancelHours: fc.constant(24),
    offers: fc.oneof(
      { weight: 2, arbitrary: fc.constant([]) },
      { weight: 1, arbitrary: offer("main").map((one) => [one]) },
    ),
  });
}

const doesNot: Offer = { service: "main", does: false, durationMinutes: null, tidyUp: null, price: null };
const plain = (id: string): Service => ({ ...newService(id, "place", id), starts: { everyMinutes: 30 } });

type Place = BookingSetUp["places"][number];
const placeIn = (zone: string, closures: Place["closures"] = []): Place => ({
  id: "place",
  name: "Place",
  address: "",
  zone,
  notify: "desk@place.example",
  closures,
  notice: "",
  seasons,
  allowedSites: [],
});

const leaders = ["ada", "ben", "cleo"];
const followers = ["wheel", "bench"];
/** A large house: three sets of up to ten, which share members. */
const crowd = Array.from({ length: 30 }, (_, nth) => `r${nth + 1}`);

function service(date: string, leaderCount: number, follow: "none" | "own" | "shared"): fc.Arbitrary<Service> {
  const needs = [{ name: "tutor", oneOf: leaders.slice(0, leaderCount) }];
  if (follow === "own") needs.push({ name: "wheel", oneOf: followers });
  // A resource that is in both sets can still serve only one of them.
  if (follow === "shared") needs.push({ name: "helper", oneOf: ["wheel", ...leaders.slice(0, leaderCount)] });
  return fc
    .record({
      ...Object.fromEntries(Object.entries(plain("main")).map(([key, value]) => [key, fc.constant(value)])),
      durationMinutes: fc.constantFrom(15, 45, 60, 90, 240),
      tidyUp,
      starts: fc.oneof(
        { weight: 2, arbitrary: fc.constantFrom(15, 50, 60, 90).map((everyMinutes) => ({ everyMinutes })) },
        {
          weight: 1,
          arbitrary: fc
            .subarray(["00:00", "01:30", "02:00", "02:15", "09:00", "11:45", "12:00", "23:30"], { minLength: 1 })
            .map((at) => ({ at })),
        },
      ),
      capacity: fc.constantFrom(1, 1, 3),
      online: fc.constantFrom(...Array.from({ length: 11 }, () => true), false),
      sold: fc.oneof(
        { weight: 8, arbitrary: fc.constant({ from: null, to: null }) },
        { weight: 2, arbitrary: fc.constant({ from: date, to: null }) },
        { weight: 1, arbitrary: fc.constant({ from: null, to: "2011-12-31" }) },
      ),
      perDay: sometimes(fc.integer({ min: 1, max: 4 })),
      notice: rarely(notice),
      daysAhead: sometimes(fc.integer({ min: 1, max: 5 })),
      mostSeats: rarely(fc.integer({ min: 1, max: 3 })),
      perClientWeek: sometimes(fc.integer({ min: 1, max: 2 })),
      where: fc.constantFrom(
        { kind: "place" as const, words: "" },
        { kind: "place" as const, words: "" },
        { kind: "client" as const, words: "" },
      ),
      travelMinutes: fc.constantFrom(undefined, 15, 40),
      course: fc.oneof(
        { weight: 6, arbitrary: fc.constant(null) },
        {
          weight: 1,
          arbitrary: fc.constantFrom("09:00", "01:30", "18:00").chain((time) =>
            fc.constantFrom(
              [[`${date}T${time}`, `${nextWeek(date)}T${time}`]],
              // The date asked about is the second of a run, and the first of another.
              [
                [lastWeek(date), date, nextWeek(date)].map((day) => `${day}T${time}`),
                [`${date}T20:00`, `${nextWeek(date)}T${time}`],
              ],
            ),
          ),
        },
      ),
      joining: sometimes(
        fc.record({ late: fc.boolean(), one: fc.constantFrom(null, { amount: 900, earlier: null }) }),
      ).map((found) => found ?? undefined),
      needs: fc.constant(needs),
      least: sometimes(fc.record({ seats: fc.constantFrom(2, 3), hours: fc.constantFrom(1, 24, 96) })).map(
        (found) => found ?? undefined,
      ),
      lengths: rarely(
        fc.constantFrom(
          [30, 75].map((minutes) => ({ minutes, price: null })),
          [120, 45, 300].map((minutes) => ({ minutes, price: null })),
        ),
      ),
    })
    .map((found) => {
      // Who shares a start shares its end, so that a choice of lengths goes with one seat and no course.
      const made = found as unknown as Service;
      const alone = made.lengths ? { ...made, capacity: 1, course: null } : made;
      // A least group is of seats that are shared.
      return alone.capacity > 1 ? alone : { ...alone, least: undefined };
    })
    .chain((made) =>
      // Here and there a set is needed for each seat: it has at least as many as there can be seats.
      rarely(fc.integer({ min: 0, max: needs.length - 1 })).map((set): Service => {
        const own = set === undefined ? undefined : made.needs[set];
        if (!own || own.oneOf.length < 2) return made;
        const capacity = Math.min(2, own.oneOf.length);
        return {
          ...made,
          capacity,
          least: undefined,
          needs: made.needs.map((need) => (need === own ? { ...need, each: true } : need)),
        };
      }),
    );
}

const lastWeek = (date: string) => new Date(Date.parse(`${date}T00:00Z`) - 7 * 86_400_000).toISOString().slice(0, 10);
const nextWeek = (date: string) => new Date(Date.parse(`${date}T00:00Z`) + 7 * 86_400_000).toISOString().slice(0, 10);

/** Bookings around a date; some of them share seats of the service asked about. */
function entries(zone: string, date: string, main: Service): fc.Arbitrary<DiaryEntry[]> {
  const midnight = instantOf(zone, `${date}T00:00`);
  return fc.array(
    fc
      .record({
        main: fc.boolean(),
        start: fc.integer({ min: -30, max: 110 }).map((n) => midnight + n * 15 * minute),
        minutes: fc.constantFrom(15, 60, 90, 120),
        before: fc.constantFrom(0, 15),
        seats: fc.integer({ min: 1, max: 2 }),
        held: fc.constantFrom(false, false, true),
        leader: fc.constantFrom(...leaders),
        follower: fc.constantFrom(...followers),
        booking: fc.constantFrom("b1", "b2", "b3"),
        client: fc.constantFrom("ann@post.example", "Ann@Post.example", "bo@post.example", undefined),
      })
      .map((one): DiaryEntry => {
        const resources = one.main && main.needs.length > 1 ? [one.leader, one.follower] : [one.leader];
        const from = one.start - one.before * minute;
        const end = one.start + one.minutes * minute;
        return {
          booking: one.booking,
          ...(one.client === undefined ? {} : { client: one.client }),
          service: one.main ? "main" : "other",
          start: one.start,
          end,
          seats: one.seats,
          ...(one.held ? { held: true } : {}),
          occupied: resources.map((id) => ({ resource: id, from, to: end })),
        };
      }),
    { maxLength: 6 },
  );
}

/** Resources of a large house: plain hours, so that who is taken and who does it decide. */
function member(id: string, date: string): fc.Arbitrary<Resource> {
  return fc.record({
    id: fc.constant(id),
    place: fc.constant("place"),
    kind: fc.constant("person" as const),
    name: fc.constant(id),
    week: fc.constant([
      { weekdays: [1, 2, 3, 4, 5, 6, 7], from: "09:00", to: "12:00", validFrom: null, validTo: null },
    ]),
    exceptions: fc.oneof(
      { weight: 4, arbitrary: fc.constant([]) },
      { weight: 1, arbitrary: fc.constant([{ date, spans: [] }]) },
    ),
    timeOff: fc.constant([]),
    keptBack: fc.constant([]),
    daysAhead: fc.constant(null),
    notice: fc.constant<Notice>({ kind: "none" }),
    shownPerHalfDay: fc.constant(null),
    perDay: sometimes(fc.constant(1)),
    cancelHours: fc.constant(24),
    offers: fc.oneof(
      { weight: 2, arbitrary: fc.constant([]) },
      { weight: 1, arbitrary: offer("main").map((one) => [one]) },
    ),
  });
}

/** Up to thirty resources in three sets; sometimes nobody of one of them is there at all. */
export const crowdedCase: fc.Arbitrary<Case> = fc
  .record({
    sets: fc.tuple(
      fc.subarray(crowd, { minLength: 1, maxLength: 10 }),
      fc.subarray(crowd, { minLength: 1, maxLength: 10 }),
      fc.subarray(crowd, { minLength: 1, maxLength: 10 }),
    ),
    date: fc.constantFrom("2026-06-10", "2026-03-29", "9999-06-10"),
    away: fc.constantFrom(null, null, 0, 1, 2),
    capacity: fc.constantFrom(1, 3),
  })
  .chain(({ sets, date, away, capacity }) => {
    const zone = "Europe/Dublin";
    const needs = sets.map((oneOf, nth) => ({ name: `set ${nth + 1}`, oneOf }));
    const used = crowd.filter((id) => sets.some((set) => set.includes(id)));
    const main: Service = {
      ...plain("main"),
      starts: { at: ["09:00", "10:30"] },
      durationMinutes: 60,
      capacity,
      needs,
    };
    const midnight = instantOf(zone, `${date}T00:00`);
    return fc
      .record({
        resources: fc.tuple(...used.map((id) => member(id, date))),
        taken: fc.array(fc.tuple(fc.constantFrom(...used), fc.constantFrom(9, 10, 11)), { maxLength: 12 }),
        joined: fc.array(
          fc.tuple(fc.constantFrom(...sets[0]), fc.constantFrom(...sets[1]), fc.constantFrom(...sets[2])),
          {
            maxLength: 2,
          },
        ),
      })
      .map(({ resources, taken, joined }): Case => {
        const offMembers = away === null ? [] : (sets[away] as string[]);
        const spanAt = (hour: number) => ({
          from: midnight + hour * 60 * minute,
          to: midnight + (hour + 1) * 60 * minute,
        });
        const entry = (service: string, ids: readonly string[], hour: number): DiaryEntry => ({
          booking: "b",
          service,
          start: spanAt(hour).from,
          end: spanAt(hour).to,
          seats: 1,
          occupied: [...new Set(ids)].map((id) => ({ resource: id, ...spanAt(hour) })),
        });
        return {
          date,
          setUp: {
            places: [placeIn(zone)],
            services: [main, { ...plain("other"), needs }],
            resources: resources.map((one) => (offMembers.includes(one.id) ? { ...one, week: [] } : one)),
            prices: [],
          },
          service: "main",
          resource: null,
          seats: 1,
          online: true,
          entries: [
            ...taken.map(([id, hour]) => entry("other", [id], hour)),
            ...joined.map((ids) => entry("main", ids, 9)),
          ],
          outside: [],
          now: instantOf(zone, `${date}T06:00`),
        };
      });
  });

export interface Case extends OracleQuestion {
  readonly date: string;
}

/** Any question; `nobodyLeads` tells how often no leader does it any more. */
const caseWhere = (nobodyLeads: fc.Arbitrary<boolean>): fc.Arbitrary<Case> =>
  fc.constantFrom(...days.flatMap(([zone, dates]) => dates.map((date) => ({ zone, date })))).chain(({ zone, date }) =>
    fc
      .record({
        leaderCount: fc.integer({ min: 1, max: 3 }),
        follow: fc.constantFrom("none" as const, "none" as const, "own" as const, "shared" as const),
      })
      .chain(({ leaderCount, follow }) => service(date, leaderCount, follow))
      .chain((main) =>
        fc
          .record({
            resources: fc.tuple(...[...leaders, ...followers].map((id) => resource(id, date))),
            closures: fc.oneof(
              { weight: 12, arbitrary: fc.constant<Place["closures"]>([]) },
              {
                weight: 3,
                arbitrary: fc.constantFrom<Place["closures"]>(
                  [{ kind: "date", date, words: "" }],
                  [{ kind: "span", from: `${date}T10:00`, to: `${date}T13:15`, words: "" }],
                  [{ kind: "yearly", from: "12-30", to: "01-02", words: "" }],
                ),
              },
            ),
            entries: entries(zone, date, main),
            outside: fc.array(
              fc
                .tuple(fc.integer({ min: 0, max: 95 }), fc.constantFrom(...leaders, ...followers))
                .map(([n, id]): OutsideBusy => {
                  const from = instantOf(zone, `${date}T00:00`) + n * 15 * minute;
                  return { resource: id, calendar: "private", from, to: from + 40 * minute };
                }),
              { maxLength: 2 },
            ),
            nowBack: fc.oneof(
              { weight: 5, arbitrary: fc.integer({ min: 10 * 60, max: 3 * 24 * 60 }) },
              { weight: 1, arbitrary: fc.integer({ min: -24 * 60, max: 7 * 24 * 60 }) },
            ),
            resource: sometimes(fc.constantFrom(...main.needs.flatMap((need) => need.oneOf))),
            seats: fc.constantFrom(1, 1, 2),
            length: fc.constantFrom(null, 0, 1),
            part: fc.constantFrom(...courseParts),
            online: fc.constantFrom(true, true, false),
            client: fc.constantFrom(undefined, "ann@post.example"),
            nobodyLeads,
          })
          .map(
            (found): Case => ({
              date,
              setUp: {
                places: [placeIn(zone, found.closures)],
                services: [main, { ...plain("other"), needs: main.needs }],
                resources: found.nobodyLeads
                  ? found.resources.map((one) => ({
                      ...one,
                      offers: leaders.includes(one.id) ? [doesNot] : one.offers,
                    }))
                  : found.resources,
                prices: [],
              },
              service: "main",
              resource: found.resource,
              seats: found.seats,
              minutes: found.length === null ? null : (main.lengths?.[found.length]?.minutes ?? null),
              // Of what is no course there is nothing but the whole.
              part: main.course ? found.part : null,
              online: found.online,
              client: found.client,
              entries: found.entries,
              outside: found.outside,
              now: instantOf(zone, `${date}T12:00`) - found.nowBack * minute,
            }),
          ),
      ),
  );

export const anyCase = caseWhere(
  fc.oneof({ weight: 24, arbitrary: fc.constant(false) }, { weight: 1, arbitrary: fc.constant(true) }),
);

/** Nobody who leads does it any more. */
export const leaderlessCase = caseWhere(fc.constant(true));

const noon = (given: Case, days: number): number =>
  instantOf(placeOf(given).zone, `${addDays(given.date, days)}T12:00`);
const placeOf = (given: Case) => given.setUp.places[0] as Place;
const addDays = (date: string, days: number) =>
  new Date(Date.parse(`${date}T00:00Z`) + days * 86_400_000).toISOString().slice(0, 10);

/** A plain day of one tutor, nine to five, asked about three days before; `taken` is what stands in the diary, in hours. */
function plainDay(given: Case, taken: readonly (readonly [from: number, to: number])[]): Case {
  const { date } = given;
  const { zone } = placeOf(given);
  const [ada] = given.setUp.resources;
  const hour = (of: number) => instantOf(zone, `${date}T${clock(of * 60)}`);
  const needs = [{ name: "tutor", oneOf: ["ada"] }];
  const week = [{ weekdays: [1, 2, 3, 4, 5, 6, 7], from: "09:00", to: "17:00", validFrom: null, validTo: null }];
  const tutor: Resource = {
    ...{ ...(ada as Resource), week, exceptions: [], timeOff: [], keptBack: [], offers: [] },
    ...{ yearlyOff: undefined, keptBackOn: undefined, releasedHours: undefined, notice: { kind: "none" as const } },
    ...{ daysAhead: null, shownPerHalfDay: null, perDay: null },
  };
  return {
    ...given,
    ...{ service: "main", resource: null, seats: 1, minutes: null, part: null, online: true, outside: [] },
    setUp: {
      places: [placeIn(zone)],
      services: [
        { ...plain("main"), durationMinutes: 60, starts: { everyMinutes: 60 }, needs },
        { ...plain("other"), needs },
      ],
      resources: [tutor],
      prices: [],
    },
    entries: taken.map(
      ([from, to], nth): DiaryEntry => ({
        ...{ booking: `b${nth}`, service: "other", start: hour(from), end: hour(to), seats: 1 },
        occupied: [{ resource: "ada", from: hour(from), to: hour(to) }],
      }),
    ),
    now: noon(given, -3),
  };
}

/** On such a day the date is there and its hours are eight: no clock is changed while it is open. */
const leftOut = "2011-12-30";
const dayThatIs = anyCase.filter(({ date }) => date !== leftOut);

/** A case with its date closed, asked at its noon. */
function closedOn(given: Case): Case {
  const places = [placeIn(placeOf(given).zone, [{ kind: "date", date: given.date, words: "" }])];
  return { ...given, setUp: { ...given.setUp, places }, now: noon(given, 0) };
}

/** Questions whose answer is a state by what they are made of. */
export const casesOfState = {
  past: fc.oneof(
    anyCase.map((given): Case => ({ ...given, now: noon(given, 2) })),
    // At the noon of a date that was left out the next one has begun.
    anyCase.filter(({ date }) => date === leftOut).map((given): Case => closedOn(given)),
  ),
  tooFar: caseWhere(fc.constant(false)).map((given): Case => {
    const near = given.setUp.resources.map((one) => ({ ...one, daysAhead: 1, offers: [] }));
    return { ...given, setUp: { ...given.setUp, resources: near }, now: noon(given, -5) };
  }),
  closed: dayThatIs.map(closedOn),
  full: fc.tuple(dayThatIs, fc.integer({ min: 10, max: 16 })).map(([given, middle]) =>
    plainDay(given, [
      [9, middle],
      [middle, 17],
    ]),
  ),
  few: fc
    .tuple(dayThatIs, fc.integer({ min: 1, max: 2 }), fc.boolean())
    .map(([given, left, atFirst]) => plainDay(given, [atFirst ? [9 + left, 17] : [9, 17 - left]])),
  free: fc
    .tuple(dayThatIs, fc.integer({ min: 9, max: 13 }))
    .map(([given, from]) => plainDay(given, [[from, from + 1]])),
} as const;
