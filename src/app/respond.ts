// What all route handlers share: who calls, from where, and what a thrown Problem becomes.
import { accountOf, cookieHeader, tokenIn } from "@/server/account/session";
import { theContext } from "@/server/context";
import { checkOrigin } from "@/server/edge/request";
import type { Incoming } from "@/server/operation";
import { Problem, problemResponse } from "@/server/problem";

interface Answering {
  /** Asked by the studio itself, while nobody does anything: it keeps no session alive. */
  readonly background?: boolean;
}

const tabIn = (header: string | null): string => (header && /^[\w-]{1,40}$/.test(header) ? header : "");

/** Runs a handler with its caller known, and answers problems as problem+json. */
export async function respond(
  request: Request,
  handler: (incoming: Incoming) => Promise<Response>,
  { background = false }: Answering = {},
): Promise<Response> {
  const context = theContext();
  let cookie: string | null = null;
  try {
    if (request.method !== "GET") checkOrigin(request);
    const known = await accountOf(context, tokenIn(context.settings, request.headers.get("cookie")), background);
    const response = await handler({
      context,
      account: known?.account ?? null,
      session: known?.session ?? null,
      address: request.headers.get("x-webitor-address") ?? "unknown",
      agent: request.headers.get("user-agent") ?? "",
      tab: tabIn(request.headers.get("x-tab")),
      setSession: (token) => {
        cookie = cookieHeader(context.settings, token);
      },
    });
    if (cookie) response.headers.append("set-cookie", cookie);
    return response;
  } catch (error) {
    const reference = error instanceof Problem ? "" : context.newId();
    if (reference) context.log.error({ err: error, reference, path: new URL(request.url).pathname }, "request failed");
    const { status, body, headers } = problemResponse(error, reference);
    return new Response(body, { status, headers });
  }
}

/** A handler for the methods that a route does not take; `allow` says which it does. */
export const onlyBy =
  (allow: string) =>
  (request: Request): Promise<Response> =>
    respond(request, async () => {
      const message = `This call is made by ${allow}.`;
      throw new Problem(405, "method", message, [{ path: "request", message }], { allow });
    });

export const json = (value: unknown, status = 200): Response =>
  Response.json(value ?? null, { status, headers: { "cache-control": "no-store" } });

/** A file to keep. */
export const download = (body: BodyInit, name: string, type: string): Response =>
  new Response(body, {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename="${name}"`,
      "cache-control": "no-store",
    },
  });

/** A file to keep that is made while it is sent. What fails in the middle ends the connection: half a file is none. */
export const downloadParts = (parts: AsyncGenerator<Uint8Array>, name: string, type: string): Response =>
  download(
    new ReadableStream<Uint8Array>({
      async pull(controller) {
        const { done, value } = await parts.next();
        if (done) controller.close();
        else controller.enqueue(value);
      },
      cancel: async () => {
        await parts.return(undefined);
      },
    }),
    name,
    type,
  );

/** Lines of a table as a CSV to keep, made while it is sent. */
export function downloadLines(lines: AsyncGenerator<string>, name: string): Response {
  const encoder = new TextEncoder();
  async function* parts() {
    for await (const line of lines) yield encoder.encode(line);
  }
  return downloadParts(parts(), name, "text/csv; charset=utf-8");
}
