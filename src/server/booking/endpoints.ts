// What pages, letters and calendars of clients can ask about bookings.
import { courseParts } from "@/core/booking/booking";
import { bookingSchema, holdSchema, waitSchema } from "@/core/booking/rules/asked";
import { bookingStates } from "@/core/booking/rules/state";
import { calendarAt } from "../calendar/addresses";
import {
  commands,
  date,
  get,
  html,
  instant,
  type Json,
  list,
  minor,
  nullable,
  object,
  pageAsks,
  pageDoes,
  post,
  problem,
  query,
  reading,
  ref,
  text,
  token,
  whole,
  yesNo,
} from "../edge/described";
import { type Endpoint, type FormBody, fresh, page, param, tagged, type VisitorCall } from "../edge/endpoint";
import { fromJoi } from "../edge/from-joi";
import { otherSiteEndpoints } from "../widget/other-site-endpoints";
import { bookingPage, movePage } from "./page";
import { postAsk } from "./public/asking";
import { originsOfPlaces, publicCall, publicSite } from "./public/call";
import { dates, days } from "./public/days";
import { postBooking, postHold, postWait } from "./public/making";
import { bookingForOtherSite, snippetPage } from "./public/other-site";
import { getBooking, getBookingCalendar, ownCommands, postOwnBooking } from "./public/own";
import { services } from "./public/services";
import { times, why } from "./public/times";
import { type Answered, requestKey } from "./requests";

const dayStates = ["past", "tooFar", "closed", "full", "few", "free"];

/** Forms of what these calls take and give. */
export const bookingSchemas: Readonly<Record<string, Json>> = {
  Price: object({ amount: minor, earlier: nullable(minor) }),
  Bill: object({
    currency: text,
    seats: whole,
    each: minor,
    earlierEach: nullable(minor),
    net: minor,
    tax: minor,
    taxPercent: { type: "number" },
    gross: minor,
  }),
  Question: object(
    {
      key: text,
      label: text,
      required: yesNo,
      kind: { enum: ["words", "number", "choice", "several", "tick", "date"] },
      options: list(text),
      min: nullable({ type: "number" }),
      max: nullable({ type: "number" }),
    },
    ["options", "min", "max"],
  ),
  Service: object({
    id: text,
    place: text,
    name: text,
    words: text,
    category: text,
    durationMinutes: whole,
    lengths: nullable(list(object({ minutes: whole, price: nullable(ref("Price")) }))),
    capacity: whole,
    mostSeats: whole,
    least: nullable(object({ seats: whole, hours: whole })),
    waiting: yesNo,
    where: object({ kind: { enum: ["place", "online", "client"] }, words: text }),
    confirm: { enum: ["atOnce", "approval", "payment"] },
    leads: list(text),
    picture: { type: "string", description: "Hash of a picture of the site, or nothing" },
    price: nullable(ref("Price")),
    tax: nullable(object({ percent: { type: "number" }, included: yesNo })),
    course: nullable(list(list(ref("Moment")))),
    joining: nullable(object({ late: yesNo, one: nullable(ref("Price")) })),
    resources: list(
      object({
        id: text,
        name: text,
        kind: { enum: ["person", "room", "thing"] },
        words: text,
        picture: text,
        durationMinutes: whole,
        price: nullable(ref("Price")),
        daysAhead: whole,
        cancelHours: whole,
      }),
    ),
    questions: list(ref("Question")),
    terms: text,
  }),
  Services: object({
    currency: text,
    places: list(object({ id: text, name: text, address: text, zone: text, notice: text, textMessages: yesNo })),
    services: list(ref("Service")),
  }),
  Version: object({ setUp: whole, diary: whole }),
  Days: object({
    service: text,
    resource: text,
    zone: text,
    days: list(object({ date, state: { enum: dayStates }, left: whole, begins: ref("Moment") })),
  }),
  Dates: object({
    zone: text,
    days: list(object({ date, state: { enum: dayStates }, left: whole, begins: ref("Moment"), services: list(text) })),
  }),
  Times: object({
    service: text,
    resource: text,
    date,
    zone: text,
    times: list(
      object(
        {
          start: ref("Moment"),
          end: ref("Moment"),
          dates: list(object({ start: ref("Moment"), end: ref("Moment") })),
          seatsLeft: whole,
          price: nullable(ref("Bill")),
        },
        ["dates"],
      ),
    ),
    full: list(ref("Moment")),
  }),
  Why: object({
    offered: yesNo,
    start: ref("Moment"),
    reasons: list(ref("Reason")),
    nearest: list(ref("Moment")),
  }),
  Booking: object(
    {
      hold: { type: "string", description: "Token of a hold" },
      token: { type: "string", description: "The client's own token of the booking" },
      state: { enum: [...bookingStates] },
      service: text,
      serviceName: text,
      zone: text,
      dates: list(object({ start: ref("Moment"), end: ref("Moment") })),
      seats: whole,
      price: nullable(ref("Bill")),
      endsByItself: nullable(instant),
      changeUntil: instant,
      payNow: nullable(minor),
      pay: { ...nullable(text), description: "Path on the site's host where it is paid, while it waits for that" },
      lateFee: nullable(minor),
      paid: minor,
      fee: minor,
    },
    ["hold", "token"],
  ),
  NewHold: fromJoi(holdSchema),
  NewBooking: fromJoi(bookingSchema),
  NewWait: fromJoi(waitSchema),
  Command: { oneOf: ownCommands.map(fromJoi) },
};

