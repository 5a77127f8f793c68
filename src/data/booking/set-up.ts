// The set-up of booking, from rows and to rows. What a site file says comes back as it was, in its order.
import { asc, eq, sql } from "drizzle-orm";
import type {
  BookingSetUp,
  Closure,
  Notice,
  Offer,
  Place,
  Price,
  PriceRule,
  Question,
  Resource,
  Service,
  WeeklySpan,
} from "@/core/booking/booking";
import type { Tax } from "@/core/money/money";
import type { Executor } from "../connection";
import {
  bookingClosures,
  bookingCourseDates,
  bookingExceptions,
  bookingHours,
  bookingNeeds,
  bookingOffers,
  bookingPlaces,
  bookingPrices,
  bookingQuestions,
  bookingResources,
  bookingServices,
  bookingTimeOff,
  bookingVersions,
} from "./tables";

const setUpTables = [
  bookingPlaces,
  bookingClosures,
  bookingServices,
  bookingCourseDates,
  bookingNeeds,
  bookingQuestions,
  bookingResources,
  bookingHours,
  bookingExceptions,
  bookingTimeOff,
  bookingOffers,
  bookingPrices,
] as const;

type Row<T extends { $inferSelect: unknown }> = T["$inferSelect"];

const priceFrom = (amount: number | null, earlier: number | null): Price | null =>
  amount === null ? null : { amount, earlier };
const taxFrom = (rate: number | null, included: boolean): Tax | null =>
  rate === null ? null : { percent: rate / 1000, included };
const rateOf = (tax: Tax | null) => (tax ? Math.round(tax.percent * 1000) : null);

/** Rows by the thing they belong to, in their order. */
function grouped<R>(rows: readonly R[], of: (row: R) => string): (id: string) => readonly R[] {
  const groups = new Map<string, R[]>();
  for (const row of rows) {
    const group = groups.get(of(row));
    if (group) group.push(row);
    else groups.set(of(row), [row]);
  }
  return (id) => groups.get(id) ?? [];
}

// Closures ------------------------------------------------------------------------------------------------------------

const closureRow = (closure: Closure) =>
  closure.kind === "date"
    ? { kind: closure.kind, from: closure.date, to: closure.date, words: closure.words }
    : { kind: closure.kind, from: closure.from, to: closure.to, words: closure.words };

const closureFrom = ({ kind, from, to, words }: Row<typeof bookingClosures>): Closure =>
  kind === "date" ? { kind, date: from, words } : { kind, from, to, words };

// Services ------------------------------------------------------------------------------------------------------------

const serviceRow = (service: Service) => ({
  id: service.id,
  placeId: service.place,
  name: service.name,
  words: service.words,
  category: service.category,
  durationMinutes: service.durationMinutes,
  ...service.tidyUp,
  startsEvery: "everyMinutes" in service.starts ? service.starts.everyMinutes : null,
  startsAt: "at" in service.starts ? service.starts.at : null,
  capacity: service.capacity,
  whereKind: service.where.kind,
  whereWords: service.where.words,
  online: service.online,
  soldFrom: service.sold.from,
  soldTo: service.sold.to,
  perDay: service.perDay,
  confirm: service.confirm,
  leads: service.leads,
  price: service.price?.amount ?? null,
  earlierPrice: service.price?.earlier ?? null,
  taxRate: rateOf(service.tax),
  taxIncluded: service.tax?.included ?? false,
  terms: service.terms,
  screening: service.screening,
  reminderHours: service.reminderHours,
});

function questionFrom(row: Row<typeof bookingQuestions>): Question {
  const { key, kind, label, required, limits } = row;
  return { key, kind, label, required, ...limits } as Question;
}

function questionRow(question: Question) {
  const { key, kind, label, required, ...limits } = question;
  return { key, kind, label, required, limits: limits as Partial<Question> };
}

