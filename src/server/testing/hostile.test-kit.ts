// What strangers and broken clients send, made from the API's own descriptions: every call of openapi.json, and every
// operation by its schema, with one thing wrong at a time. Used by the tests (nothing may fail on our side) and by the
// bench (nothing may take long).
import { readFileSync } from "node:fs";
import type Joi from "joi";
import { openApi } from "@/server/edge/endpoints";
import { type OperationName, operations } from "@/server/operations";

type Json = Readonly<Record<string, unknown>>;

const repeated = (text: string, times: number) => text.repeat(times);
const nested = (levels: number): unknown => {
  let value: unknown = 1;
  for (let level = 0; level < levels; level++) value = level % 2 ? [value] : { deeper: value };
  return value;
};
const wide = (keys: number) => Object.fromEntries(Array.from({ length: keys }, (_, nth) => [`k${nth}`, nth]));

/** Texts that were somebody's undoing: dates that are none or far, zones and languages of every shape, and control characters. */
export const oddTexts: readonly string[] = [
  "",
  " ",
  "null",
  "-1",
  "9999-12-31",
  "0000-01-01",
  "2027-02-29",
  "2027-04-31",
  "2026-13-01",
  "+275760-09-13",
  "-271821-04-19",
  "2026-03-11T24:00",
  "2026-03-11T09:60",
  "9999-12-31T23:59",
  "+275760-09-13T00:00:00Z",
  "2026-03-11T09:30:00+99:00",
  "Europe/Nowhere",
  "EUROPE/dublin",
  "europe/Dublin/",
  "Etc/GMT+99",
  "+01:00",
  "../../etc/passwd",
  "__proto__",
  "constructor",
  "toString",
  "hasOwnProperty",
  "*",
  "--",
  "x",
  "en_US",
  "i-klingon",
  "x-private",
  "a-DE",
  "en-US-u-ca-buddhist-nu-thai-extra-long-tag-that-goes-on",
  "a\u0000b",
  "a\rb",
  "a\r\nX-Odd: 1",
  "a\u0007b",
  "a\u001bb",
  "\ud800",
  "\u202eabc",
  "<script>alert(1)</script>",
  "' or 1=1 --",
  "%00",
  "%zz",
  "%F0%9F",
  repeated("a", 300),
  repeated("é", 5000),
  repeated(" ", 20_000),
  repeated("/", 20_000),
  repeated("a@", 3000),
  repeated("1", 400),
  "1e309",
  "0x10",
  "NaN",
];

/** Values of other types. */
const oddValues: readonly unknown[] = [
  null,
  true,
  0,
  -1,
  1.5,
  1e21,
  Number.MAX_SAFE_INTEGER,
  [],
  {},
  [[]],
  ["a", 1, null],
  { a: 1 },
  nested(12),
  nested(40),
  wide(150),
  Array.from({ length: 500 }, (_, nth) => nth),
];

/** Bodies that are no object of a sensible size, as text. */
export const oddBodies: readonly string[] = [
  "",
  "{",
  "nonsense",
  "null",
  "[]",
  "1",
  '"text"',
  '{"a":1,}',
  "\u0000",
  `${repeated("[", 5000)}${repeated("]", 5000)}`,
  `${repeated('{"a":', 5000)}1${repeated("}", 5000)}`,
  JSON.stringify(wide(4000)),
  JSON.stringify({ fields: wide(3000) }),
  JSON.stringify({ answers: nested(2000) }),
  JSON.stringify(Array.from({ length: 15_000 }, (_, nth) => nth)),
  JSON.stringify({ text: repeated("x", 70_000) }),
  JSON.stringify({ text: repeated("\\u0000", 500) }),
  '{"__proto__":{"admin":true},"constructor":{"prototype":{"admin":true}}}',
  '{"a":"\\ud800"}',
];

