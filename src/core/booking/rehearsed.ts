// Booking without a server: the same questions and commands as the public API, answered by the engine from a set-up as it
// stands, against a diary that is thrown away. For previews.
import Joi from "joi";
import { pathOf } from "@/core/input/fault";
import { sentences } from "@/core/input/sentences";
import { dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import {
  type BookingSetUp,
  type CoursePart,
  chosenLength,
  courseParts,
  type Instant,
  partsSold,
  type Service,
} from "./booking";
import { Diary, type DiaryEntry, type OutsideBusy } from "./diary/diary";
import { lateFeeOf, payNowOf } from "./money/deposit";
import { datesOfAny, momentOf, priceOfStart, publicDays, publicTimes } from "./public";
import type { PublicBooking } from "./public-types";
import {
  type BookingAsked,
  bookingSchema,
  type HoldAsked,
  holdSchema,
  type WaitAsked,
  waitSchema,
} from "./rules/asked";
import { type Assignment, Availability } from "./rules/availability";
import { clientMayChangeUntil, holdMs } from "./rules/state";
import { fullStarts } from "./rules/waiting";
import { answersSchema, refusal } from "./words/answers";
import { askedQuestions } from "./words/asked-questions";
import { visitorReasons } from "./words/words";

export interface RehearsedAnswer {
  readonly status: number;
  readonly body: unknown;
}

export interface RehearsedSite {
  readonly setUp: BookingSetUp;
  readonly services: readonly string[];
  readonly currency: string;
  readonly language: string;
  readonly entries: readonly DiaryEntry[];
  readonly outside: readonly OutsideBusy[];
  now(): Instant;
}

interface Kept {
  readonly service: Service;
  readonly assignment: Assignment;
  readonly seats: number;
  /** The length that was chosen; null where there is no choice. */
  readonly minutes: number | null;
  readonly part: CoursePart | null;
  readonly endsAt: Instant;
  state: PublicBooking["state"];
}

class Refusal extends Error {
  constructor(
    readonly status: number,
    readonly body: Readonly<Record<string, unknown>>,
  ) {
    super("refused");
  }
}

/** A problem as the API writes it (RFC 9457). */
const problem = (
  status: number,
  code: string,
  title: string,
  fields: readonly { path: string; message: string }[] = [],
  more: object = {},
) => new Refusal(status, { title, status, code, fields, ...more });

function checked<T>(schema: Joi.ObjectSchema<T>, value: unknown): T {
  const { error, value: read } = schema.validate(value, {
    abortEarly: false,
    messages: sentences,
    errors: { wrap: { label: false } },
  });
  if (!error) return read;
  const fields = error.details.map(({ path, message }) => ({ path: pathOf(path), message }));
  throw problem(422, "invalid", fields[0]?.message ?? "", fields);
}

const partIn = (given: unknown): CoursePart | null => courseParts.find((one) => one === given) ?? null;

export class RehearsedBooking {
  private readonly kept = new Map<string, Kept>();
  private last = 0;

  constructor(private readonly site: RehearsedSite) {}

  /** Answers a call of the public API below "/booking/{widget}/". */
  answer(path: string, query: Readonly<Record<string, unknown>>, body: unknown): RehearsedAnswer {
    try {
      const commands: Readonly<Record<string, () => unknown>> = {
        days: () => this.days(query),
        dates: () => this.dates(query),
        times: () => this.times(query),
        holds: () => this.hold(checked(holdSchema, body)),
        bookings: () => this.book(checked(bookingSchema, body)),
        waits: () => this.wait(checked(waitSchema, body)),
      };
      const command = commands[path];
      if (!command) throw problem(404, "notFound", "A rehearsal does not know this.");
      return { status: body === undefined ? 200 : 201, body: command() };
    } catch (error) {
      if (error instanceof Refusal) return { status: error.status, body: error.body };
      throw error;
    }
  }

  private service(id: unknown): Service {
    const service = this.site.services.includes(String(id))
      ? this.site.setUp.services.find((one) => one.id === id)
      : undefined;
    if (!service)
      throw problem(422, "invalid", "This calendar has no such service.", [
        { path: "service", message: "This calendar has no such service." },
      ]);
    return service;
  }

  private clock(service: Service): ZoneClock {
    return ZoneClock.of(this.site.setUp.places.find(({ id }) => id === service.place)?.zone ?? "UTC");
  }

  private availability(
    service: Service,
    {
      resource,
      seats,
      minutes,
      part,
    }: {
      readonly resource?: unknown;
      readonly seats?: unknown;
      readonly minutes?: unknown;
      readonly part?: unknown;
    },
    from: number,
    to: number,
    /** As if nobody had booked anything. */
    emptied = false,
  ) {
    const now = this.site.now();
    const own = [...this.kept].flatMap(([booking, { service: of, assignment, seats: taken, state, endsAt }]) =>
      state === "held" && endsAt <= now
        ? []
        : assignment.dates.map(
            (date): DiaryEntry => ({
              booking,
              service: of.id,
              seats: taken,
              ...(state === "held" ? { held: true } : {}),
              ...date,
            }),
          ),
    );
    const wish = {
      service: service.id,
      resource: resource && resource !== "any" ? String(resource) : null,
      seats: Number(seats) || 1,
      minutes: chosenLength(service, Number(minutes) || null),
      part: partIn(part),
      online: true,
    };
    const diary = new Diary(emptied ? [] : [...this.site.entries, ...own], this.site.outside, this.clock(service));
    return new Availability(this.site.setUp, wish, diary, now, from, to);
  }

  private days(query: Readonly<Record<string, unknown>>) {
    const { service: id, resource, from, to, zone } = query;
    const service = this.service(id);
    const availability = this.availability(service, query, dayNumber(String(from)), dayNumber(String(to)));
    const days = publicDays(availability, zone ? String(zone) : undefined);
    return { service: service.id, resource: resource || "any", zone: availability.clock.zone, days };
  }

  private dates({ from, to, zone }: Readonly<Record<string, unknown>>) {
    const { services, setUp } = this.site;
    const all = setUp.services.filter(({ id, online }) => online && services.includes(id));
    const of = all.flatMap((service) =>
      partsSold(service).map((part) => ({
        ...this.days({ service: service.id, from, to, zone, part }),
        waiting: service.waiting !== undefined,
      })),
    );
    return { zone: of[0]?.zone ?? "UTC", days: datesOfAny(of) };
  }

  private times(query: Readonly<Record<string, unknown>>) {
    const { service: id, resource, seats, minutes, part, date, zone } = query;
    const service = this.service(id);
    const day = dayNumber(String(date));
    const availability = this.availability(service, query, day, day);
    const times = publicTimes(availability, String(date), {
      setUp: this.site.setUp,
      seats: Number(seats) || 1,
      minutes: chosenLength(service, Number(minutes) || null),
      part: partIn(part),
      currency: this.site.currency,
      zone: zone ? String(zone) : undefined,
    });
    const { clock } = availability;
    const full = service.waiting
      ? fullStarts(availability, this.availability(service, query, day, day, true), day)
      : [];
    return {
      ...{ service: service.id, resource: resource || "any", date, zone: clock.zone, times },
      full: full.map((start) => momentOf(clock, start, zone ? String(zone) : undefined)),
    };
  }

  private hold(asked: HoldAsked) {
    const service = this.service(asked.service);
    const start = Date.parse(asked.start);
    if (asked.instead) this.kept.delete(asked.instead);
    const day = this.clock(service).dayOf(start);
    const availability = this.availability(service, asked, day, day);
    const assignment = availability.assign(start);
    if (!assignment) throw this.notFree(service, asked, start, availability);
    const token = `rehearsed.${++this.last}`;
    this.kept.set(token, {
      service,
      assignment,
      seats: asked.seats,
      minutes: chosenLength(service, asked.minutes),
      part: partIn(asked.part),
      endsAt: this.site.now() + holdMs,
      state: "held",
    });
    return { hold: token, ...this.view(token) };
  }

  private notFree(service: Service, asked: HoldAsked, start: Instant, availability: Availability): Refusal {
    const { clock } = availability;
    const wording = { clock, setUp: this.site.setUp, language: this.site.language, now: this.site.now() };
    const reasons = visitorReasons(availability.explain(start).reasons, wording);
    const day = clock.dayOf(start);
    const near = this.availability(service, asked, day - 2, day + 10);
    const starts: Instant[] = [];
    for (let at = day - 2; at <= day + 10; at++)
      starts.push(...near.timesOn(at).map(({ dates }) => dates[0]?.start as Instant));
    const nearest = starts
      .sort((one, other) => Math.abs(one - start) - Math.abs(other - start))
      .slice(0, 5)
      .sort((one, other) => one - other)
      .map((instant) => momentOf(clock, instant));
    return problem(409, "notFree", reasons[0]?.message ?? "", [], { reasons, nearest });
  }

  private book(asked: BookingAsked) {
    const kept = this.kept.get(asked.hold);
    if (!kept || kept.endsAt <= this.site.now())
      throw problem(410, "holdEnded", "The ten minutes for which this time was kept are over. Choose a time again.");
    const { service } = kept;
    this.ask(service, asked);
    kept.state = service.confirm === "approval" ? "waitingApproval" : "confirmed";
    return { token: asked.hold, ...this.view(asked.hold) };
  }

  /** On the list of a time that is full: nothing is taken, and nothing will become free. */
  private wait(asked: WaitAsked) {
    const service = this.service(asked.service);
    this.ask(service, asked);
    const start = Date.parse(asked.start);
    const day = this.clock(service).dayOf(start);
    const assignment = this.availability(service, asked, day, day, true).assign(start);
    if (!assignment)
      throw problem(422, "invalid", "This time can't be booked, so it can't be waited for.", [
        { path: "start", message: "This time can't be booked." },
      ]);
    const token = `rehearsed.${++this.last}`;
    const minutes = chosenLength(service, asked.minutes);
    const listed = { service, assignment, seats: asked.seats, minutes, part: partIn(asked.part), endsAt: start };
    return { token, ...this.shown({ ...listed, state: "listed" }) };
  }

  /** Holds what a client gives against what the service asks. */
  private ask(service: Service, asked: Omit<BookingAsked, "hold">) {
    const { answers } = checked(
      Joi.object<{ answers: Record<string, string> }>({ answers: answersSchema(askedQuestions(service)) }),
      { answers: asked.answers },
    );
    const refused = refusal(service, answers);
    if (refused)
      throw problem(422, "screening", refused.words, [{ path: `answers.${refused.question}`, message: refused.words }]);
    if (service.terms && !asked.terms) {
      const message = "Please agree to the terms to go on.";
      throw problem(422, "invalid", message, [{ path: "terms", message }]);
    }
  }

  private view = (token: string): PublicBooking => this.shown(this.kept.get(token) as Kept);

  private shown({ service, assignment, seats, minutes, part, state, endsAt }: Kept): PublicBooking {
    const clock = this.clock(service);
    const leader = this.site.setUp.resources.find(({ id }) => id === assignment.resources[0]);
    const start = assignment.dates[0]?.start ?? 0;
    const { setUp, currency } = this.site;
    const price = priceOfStart(assignment, service, { setUp, seats, minutes, part, currency }, clock);
    const payNow = payNowOf(service, price);
    return {
      state,
      service: service.id,
      serviceName: service.name,
      zone: clock.zone,
      dates: assignment.dates.map((date) => ({ start: momentOf(clock, date.start), end: momentOf(clock, date.end) })),
      seats,
      price,
      payNow,
      pay: null,
      lateFee: lateFeeOf(service, price),
      paid: state === "confirmed" ? (payNow ?? 0) : 0,
      fee: 0,
      endsByItself: state === "held" ? new Date(endsAt).toISOString() : null,
      changeUntil: new Date(clientMayChangeUntil(start, leader?.cancelHours ?? 0)).toISOString(),
    };
  }
}
