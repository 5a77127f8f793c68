// Which tax a thing bears, by what it is, where it is sent from and to, and who buys it.
import { type Decision, decided } from "@/core/visitor/decision";
import { unionCountries, vatRates } from "./rates";

/** What a class starts from: a country's standard rate, its higher or lower reduced one, or none at all. */
export const taxBases = ["standard", "reduced", "lower", "none"] as const;
export type TaxBase = (typeof taxBases)[number];

export interface TaxClass {
  readonly id: string;
  readonly name: string;
  readonly base: TaxBase;
  /** Rates that the owner set, in thousandths of a percent, by country ("IE") or region ("US-CA"). */
  readonly rates: Readonly<Record<string, number>>;
}

export interface TaxSettings {
  /** Whether prices are written with the tax in them; otherwise it is added on top. */
  readonly included: boolean;
  /** ISO 3166-1 code of the country that the goods are sent from. */
  readonly home: string;
  /** Sent within the Union, goods bear the rate of where they go (the one-stop shop); otherwise that of home. */
  readonly oneStop: boolean;
  readonly rounding: "line" | "order";
  readonly classes: readonly TaxClass[];
}

export interface Place {
  /** ISO 3166-1, two letters. */
  readonly country: string;
  /** ISO 3166-2 after the country: "CA" of "US-CA"; "" for none. */
  readonly region: string;
  readonly postcode: string;
}

/** Who buys, as far as tax asks. */
export interface Buyer {
  /** A tax number that the register knows, with its country before it ("DE123456789"); "" for none. */
  readonly taxNumber: string;
}

/** What one line bears: its rate in thousandths of a percent, and the country it is owed to. */
export interface Levy {
  readonly rate: number;
  /** What the tax in a written price is taken out by, where another one is due than that of home. */
  readonly writtenAt: number;
  /** ISO 3166-1, with the region behind a hyphen where the rate is that of a region. */
  readonly owedTo: string;
}

/** The rate of a class at a place: that of the region, then of the country, then what the class starts from. */
export function rateAt(taxClass: TaxClass, place: Pick<Place, "country" | "region">): { rate: number; at: string } {
  const region = place.region && `${place.country}-${place.region}`;
  const own = region ? taxClass.rates[region] : undefined;
  if (own !== undefined) return { rate: own, at: region };
  const ofCountry = taxClass.rates[place.country];
  if (ofCountry !== undefined) return { rate: ofCountry, at: place.country };
  const known = vatRates[place.country];
  const [higher, lower] = known?.reduced ?? [];
  const rate = { none: 0, standard: known?.standard, reduced: higher, lower: lower ?? higher }[taxClass.base];
  // Countries without a reduced rate take the standard one.
  return { rate: rate ?? known?.standard ?? 0, at: place.country };
}

const inUnion = (country: string) => unionCountries.has(country);

/**
 * What a class bears when it goes to a place, and why. Within a country its rate; within the Union that of where it goes or
 * of home, and none for a business with a number of another state (reverse charge, Directive 2006/112/EC, Article 138);
 * anywhere else none (export, Article 146). In the United States the owner's own table says it, region by region.
 */
export function levyOn(taxClass: TaxClass, to: Place, buyer: Buyer, tax: TaxSettings): Decision<Levy> {
  const home = rateAt(taxClass, { country: tax.home, region: "" });
  const levy = ({ rate, at }: { rate: number; at: string }): Levy => ({ rate, writtenAt: home.rate, owedTo: at });
  if (taxClass.base === "none" && !Object.keys(taxClass.rates).length)
    return decided(levy({ rate: 0, at: to.country }), { code: "tax.none", class: taxClass.name });
  if (to.country === tax.home) {
    const here = rateAt(taxClass, to);
    return decided({ ...levy(here), writtenAt: here.rate }, { code: "tax.home", at: here.at, rate: here.rate });
  }
  if (inUnion(tax.home) && inUnion(to.country)) {
    const foreign = buyer.taxNumber !== "" && !buyer.taxNumber.startsWith(prefixOf(tax.home));
    if (foreign) return decided(levy({ rate: 0, at: to.country }), { code: "tax.reverse", number: buyer.taxNumber });
    if (!tax.oneStop) return decided(levy(home), { code: "tax.ofHome", at: home.at, rate: home.rate });
    const there = rateAt(taxClass, to);
    // The price that was shown holds wherever in the Union it is sent: another rate is in it then.
    return decided({ ...levy(there), writtenAt: there.rate }, { code: "tax.there", at: there.at, rate: there.rate });
  }
  return decided(levy({ rate: 0, at: to.country }), { code: "tax.export", to: to.country });
}

/** Why an own rate for a place ("IE", "US-CA") can never be what a line bears; null where it can. */
export function rateFault(at: string, { home, oneStop }: Pick<TaxSettings, "home" | "oneStop">): string | null {
  const country = at.slice(0, 2);
  if (country === home) return null;
  if (!inUnion(home) || !inUnion(country))
    return `A rate for ${at} can’t hold: what leaves ${home} for there bears no tax here. Take it out.`;
  return oneStop
    ? null
    : `A rate for ${at} can’t hold: goods bear the rate of ${home}, unless the one-stop shop is on. Switch it on, or take it out.`;
}

/** The letters before a tax number of a country: Greece writes EL. */
const prefixOf = (country: string) => (country === "GR" ? "EL" : country);
