// How the demo's sites are paid: in test mode, at the payment stand-in, and by transfer and at the counter.
import type { ConnectorKind, ConnectorSettings } from "@/core/payment/connectors";
import { findSite } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { installWays } from "@/server/payment/inside";

type Ways = Readonly<Partial<Record<ConnectorKind, Partial<ConnectorSettings>>>>;

/** `bare` are those that tests begin with: bookings that are paid need one. */
const ways: Readonly<Record<string, { readonly bare: Ways; readonly full: Ways }>> = {
  wrenfield: {
    bare: { card: {} },
    full: {
      redirect: { words: "You agree at your bank and come back here." },
      later: { words: "Within thirty days of the parcel leaving us.", most: 40_000 },
      transfer: {
        owner: "Wrenfield Clayworks",
        iban: "IE25MARR93115212345678",
        days: 7,
        words: "Please pay to this account, with the number of the order.",
      },
      pickup: { words: "In cash or by card, at the workshop." },
    },
  },
  oddlane: { bare: { card: {} }, full: {} },
};

/** Sets up a site's ways to be paid. */
export async function setUpPayments(context: Context, key: string, full: boolean): Promise<void> {
  const site = await findSite(context.db, key);
  const of = ways[key];
  if (site && of) await installWays(context, site, { ...of.bare, ...(full ? of.full : {}) });
}
