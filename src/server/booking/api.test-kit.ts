// The public API for tests: its real routes, on a site of its own, with every answer held against openapi.json.
import Ajv from "ajv/dist/2020.js";
import addFormats from "ajv-formats";
import type { BookingSetUp } from "@/core/booking/booking";
import type { Context } from "@/server/context";
import { openApi } from "@/server/edge/endpoints";
import { answerVisitor } from "@/server/edge/visitors";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

const ajv = new Ajv({ strict: false, allErrors: true });
addFormats(ajv);
ajv.addSchema(openApi, "api");

export interface Answer {
  readonly status: number;
  readonly headers: Headers;
  // biome-ignore lint/suspicious/noExplicitAny: tests read what the description promises
  readonly body: any;
  readonly text: string;
}

export interface Asking {
  readonly query?: Record<string, string | number>;
  readonly body?: unknown;
  readonly headers?: Record<string, string>;
  readonly params?: Record<string, string>;
  /** Network address of the caller. */
  readonly address?: string;
}

const pointer = (path: string) => path.replaceAll("~", "~0").replaceAll("/", "~1");

/** Every answer has to be one that openapi.json describes, in its status, its type and its form. */
function holdAgainst(path: string, method: string, status: number, type: string, body: unknown) {
  type Described = { responses: Record<string, { content?: Record<string, unknown> }> };
  const operation = (openApi.paths as Record<string, Record<string, Described>>)[path]?.[method.toLowerCase()];
  const response = operation?.responses[status];
  if (!response) throw new Error(`${method} ${path} answered ${status}, which openapi.json does not describe`);
  const media = type.split(";")[0] as string;
  if (!response.content) {
    if (body) throw new Error(`${method} ${path} ${status} has a body that is not described`);
    return;
  }
  if (!response.content[media]) throw new Error(`${method} ${path} ${status} is ${media}, which is not described`);
  const valid = ajv.getSchema(
    `api#/paths/${pointer(path)}/${method.toLowerCase()}/responses/${status}/content/${pointer(media)}/schema`,
  );
  if (!valid) throw new Error(`${method} ${path} ${status} has no schema`);
  if (!valid(body))
    throw new Error(`${method} ${path} ${status}: ${ajv.errorsText(valid.errors)}\n${JSON.stringify(body)}`);
}

/** Every call of a run has a key of its own. */
let last = 0;

/** Calls routes as a visitor of `site` with the widget `widget`. */
export function publicApi(context: Context, site = "wrenfield", widget = "calendar") {
  async function call(method: "GET" | "POST", path: string, asking: Asking = {}): Promise<Answer> {
    const params: Record<string, string> = { widget, ...asking.params };
    const query = new URLSearchParams(Object.entries(asking.query ?? {}).map(([name, value]) => [name, String(value)]));
    const host = `${site}.localhost:4499`;
    const asked = path.replace(/\{(\w+)\}/g, (_, name: string) => params[name] ?? "");
    const request = new Request(`http://${host}/_w/v1${asked}?${query}`, {
      method,
      headers: {
        host,
        ...(method === "POST"
          ? { "content-type": "application/json", "idempotency-key": `key-of-test-${process.pid}-${++last}` }
          : {}),
        ...asking.headers,
      },
      ...(method === "POST"
        ? { body: typeof asking.body === "string" ? asking.body : JSON.stringify(asking.body ?? {}) }
        : {}),
    });
    const response = await answerVisitor(context, request, {
      siteKey: site,
      address: asking.address ?? "192.0.2.1",
      path: asked,
    });
    const text = await response.text();
    const type = response.headers.get("content-type") ?? "";
    const body = type.includes("json") ? JSON.parse(text) : text;
    holdAgainst(path, method, response.status, type, body);
    return { status: response.status, headers: response.headers, body, text };
  }
  const get = (path: string, query: Record<string, string | number> = {}, more: Asking = {}) =>
    call("GET", `/booking/{widget}/${path}`, { query, ...more });
  const post = (path: string, body: unknown, more: Asking = {}) =>
    call("POST", `/booking/{widget}/${path}`, { body, ...more });
  return {
    call,
    get,
    post,
    /** A hold, and a booking made of it. */
    book: async (
      service: string,
      start: string,
      more: Record<string, unknown> = {},
      hold: Record<string, unknown> = {},
    ) => {
      const held = await post("holds", { service, start, ...hold });
      if (held.status !== 201) return held;
      return post("bookings", {
        hold: held.body.hold,
        client: { name: "Nuala Byrne", email: "nuala@post.example" },
        terms: true,
        ...more,
      });
    },
  };
}

export type PublicApi = ReturnType<typeof publicApi>;

/** A context whose clock stands where it is put. */
export function withClock(context: Context, start: string): Context & { set(now: string): void } {
  let now = new Date(start);
  return {
    ...context,
    now: () => now,
    set: (moment: string) => {
      now = new Date(moment);
    },
  };
}

/** What the commands of a calendar are tried on: the demo's workshop, published, with a clock and whoever uses it. */
export interface BookingStudio {
  readonly studio: TestStudio;
  readonly context: ReturnType<typeof withClock>;
  readonly api: PublicApi;
  /** An operation of the studio at the clock of these tests. */
  readonly operate: TestStudio["as"];
  /** Another set-up, made from the one that stands. */
  changeSetUp(change: (setUp: BookingSetUp) => BookingSetUp): Promise<void>;
}

export async function bookingStudio(start: string): Promise<BookingStudio> {
  const studio = await testStudio("released");
  const context = withClock(studio.context, start);
  const operate: TestStudio["as"] = async (person, name, input) => {
    const { operations } = await import("@/server/operations");
    return operations[name].perform({ ...studio.incoming(person), context }, input);
  };
  const changeSetUp = async (change: (setUp: BookingSetUp) => BookingSetUp) => {
    const site = "wrenfield";
    const { setUp } = (await operate("designer", "booking.readSetUp", { site })) as { setUp: BookingSetUp };
    await operate("designer", "booking.replaceSetUp", { site, setUp: change(setUp) });
  };
  return { studio, context, api: publicApi(context), operate, changeSetUp };
}