const oddHeaders: readonly Readonly<Record<string, string>>[] = [
  ...["*", "en_US", "x", "--", "constructor", "__proto__", "en;q=nonsense", repeated("en,", 3000)].map((language) => ({
    "accept-language": language,
  })),
  { "if-none-match": repeated('"a",', 1500) },
  { "if-none-match": "*" },
  { origin: "null" },
  { origin: "nonsense" },
  { origin: "https://evil.example" },
  { "accept-encoding": repeated(" ", 8000) },
  { accept: repeated("a/b;q=0.1,", 700) },
  { "content-type": "APPLICATION/JSON" },
  { "content-type": "text/plain" },
  { "content-type": `application/json;${repeated(" ", 5000)}` },
  { "content-type": "application/json; charset=utf-16" },
  { "idempotency-key": "short" },
  { "idempotency-key": repeated("k", 500) },
  { "idempotency-key": "with spaces and ünïcode" },
  { "webitor-payment-signature": "t=1,v1=0" },
  { "webitor-payment-signature": `t=${repeated("9", 500)},v1=${repeated("a", 64)}` },
  { "content-length": "999999999" },
  { "x-webitor-site": "oddlane", "x-webitor-address": "10.0.0.1" },
];

/** As it can stand in an address: half a character can't be encoded, so it is sent as what browsers make of it. */
const encoded = (text: string): string => encodeURIComponent(new TextDecoder().decode(new TextEncoder().encode(text)));

export interface HostileCall {
  readonly what: string;
  readonly method: string;
  /** Below /_w/v1. */
  readonly path: string;
  readonly headers: Readonly<Record<string, string>>;
  readonly body: string | null;
}

type Operation = {
  readonly parameters?: readonly { readonly name: string; readonly in: string; readonly required?: boolean }[];
  readonly requestBody?: { readonly content: Readonly<Record<string, { readonly schema: Json }>> };
};

const schemas = (openApi.components as { schemas: Readonly<Record<string, Json>> }).schemas;
const resolved = (schema: Json): Json =>
  typeof schema.$ref === "string" ? (schemas[schema.$ref.split("/").at(-1) ?? ""] ?? {}) : schema;

/** Plausible values, so that one wrong thing is reached past the right ones. */
const plausible: Readonly<Record<string, unknown>> = {
  widget: "calendar",
  service: "first-throw",
  start: "2026-03-11T10:30",
  date: "2026-03-11",
  from: "2026-03-10",
  to: "2026-03-20",
  zone: "Europe/Dublin",
  language: "en",
  page: "/",
  elapsedMs: 5000,
  hold: "none.none",
  client: { name: "Nuala", email: "nuala@post.example" },
  fields: { email: "nuala@post.example" },
  command: "move",
  what: "shown",
  token: "none.none",
  file: "none.ics",
};

/** Each call of a run has a key of its own. */
let last = 0;

/** Every call of the public API with one thing wrong, for the booking widget "calendar". */
export function* hostileCalls(): Generator<HostileCall> {
  for (const [path, methods] of Object.entries(openApi.paths as Record<string, Record<string, Operation>>))
    for (const [name, operation] of Object.entries(methods)) {
      const method = name.toUpperCase();
      const parameters = operation.parameters ?? [];
      const content = Object.values(operation.requestBody?.content ?? {})[0];
      const properties = content ? propertiesOf(content.schema) : [];
      const base = Object.fromEntries(
        properties.flatMap((key) => (Object.hasOwn(plausible, key) ? [[key, plausible[key]]] : [])),
      );
      const query = parameters.filter((one) => one.in === "query");
      const asked = Object.fromEntries(
        query.filter(({ required }) => required).map((one) => [one.name, String(plausible[one.name] ?? "1")]),
      );
      const make = (
        what: string,
        change: {
          path?: Record<string, string>;
          query?: Record<string, string>;
          body?: string;
          headers?: Record<string, string>;
        },
      ): HostileCall => {
        const values: Record<string, string> = { ...asked, ...change.query };
        const filled = path.replace(/\{(\w+)\}/g, (_, key: string) =>
          encoded(change.path?.[key] ?? String(plausible[key] ?? "x")),
        );
        const search = new URLSearchParams(values).toString();
        return {
          what: `${method} ${path}: ${what}`,
          method,
          path: `${filled}${search ? `?${search}` : ""}`,
          headers: {
            ...(content ? { "content-type": "application/json", "idempotency-key": `hostile-${++last}-key` } : {}),
            ...change.headers,
          },
          body: method === "POST" ? (change.body ?? JSON.stringify(base)) : null,
        };
      };
      const said = (value: unknown) => JSON.stringify(value)?.slice(0, 60) ?? "nothing";
      for (const odd of oddTexts) {
        for (const one of query) yield make(`?${one.name}=${said(odd)}`, { query: { [one.name]: odd } });
        for (const one of parameters.filter((parameter) => parameter.in === "path"))
          if (odd) yield make(`{${one.name}} ${said(odd)}`, { path: { [one.name]: odd } });
      }
      for (const one of query) {
        const without = make(`without ?${one.name}`, {});
        yield { ...without, path: without.path.replace(new RegExp(`[?&]${one.name}=[^&]*`), "?") };
      }
      for (const headers of oddHeaders) yield make(`headers ${said(headers)}`, { headers });
      for (const other of ["PUT", "PATCH", "DELETE", "OPTIONS", "HEAD"])
        yield { ...make(other, {}), method: other, body: null };
      yield { ...make("a slash at the end", {}), path: `${path}/` };
      if (method !== "POST") continue;
      for (const body of oddBodies) yield make(`body ${said(body)}`, { body });
      for (const key of [...properties, "unknown", "__proto__"]) {
        for (const value of [...oddTexts, ...oddValues])
          yield make(`${key} ${said(value)}`, {
            body: `{${[...Object.entries(base).filter(([one]) => one !== key), [key, value]].map(([one, of]) => `${JSON.stringify(one)}:${JSON.stringify(of)}`).join(",")}}`,
          });
        const { [key]: _left, ...rest } = base;
        yield make(`without ${key}`, { body: JSON.stringify(rest) });
      }
    }
}

