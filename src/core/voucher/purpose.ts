// When a gift voucher is taxed: as it is sold where its tax is sure already, else as it is used.
import type { ProductKind } from "@/core/catalog/product";
import type { Zone } from "@/core/shipping/shipping";
import { unionCountries } from "@/core/tax/rates";
import { rateAt, type TaxSettings } from "@/core/tax/tax";
import { type Decision, decided, type ReasonValue } from "@/core/visitor/decision";

export type VoucherPurpose =
  /** For several things: no tax as it is sold, all of it as it is used. */
  | { readonly kind: "multi" }
  /** For things of one rate, owed to one country: its tax is due as it is sold, and not again. */
  | { readonly kind: "single"; readonly taxClass: string };

/** Taxed as it is used, without more being said. */
export const multiPurpose: Decision<VoucherPurpose> = decided({ kind: "multi" });

/** Tax areas whose law knows the two: the Union, and the United Kingdom (VAT Act 1994, Schedule 10B). */
const knowsBoth = (country: string) => unionCountries.has(country) || country === "GB";

/** What is on sale, as far as its tax goes; vouchers are none of it. */
export interface Taxed {
  readonly taxClass: string;
  readonly kind: ProductKind;
}

/**
 * Which of the two a shop's vouchers are, and why (Directive 2006/112/EC, Articles 30a and 30b: single-purpose is one whose place
 * of supply and tax are known as it is made out).
 */
export function voucherPurpose(
  { tax, zones }: { readonly tax: TaxSettings; readonly zones: readonly Zone[] },
  sold: readonly Taxed[],
): Decision<VoucherPurpose> {
  const multi = (code: string, values: Readonly<Record<string, ReasonValue>> = {}): Decision<VoucherPurpose> =>
    decided({ kind: "multi" }, { code, ...values });
  if (!knowsBoth(tax.home)) return multi("voucher.otherLaw", { at: tax.home });
  const goods = sold.filter(({ kind }) => kind !== "voucher");
  const classes = tax.classes.filter(({ id }) => goods.some(({ taxClass }) => taxClass === id));
  const [first, ...others] = classes;
  if (!first) return multi("voucher.nothingSold");
  const rateOf = (one: typeof first) => rateAt(one, { country: tax.home, region: "" }).rate;
  const other = others.find((one) => rateOf(one) !== rateOf(first));
  if (other) return multi("voucher.rates", { one: rateOf(first), other: rateOf(other) });
  if (rateOf(first) === 0) return multi("voucher.untaxed");
  const abroad = zones.some(({ places }) => places.some(({ country }) => country !== tax.home));
  // A file bears the tax of where its buyer is.
  const anywhere = goods.some(({ kind }) => kind === "download");
  if (abroad || anywhere) return multi("voucher.places", { at: tax.home });
  return decided({ kind: "single", taxClass: first.id }, { code: "voucher.single", rate: rateOf(first), at: tax.home });
}
