// The field for vouchers of a checkout: a code is tried, one that was used is dropped again.
import { shopWords } from "@/core/storefront/words";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { takeNetworkPoint } from "@/server/limit";
import { type Fields, textOf } from "../forms";
import { findVoucher } from "./vouchers";

/** So many vouchers pay for one order. */
const mostVouchers = 10;

/**
 * What a checkout's form does with vouchers: which of them pay from now on, and what is wrong at its field; null where it does nothing
 * with them. `by` is who tries a code, for the limit on trying.
 */
export async function vouchersAsked(
  context: Context,
  { id: siteId, settings: { language } }: Pick<SiteRow, "id" | "settings">,
  by: string,
  fields: Fields,
  held: readonly string[],
): Promise<{ readonly vouchers: readonly string[]; readonly faults: Readonly<Record<string, string>> } | null> {
  if (fields.voucherDrop !== undefined) {
    const dropped = textOf(fields, "voucherDrop", 24);
    return { vouchers: held.filter((id) => id !== dropped), faults: {} };
  }
  // Enter in the field uses it, too: whoever has typed a code wants it to pay.
  const code = textOf(fields, "voucherCode", 30);
  if (fields.voucher === undefined && !code) return null;
  await takeNetworkPoint(context, "voucherAddress", siteId, by);
  const found = await findVoucher(context, siteId, code);
  const words = shopWords(language);
  if (!found || found.left <= 0)
    return { vouchers: held, faults: { voucherCode: found ? words.voucherSpent : words.noVoucher } };
  return { vouchers: [...new Set([...held, found.id])].slice(0, mostVouchers), faults: {} };
}
