// How a payment service is reached, and how its stand-in reaches shops: by HTTP, with an end to waiting.
import { request as httpRequest, type RequestOptions } from "node:http";
import { request as httpsRequest } from "node:https";
import type { Called } from "@/standins/pay/service";
import type { Context } from "../context";

/** No answer came: what was asked may or may not have been done. */
export class Unreachable extends Error {}

export interface ServiceAnswer {
  readonly status: number;
  readonly value: unknown;
}

/** What goes to payment services and comes from them; tests give their own. */
export interface PaymentsOutside {
  /** Asks the service. Throws `Unreachable` where no answer came in time. */
  call(origin: string, asked: Called): Promise<ServiceAnswer>;
  /** Brings an event of the stand-in to the address it was to be told at; throws where that is not taken. */
  tell(context: Context, to: string, body: string, headers: Readonly<Record<string, string>>): Promise<void>;
}

const waitMs = 8000;
const mostBytes = 65_536;

/** Names below localhost are this machine (RFC 6761, 6.3): browsers know them, not every resolver. */
const toLoopback: RequestOptions["lookup"] = (_host, options, callback) =>
  options.all ? callback(null, [{ address: "127.0.0.1", family: 4 }]) : callback(null, "127.0.0.1", 4);

function send(
  address: string,
  method: string,
  headers: Readonly<Record<string, string>>,
  body: string,
): Promise<{ readonly status: number; readonly text: string }> {
  const url = new URL(address);
  const own = url.hostname === "localhost" || url.hostname.endsWith(".localhost");
  return new Promise((resolve, reject) => {
    const failed = (error: Error) => reject(new Unreachable(error.message));
    const sent = (url.protocol === "https:" ? httpsRequest : httpRequest)(
      url,
      {
        method,
        headers: { ...headers, ...(body ? { "content-length": String(Buffer.byteLength(body)) } : {}) },
        signal: AbortSignal.timeout(waitMs),
        agent: false,
        ...(own ? { lookup: toLoopback } : {}),
      },
      (response) => {
        const chunks: Buffer[] = [];
        let size = 0;
        response.on("data", (chunk: Buffer) => {
          size += chunk.length;
          if (size > mostBytes) response.destroy(new Error("The answer is too large"));
          else chunks.push(chunk);
        });
        response.on("error", failed);
        response.on("end", () =>
          resolve({ status: response.statusCode ?? 0, text: Buffer.concat(chunks).toString("utf8") }),
        );
      },
    );
    sent.on("error", failed);
    sent.end(body);
  });
}

export const paymentsByHttp: PaymentsOutside = {
  call: async (origin, { method, path, key, once, body }) => {
    const { status, text } = await send(
      `${origin}${path}`,
      method,
      {
        authorization: `Bearer ${key}`,
        accept: "application/json",
        ...(once ? { "idempotency-key": once } : {}),
        ...(body === null ? {} : { "content-type": "application/json" }),
      },
      body === null ? "" : JSON.stringify(body),
    );
    // A service that fails may have done it.
    if (status >= 500) throw new Unreachable(`The payment service answers ${status}`);
    try {
      return { status, value: JSON.parse(text) };
    } catch {
      throw new Unreachable("The payment service answers in no language we know");
    }
  },
  tell: async (_context, to, body, headers) => {
    const { status } = await send(to, "POST", { ...headers, "content-type": "application/json" }, body);
    if (status >= 300) throw new Error(`The shop answers ${status}`);
  },
};
