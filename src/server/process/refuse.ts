// What the process refuses before anything reads a request further: too long, by no method anybody takes, no HTTP at
// all. Every answer of the process carries the security headers and says what is wrong as problem+json (RFC 9457).
import type { IncomingMessage, ServerResponse } from "node:http";
import type { Duplex } from "node:stream";
import { longestAddress, longestHeader } from "../edge/request";
import { Problem, problemResponse } from "../problem";
import { goesThere, problemPage } from "../problem-page";
import type { Settings } from "../settings";
import { bareHeaders } from "./headers";

/** A refusal of one part of a request, by its name. */
export const refusal = (
  status: number,
  code: string,
  path: string,
  message: string,
  headers: Record<string, string> = {},
) => new Problem(status, code, message, [{ path, message }], headers);

/** Methods that somebody here answers, if only with another 405. */
const methods = new Set(["GET", "HEAD", "POST", "PUT", "PATCH", "DELETE", "OPTIONS"]);

export const wrongMethod = (): Problem =>
  refusal(405, "method", "request", "This method is not used here.", { allow: "GET, HEAD, POST, OPTIONS" });

/** Why a request is not read further, or null. Looks at lengths only, so that its own cost is bounded by them. */
export function refusalOf(request: IncomingMessage): Problem | null {
  const { url = "/", method = "", rawHeaders } = request;
  if (url.length > longestAddress)
    return refusal(414, "addressTooLong", "request", `An address has at most ${longestAddress} characters here.`);
  for (let at = 1; at < rawHeaders.length; at += 2)
    if ((rawHeaders[at] as string).length > longestHeader)
      return refusal(
        431,
        "headerTooLong",
        (rawHeaders[at - 1] as string).slice(0, 60),
        `A header has at most ${longestHeader} characters here.`,
      );
  return methods.has(method) ? null : wrongMethod();
}

/** Answers a problem, as a page to a browser that went there, with the security headers; what may have been set before stays. */
export function sendProblem(
  settings: Settings,
  response: ServerResponse,
  error: unknown,
  { head = false, reference = "" } = {},
): void {
  const { method = "GET", headers: asked } = response.req;
  const asks = { method, header: (name: string) => asked[name]?.toString() };
  if (goesThere(asks)) {
    const { status, html, headers } = problemPage(error, asks, { reference });
    for (const [name, value] of Object.entries({ ...bareHeaders(settings), ...headers }))
      response.setHeader(name, value);
    response.writeHead(status);
    response.end(head ? undefined : html);
    return;
  }
  const { status, body, headers } = problemResponse(error, reference);
  for (const [name, value] of Object.entries({ ...bareHeaders(settings), ...headers }))
    if (!response.hasHeader(name)) response.setHeader(name, value);
  response.setHeader("content-type", "application/problem+json");
  response.writeHead(status);
  response.end(head ? undefined : body);
}

/** A problem as bytes for a connection that has no response: what was sent was no HTTP, or asked for another protocol. */
export function closeWith(settings: Settings, socket: Duplex, problem: Problem): void {
  if (!socket.writable) {
    socket.destroy();
    return;
  }
  const { status, body, headers } = problemResponse(problem);
  const lines = Object.entries({
    ...bareHeaders(settings),
    ...headers,
    connection: "close",
    "content-length": String(Buffer.byteLength(body)),
  }).map(([name, value]) => `${name}: ${value}\r\n`);
  socket.end(`HTTP/1.1 ${status} ${problem.code}\r\n${lines.join("")}\r\n${body}`, () => socket.destroy());
}

/** What Node's parser could not read, as a problem. */
export function parserProblem(code: string | undefined): Problem {
  if (code === "HPE_HEADER_OVERFLOW")
    return refusal(431, "headerTooLong", "request", "The headers are longer than is read here.");
  if (code === "ERR_HTTP_REQUEST_TIMEOUT") return tooSlow();
  return refusal(400, "notHttp", "request", "This is not an HTTP request that can be read.");
}

export const tooSlow = (): Problem => refusal(408, "timeout", "request", "The request took too long.");

export const noUpgrade = (): Problem =>
  refusal(400, "noUpgrade", "Upgrade", "No other protocol is spoken here. Ask again without Upgrade.");

export const nothingHere = (): Problem => refusal(404, "notFound", "request", "Nothing is at this address.");
export const unreadablePath = (): Problem => refusal(400, "address", "request", "This is not an address of anything.");
