// Pages of a client's own booking: what each language has to say.
import type { BookingState } from "@/core/booking/rules/state";

export interface Words {
  readonly titles: Readonly<Partial<Record<BookingState, string>>> & { readonly confirmed: string };
  readonly cancel: string;
  readonly cancelSure: string;
  readonly leaveSure: string;
  readonly moveSure: string;
  readonly moveFromTo: (what: string, from: string, to: string) => string;
  readonly moveIt: string;
  readonly move: string;
  readonly back: string;
  readonly toSite: string;
  readonly listed: string;
  readonly offered: (until: string) => string;
  readonly takeIt: string;
  readonly leaveList: string;
  readonly leaveIt: string;
  readonly price: (amount: string) => string;
  readonly payNow: (amount: string) => string;
  readonly tooLate: string;
  readonly cancelFor: (cost: string) => string;
  readonly late: (cost: string) => string;
  readonly fee: (cost: string) => string;
  readonly toComeBack: (amount: string) => string;
  readonly owed: (amount: string) => string;
  readonly moveTitle: string;
  readonly moveText: (what: string) => string;
  readonly moved: string;
  readonly none: string;
  readonly later: string;
  readonly earlier: string;
  readonly notPossible: string;
  readonly noLink: string;
  readonly noLinkText: string;
  readonly snippet: (site: string) => string;
  readonly snippetText: (sites: string) => string;
  readonly snippetNowhere: string;
  readonly snippetLink: string;
}