const widget: Json = { name: "widget", in: "path", required: true, schema: text };
const key: Json = {
  name: "Idempotency-Key",
  in: "header",
  required: true,
  schema: { type: "string", minLength: 8, maxLength: 80 },
};
const asking = [
  widget,
  query("service", true),
  query("resource", false),
  query("seats", false, whole),
  query("minutes", false, whole),
  query("part", false, { enum: [...courseParts] }),
];
const zone = query("zone", false);

const unchanged: Json = { description: "Nothing has changed since the ETag that was sent" };
const calendarFile: Json = {
  description: "iCalendar (RFC 5545)",
  content: { "text/calendar": { schema: { type: "string" } } },
};
const ownPage = "A client's own booking, without scripts";

const calendar = (call: VisitorCall) => publicCall(call.context, call.siteKey, param(call, "widget"), call.language);
const answered = ({ status, answer }: Answered) => fresh(answer, status);
const keyOf = (call: VisitorCall) => requestKey(call.header("idempotency-key"));

const ownBooking = "/booking/{widget}/bookings/{token}";
const bookingPageOf = (perform: boolean) => async (call: VisitorCall) =>
  page(
    call,
    await bookingPage(
      call.context,
      call.siteKey,
      param(call, "token"),
      perform ? { fee: Number(call.query.fee) || 0, take: call.query.take !== undefined } : null,
      call.address,
      !perform && call.query.cancel !== undefined,
    ),
  );