function needsFrom(rows: readonly Row<typeof bookingNeeds>[]): Service["needs"] {
  const sets: { name: string; oneOf: string[] }[] = [];
  for (const row of rows) {
    sets[row.set] ??= { name: row.name, oneOf: [] };
    sets[row.set]?.oneOf.push(row.resourceId);
  }
  return sets;
}

function courseFrom(rows: readonly Row<typeof bookingCourseDates>[]): Service["course"] {
  const runs: string[][] = [];
  for (const row of rows) {
    runs[row.run] ??= [];
    runs[row.run]?.push(row.at);
  }
  return runs.length ? runs : null;
}

function serviceFrom(
  row: Row<typeof bookingServices>,
  needs: Service["needs"],
  course: Service["course"],
  questions: readonly Question[],
): Service {
  return {
    id: row.id,
    place: row.placeId,
    name: row.name,
    words: row.words,
    category: row.category,
    durationMinutes: row.durationMinutes,
    tidyUp: { beforeMinutes: row.beforeMinutes, afterMinutes: row.afterMinutes },
    starts: row.startsAt === null ? { everyMinutes: row.startsEvery ?? 60 } : { at: row.startsAt },
    capacity: row.capacity,
    where: { kind: row.whereKind, words: row.whereWords },
    online: row.online,
    sold: { from: row.soldFrom, to: row.soldTo },
    perDay: row.perDay,
    confirm: row.confirm,
    course,
    leads: row.leads,
    needs,
    price: priceFrom(row.price, row.earlierPrice),
    tax: taxFrom(row.taxRate, row.taxIncluded),
    questions,
    terms: row.terms,
    screening: row.screening,
    reminderHours: row.reminderHours,
  };
}

// Resources -----------------------------------------------------------------------------------------------------------

const resourceRow = (resource: Resource) => ({
  id: resource.id,
  placeId: resource.place,
  kind: resource.kind,
  name: resource.name,
  always: resource.week === null,
  daysAhead: resource.daysAhead,
  noticeKind: resource.notice.kind,
  noticeHours: resource.notice.kind === "hours" ? resource.notice.hours : null,
  shownPerHalfDay: resource.shownPerHalfDay,
  perDay: resource.perDay,
  cancelHours: resource.cancelHours,
});

const weeklyFrom = ({ weekdays, from, to, validFrom, validTo }: Row<typeof bookingHours>): WeeklySpan => ({
  weekdays,
  from,
  to,
  validFrom,
  validTo,
});

const offerRow = (offer: Offer) => ({
  serviceId: offer.service,
  does: offer.does,
  durationMinutes: offer.durationMinutes,
  beforeMinutes: offer.tidyUp?.beforeMinutes ?? null,
  afterMinutes: offer.tidyUp?.afterMinutes ?? null,
  price: offer.price?.amount ?? null,
  earlierPrice: offer.price?.earlier ?? null,
});

const offerFrom = (row: Row<typeof bookingOffers>): Offer => ({
  service: row.serviceId,
  does: row.does,
  durationMinutes: row.durationMinutes,
  tidyUp:
    row.beforeMinutes === null || row.afterMinutes === null
      ? null
      : { beforeMinutes: row.beforeMinutes, afterMinutes: row.afterMinutes },
  price: priceFrom(row.price, row.earlierPrice),
});

const noticeFrom = (row: Row<typeof bookingResources>): Notice =>
  row.noticeKind === "hours" ? { kind: "hours", hours: row.noticeHours ?? 0 } : { kind: row.noticeKind };

// Prices --------------------------------------------------------------------------------------------------------------

const priceRow = (rule: PriceRule) => ({
  id: rule.id,
  priority: rule.priority,
  serviceId: rule.service,
  resourceId: rule.resource,
  weekdays: rule.weekdays,
  hoursFrom: rule.hours?.from ?? null,
  hoursTo: rule.hours?.to ?? null,
  datesFrom: rule.dates?.from ?? null,
  datesTo: rule.dates?.to ?? null,
  seatsFrom: rule.seats?.from ?? null,
  seatsTo: rule.seats?.to ?? null,
  price: rule.price.amount,
  earlierPrice: rule.price.earlier,
});

