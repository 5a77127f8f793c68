// What the studio does with bookings: seeing them, deciding, moving, booking by hand.
import { and, asc, count, desc, eq, gt, gte, inArray, lt, ne, or, sql } from "drizzle-orm";
import Joi from "joi";
import type { CoursePart } from "@/core/booking/booking";
import { isLate } from "@/core/booking/money/deposit";
import { minutesField, partField } from "@/core/booking/rules/asked";
import { type Wish, waivable } from "@/core/booking/rules/obstacles";
import { bookingId } from "@/core/booking/rules/schema";
import { type BookingState, bookingStates, takingStates } from "@/core/booking/rules/state";
import type { Answers } from "@/core/booking/words/answers";
import { lineSchema, mailSchema } from "@/core/input/text";
import { languageSchema } from "@/core/locale/schema";
import { dateSchema, instantSchema } from "@/core/time/schema";
import { versionsOf } from "@/data/booking/diary";
import { everBooked } from "@/data/booking/never-booked";
import { bookingHistory, bookings } from "@/data/booking/tables";
import { mails } from "@/data/mail/tables";
import { holdsWords } from "@/data/text";
import { bookingOf, lockSite } from "@/server/booking/commands/lock";
import type { Locked } from "@/server/booking/commands/locked";
import { type SiteCall, siteOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";
import { availabilityNow, clockFor, ofBooking, serviceIn } from "./ask";
import { bookByHand } from "./commands/confirming";
import { approve, decline, noteAttendance } from "./commands/deciding";
import { cancel, move, settle } from "./commands/moving";
import { diaryOf } from "./diary-operation";
import { notesOf } from "./notes";
import type { BookingRow } from "./notify";
import { textsTo } from "./phone";
import { reasonsFor, refusing } from "./refusal";
import { once } from "./requests";
import { setUpAt } from "./set-up";

const id = Joi.string().max(24).required();
const start = instantSchema.required();
const waived = Joi.array()
  .items(Joi.string().valid(...waivable))
  .unique()
  .default([])
  .messages({ "any.only": "This rule can't be set aside." });
const seats = Joi.number().integer().min(1).max(500).default(1);
/** What the business adds to a letter. */
const letterWords = Joi.string().trim().allow("").max(1000).default("");
const mostOfClient = 100;

const shown = (row: BookingRow) => ({
  id: row.id,
  state: row.state,
  attendance: row.attendance,
  service: row.serviceId,
  serviceName: row.serviceName,
  start: row.startsAt.toISOString(),
  end: row.endsAt.toISOString(),
  dateCount: row.dates?.length ?? null,
  resources: row.resources,
  seats: row.seats,
  name: row.name,
  email: row.email,
  phone: row.phone,
  textMessages: row.textsTo !== null,
  bill: row.bill,
  answers: row.answers,
  refundDue: row.refundDue,
  ...{ payNow: row.payNow, lateFee: row.lateFee, paid: row.paid, fee: row.fee, givenBack: row.givenBack },
  cancelHours: row.cancelHours,
  byHand: row.widgetId === null,
  createdAt: row.createdAt.toISOString(),
  endsByItself: row.endsByItselfAt?.toISOString() ?? null,
});

/** A key of the caller's, new for each command: sent again with it, the command is answered again and done once. */
const key = Joi.string()
  .pattern(/^[\w.:-]{8,80}$/)
  .required()
  .messages({
    "any.required": "A command needs a key of its own, so that it can be sent again without doing it twice.",
  });

/** One command under the site's lock, by the member who calls; once for each key. */
async function command(
  call: SiteCall,
  asked: { readonly key: string },
  work: (locked: Locked) => Promise<BookingRow>,
): Promise<ReturnType<typeof shown>> {
  const { context, site } = call;
  const { answer } = await refusing(context, site, { kind: "studio" }, () =>
    once(context, site.id, `${call.account.id}:${asked.key}`.slice(-80), asked, async (tx) => ({
      status: 200,
      answer: shown(await work(await lockSite(context, tx, site))),
    })),
  );
  context.jobQueued();
  return answer as ReturnType<typeof shown>;
}

interface ByHand {
  readonly service: string;
  readonly resource: string | null;
  readonly start: string;
  readonly seats: number;
  readonly minutes?: number | null;
  readonly part?: CoursePart;
  readonly waived?: readonly string[];
  readonly client: {
    readonly name: string;
    readonly email: string;
    readonly phone: string;
    readonly textMessages: boolean;
    readonly language: string;
  };
}

const wishOf = (input: Pick<ByHand, "service" | "resource" | "seats" | "minutes" | "part" | "waived">): Wish => ({
  service: input.service,
  resource: input.resource,
  seats: input.seats,
  minutes: input.minutes ?? null,
  part: input.part ?? "whole",
  online: false,
  waived: input.waived ?? [],
});

export const bookingOperations = {
  "booking.list": siteOperation(
    "visitors.read",
    {
      from: start,
      to: start,
      states: Joi.array()
        .items(Joi.string().valid(...bookingStates))
        .default([...takingStates]),
      /** Of a name, an address or a phone number. */
      words: lineSchema(120).allow("").default(""),
      /** Only those of which money is still to be given back or asked for. */
      toSettle: Joi.boolean().default(false),
      order: Joi.string().valid("first", "last").default("first"),
      limit: Joi.number().integer().min(1).max(1000).default(500),
      offset: Joi.number().integer().min(0).default(0),
    },
    async (
      call,
      input: {
        from: string;
        to: string;
        states?: BookingState[];
        words?: string;
        toSettle?: boolean;
        order?: "first" | "last";
        limit?: number;
        offset?: number;
      },
    ) => {
      const { states = [...takingStates], words = "", toSettle = false } = input;
      const { order = "first", limit = 500, offset = 0 } = input;
      const inOrder = order === "last" ? desc : asc;
      const matching = and(
        words
          ? or(holdsWords(bookings.name, words), holdsWords(bookings.email, words), holdsWords(bookings.phone, words))
          : undefined,
        eq(bookings.siteId, call.site.id),
        inArray(bookings.state, states),
        gte(bookings.startsAt, new Date(input.from)),
        lt(bookings.startsAt, new Date(input.to)),
        everBooked,
        // What is still kept is on its way to be booked.
        or(ne(bookings.state, "held"), gt(bookings.endsByItselfAt, call.context.now())),
        toSettle ? or(eq(bookings.refundDue, true), gt(bookings.fee, bookings.paid)) : undefined,
      );
      const rows = await call.context.db
        .select()
        .from(bookings)
        .where(matching)
        .orderBy(inOrder(bookings.startsAt), inOrder(bookings.createdAt), inOrder(bookings.id))
        .limit(limit)
        .offset(offset);
      const [all] = await call.context.db.select({ all: count() }).from(bookings).where(matching);
      return { all: all?.all ?? 0, rows: rows.map(shown) };
    },
  ),
  /** Everything that takes time from one date to another, each date of a course by itself, with whose it is. */
  "booking.calendar": siteOperation(
    "visitors.read",
    { from: dateSchema.required(), to: dateSchema.required() },
    async ({ context, site }, input: { from: string; to: string }) => {
      const { entries, outside } = await diaryOf(context, site.id, input);
      const ids = [...new Set(entries.map(({ booking }) => booking))];
      const rows: BookingRow[] = [];
      for (let at = 0; at < ids.length; at += 1000)
        rows.push(
          ...(await context.db
            .select()
            .from(bookings)
            .where(and(eq(bookings.siteId, site.id), inArray(bookings.id, ids.slice(at, at + 1000))))),
        );
      return { entries, outside, rows: rows.map(shown) };
    },
  ),
  "booking.history": siteOperation("visitors.read", { booking: id }, async (call, input: { booking: string }) => {
    const { db } = call.context;
    const [booking] = await db
      .select()
      .from(bookings)
      .where(and(eq(bookings.siteId, call.site.id), eq(bookings.id, input.booking)));
    if (!booking) throw notFound("This booking");
    const rows = await db
      .select()
      .from(bookingHistory)
      .where(and(eq(bookingHistory.siteId, call.site.id), eq(bookingHistory.bookingId, input.booking)))
      .orderBy(desc(bookingHistory.position));
    return {
      booking: shown(booking),
      history: rows.map(({ at, by, what, before, after }) => ({ at: at.toISOString(), by, what, before, after })),
    };
  }),
  /** The complete chain of reasons with names; what by hand could be set aside is marked. */
  "booking.why": siteOperation(
    "visitors.read",
    {
      service: bookingId.required(),
      resource: bookingId.allow(null).default(null),
      start,
      seats,
      minutes: minutesField.allow(null).default(null),
      part: partField.default("whole"),
      online: Joi.boolean().default(true),
      waived,
      /** A booking that is moved: it does not stand in its own way. */
      without: Joi.string().max(24).allow(null).default(null),
    },
    async (
      call,
      input: {
        without?: string | null;
        service: string;
        resource: string | null;
        start: string;
        seats: number;
        minutes: number | null;
        part?: CoursePart;
        online: boolean;
        waived: string[];
      },
    ) => {
      const { context, site } = call;
      const versions = await versionsOf(context.db, site.id);
      const setUp = await setUpAt(context.db, site.id, versions?.setUp ?? 0);
      const service = serviceIn(setUp, input.service);
      const clock = clockFor(setUp, service);
      const at = Date.parse(input.start);
      const day = clock.dayOf(at);
      const { availability } = await availabilityNow(context.db, {
        siteId: site.id,
        setUp,
        wish: { ...wishOf(input), online: input.online },
        ...(input.without ? { without: input.without } : {}),
        now: context.now(),
        from: day,
        to: day,
      });
      const { offered, reasons } = availability.explain(at);
      const sentences = reasonsFor(reasons, { clock, setUp, now: context.now().getTime() }, { kind: "studio" });
      return {
        offered,
        reasons: reasons.map((reason, index) => ({
          ...reason,
          message: sentences[index]?.message ?? "",
          waivable: (waivable as readonly string[]).includes(reason.code),
        })),
      };
    },
  ),
  "booking.byHand": siteOperation(
    "visitors.change",
    {
      service: bookingId.required(),
      resource: bookingId.allow(null).default(null),
      start,
      seats,
      minutes: minutesField.allow(null).default(null),
      part: partField.default("whole"),
      waived,
      client: Joi.object({
        name: lineSchema(120).min(1).required(),
        email: mailSchema.allow("").required(),
        phone: lineSchema(40).allow("").default(""),
        textMessages: Joi.boolean().default(false),
        language: languageSchema.default("en"),
      }).required(),
      answers: Joi.object().unknown().default({}),
      key,
    },
    (call, input: ByHand & { answers: Answers; key: string }) =>
      command(call, input, (locked) => {
        const service = locked.setUp.services.find((one) => one.id === input.service);
        if (!service) throw fieldProblem("service", "There is no service with this id.");
        const { textMessages: _wanted, ...about } = input.client;
        return bookByHand(
          locked,
          { wish: wishOf(input), start: Date.parse(input.start) },
          call.account.id,
          {
            ...about,
            textsTo: textsTo(call.site, locked.setUp, service, input.client),
            zone: clockFor(locked.setUp, service).zone,
          },
          input.answers,
        );
      }),
  ),
  "booking.move": siteOperation(
    "visitors.change",
    {
      booking: id,
      start,
      resource: bookingId.allow(null).default(null),
      waived,
      /** No letter: the client knows. */
      quiet: Joi.boolean().default(false),
      key,
    },
    (
      call,
      input: {
        booking: string;
        start: string;
        resource: string | null;
        waived?: string[];
        quiet?: boolean;
        key: string;
      },
    ) =>
      command(call, input, async (locked) => {
        const [row] = await locked.tx
          .select({
            service: bookings.serviceId,
            seats: bookings.seats,
            email: bookings.email,
            startsAt: bookings.startsAt,
            endsAt: bookings.endsAt,
            dates: bookings.dates,
          })
          .from(bookings)
          .where(and(eq(bookings.siteId, call.site.id), eq(bookings.id, input.booking)));
        if (!row) throw notFound("This booking");
        const { minutes, part } = ofBooking(locked.setUp, serviceIn(locked.setUp, row.service), row);
        const wish = wishOf({
          waived: [],
          ...input,
          ...{ service: row.service, seats: row.seats, minutes, part: part ?? "whole" },
        });
        return move(locked, input.booking, call.account.id, { wish, start: Date.parse(input.start) }, input.quiet);
      }),
  ),
  "booking.approve": siteOperation(
    "visitors.change",
    { booking: id, key },
    (call, input: { booking: string; key: string }) =>
      command(call, input, (locked) => approve(locked, input.booking, call.account.id)),
  ),
  "booking.decline": siteOperation(
    "visitors.change",
    { booking: id, words: letterWords, key },
    (call, input: { booking: string; words?: string; key: string }) =>
      command(call, input, (locked) => decline(locked, input.booking, call.account.id, input.words)),
  ),
  "booking.cancel": siteOperation(
    "visitors.change",
    {
      booking: id,
      words: letterWords,
      /** The fee for cancelling late, where it is late, is asked for. */
      fee: Joi.boolean().default(false),
      key,
    },
    (call, input: { booking: string; words?: string; fee?: boolean; key: string }) =>
      command(call, input, async (locked) => {
        const row = await bookingOf(locked, input.booking);
        const late =
          row.state === "confirmed" && isLate({ ...row, startsAt: row.startsAt.getTime() }, locked.now.getTime());
        const fee = input.fee && late ? (row.lateFee ?? 0) : 0;
        return cancel(locked, input.booking, call.account.id, input.words, fee);
      }),
  ),
  /** Notes that what was to be given back was, or that what was owed was paid. */
  "booking.settle": siteOperation(
    "visitors.change",
    { booking: id, key },
    (call, input: { booking: string; key: string }) =>
      command(call, input, (locked) => settle(locked, input.booking, call.account.id)),
  ),
  /** Everything about one client, found by their address: what was booked, how often they did not come, their letters. */
  "booking.client": siteOperation(
    "visitors.read",
    { email: mailSchema.required() },
    async ({ context: { db }, site }, input: { email: string }) => {
      const own = and(eq(bookings.siteId, site.id), eq(bookings.email, input.email));
      const rows = await db
        .select()
        .from(bookings)
        .where(and(own, ne(bookings.state, "held")))
        .orderBy(desc(bookings.startsAt), desc(bookings.id))
        .limit(mostOfClient);
      const letters = await db
        .select({
          id: mails.id,
          channel: mails.channel,
          subject: sql<string>`if(${mails.channel} = 'text', left(${mails.text}, 160), ${mails.subject})`,
          at: mails.createdAt,
          state: mails.state,
        })
        .from(mails)
        .where(and(eq(mails.siteId, site.id), or(eq(mails.recipient, input.email), eq(mails.person, input.email))))
        .orderBy(desc(mails.createdAt))
        .limit(mostOfClient);
      return {
        rows: rows.map(shown),
        came: rows.filter(({ attendance }) => attendance === "came").length,
        didNotCome: rows.filter(({ attendance }) => attendance === "didNotCome").length,
        notes: await notesOf(db, site.id, input.email),
        letters: letters.map(({ at, ...letter }) => ({ ...letter, at: at.toISOString() })),
      };
    },
  ),
  "booking.attendance": siteOperation(
    "visitors.change",
    { booking: id, attendance: Joi.string().valid("came", "didNotCome").allow(null).required(), key },
    (call, input: { booking: string; attendance: "came" | "didNotCome" | null; key: string }) =>
      command(call, input, (locked) => noteAttendance(locked, input.booking, call.account.id, input.attendance)),
  ),
};