export const bookingEndpoints: readonly Endpoint[] = [
  {
    method: "GET",
    path: "/booking/{widget}/services",
    says: get("What can be booked", [widget], "Services"),
    fromPages: originsOfPlaces,
    run: async (call) => fresh(services(await calendar(call))),
  },
  ...otherSiteEndpoints("booking", {
    name: "the calendar",
    told: async (call) => bookingForOtherSite(await calendar(call), call.header("origin")),
    snippet: async (call) => snippetPage(await calendar(call)),
  }),
  {
    method: "GET",
    path: "/booking/{widget}/version",
    says: get("Rises with everything that days and times depend on", [widget], "Version"),
    fromPages: originsOfPlaces,
    // For one row's cost: whether anything has changed.
    run: async (call) => fresh((await publicSite(call.context, call.siteKey)).versions),
  },
  {
    method: "GET",
    path: "/booking/{widget}/days",
    says: get("The state of every day", [...asking, query("from", true, date), query("to", true, date), zone], "Days", {
      304: unchanged,
    }),
    fromPages: originsOfPlaces,
    costly: true,
    run: async (call) => {
      const { body, etag } = await days(await calendar(call), call.query);
      return tagged(call, body, etag, "application/json");
    },
  },
  {
    method: "GET",
    path: "/booking/{widget}/dates",
    says: get(
      "The state of every day for all services together",
      [widget, query("from", true, date), query("to", true, date), zone],
      "Dates",
      { 304: unchanged },
    ),
    fromPages: originsOfPlaces,
    costly: true,
    run: async (call) => {
      const { body, etag } = await dates(await calendar(call), call.query);
      return tagged(call, body, etag, "application/json");
    },
  },
  {
    method: "GET",
    path: "/booking/{widget}/times",
    says: get("The times of a day", [...asking, query("date", true, date), zone], "Times"),
    fromPages: originsOfPlaces,
    costly: true,
    run: async (call) => fresh(await times(await calendar(call), call.query)),
  },
  {
    method: "GET",
    path: "/booking/{widget}/why",
    says: get("Why a start is not offered", [...asking, query("start", true), zone], "Why"),
    fromPages: originsOfPlaces,
    costly: true,
    run: async (call) => fresh(await why(await calendar(call), call.query)),
  },
  {
    method: "POST",
    path: "/booking/{widget}/holds",
    says: post("Keeps a time for ten minutes", [widget, key], "NewHold", 201, "Booking"),
    body: "json",
    fromPages: originsOfPlaces,
    run: async (call) => answered(await postHold(await calendar(call), call.body, keyOf(call), call.address)),
  },
  {
    method: "POST",
    path: "/booking/{widget}/bookings",
    says: post("Makes a hold a booking", [widget, key], "NewBooking", 201, "Booking", {
      410: problem("The hold has ended"),
    }),
    body: "json",
    fromPages: originsOfPlaces,
    run: async (call) => answered(await postBooking(await calendar(call), call.body, keyOf(call), call.address)),
  },
  {
    method: "POST",
    path: "/booking/{widget}/waits",
    says: post("Puts a client on the list of a time that is full", [widget, key], "NewWait", 201, "Booking"),
    body: "json",
    fromPages: originsOfPlaces,
    run: async (call) => answered(await postWait(await calendar(call), call.body, keyOf(call), call.address)),
  },
  {
    method: "POST",
    path: "/booking/{widget}/asks",
    says: {
      summary: "Asks for a time without scripts: a letter to the business, and the page that follows",
      parameters: [widget],
      responses: { ...commands, 200: html("Asked"), 422: html("Something is missing"), 429: html("Too many") },
    },
    body: "form",
    fromPages: "own",
    headers: ["referer"],
    run: async (call) => {
      const referrer = call.header("referer") ?? "";
      const back = URL.canParse(referrer) ? new URL(referrer).pathname.slice(0, 399) : "/";
      return page(call, await postAsk(await calendar(call), (call.body as FormBody).fields, call.address, back));
    },
  },
  {
    method: "GET",
    path: ownBooking,
    says: get("A client's own booking", [widget, token], "Booking"),
    fromPages: originsOfPlaces,
    run: async (call) => fresh(await getBooking(call.context, call.siteKey, param(call, "token"))),
  },
  {
    method: "POST",
    path: ownBooking,
    says: post("Moves or cancels it", [widget, token, key], "Command", 200, "Booking"),
    body: "json",
    fromPages: originsOfPlaces,
    run: async (call) =>
      answered(
        await postOwnBooking(
          call.context,
          call.siteKey,
          param(call, "token"),
          call.body,
          keyOf(call),
          call.address,
          call.language,
        ),
      ),
  },
  {
    method: "GET",
    path: `${ownBooking}/move`,
    says: {
      ...pageAsks("Free times that a client's own booking could move to, without scripts"),
      parameters: [widget, token, query("from", false, date), query("start", false, text)],
    },
    fromPages: "own",
    costly: true,
    run: async (call) =>
      page(
        call,
        await movePage(
          call.context,
          call.siteKey,
          param(call, "token"),
          { from: call.query.from ?? "", start: null, asks: call.query.start ?? "" },
          call.address,
        ),
      ),
  },
  {
    method: "POST",
    path: `${ownBooking}/move`,
    says: pageDoes("Moves a client's own booking to the time that was pressed, without scripts"),
    body: "form",
    fromPages: "own",
    run: async (call) => {
      const { start } = (call.body as FormBody).fields;
      const asked = { from: "", start: typeof start === "string" ? start : "" };
      return page(call, await movePage(call.context, call.siteKey, param(call, "token"), asked, call.address));
    },
  },
  { method: "GET", path: `${ownBooking}/page`, says: pageAsks(ownPage), fromPages: "own", run: bookingPageOf(false) },
  { method: "POST", path: `${ownBooking}/page`, says: pageDoes(ownPage), fromPages: "own", run: bookingPageOf(true) },
  {
    method: "GET",
    path: `${ownBooking}/booking.ics`,
    says: {
      summary: "The booking for a calendar",
      parameters: [widget, token],
      responses: { 200: calendarFile, ...reading },
    },
    fromPages: originsOfPlaces,
    run: async (call) =>
      new Response(await getBookingCalendar(call.context, call.siteKey, param(call, "token")), {
        headers: {
          "content-type": "text/calendar; charset=utf-8",
          "content-disposition": 'attachment; filename="booking.ics"',
          "cache-control": "no-store",
        },
      }),
  },
  {
    method: "GET",
    path: "/calendars/{file}",
    says: {
      summary: "Bookings of a resource or place, at its secret address",
      parameters: [{ name: "file", in: "path", required: true, schema: text }],
      responses: { 200: calendarFile, 304: unchanged, ...reading },
    },
    fromPages: "own",
    run: async (call) => {
      const { text, etag } = await calendarAt(call.context, call.siteKey, param(call, "file").replace(/\.ics$/, ""));
      return tagged(call, text, etag, "text/calendar; charset=utf-8");
    },
  },
];
