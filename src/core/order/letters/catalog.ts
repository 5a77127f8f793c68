// Letters about orders: what each language has to say.
import type { OrderLetter } from "./kinds";

export interface LetterWording {
  /** Behind the order's number. */
  readonly subject: Readonly<Record<OrderLetter, (shop: string, amount: string) => string>>;
  readonly first: Readonly<Record<OrderLetter, (amount: string) => string>>;
  readonly order: (number: string) => string;
  readonly sending: (way: string) => string;
  readonly fetching: (way: string, when: string) => string;
  readonly parcel: (tracking: string) => string;
  readonly follow: string;
  readonly inParcel: string;
  /** Before the tax that stands in what it comes to. */
  readonly inIt: string;
  readonly taxOf: (rate: string, country: string) => string;
  readonly to: string;
  readonly see: string;
}