function propertiesOf(schema: Json): string[] {
  const own = resolved(schema);
  const forms = (own.oneOf as readonly Json[] | undefined) ?? [own];
  return [...new Set(forms.flatMap((form) => Object.keys((resolved(form).properties as Json | undefined) ?? {})))];
}

const veryWide = wide(100_000);
const veryLong = Array.from({ length: 200_000 }, () => ({}));
const veryDeep = nested(4000);

export interface HostileInput {
  readonly what: string;
  readonly name: OperationName;
  readonly input: unknown;
}

interface Described {
  readonly type?: string;
  readonly allow?: readonly unknown[];
  readonly keys?: Readonly<Record<string, Described>>;
  readonly items?: readonly Described[];
  readonly rules?: readonly { readonly name: string; readonly args?: { readonly limit?: number } }[];
}

const known: Readonly<Record<string, unknown>> = {
  site: "wrenfield",
  page: "home",
  document: "home",
  email: "somebody@post.example",
  name: "Somebody",
  country: "IE",
  year: 2026,
  key: "somebody-else",
  zone: "Europe/Dublin",
  language: "en",
  from: "2026-03-10T00:00:00Z",
  to: "2026-03-20T00:00:00Z",
  start: "2026-03-11T09:30:00Z",
  service: "first-throw",
  resource: "maren",
  password: "wheel-and-water",
  widget: "letters",
  settings: { language: "en", zone: "Europe/Dublin", currency: "EUR", description: "", mailFrom: "a@b.example" },
  brand: JSON.parse(readFileSync("demo/wrenfield/site.json", "utf8")).brand,
  edits: [{ type: "setContent", node: "x1", field: "text", value: "Somebody's" }],
  documents: [
    {
      document: "home",
      revision: 0,
      edits: [{ type: "setContent", node: "x1", field: "text", value: "Somebody's" }],
    },
  ],
  visitor: {
    widthPx: 390,
    language: "en-IE",
    country: "IE",
    now: 1_790_000_000_000,
    zone: "Europe/Dublin",
    visit: 1,
    cameFrom: null,
    consent: "given",
    signedUpWith: [],
  },
};

