// A stand-in for a payment service. It is told what to collect and answers by signed events, as the real ones do: at
// once, late, twice, or never. What it does is chosen by the payer's token.
import { createHmac } from "node:crypto";

export interface PaymentOrder {
  /** Ours; the same order opened twice is one order. */
  readonly reference: string;
  /** Minor units. */
  readonly amount: number;
  readonly currency: string;
  /** From the payer: one of `payerTokens`. */
  readonly token: string;
}

export interface PaymentEvent {
  readonly id: string;
  readonly type: "payment.approved" | "payment.declined";
  readonly reference: string;
  readonly amount: number;
  readonly currency: string;
}

/** What a payment service is to us. */
export interface PaymentService {
  /** Opens an order; answers come later as events, each after its delay in ms. */
  open(order: PaymentOrder): readonly { readonly afterMs: number; readonly event: PaymentEvent }[];
}

/** After the half hour a booking waits. */
const lateMs = 31 * 60_000;

export const payerTokens = {
  "tok-approves": [{ afterMs: 0, type: "payment.approved", nth: 1 }],
  "tok-declines": [{ afterMs: 0, type: "payment.declined", nth: 1 }],
  "tok-stalls": [],
  "tok-late": [{ afterMs: lateMs, type: "payment.approved", nth: 1 }],
  "tok-twice": [
    { afterMs: 0, type: "payment.approved", nth: 1 },
    { afterMs: 0, type: "payment.approved", nth: 1 },
  ],
} as const satisfies Record<string, readonly { afterMs: number; type: PaymentEvent["type"]; nth: number }[]>;

export type PayerToken = keyof typeof payerTokens;

export const standInPayments: PaymentService = {
  open: ({ reference, amount, currency, token }) =>
    (payerTokens[token as PayerToken] ?? []).map(({ afterMs, type, nth }) => ({
      afterMs,
      event: { id: `${reference}-${nth}`, type, reference, amount, currency },
    })),
};

/** The signature of an event: time and HMAC-SHA-256 over time and body, so that an old one can't be sent again. */
export function signEvent(secret: string, body: string, atSeconds: number): string {
  return `t=${atSeconds},v1=${createHmac("sha256", secret).update(`${atSeconds}.${body}`).digest("hex")}`;
}
