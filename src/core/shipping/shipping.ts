// How an order can reach its buyer, what each way costs and why; or why none does.
import type { Place } from "@/core/tax/tax";
import { type Decision, decided, type Reason } from "@/core/visitor/decision";
import { type Box, boxesFor, type Parcel } from "./boxes";
import { matchesPostcode } from "./postcode";

/** Where a zone is: a country, or anywhere ("*"); of it some regions or postcodes, where any are named. */
export interface ZonePlace {
  /** ISO 3166-1, or "*". */
  readonly country: string;
  readonly regions: readonly string[];
  /** "BT*", "1000-1999", "H91": see `matchesPostcode`. */
  readonly postcodes: readonly string[];
}

/** Up to and with this much; null for any more. */
export interface Band {
  readonly upTo: number | null;
  readonly amount: number;
}

/** How a method's price is made. Amounts are minor units as they are written. */
export type Rate =
  | { readonly by: "flat"; readonly amount: number }
  /** Bands in grams. */
  | { readonly by: "weight"; readonly bands: readonly Band[] }
  | { readonly by: "number"; readonly bands: readonly Band[] }
  /** Bands in minor units of what the goods come to. */
  | { readonly by: "price"; readonly bands: readonly Band[] }
  | { readonly by: "size"; readonly boxes: readonly Box[] };

export interface SendingMethod {
  readonly id: string;
  readonly name: string;
  readonly kind: "parcel";
  readonly rate: Rate;
  /** From goods of so much on it costs nothing, in minor units; null for never. */
  readonly freeFrom: number | null;
  /** Working days on the way. */
  readonly days: { readonly from: number; readonly to: number };
}

/** Fetched by the buyer at a place, in its opening hours. */
export interface PickupMethod {
  readonly id: string;
  readonly name: string;
  readonly kind: "pickup";
  /** Words that say where. */
  readonly where: string;
  readonly amount: number;
  /** The service of the calendar whose free times can be chosen; absent or null where any time will do. */
  readonly service?: string | null;
}

export type Method = SendingMethod | PickupMethod;

export interface Zone {
  readonly id: string;
  readonly name: string;
  readonly places: readonly ZonePlace[];
  readonly methods: readonly Method[];
}

/** What of a basket has to get to the buyer. */
export interface Load {
  /** A unit of each line, so many times. */
  readonly parcels: readonly (Parcel & { readonly count: number })[];
  /** What the goods come to as they are written, less what is taken off; in minor units. */
  readonly worth: number;
}

/** One way that is offered. */
export interface Offered {
  readonly method: Method;
  readonly amount: number;
  readonly reasons: readonly Reason[];
}

/** A region as it is compared: buyers write it as they like. */
const plain = (region: string): string => region.trim().toLowerCase();

const holds = (place: ZonePlace, to: Place): boolean =>
  (place.country === "*" || place.country === to.country) &&
  (!place.regions.length || place.regions.some((region) => plain(region) === plain(to.region))) &&
  (!place.postcodes.length || place.postcodes.some((pattern) => matchesPostcode(pattern, to.postcode)));

/** How closely a place is told: a postcode before a region before a country before anywhere. */
const closeness = ({ country, regions, postcodes }: ZonePlace): number =>
  (country === "*" ? 0 : 4) + (postcodes.length ? 2 : 0) + (regions.length ? 1 : 0);

/** The zone of an address: the one that tells it most closely, of equal ones the first; null for none. */
export function zoneOf(zones: readonly Zone[], to: Place): Zone | null {
  let best: { zone: Zone; closeness: number } | null = null;
  for (const zone of zones)
    for (const place of zone.places)
      if (holds(place, to) && (!best || closeness(place) > best.closeness))
        best = { zone, closeness: closeness(place) };
  return best?.zone ?? null;
}

const bandFor = (bands: readonly Band[], amount: number): Band | undefined =>
  [...bands]
    .sort((a, b) => (a.upTo ?? Infinity) - (b.upTo ?? Infinity))
    .find(({ upTo }) => upTo === null || amount <= upTo);

const largestOf = (bands: readonly Band[]): number => Math.max(0, ...bands.map(({ upTo }) => upTo ?? Infinity));

/** A price, or why there is none. */
type Priced = { readonly amount: number; readonly reason: Reason } | { readonly amount: null; readonly reason: Reason };

function byBands(kind: "weight" | "number" | "price", bands: readonly Band[], measured: number): Priced {
  const band = bandFor(bands, measured);
  return band
    ? { amount: band.amount, reason: { code: `sending.${kind}Band`, measured, upTo: band.upTo } }
    : { amount: null, reason: { code: `sending.${kind}Over`, measured, most: largestOf(bands) } };
}

export const weightOf = ({ parcels }: Load): number =>
  parcels.reduce((sum, { grams, count }) => sum + grams * count, 0);
const numberOf = ({ parcels }: Load): number => parcels.reduce((sum, { count }) => sum + count, 0);

const priceBy: { readonly [B in Rate["by"]]: (rate: Extract<Rate, { by: B }>, load: Load) => Priced } = {
  flat: ({ amount }) => ({ amount, reason: { code: "sending.flat" } }),
  weight: ({ bands }, load) => byBands("weight", bands, weightOf(load)),
  number: ({ bands }, load) => byBands("number", bands, numberOf(load)),
  price: ({ bands }, load) => byBands("price", bands, load.worth),
  size: ({ boxes }, load) => {
    const packed = boxesFor(load.parcels, boxes);
    if (!packed.ok) return { amount: null, reason: packed.reason };
    const names = packed.value.map(({ name }) => name);
    const amount = packed.value.reduce((sum, box) => sum + box.amount, 0);
    return { amount, reason: { code: "sending.boxes", boxes: names } };
  },
};

const priceOf = (rate: Rate, load: Load): Priced =>
  (priceBy[rate.by] as (rate: Rate, load: Load) => Priced)(rate, load);

/** What one method costs for a load, or why it can't take it. */
function offerOf(method: Method, load: Load): Offered | Reason {
  if (method.kind === "pickup") return { method, amount: method.amount, reasons: [{ code: "sending.pickup" }] };
  const { amount, reason } = priceOf(method.rate, load);
  if (amount === null) return { ...reason, method: method.name };
  const { freeFrom } = method;
  if (freeFrom === null) return { method, amount, reasons: [reason] };
  if (load.worth >= freeFrom) return { method, amount: 0, reasons: [{ code: "sending.free", from: freeFrom }] };
  return {
    method,
    amount,
    reasons: [reason, { code: "sending.freeFrom", from: freeFrom, missing: freeFrom - load.worth }],
  };
}

/**
 * Every way that a load can take to an address, in the order they are set, each with its price and why; none with the reasons
 * why not: nothing is sent there, or each method says what does not fit.
 */
export function waysTo(zones: readonly Zone[], to: Place, load: Load): Decision<readonly Offered[]> {
  const zone = zoneOf(zones, to);
  if (!zone) return decided([], { code: "sending.notThere", country: to.country, postcode: to.postcode });
  const ways: Offered[] = [];
  const not: Reason[] = [];
  for (const method of zone.methods) {
    const offer = offerOf(method, load);
    if ("method" in offer && typeof offer.method === "object") ways.push(offer as Offered);
    else not.push(offer as Reason);
  }
  const zoned: Reason = { code: "sending.zone", zone: zone.name };
  return {
    value: ways,
    reasons: [zoned, ...(ways.length ? [] : zone.methods.length ? not : [{ code: "sending.noWay", zone: zone.name }])],
  };
}
