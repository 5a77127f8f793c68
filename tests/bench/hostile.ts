// How long the process takes for what strangers send wrongly, and how soon it answers others meanwhile.
import { request } from "node:http";
import { theContext } from "@/server/context";
import { operations } from "@/server/operations";
import { Problem } from "@/server/problem";
import { type HostileCall, type HostileInput, hostileCalls, hostileInputs } from "@/server/testing/hostile.test-kit";
import { callAs, theOwner } from "../../scripts/lib/studio";
import { type Health, watchHealth } from "./health";
import { longest, paced } from "./pace";

const port = Number(process.env.WEBITOR_PORT);
const host = `wrenfield.localhost:${port}`;

interface Sent {
  readonly status: number;
  readonly ms: number;
}

function send(method: string, path: string, headers: Readonly<Record<string, string>>, body: string | null) {
  const began = performance.now();
  return new Promise<Sent>((resolve) => {
    const sent = request({ host: "127.0.0.1", port, method, path, headers: { host, ...headers } }, (response) => {
      response.resume();
      response.on("end", () => resolve({ status: response.statusCode ?? 0, ms: performance.now() - began }));
    });
    // A connection that the process closes (a length that is not the body's) is an answer too.
    sent.on("error", () => resolve({ status: 0, ms: performance.now() - began }));
    sent.setTimeout(20_000, () => sent.destroy());
    sent.end(body ?? undefined);
  });
}

export interface Hostile {
  readonly calls: number;
  /** The slowest of those that were the slowest five at first, each the median of three. */
  readonly slowestMs: number;
  readonly failed: number;
}

/**
 * Sends every so many a call of the hostile set, one after the other as one small client would, while /healthz is asked again and
 * again.
 */
export async function hostileSet(every: number): Promise<Hostile & Health> {
  // The first call of all loads what answers calls; that is the start of the process, not the work of strangers.
  for (const path of ["/_w/v1/openapi.json", "/_w/v1/booking/calendar/services"]) await send("GET", path, {}, null);
  let [sent, failed] = [0, 0];
  const call = async (one: HostileCall): Promise<number> => {
    sent += 1;
    const sendable = Object.entries(one.headers).filter(([, value]) => /^[\t\x20-\x7e\x80-\xff]*$/.test(value));
    const headers = { "x-forwarded-for": `10.${(sent >> 16) & 255}.${(sent >> 8) & 255}.${sent & 255}` };
    const { status, ms } = await send(
      one.method,
      `/_w/v1${one.path}`,
      { ...headers, ...Object.fromEntries(sendable.filter(([name]) => name !== "content-length")) },
      one.body,
    );
    if (status >= 500) failed += 1;
    return ms;
  };
  const watcher = watchHealth(port);
  const slow = longest<{ readonly one: HostileCall; readonly ms: number }>(5);
  let nth = 0;
  for (const one of hostileCalls()) if (nth++ % every === 0) slow.add({ one, ms: await call(one) });
  const calls = sent;
  const health = await watcher.end();
  // What was slow once may have met something else; what is slow three times is slow.
  let slowestMs = 0;
  for (const { one } of slow.kept) slowestMs = Math.max(slowestMs, await paced(3, () => call(one)));
  return { calls, slowestMs, failed, ...health };
}

interface Slowest {
  readonly ms: number;
  readonly what: string;
}

/**
 * The slowest of every so many a hostile input of all operations, performed in this process one after the other: of those that
 * were refused, and of those that happened to be fine and were done.
 */
export async function hostileOperations(every: number): Promise<{ calls: number; refused: number; done: Slowest }> {
  const context = theContext();
  const owner = await theOwner(context);
  if (!owner) throw new Error("There is no owner");
  let calls = 0;
  const perform = async ({ name, input }: HostileInput) => {
    const incoming = { ...callAs(context, owner), address: `10.1.${(calls >> 8) & 255}.${calls & 255}` };
    calls += 1;
    const began = performance.now();
    const outcome = await operations[name].perform(incoming, input).then(
      () => "done" as const,
      (error: unknown) => {
        if (!(error instanceof Problem) || error.status >= 500) throw error;
        return "refused" as const;
      },
    );
    return { outcome, ms: performance.now() - began };
  };
  interface Timed {
    readonly one: HostileInput;
    readonly ms: number;
  }
  const slow = { refused: longest<Timed>(5), done: longest<Timed>(1) };
  let nth = 0;
  for (const one of hostileInputs()) {
    if (nth++ % every) continue;
    const { outcome, ms } = await perform(one);
    slow[outcome].add({ one, ms });
  }
  const all = calls;
  let refused = 0;
  for (const { one } of slow.refused.kept)
    refused = Math.max(refused, await paced(3, async () => (await perform(one)).ms));
  const [done] = slow.done.kept;
  await context.close();
  return { calls: all, refused, done: { ms: done?.ms ?? 0, what: done?.one.what ?? "" } };
}
