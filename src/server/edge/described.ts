// Short ways to describe visitors' calls after OpenAPI 3.1. Tests hold every answer against what stands here.
export type Json = Readonly<Record<string, unknown>>;

export const ref = (name: string): Json => ({ $ref: `#/components/schemas/${name}` });
export const object = (properties: Record<string, Json>, optional: readonly string[] = []): Json => ({
  type: "object",
  additionalProperties: false,
  required: Object.keys(properties).filter((name) => !optional.includes(name)),
  properties,
});
export const list = (items: Json): Json => ({ type: "array", items });
export const nullable = (schema: Json): Json => ({ anyOf: [schema, { type: "null" }] });
export const text: Json = { type: "string" };
export const whole: Json = { type: "integer" };
export const yesNo: Json = { type: "boolean" };
export const instant: Json = { type: "string", format: "date-time", description: "RFC 3339, in UTC" };
export const date: Json = { type: "string", format: "date" };
export const wall: Json = {
  type: "string",
  pattern: "^\\d{4}-\\d{2}-\\d{2}T\\d{2}:\\d{2}$",
  description: "Local form, on the clock that is named beside it",
};
export const minor: Json = { type: "integer", minimum: 0, description: "Minor units of the currency" };

export const json = (name: string): Json => ({ "application/json": { schema: ref(name) } });
export const answer = (description: string, name: string): Json => ({ description, content: json(name) });
/** What went wrong: to a browser that goes there, as a page. */
export const problem = (description: string): Json => ({
  description,
  content: { "application/problem+json": { schema: ref("Problem") }, "text/html": { schema: text } },
});

export const token: Json = { name: "token", in: "path", required: true, schema: text };
export const query = (name: string, required: boolean, schema: Json = text): Json => ({
  name,
  in: "query",
  required,
  schema,
});
export const reading = {
  400: problem("The path or the query can't be read"),
  404: problem("There is no such calendar, or it is switched off"),
  405: problem("Another method is meant; Allow says which"),
  414: problem("The address is longer than 2048 characters"),
  422: problem("A value can't be used; its field is named"),
  429: problem("Too many calls; Retry-After says when to go on"),
  431: problem("A header is longer than 8192 characters"),
  500: problem("Our fault; with the reference under which our log tells of it"),
  503: problem("Too many at once, or the database is away; Retry-After says when to come again"),
};
export const commands = {
  ...reading,
  403: problem("Pages of that site may not call"),
  409: problem("Not possible as things stand; with reasons and the nearest free times where a time was wanted"),
  413: problem("The body is larger than 64 kB"),
  415: problem("The body is not JSON"),
};

export const get = (summary: string, parameters: readonly Json[], name: string, more: Json = {}): Json => ({
  summary,
  parameters,
  responses: { 200: answer("As asked", name), ...more, ...reading },
});
export const post = (
  summary: string,
  parameters: readonly Json[],
  takes: string,
  status: number,
  gives: string,
  more: Json = {},
): Json => ({
  summary,
  parameters,
  requestBody: { required: true, content: json(takes) },
  responses: { [status]: answer("Done", gives), ...more, ...commands },
});

export const html = (description: string): Json => ({
  description,
  content: { "text/html": { schema: { type: "string" } } },
});
/** A page behind a letter's link: GET shows what will be done, the form's POST does it. */
export const pageAsks = (summary: string): Json => ({
  summary: `${summary}: asks first`,
  parameters: [token],
  responses: { ...reading, 200: html("The page"), 404: html("The link does not work") },
});
export const pageDoes = (summary: string): Json => ({
  summary,
  parameters: [token],
  responses: {
    ...commands,
    200: html("Done"),
    404: html("The link does not work"),
    409: html("Not possible any more"),
  },
});

/** Forms that answers of every kind are made of. */
export const commonSchemas: Readonly<Record<string, Json>> = {
  Elsewhere: object({
    language: text,
    home: { type: "string", description: "Origin of the site that the widget belongs to" },
    form: { type: "object", description: "What its script draws", additionalProperties: true },
    brand: { type: "object", description: "Custom properties of the brand", additionalProperties: text },
  }),
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
      number: { type: "integer", minimum: 1, description: "Place in the queue, where very many come at once" },
    },
    ["reasons", "nearest", "reference", "number"],
  ),
  Reason: object({
    code: {
      enum: [
        ...["notSold", "notAStart", "closed", "tooSoon", "tooFar"],
        ...["seats", "mostSeats", "yourWeek", "group", "notFree"],
      ],
    },
    message: text,
  }),
  Taken: object({ taken: { const: true } }),
};
