// The public API as OpenAPI 3.1. A test holds every answer of the integration tests against it.
type Json = Readonly<Record<string, unknown>>;

const ref = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });
const object = (properties: Record<string, Json>, optional: readonly string[] = []): Json => ({
  type: "object",
  additionalProperties: false,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  properties,
});
const list = (items: Json): Json => ({ type: "array", items });
const nullable = (schema: Json): Json => ({ anyOf: [schema, { type: "null" }] });
const text: Json = { type: "string" };
const whole: Json = { type: "integer" };
const yesNo: Json = { type: "boolean" };
const instant: Json = { type: "string", format: "date-time", description: "RFC 3339, in UTC" };
const date: Json = { type: "string", format: "date" };
const wall: Json = {
  type: "string",
  pattern: "^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$",
  description: "Local form, on the clock that is named beside it",
};
const minor: Json = { type: "integer", minimum: 0, description: "Minor units of the currency" };

const dayStates = ["past", "tooFar", "closed", "full", "few", "free"];
const bookingStates = ["held", "waitingApproval", "waitingPayment", "confirmed", "declined", "cancelled", "expired"];

const schemas: Record<string, Json> = {
  Moment: object({ instant, place: wall, visitor: wall }, ["visitor"]),
  Problem: object(
    {
      type: text,
      title: { type: "string", description: "A sentence a person can act on" },
      status: whole,
      code: text,
      fields: list(object({ path: text, message: text })),
      reasons: list(ref("Reason")),
      nearest: list(ref("Moment")),
      reference: text,
    },
    ["reasons", "nearest", "reference"],
  ),
  Reason: object({
    code: { enum: ["notSold", "notAStart", "closed", "tooSoon", "tooFar", "seats", "notFree"] },
    message: text,
  }),
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
    capacity: whole,
    where: object({ kind: { enum: ["place", "online", "client"] }, words: text }),
    confirm: { enum: ["atOnce", "approval", "payment"] },
    leads: list(text),
    price: nullable(ref("Price")),
    tax: nullable(object({ percent: { type: "number" }, included: yesNo })),
    course: nullable(list(list(ref("Moment")))),
    resources: list(
      object({
        id: text,
        name: text,
        kind: { enum: ["person", "room", "thing"] },
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
    places: list(object({ id: text, name: text, address: text, zone: text, notice: text })),
    services: list(ref("Service")),
  }),
  Version: object({ setUp: whole, diary: whole }),
  Days: object({
    service: text,
    resource: text,
    zone: text,
    days: list(object({ date, state: { enum: dayStates }, left: whole, begins: ref("Moment") })),
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
      state: { enum: bookingStates },
      service: text,
      serviceName: text,
      zone: text,
      dates: list(object({ start: ref("Moment"), end: ref("Moment") })),
      seats: whole,
      price: nullable(ref("Bill")),
      endsByItself: nullable(instant),
      changeUntil: instant,
    },
    ["hold", "token"],
  ),
  NewHold: object({ service: text, resource: nullable(text), start: text, seats: whole }, ["resource", "seats"]),
  NewBooking: object(
    {
      hold: text,
      client: object({ name: text, email: { type: "string", format: "email" }, phone: text }, ["phone"]),
      answers: { type: "object", additionalProperties: true },
      terms: yesNo,
      language: text,
      zone: text,
      payment: text,
    },
    ["answers", "terms", "language", "zone", "payment"],
  ),
  Deed: {
    oneOf: [
      object({ deed: { const: "cancel" } }),
      object({ deed: { const: "move" }, start: text, resource: nullable(text) }, ["resource"]),
    ],
  },
  Signup: object(
    {
      widget: text,
      page: text,
      language: text,
      fields: { type: "object", additionalProperties: { type: ["string", "boolean"] } },
      website: text,
      elapsedMs: { type: "number", minimum: 0 },
    },
    ["website"],
  ),
  Taken: object({ taken: { const: true } }),
  PaymentEvent: object({
    id: text,
    type: { enum: ["payment.approved", "payment.declined"] },
    reference: text,
    amount: minor,
    currency: text,
  }),
  PaymentOutcome: object({ outcome: text }),
  Seen: object({ widget: text, what: { enum: ["shown", "closed"] } }),
};

const json = (name: string): Json => ({ "application/json": { schema: ref(name) } });
const answer = (description: string, name: string): Json => ({ description, content: json(name) });
const problem = (description: string): Json => ({
  description,
  content: { "application/problem+json": { schema: ref("Problem") } },
});
const calendar = (description: string): Json => ({
  description,
  content: { "text/calendar": { schema: { type: "string" } } },
});

const widget: Json = { name: "widget", in: "path", required: true, schema: text };
const token: Json = { name: "token", in: "path", required: true, schema: text };
const query = (name: string, required: boolean, schema: Json = text): Json => ({ name, in: "query", required, schema });
const key: Json = {
  name: "Idempotency-Key",
  in: "header",
  required: true,
  schema: { type: "string", minLength: 8, maxLength: 80 },
};
const asking = [widget, query("service", true), query("resource", false), query("seats", false, whole)];
const zone = query("zone", false);

const reading = {
  400: problem("The path or the query can't be read"),
  404: problem("There is no such calendar, or it is switched off"),
  405: problem("Another method is meant; Allow says which"),
  414: problem("The address is longer than 2048 characters"),
  422: problem("A value can't be used; its field is named"),
  429: problem("Too many calls; Retry-After says when to go on"),
  431: problem("A header is longer than 8192 characters"),
  500: problem("Our fault; with the reference under which our log tells of it"),
};
const deeds = {
  ...reading,
  403: problem("Pages of that site may not call"),
  409: problem("Not possible as things stand; with reasons and the nearest free times where a time was wanted"),
  413: problem("The body is larger than 64 kB"),
  415: problem("The body is not JSON"),
};

const get = (summary: string, parameters: readonly Json[], name: string, more: Json = {}): Json => ({
  get: { summary, parameters, responses: { 200: answer("As asked", name), ...more, ...reading } },
});
const post = (
  summary: string,
  parameters: readonly Json[],
  takes: string,
  status: number,
  gives: string,
  more: Json = {},
): Json => ({
  post: {
    summary,
    parameters,
    requestBody: { required: true, content: json(takes) },
    responses: { [status]: answer("Done", gives), ...more, ...deeds },
  },
});

const html = (description: string): Json => ({
  description,
  content: { "text/html": { schema: { type: "string" } } },
});
/** A page behind a letter's link: GET shows what will be done, the form's POST does it. */
const page = (summary: string): Json => ({
  get: {
    summary: `${summary}: asks first`,
    parameters: [token],
    responses: { ...reading, 200: html("The page"), 404: html("The link does not work") },
  },
  post: {
    summary,
    parameters: [token],
    responses: { ...deeds, 200: html("Done"), 404: html("The link does not work"), 409: html("Not possible any more") },
  },
});

export const openApi: Json = {
  openapi: "3.1.0",
  info: {
    title: "Webitor: what visitors' pages call",
    version: "1",
    description:
      "Instants are RFC 3339 in UTC, with local forms beside them. Errors are application/problem+json (RFC 9457) with the path of each wrong field. Every POST of booking takes an Idempotency-Key: sent again with it, the call is answered again and done once.",
  },
  servers: [{ url: "/_w/v1" }],
  paths: {
    "/booking/{widget}/services": get("What can be booked", [widget], "Services"),
    "/booking/{widget}/version": get("Rises with everything that days and times depend on", [widget], "Version"),
    "/booking/{widget}/days": get(
      "The state of every day",
      [...asking, query("from", true, date), query("to", true, date), zone],
      "Days",
      { 304: { description: "Nothing has changed since the ETag that was sent" } },
    ),
    "/booking/{widget}/times": get("The times of a day", [...asking, query("date", true, date), zone], "Times"),
    "/booking/{widget}/why": get("Why a start is not offered", [...asking, query("start", true), zone], "Why"),
    "/booking/{widget}/holds": post("Keeps a time for ten minutes", [widget, key], "NewHold", 201, "Booking"),
    "/booking/{widget}/bookings": post("Makes a hold a booking", [widget, key], "NewBooking", 201, "Booking", {
      410: problem("The hold has ended"),
    }),
    "/booking/{widget}/bookings/{token}": {
      ...get("A client's own booking", [widget, token], "Booking"),
      ...post("Moves or cancels it", [widget, token, key], "Deed", 200, "Booking"),
    },
    "/booking/{widget}/bookings/{token}/booking.ics": {
      get: {
        summary: "The booking for a calendar",
        parameters: [widget, token],
        responses: { 200: calendar("iCalendar (RFC 5545)"), ...reading },
      },
    },
    "/booking/{widget}/bookings/{token}/page": page("A client's own booking, without scripts"),
    "/calendars/{file}": {
      get: {
        summary: "Bookings of a resource or place, at its secret address",
        parameters: [{ name: "file", in: "path", required: true, schema: text }],
        responses: {
          200: calendar("iCalendar (RFC 5545)"),
          304: { description: "Nothing has changed since the ETag that was sent" },
          ...reading,
        },
      },
    },
    "/payments/events": post(
      "Signed events of the payment service",
      [{ name: "Webitor-Payment-Signature", in: "header", required: true, schema: text }],
      "PaymentEvent",
      200,
      "PaymentOutcome",
      { 401: problem("The signature is missing, wrong or too old") },
    ),
    "/signups": post("Signs up through a popup", [], "Signup", 202, "Taken"),
    "/signups/{token}/confirm": page("Confirms a signup"),
    "/signups/{token}/withdraw": page("Withdraws a signup"),
    "/signups/{token}/return": page("Comes back after withdrawing"),
    "/popup-counts": {
      post: {
        summary: "Counts that a popup was shown or closed",
        requestBody: { required: true, content: json("Seen") },
        responses: { 204: { description: "Counted" }, ...deeds },
      },
    },
    "/notice.css": {
      get: {
        summary: "The style sheet of the pages behind letters' links",
        responses: {
          ...reading,
          200: { description: "CSS", content: { "text/css": { schema: { type: "string" } } } },
        },
      },
    },
    "/openapi.json": {
      get: {
        summary: "This description",
        responses: {
          ...reading,
          200: { description: "OpenAPI 3.1", content: { "application/json": { schema: { type: "object" } } } },
        },
      },
    },
  },
  components: { schemas },
};