/** A value that the schema may take, by its description: right in its type, and by name where we know one. */
function sample(name: string, described: Described): unknown {
  if (Object.hasOwn(known, name)) return known[name];
  const chosen = described.allow?.find((value) => typeof value === "string" || typeof value === "number");
  if (chosen !== undefined) return chosen;
  switch (described.type) {
    case "number":
      return 1;
    case "boolean":
      return true;
    case "array": {
      // Of a list whose length is fixed, that many; of others, none.
      const length = described.rules?.find((rule) => rule.name === "length")?.args?.limit ?? 0;
      const of = described.items?.[0];
      return Array.from({ length }, () => (of ? sample(name, of) : null));
    }
    case "object":
      return Object.fromEntries(Object.entries(described.keys ?? {}).map(([key, of]) => [key, sample(key, of)]));
    default:
      return "x1";
  }
}

/** What fields want whose name and type say too little. */
const candidates: readonly unknown[] = [
  "abcdefgh1234",
  "2026-12-01",
  "2026-12-01T09:30",
  // The end of what has begun.
  "2026-12-02T09:30",
  "2026-12-01T09:30:00Z",
  "09:30",
  "123456",
  "a".repeat(64),
  "https://calendars.example/team.ics",
  "/an/old/path",
  "Europe/Dublin",
  "EUR",
  // To whom a conversation is handed.
  "chat",
  // An account as banks write it (ISO 13616, ISO 9362).
  "IE25MARR93115212345678",
  "MARRIE2D",
  "IE",
  "notAsked",
  "stock",
  {},
  [],
  ["x1"],
  1,
  100,
  true,
  null,
  undefined,
];

function put(input: Record<string, unknown>, path: readonly (string | number)[], value: unknown): void {
  let holder = input as Record<string | number, unknown>;
  for (const step of path.slice(0, -1)) holder = holder[step] as Record<string | number, unknown>;
  const last = path.at(-1) as string | number;
  if (value === undefined) delete holder[last];
  else holder[last] = value;
}

/** Input that an operation's schema takes, made from the schema; an Error where none is found. */
export function validInput(name: OperationName): Readonly<Record<string, unknown>> {
  const schema = operations[name].schema as Joi.ObjectSchema;
  const input = structuredClone(sample("", schema.describe() as Described)) as Record<string, unknown>;
  const tried = new Map<string, number>();
  for (;;) {
    const [wrong] = schema.validate(input).error?.details ?? [];
    if (!wrong) return input;
    const at = wrong.path.join(".");
    const nth = tried.get(at) ?? 0;
    tried.set(at, nth + 1);
    if (nth >= candidates.length || !wrong.path.length) throw new Error(`No valid input for ${name}: ${wrong.message}`);
    put(input, wrong.path, candidates[nth]);
  }
}

/** One text of each shape: there are many operations, and each of them is tried with all of these in every field. */
const telling = [
  "",
  "9999-12-31",
  "2027-02-29",
  "+275760-09-13T00:00:00Z",
  "EUROPE/dublin",
  "__proto__",
  "--",
  "a\u0000b",
  "a\rb",
  "\ud800",
  oddTexts.find((text) => text.length === 20_000) ?? "",
];

/** Every operation with one thing wrong. Operations that close the caller's own account or session are left out. */
export function* hostileInputs(): Generator<HostileInput> {
  for (const name of Object.keys(operations) as OperationName[]) {
    const described = (operations[name].schema as Joi.ObjectSchema).describe() as Described;
    const base = sample("", described) as Record<string, unknown>;
    const keys = Object.keys(described.keys ?? {});
    const said = (value: unknown) => JSON.stringify(value)?.slice(0, 60) ?? "nothing";
    for (const value of [...oddValues, "text", undefined])
      yield { what: `${name}: instead of an object ${said(value)}`, name, input: value };
    yield { what: `${name}: a hundred thousand fields`, name, input: veryWide };
    yield { what: `${name}: nested deep`, name, input: { ...base, [keys.at(-1) ?? "x"]: veryDeep } };
    yield {
      what: `${name}: a long list`,
      name,
      input: { ...base, [keys.at(-1) ?? "x"]: veryLong },
    };
    yield { what: `${name}: unknown field`, name, input: { ...base, nonsense: 1 } };
    for (const key of keys) {
      for (const value of [...telling, ...oddValues])
        yield { what: `${name}: ${key} ${said(value)}`, name, input: { ...base, [key]: value } };
      const { [key]: _left, ...rest } = base;
      yield { what: `${name}: without ${key}`, name, input: rest };
    }
  }
}
