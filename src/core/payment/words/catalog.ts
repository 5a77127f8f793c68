// The page on which one pays: what each language has to say.
import type { DeclineReason } from "../charge";

export interface PayWords {
  readonly toPay: string;
  readonly test: string;
  readonly onTo: Readonly<Record<"redirect" | "later", string>>;
  readonly onToText: string;
  readonly frame: string;
  readonly declined: Readonly<Record<DeclineReason, string>>;
  readonly declinedElse: string;
  readonly otherWay: string;
  readonly change: string;
  readonly silent: string;
  readonly again: string;
  readonly over: string;
  readonly overText: string;
  readonly see: string;
  readonly noWay: string;
}
