// Reading requests: bodies up to a size, JSON of a form that can be judged, and who a request says it comes from.
import { Problem } from "../problem";

/** The longest address and the longest value of a header that are read, in characters. */
export const longestAddress = 2048;
export const longestHeader = 8192;
/** The largest body of a caller who is not signed in, in bytes. */
export const largestForm = 64 << 10;

const bodyProblem = (status: number, code: string, message: string) =>
  new Problem(status, code, message, [{ path: "body", message }]);

/** The body of a request part by part, refused with 413 beyond `most` bytes, whatever its length header says. */
export async function* bodyParts(request: Request, most: number): AsyncGenerator<Uint8Array> {
  let size = 0;
  const tooLarge = () => {
    const words = most >= 1 << 20 ? `${Math.floor(most / (1 << 20))} MB` : `${Math.floor(most / 1024)} kB`;
    return bodyProblem(413, "tooLarge", `This is larger than what is taken here (${words}).`);
  };
  if (Number(request.headers.get("content-length") ?? 0) > most) throw tooLarge();
  const reader = request.body?.getReader();
  const next = () =>
    reader?.read().catch(() => {
      throw bodyProblem(400, "brokenOff", "The request broke off before its body was whole.");
    });
  for (let part = await next(); part && !part.done; part = await next()) {
    size += part.value.length;
    if (size > most) {
      await reader?.cancel();
      throw tooLarge();
    }
    yield part.value;
  }
}

/** The body of a request, refused with 413 beyond `most` bytes, whatever its length header says. */
export async function readBody(request: Request, most: number): Promise<Uint8Array> {
  const chunks: Uint8Array[] = [];
  for await (const part of bodyParts(request, most)) chunks.push(part);
  return Buffer.concat(chunks);
}

/** Reads what is left of a body and lets go of it: a browser hears an answer only once it has sent everything. */
export async function drain(parts: AsyncGenerator<Uint8Array>): Promise<void> {
  for await (const _part of parts);
}

/** The media type of a Content-Type, without its parameters: types are compared without regard to case (RFC 9110, 8.3.1). */
export const mediaType = (header: string | null): string =>
  ((header ?? "").slice(0, 200).split(";", 1)[0] ?? "").trim().toLowerCase();

const utf8 = new TextDecoder("utf-8", { fatal: true });

/** Bytes as UTF-8 text; 400 for what is none. */
export function textOf(bytes: Uint8Array): string {
  try {
    return utf8.decode(bytes);
  } catch {
    throw bodyProblem(400, "notText", "The body is not UTF-8 text.");
  }
}

/** A text as JSON; 400 for what is none. */
export function jsonOf(text: string): unknown {
  try {
    return JSON.parse(text);
  } catch {
    throw bodyProblem(400, "notJson", "The body is not JSON.");
  }
}

/** The JSON of a request's body. Only application/json is read: a form of another site can't send that unasked. */
export async function readJson(request: Request, most: number): Promise<unknown> {
  if (mediaType(request.headers.get("content-type")) !== "application/json")
    throw bodyProblem(415, "notJson", "Only application/json is read here.");
  return jsonOf(textOf(await readBody(request, most)));
}

/** Whether an Origin header is that of the host that was called. "null" and nonsense are not. */
export const isOwnOrigin = (origin: string, host: string | null): boolean =>
  URL.canParse(origin) && new URL(origin).host === host;

/** Refuses a changing request that another site's page has sent. Browsers always say where a POST comes from. */
export function checkOrigin(request: Request): void {
  const origin = request.headers.get("origin");
  const foreign =
    origin !== null
      ? !isOwnOrigin(origin, request.headers.get("host"))
      : request.headers.get("sec-fetch-site") === "cross-site";
  if (!foreign) return;
  const message = "This request came from another site.";
  throw new Problem(403, "otherOrigin", message, [{ path: "Origin", message }]);
}

/** Percent-encoded words of a header; 400 where they can't be decoded. */
export function decodedHeader(name: string, value: string): string {
  try {
    return decodeURIComponent(value);
  } catch {
    const message = "This header is not percent-encoded UTF-8.";
    throw new Problem(400, "header", message, [{ path: name, message }]);
  }
}
