// What can be paid for: an order, a booking, and a try. Each says what is owed for it, and learns of its payments under its own lock.
import type { ConnectorKind, PaidThing } from "@/core/payment/connectors";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import type { PaymentRow } from "./payments";

/** A thing as somebody who pays for it sees it. */
export interface Owed {
  readonly thing: PaidThing;
  /** "Order W-1042". */
  readonly title: string;
  /** Minor units that are still to be paid. */
  readonly amount: number;
  readonly currency: string;
  /** BCP 47. */
  readonly language: string;
  readonly fetched: boolean;
  /** Waits to be paid; is paid, or promised; or is over without. */
  readonly stands: "waits" | "settled" | "over";
  /** Path on the site's host where it is seen. */
  readonly seenAt: string;
  /** It may also be owed: paid by transfer, by invoice, or when it is fetched. */
  readonly mayOwe?: boolean;
}

export interface Held {
  readonly tx: Executor;
  /** What a payment that has moved means for the thing. */
  moved(before: PaymentRow, after: PaymentRow): Promise<void>;
}

export interface Payable {
  /** Null where there is no such thing. */
  owed(context: Context, site: SiteRow, target: string): Promise<Owed | null>;
  /** Lets it stand, to be paid later by a way that no service is behind; nothing where it does not wait to be paid. */
  owe?(context: Context, site: SiteRow, target: string, by: ConnectorKind): Promise<void>;
  /** Does something in a transaction while nobody else changes the thing. */
  during<T>(context: Context, site: SiteRow, target: string, work: (held: Held) => Promise<T>): Promise<T>;
}
