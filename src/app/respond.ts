// What all route handlers share: who calls, from where, and what a thrown Problem becomes.

import { accountOf, sessionCookie, sessionDays } from "@/server/account/session";
import { theContext } from "@/server/context";
import type { Incoming } from "@/server/operation";
import { Problem, problemResponse } from "@/server/problem";

/** The session token in a Cookie header. */
export function tokenIn(cookies: string | null): string | null {
  return new RegExp(`(?:^|;\\s*)${sessionCookie}=([\\w-]+)`).exec(cookies ?? "")?.[1] ?? null;
}

/** Refuses a changing request that another site's page has sent. Browsers always say where a POST comes from. */
function checkOrigin(request: Request) {
  const origin = request.headers.get("origin");
  if (
    origin
      ? new URL(origin).host !== request.headers.get("host")
      : request.headers.get("sec-fetch-site") === "cross-site"
  )
    throw new Problem(403, "otherOrigin", "This request came from another site.");
}

/** The body of a request, refused with 413 beyond `most` bytes, whatever its length header says. */
export async function readBody(request: Request, most: number): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  let size = 0;
  const tooLarge = () =>
    new Problem(413, "tooLarge", `This is larger than what is taken here (${Math.floor(most / 1024)} KiB).`);
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLarge();
  const reader = request.body?.getReader();
  for (let part = await reader?.read(); part && !part.done; part = await reader?.read()) {
    size += part.value.length;
    if (size > most) {
      await reader?.cancel();
      throw tooLarge();
    }
    chunks.push(part.value);
  }
  return Buffer.concat(chunks);
}

/** The JSON of a request's body. Only application/json is read: a form of another site can't send that unasked. */
export async function readJson(request: Request, most: number): Promise<unknown> {
  if (!request.headers.get("content-type")?.startsWith("application/json"))
    throw new Problem(415, "notJson", "Only application/json is read here.");
  try {
    return JSON.parse(new TextDecoder().decode(await readBody(request, most)));
  } catch (error) {
    if (error instanceof Problem) throw error;
    throw new Problem(400, "notJson", "The body is not JSON.");
  }
}

/** Runs a handler with its caller known, and answers problems as problem+json. */
export async function respond(request: Request, handler: (incoming: Incoming) => Promise<Response>): Promise<Response> {
  const context = theContext();
  let cookie: string | null = null;
  try {
    if (request.method !== "GET") checkOrigin(request);
    const sessionToken = tokenIn(request.headers.get("cookie"));
    const response = await handler({
      context,
      sessionToken,
      account: await accountOf(context, sessionToken),
      address: request.headers.get("x-webitor-address") ?? "unknown",
      setSession: (token) => {
        const secure = context.settings.https ? "; Secure" : "";
        cookie = `${sessionCookie}=${token ?? ""}; Path=/; HttpOnly; SameSite=Lax${secure}; Max-Age=${token ? sessionDays * 86_400 : 0}`;
      },
    });
    if (cookie) response.headers.append("set-cookie", cookie);
    return response;
  } catch (error) {
    if (!(error instanceof Problem)) context.log.error({ err: error, url: request.url }, "request failed");
    const { status, body, headers } = problemResponse(error);
    return new Response(body, { status, headers });
  }
}

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
