// The hostile sets, made from the descriptions of the API: whatever is sent, the answer is one a program can read, names
// a field, says a sentence, and is never a fault of ours.

import { isLongRun, sampled } from "../../../tests/extent";
import { withClock } from "../booking/api.test-kit";
import type { Context } from "../context";
import { type OperationName, operations } from "../operations";
import { Problem } from "../problem";
import { type HostileCall, hostileCalls, hostileInputs } from "../testing/hostile.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { tally } from "../testing/tally.test-kit";
import { openApi } from "./endpoints";
import { answerVisitor } from "./visitors";

let studio: TestStudio;
let context: Context;
const failures: string[] = [];
beforeAll(async () => {
  studio = await testStudio("released");
  const log = {
    ...studio.context.log,
    error: (values: { err?: Error }) => void failures.push(String(values.err?.stack)),
  };
  context = { ...withClock(studio.context, "2026-03-05T18:40:00Z"), log: log as never };
});
afterAll(() => studio.close());

let nth = 0;
async function call({ method, path, headers, body }: HostileCall): Promise<Response> {
  const host = "wrenfield.localhost:4499";
  // Everybody is somebody else: limits have their own tests.
  nth += 1;
  const address = `10.${(nth >> 16) & 255}.${(nth >> 8) & 255}.${nth & 255}`;
  const request = new Request(`http://${host}/_w/v1${path}`, {
    method,
    headers: { host, ...headers },
    ...(body === null ? {} : { body }),
  });
  return answerVisitor(context, request, { siteKey: "wrenfield", address, path: path.split("?", 1)[0] ?? "" });
}

/** What is wrong with an answer, or null. */
async function wrongWith(response: Response, method: string): Promise<string | null> {
  const { status } = response;
  if (status >= 500) return `is ${status}`;
  for (const name of ["content-security-policy", "x-content-type-options", "referrer-policy"])
    if (!response.headers.get(name)) return `${status} lacks ${name}`;
  if (status < 400) return null;
  if (status === 405 && !response.headers.get("allow")) return "405 without Allow";
  const type = response.headers.get("content-type") ?? "";
  // Pages behind letters' links are for people.
  if (type.startsWith("text/html")) return null;
  if (type !== "application/problem+json") return `${status} is ${type}`;
  if (method === "HEAD") return null;
  const text = await response.text();
  if (text.length > 20_000) return `${status} has ${text.length} characters`;
  const problem = JSON.parse(text) as { title: string; status: number; fields: { path: string; message: string }[] };
  if (problem.status !== status || !problem.title) return `${status} says ${problem.status} “${problem.title}”`;
  if (!problem.fields.length || problem.fields.length > 20) return `${status} names ${problem.fields.length} fields`;
  const faulty = problem.fields.find(({ path, message }) => !path || !/[.?!…]$/.test(message));
  return faulty ? `${status} at “${faulty.path}” says “${faulty.message}”` : null;
}

/** Lists by the name of what is called. */
function byName<T>(all: Iterable<T>, name: (one: T) => string): ReadonlyMap<string, readonly T[]> {
  const lists = new Map<string, T[]>();
  for (const one of all) lists.set(name(one), [...(lists.get(name(one)) ?? []), one]);
  return lists;
}

const calls = byName(sampled(hostileCalls(), 13), ({ what }) => what.split(":", 1)[0] ?? "");
const described = Object.entries(openApi.paths as Record<string, object>).flatMap(([path, methods]) =>
  Object.keys(methods).map((method) => `${method.toUpperCase()} ${path}`),
);

test.each(described)("every call of the public API: %s", async (name) => {
  tally("hostile calls", calls.get(name)?.length);
  const wrong: string[] = [];
  for (const hostile of calls.get(name) ?? []) {
    const found = await call(hostile).then(
      (response) => wrongWith(response, hostile.method),
      (error: Error) => {
        // What the platform's own Request refuses to be can't be sent either.
        return error instanceof TypeError && /Header|ByteString|byte string/i.test(error.message)
          ? null
          : `throws ${error.message}`;
      },
    );
    if (found) wrong.push(`${hostile.what}: ${found}`);
  }
  expect(wrong.slice(0, 20)).toEqual([]);
  expect(failures.slice(0, 5)).toEqual([]);
  // A sample leaves out no call.
  expect(calls.get(name)?.length).toBeGreaterThan(0);
});

test("bodies that are no UTF-8, and such that end in the middle", async () => {
  const send = (body: Uint8Array) => {
    const host = "wrenfield.localhost:4499";
    const headers = { host, "content-type": "application/json", "idempotency-key": `bytes-${++nth}-key` };
    const request = new Request(`http://${host}/_w/v1/signups`, { method: "POST", headers, body: body as BodyInit });
    return answerVisitor(context, request, { siteKey: "wrenfield", address: `10.9.9.${nth % 250}`, path: "/signups" });
  };
  for (const bytes of [[0xff, 0xfe, 0x7b], [0xc3, 0x28], [0xf0, 0x9f], Array.from({ length: 65_537 }, () => 0x20)])
    expect(await wrongWith(await send(Uint8Array.from(bytes)), "POST")).toBeNull();
});

const inputs = byName(sampled(hostileInputs(), 13), ({ name }) => name);

test.each(Object.keys(operations) as OperationName[])("every operation: %s", async (name) => {
  tally("hostile inputs", inputs.get(name)?.length);
  const wrong: string[] = [];
  for (const { what, input } of inputs.get(name) ?? []) {
    const incoming = { ...studio.incoming("owner"), context };
    const found = await operations[name].perform(incoming, input).then(
      () => null,
      (error: unknown) => {
        if (!(error instanceof Problem)) return `throws ${(error as Error).stack?.split("\n", 3).join(" ")}`;
        if (error.status >= 500) return `is ${error.status}`;
        if (error.fields.length > 20) return `names ${error.fields.length} fields`;
        const faulty = error.fields.find(({ path, message }) => !path || !/[.?!…]$/.test(message));
        return faulty ? `${error.status} at “${faulty.path}” says “${faulty.message}”` : null;
      },
    );
    if (found) wrong.push(`${what}: ${found}`);
  }
  expect(wrong.slice(0, 30)).toEqual([]);
  expect(inputs.get(name)?.length).toBeGreaterThan(0);
});

test("so many they are", () => {
  const all = (lists: ReadonlyMap<string, readonly unknown[]>) => [...lists.values()].flat().length;
  expect(all(calls)).toBeGreaterThan(isLongRun ? 2500 : 400);
  expect(all(inputs)).toBeGreaterThan(isLongRun ? 6000 : 900);
});
