// The one stream of a studio tab: what happens on the site that is open in it, or on all sites the person sees, as
// server-sent events (HTML, section 9.2). Who reconnects is told that it may have missed something.
import { missedEvent, type StudioEvent } from "@/core/event/event";
import type { Context } from "../context";
import { fades, stillHere } from "../page/presence";
import { Problem } from "../problem";

/** A line of life, so that whatever stands between keeps the connection; also how often it is looked who may listen. */
const beatMs = 5_000;
const mostOfOne = 40;
const mostOfAll = 2_000;
/** Words a client has not taken yet: beyond that it is cut off, and asks for everything when it is back. */
const mostWaiting = 500;

export interface Listening {
  readonly account: string;
  /** Ids of the sites that are listened to. */
  readonly sites: ReadonlySet<string>;
  /** The tab that has a site open, for who is at its pages. */
  readonly tab: { readonly site: string; readonly name: string } | null;
  /** Whether the same person may still listen to the same sites. */
  may(): Promise<boolean>;
  /** Ends when the client has gone. */
  readonly gone: AbortSignal;
}

const open = new Map<string, number>();
let openInAll = 0;

function enter(account: string) {
  const own = open.get(account) ?? 0;
  if (own >= mostOfOne || openInAll >= mostOfAll) {
    const message = "Too many windows of the studio are open. Close some of them.";
    throw new Problem(429, "tooManyStreams", message, [{ path: "request", message }], { "retry-after": "30" });
  }
  open.set(account, own + 1);
  openInAll += 1;
}

function leave(account: string) {
  const left = (open.get(account) ?? 1) - 1;
  if (left) open.set(account, left);
  else open.delete(account);
  openInAll -= 1;
}

const line = (event: string, data: unknown): string => `event: ${event}\ndata: ${JSON.stringify(data)}\n\n`;

/** The stream's bytes. Throws 429 where too many are open. */
export function eventStream(context: Context, { account, sites, tab, may, gone }: Listening): ReadableStream {
  enter(account);
  const encoder = new TextEncoder();
  let stop = () => {};
  return new ReadableStream<Uint8Array>(
    {
      start(controller) {
        let ended = false;
        const end = () => {
          if (ended) return;
          ended = true;
          stop();
          controller.close();
        };
        const say = (text: string) => {
          if (ended) return;
          controller.enqueue(encoder.encode(text));
          if ((controller.desiredSize ?? 0) < -mostWaiting) end();
        };
        const quiet = context.events.listen(sites, {
          heard: ({ site, kind, payload }: StudioEvent) => say(line(kind, { site, ...payload })),
          missed: end,
        });
        const beat = async () => {
          if (!(await may())) return end();
          if (tab) await stillHere(context, tab.site, tab.name);
          say(": here\n\n");
        };
        const beating = setInterval(() => {
          // A database that does not answer for a moment ends nothing.
          beat().catch((error: unknown) => context.log.warn({ err: error }, "a stream's beat failed"));
        }, beatMs);
        stop = () => {
          stop = () => {};
          ended = true;
          clearInterval(beating);
          quiet();
          leave(account);
          gone.removeEventListener("abort", end);
          if (tab)
            fades(context, tab.site, tab.name).catch((error: unknown) =>
              context.log.warn({ err: error }, "a tab could not be let go"),
            );
        };
        gone.addEventListener("abort", end);
        if (gone.aborted) return end();
        say("retry: 1000\n\n");
        // Only from here on nothing is missed: whoever listens asks for what it shows once it hears this.
        void context.events.begun.then(() => say(line(missedEvent, {})));
      },
      cancel: () => stop(),
    },
    { highWaterMark: 0 },
  );
}