const ruleFrom = (row: Row<typeof bookingPrices>): PriceRule => ({
  id: row.id,
  priority: row.priority,
  service: row.serviceId,
  resource: row.resourceId,
  weekdays: row.weekdays,
  hours: row.hoursFrom === null || row.hoursTo === null ? null : { from: row.hoursFrom, to: row.hoursTo },
  dates: row.datesFrom === null || row.datesTo === null ? null : { from: row.datesFrom, to: row.datesTo },
  seats: row.seatsFrom === null || row.seatsTo === null ? null : { from: row.seatsFrom, to: row.seatsTo },
  price: { amount: row.price, earlier: row.earlierPrice },
});

// The whole -----------------------------------------------------------------------------------------------------------

/** The set-up of a site; undefined where nothing can be booked. */
export async function loadSetUp(db: Executor, siteId: string): Promise<BookingSetUp | undefined> {
  const of = { siteId };
  const places = await db
    .select()
    .from(bookingPlaces)
    .where(eq(bookingPlaces.siteId, of.siteId))
    .orderBy(asc(bookingPlaces.position));
  if (!places.length) return undefined;
  const [closures, services, dates, needs, questions, resources, hours, exceptions, timeOff, offers, prices] =
    await Promise.all([
      db
        .select()
        .from(bookingClosures)
        .where(eq(bookingClosures.siteId, siteId))
        .orderBy(asc(bookingClosures.position)),
      db
        .select()
        .from(bookingServices)
        .where(eq(bookingServices.siteId, siteId))
        .orderBy(asc(bookingServices.position)),
      db
        .select()
        .from(bookingCourseDates)
        .where(eq(bookingCourseDates.siteId, siteId))
        .orderBy(asc(bookingCourseDates.run), asc(bookingCourseDates.position)),
      db
        .select()
        .from(bookingNeeds)
        .where(eq(bookingNeeds.siteId, siteId))
        .orderBy(asc(bookingNeeds.set), asc(bookingNeeds.position)),
      db
        .select()
        .from(bookingQuestions)
        .where(eq(bookingQuestions.siteId, siteId))
        .orderBy(asc(bookingQuestions.position)),
      db
        .select()
        .from(bookingResources)
        .where(eq(bookingResources.siteId, siteId))
        .orderBy(asc(bookingResources.position)),
      db.select().from(bookingHours).where(eq(bookingHours.siteId, siteId)).orderBy(asc(bookingHours.position)),
      db
        .select()
        .from(bookingExceptions)
        .where(eq(bookingExceptions.siteId, siteId))
        .orderBy(asc(bookingExceptions.position)),
      db.select().from(bookingTimeOff).where(eq(bookingTimeOff.siteId, siteId)).orderBy(asc(bookingTimeOff.position)),
      db.select().from(bookingOffers).where(eq(bookingOffers.siteId, siteId)).orderBy(asc(bookingOffers.position)),
      db.select().from(bookingPrices).where(eq(bookingPrices.siteId, siteId)).orderBy(asc(bookingPrices.position)),
    ]);
  const closuresOf = grouped(closures, (row) => row.placeId);
  const datesOf = grouped(dates, (row) => row.serviceId);
  const needsOf = grouped(needs, (row) => row.serviceId);
  const questionsOf = grouped(questions, (row) => row.serviceId);
  const hoursOf = grouped(hours, (row) => `${row.kind} ${row.resourceId}`);
  const exceptionsOf = grouped(exceptions, (row) => row.resourceId);
  const timeOffOf = grouped(timeOff, (row) => row.resourceId);
  const offersOf = grouped(offers, (row) => row.resourceId);
  return {
    places: places.map(
      ({ id, name, address, zone, notify, notice, allowedSites }): Place => ({
        id,
        name,
        address,
        zone,
        notify,
        closures: closuresOf(id).map(closureFrom),
        notice,
        allowedSites,
      }),
    ),
    services: services.map((row) =>
      serviceFrom(row, needsFrom(needsOf(row.id)), courseFrom(datesOf(row.id)), questionsOf(row.id).map(questionFrom)),
    ),
    resources: resources.map(
      (row): Resource => ({
        id: row.id,
        place: row.placeId,
        kind: row.kind,
        name: row.name,
        week: row.always ? null : hoursOf(`open ${row.id}`).map(weeklyFrom),
        exceptions: exceptionsOf(row.id).map(({ date, spans }) => ({ date, spans })),
        timeOff: timeOffOf(row.id).map(({ from, to, words }) => ({ from, to, words })),
        keptBack: hoursOf(`keptBack ${row.id}`).map(weeklyFrom),
        daysAhead: row.daysAhead,
        notice: noticeFrom(row),
        shownPerHalfDay: row.shownPerHalfDay,
        perDay: row.perDay,
        cancelHours: row.cancelHours,
        offers: offersOf(row.id).map(offerFrom),
      }),
    ),
    prices: prices.map(ruleFrom),
  };
}

