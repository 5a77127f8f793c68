// What the payment stand-in keeps, and where: records that change under a lock, and the events it tells shops of. The installation
// gives it a place; what it does with it is its own.
import type { ChargeState } from "@/core/payment/charge";
import type { PaymentMode } from "@/core/payment/connectors";
import type { BehaviourName } from "./behaviours";

export interface Account {
  readonly id: string;
  readonly name: string;
  /** SHA-256 of each mode's secret key: keys are shown once. */
  readonly secrets: Readonly<Record<PaymentMode, string>>;
  /** What events are signed with. */
  readonly hooks: Readonly<Record<PaymentMode, string>>;
}

export const methods = ["card", "redirect", "later"] as const;
export type Method = (typeof methods)[number];

export interface Payment {
  readonly id: string;
  readonly account: string;
  readonly mode: PaymentMode;
  /** The shop's own name for it. */
  readonly reference: string;
  /** Minor units. */
  readonly amount: number;
  readonly currency: string;
  readonly method: Method;
  readonly capture: "now" | "later";
  /** What is paid for, as the payer reads it. */
  readonly title: string;
  /** Where the payer goes when it is over. */
  readonly returnTo: string;
  /** Where events are sent. */
  readonly notify: string;
  readonly state: ChargeState;
  readonly captured: number;
  readonly why: string;
  readonly refunds: Readonly<Record<string, number>>;
  /** Behind a second factor. */
  readonly waiting: BehaviourName | null;
  /** How many events there were. */
  readonly told: number;
}

export interface Records {
  readonly account: Account;
  readonly payment: Payment;
}

/** An event as it is sent. */
export interface PayEvent {
  readonly id: string;
  readonly payment: string;
  readonly reference: string;
  readonly is: ChargeState | "refunded";
  readonly amount: number;
  readonly currency: string;
  readonly mode: PaymentMode;
  readonly why?: string;
  readonly refund?: string;
}

/** An event on its way to a shop. */
export interface Telling {
  readonly account: string;
  readonly mode: PaymentMode;
  readonly to: string;
  readonly body: string;
  /** So much later than now, in ms. */
  readonly afterMs: number;
}

export interface Change<T, R> {
  /** The record as it is now; undefined leaves it. */
  readonly keep?: T;
  readonly tell?: readonly Telling[];
  readonly give: R;
}

export interface PayStore {
  /** Whether events may be sent to an address: to shops of this installation alone, since whoever pays chooses none. */
  mayTell(to: string): boolean;
  read<K extends keyof Records>(of: K, id: string): Promise<Records[K] | null>;
  /** Changes one record while nobody else does; what is told of it goes out if it is kept. */
  change<K extends keyof Records, R>(
    of: K,
    id: string,
    change: (now: Records[K] | null) => Change<Records[K], R>,
  ): Promise<R>;
}
