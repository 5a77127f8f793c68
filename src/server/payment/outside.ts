// How a payment service is reached, and how its stand-in reaches shops: by the one guarded way out, with an end to waiting.
import type { Called } from "@/standins/pay/service";
import { askOutside } from "../outside/fetch";
import { type Outside, reachOf, reachOfSites } from "../outside/reach";

/** No answer came: what was asked may or may not have been done. */
export class Unreachable extends Error {}

export interface ServiceAnswer {
  readonly status: number;
  readonly value: unknown;
}

/** What goes to payment services and comes from them; tests give their own. */
export interface PaymentsOutside<C> {
  /** Asks the service. Throws `Unreachable` where no answer came in time. */
  call(context: C, origin: string, asked: Called): Promise<ServiceAnswer>;
  /** Brings an event of the stand-in to the site it was to be told at; throws where that is not taken. */
  tell(context: C, to: string, body: string, headers: Readonly<Record<string, string>>): Promise<void>;
}

const bounds = { about: "payment", mostBytes: 65_536, seconds: 8 } as const;

export const paymentsByHttp: PaymentsOutside<Outside> = {
  call: async (context, origin, { method, path, key, once, body }) => {
    const asked = await askOutside(reachOf(context), `${origin}${path}`, {
      ...bounds,
      method,
      headers: {
        authorization: `Bearer ${key}`,
        accept: "application/json",
        ...(once ? { "idempotency-key": once } : {}),
        ...(body === null ? {} : { "content-type": "application/json" }),
      },
      body: body === null ? null : JSON.stringify(body),
    });
    if (!asked.ok) throw new Unreachable(`The payment service does not answer (${asked.reason.code})`);
    const { status, text } = asked.value;
    // A service that fails may have done it.
    if (status >= 500) throw new Unreachable(`The payment service answers ${status}`);
    try {
      return { status, value: JSON.parse(text) };
    } catch {
      throw new Unreachable("The payment service answers in no language we know");
    }
  },
  tell: async (context, to, body, headers) => {
    const told = await askOutside(reachOfSites(context), to, {
      ...bounds,
      method: "POST",
      headers: { ...headers, "content-type": "application/json" },
      body,
    });
    if (!told.ok) throw new Error(`The shop does not answer (${told.reason.code})`);
    if (told.value.status >= 300) throw new Error(`The shop answers ${told.value.status}`);
  },
};