/** Stores a whole set-up in place of the one that was, and raises its version. To be called in a transaction. */
export async function storeSetUp(tx: Executor, siteId: string, setUp: BookingSetUp): Promise<void> {
  await tx
    .insert(bookingVersions)
    .values({ siteId, setUp: 1, diary: 1 })
    .onDuplicateKeyUpdate({ set: { setUp: sql`set_up + 1`, diary: sql`diary + 1` } });
  for (const table of setUpTables) await tx.delete(table).where(eq(table.siteId, siteId));
  const numbered = <T extends object>(rows: readonly T[]) =>
    rows.map((row, position) => ({ siteId, position, ...row }));
  const insert = async <T extends (typeof setUpTables)[number]>(table: T, rows: readonly T["$inferInsert"][]) => {
    for (let at = 0; at < rows.length; at += 500) await tx.insert(table).values(rows.slice(at, at + 500) as never);
  };
  const { places, services, resources, prices } = setUp;
  await insert(bookingPlaces, numbered(places.map(({ closures: _closures, ...place }) => place)));
  await insert(
    bookingClosures,
    places.flatMap((place) => numbered(place.closures.map((one) => ({ placeId: place.id, ...closureRow(one) })))),
  );
  await insert(bookingServices, numbered(services.map(serviceRow)));
  await insert(
    bookingCourseDates,
    services.flatMap((service) =>
      (service.course ?? []).flatMap((run, nth) =>
        numbered(run.map((at) => ({ serviceId: service.id, run: nth, at }))),
      ),
    ),
  );
  await insert(
    bookingNeeds,
    services.flatMap((service) =>
      service.needs.flatMap((need, set) =>
        numbered(need.oneOf.map((resourceId) => ({ serviceId: service.id, set, name: need.name, resourceId }))),
      ),
    ),
  );
  await insert(
    bookingQuestions,
    services.flatMap((service) =>
      numbered(service.questions.map((question) => ({ serviceId: service.id, ...questionRow(question) }))),
    ),
  );
  await insert(bookingResources, numbered(resources.map(resourceRow)));
  await insert(
    bookingHours,
    resources.flatMap((resource) => [
      ...numbered((resource.week ?? []).map((span) => ({ resourceId: resource.id, kind: "open" as const, ...span }))),
      ...numbered(resource.keptBack.map((span) => ({ resourceId: resource.id, kind: "keptBack" as const, ...span }))),
    ]),
  );
  await insert(
    bookingExceptions,
    resources.flatMap((resource) => numbered(resource.exceptions.map((one) => ({ resourceId: resource.id, ...one })))),
  );
  await insert(
    bookingTimeOff,
    resources.flatMap((resource) => numbered(resource.timeOff.map((off) => ({ resourceId: resource.id, ...off })))),
  );
  await insert(
    bookingOffers,
    resources.flatMap((resource) =>
      numbered(resource.offers.map((offer) => ({ resourceId: resource.id, ...offerRow(offer) }))),
    ),
  );
  await insert(bookingPrices, numbered(prices.map(priceRow)));
}
