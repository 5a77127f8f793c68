// What a way to be paid is to the rest of the server. Each is a folder beside this file; what can be set up of it stands in
// core/payment/connectors.ts.
import type { ChargeEvent } from "@/core/payment/charge";
import type { ConnectorSettings, PaymentMode } from "@/core/payment/connectors";
import type { Context } from "../context";

/** What a site has of a service, for one mode. */
export interface Keys {
  /** Of calls to the service. */
  readonly secret: string;
  /** What its events are signed with. */
  readonly hook: string;
}

/** How a service is called for one site. */
export interface Line {
  readonly context: Context;
  /** Where the service answers. */
  readonly origin: string;
  readonly keys: Keys;
}

/** A payment as a service is asked for it. */
export interface Begun {
  /** Ours: the same again is the same payment. */
  readonly reference: string;
  /** Minor units. */
  readonly amount: number;
  readonly currency: string;
  readonly title: string;
  readonly returnTo: string;
  readonly notify: string;
}

/** A payment as a service knows it. */
export interface Known {
  readonly known: string;
  /** Where its payer pays. */
  readonly page: string;
  readonly events: readonly ChargeEvent[];
}

/** What an event of a service says, once its signature was found right. */
export interface ServiceEvent {
  readonly id: string;
  readonly reference: string;
  readonly currency: string;
  readonly mode: PaymentMode;
  readonly event: ChargeEvent;
}

/** What a service does. Each command may be done again and is done once; each throws `Unreachable` where no answer came. */
export interface PaymentService {
  /** Whether its payer's page stands in a frame of ours, or is gone to. */
  readonly shows: "frame" | "page";
  begin(line: Line, payment: Begun): Promise<Known>;
  /** What it knows of a payment: for words that were lost. */
  ask(line: Line, known: string): Promise<readonly ChargeEvent[]>;
  /** Takes what was promised. */
  capture(line: Line, known: string): Promise<readonly ChargeEvent[]>;
  /** Gives up what was not taken; where it was taken after all, that is what it answers. */
  release(line: Line, known: string): Promise<readonly ChargeEvent[]>;
  refund(line: Line, known: string, refund: string, amount: number): Promise<readonly ChargeEvent[]>;
  /** Reads an event; a sentence where it can't be trusted. */
  hear(keys: Keys, body: string, header: (name: string) => string | null): ServiceEvent | { readonly fault: string };
  /** Whose key it is; null for nobody's. */
  whose(line: Line): Promise<{ readonly name: string; readonly mode: PaymentMode } | null>;
  /** In test mode: pays as a payer would who does this. */
  rehearse(line: Line, known: string, does: string, lateMs: number): Promise<string>;
}

export interface Connector {
  /** Null where the buyer pays by a command of their own, and somebody says that it has come. */
  readonly service: PaymentService | null;
  /** What a buyer reads who has ordered, line by line; `reference` is the number of what they pay. */
  says(settings: ConnectorSettings, order: { readonly reference: string; readonly until: string }): readonly string[];
}
