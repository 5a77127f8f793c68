// A basket as it is kept between two pages: what is in it, what was typed at the checkout, and what was wrong with that.
import type { Address } from "./address";

export interface CartLine {
  readonly id: string;
  readonly product: string;
  readonly variant: string;
  /** Pieces, or thousandths of the unit it is sold by. */
  readonly quantity: number;
  /** What the buyer wrote for it, by the id of the question. */
  readonly asked: Readonly<Record<string, string>>;
  /** Ids of files that the buyer sent for it, by the id of the question; their names stand in `asked`. */
  readonly files?: Readonly<Record<string, string>>;
  /** What one unit cost when the buyer last saw it, in minor units: a change since is said. */
  readonly seen: number;
  /** The price that was agreed on, in minor units: whatever the shop asks now. Only of an order that is changed. */
  readonly agreed?: number;
  /** How much its buyer wants, in minor units: of what has no price of its own. */
  readonly own?: number;
}

/** What a buyer typed at the checkout, as it was typed. */
export interface CheckoutTyped {
  readonly email: string;
  readonly phone: string;
  readonly address: Address;
  /** Id of the way it is sent. */
  readonly way: string;
  /** When it is fetched, "2026-03-07T10:30" on the place's clock; absent or "" for nothing chosen. */
  readonly fetchAt?: string;
  readonly payment: string;
  readonly taxNumber: string;
  readonly note: string;
  readonly agreed: boolean;
  /** They want one letter that reminds them, should they leave the basket. */
  readonly remind?: boolean;
  /** Ids of vouchers that are to pay. */
  readonly vouchers?: readonly string[];
}

export interface Cart {
  readonly lines: readonly CartLine[];
  readonly typed: CheckoutTyped | null;
  /** What was wrong when it was last sent, by field. */
  readonly faults: Readonly<Record<string, string>>;
  /** What was said and has not been read yet: a price that changed, something that is gone. */
  readonly said: readonly string[];
}

/** A basket that is rehearsed: kept nowhere but with whoever rehearses. */
export interface RehearsedCart {
  readonly cart: Cart;
  /** Its checkout went through: what would have been ordered is shown. */
  readonly ordered: boolean;
}

export const emptyCart: Cart = { lines: [], typed: null, faults: {}, said: [] };
