// What a basket comes to: every line with its tax, what is taken off, sending, and what is left to pay. Exact fractions
// throughout, rounded where the shop says: line by line, or once an order and rate.
import { halfUp, shareOfAmount } from "@/core/money/money";
import { splitAmount } from "@/core/money/split";
import { type Buyer, type Levy, levyOn, type Place, type TaxClass, type TaxSettings } from "@/core/tax/tax";
import type { Reason } from "@/core/visitor/decision";

export interface LineItem {
  readonly id: string;
  /** As it is written for one unit of sale (a piece, a kilogram), in minor units. */
  readonly price: number;
  /** Pieces; or thousandths of the unit where `per` is 1000: grams of what is sold by the kilogram. */
  readonly quantity: number;
  readonly per: 1 | 1000;
  readonly taxClass: string;
  /** It is sent, and its share of the sending bears its tax. */
  readonly sent: boolean;
  /** How its price came to be. */
  readonly reasons: readonly Reason[];
  /** It bears the tax of home wherever its buyer is: a voucher for things that are sold there alone. */
  readonly atHome?: boolean;
}

/** Something taken off the written prices of some lines; more than they come to is not taken. */
export interface Reduction {
  readonly id: string;
  readonly name: string;
  /** Minor units, at least 0. */
  readonly amount: number;
  /** Ids of the lines it is spread over; absent for all of them. */
  readonly lines?: readonly string[];
}

export interface VoucherUsed {
  readonly code: string;
  /** What is left on it, in minor units. */
  readonly balance: number;
  /** The tax that was due as it was sold, for one that is single-purpose; absent or null for one that bore none. */
  readonly levy?: VoucherLevy | null;
}

/** What a voucher bore as it was sold. */
export type VoucherLevy = Pick<TaxRow, "rate" | "owedTo">;

export interface TotalAsked {
  readonly lines: readonly LineItem[];
  readonly reductions: readonly Reduction[];
  /** What sending costs as it is written, and why; null while that is not known. */
  readonly sending: { readonly name: string; readonly amount: number; readonly reasons: readonly Reason[] } | null;
  readonly vouchers: readonly VoucherUsed[];
  readonly to: Place;
  readonly buyer: Buyer;
}

/** An amount and the tax in it, in minor units: `net + tax = gross`. */
export interface Taxed {
  readonly net: number;
  readonly tax: number;
  readonly gross: number;
}

export interface TotalLine extends Taxed {
  readonly id: string;
  /** As written, before anything is taken off: price times quantity. */
  readonly written: number;
  readonly takenOff: number;
  readonly levy: Levy;
  readonly reasons: readonly Reason[];
}

export interface TaxRow {
  /** Thousandths of a percent. */
  readonly rate: number;
  readonly owedTo: string;
  readonly net: number;
  readonly tax: number;
}

export interface Total extends Taxed {
  readonly lines: readonly TotalLine[];
  readonly reductions: readonly { readonly id: string; readonly name: string; readonly amount: number }[];
  readonly sending:
    | (Taxed & { readonly name: string; readonly written: number; readonly reasons: readonly Reason[] })
    | null;
  /** Tax by rate and country, the higher rate first. */
  readonly taxes: readonly TaxRow[];
  readonly vouchers: readonly { readonly code: string; readonly amount: number }[];
  /** What of the taxes is not due again: it was, as the vouchers were sold that pay. Absent where there is nothing of it. */
  readonly taxedBefore?: readonly TaxRow[];
  readonly toPay: number;
  readonly reasons: readonly Reason[];
}

const whole = 100_000n;

/** Thousandths of a minor unit: what every quantity times price is a whole number of. */
const exactOf = ({ price, quantity, per }: LineItem): bigint =>
  BigInt(price) * BigInt(quantity) * (per === 1 ? 1000n : 1n);

/** A part of the basket that bears one tax. */
interface Piece {
  readonly exact: bigint;
  readonly levy: Levy;
}

/** One exact amount as it is written, rounded once, with the tax that is due on it. */
function taxed(exact: bigint, { rate, writtenAt }: Levy, included: boolean): Taxed {
  const [due, written] = [BigInt(rate), BigInt(writtenAt)];
  if (included) {
    const gross = halfUp(exact * (whole + due), 1000n * (whole + written));
    const tax = halfUp(BigInt(gross) * due, whole + due);
    return { net: gross - tax, tax, gross };
  }
  const net = halfUp(exact, 1000n);
  const tax = halfUp(BigInt(net) * due, whole);
  return { net, tax, gross: net + tax };
}

const levyKey = ({ rate, writtenAt, owedTo }: Levy): string => `${rate} ${writtenAt} ${owedTo}`;

/** Where pieces of one levy stand. */
function byLevy(pieces: readonly Piece[]): readonly (readonly number[])[] {
  const groups = new Map<string, number[]>();
  for (const [at, { levy }] of pieces.entries()) {
    const key = levyKey(levy);
    const group = groups.get(key);
    if (group) group.push(at);
    else groups.set(key, [at]);
  }
  return [...groups.values()];
}

/** Every piece with its tax, rounded by the piece, or once for all pieces of a levy and divided among them. */
function taxedPieces(pieces: readonly Piece[], tax: TaxSettings): readonly Taxed[] {
  if (tax.rounding === "line") return pieces.map(({ exact, levy }) => taxed(exact, levy, tax.included));
  const made: Taxed[] = new Array(pieces.length);
  for (const group of byLevy(pieces)) {
    const weights = group.map((at) => (pieces[at] as Piece).exact);
    const { levy } = pieces[group[0] as number] as Piece;
    const sum = taxed(
      weights.reduce((all, one) => all + one, 0n),
      levy,
      tax.included,
    );
    const nets = splitAmount(sum.net, weights);
    const taxes = splitAmount(sum.tax, weights);
    for (const [nth, at] of group.entries()) {
      const [net, due] = [nets[nth] as number, taxes[nth] as number];
      made[at] = { net, tax: due, gross: net + due };
    }
  }
  return made;
}

/** What is taken off each line, in minor units: never more than the line has left. */
function takenOff(
  lines: readonly LineItem[],
  reductions: readonly Reduction[],
): { readonly lines: readonly number[]; readonly reductions: Total["reductions"] } {
  const taken = lines.map(() => 0);
  const made = reductions.map(({ id, name, amount, lines: only }) => {
    const room = lines.map((line, at) =>
      !only || only.includes(line.id) ? exactOf(line) / 1000n - BigInt(taken[at] as number) : 0n,
    );
    const all = Number(room.reduce((sum, one) => sum + one, 0n));
    const taking = Math.min(amount, all);
    for (const [at, share] of splitAmount(taking, room).entries()) taken[at] = (taken[at] as number) + share;
    return { id, name, amount: taking };
  });
  return { lines: taken, reductions: made };
}

const sumOf = (parts: readonly Taxed[]): Taxed => {
  const sum = { net: 0, tax: 0, gross: 0 };
  for (const { net, tax, gross } of parts) {
    sum.net += net;
    sum.tax += tax;
    sum.gross += gross;
  }
  return sum;
};

function taxRows(pieces: readonly Piece[], amounts: readonly Taxed[]): readonly TaxRow[] {
  const rows = new Map<string, { rate: number; owedTo: string; net: number; tax: number }>();
  for (const [at, { levy }] of pieces.entries()) {
    const { net, tax } = amounts[at] as Taxed;
    const key = `${levy.rate} ${levy.owedTo}`;
    const row = rows.get(key) ?? { rate: levy.rate, owedTo: levy.owedTo, net: 0, tax: 0 };
    row.net += net;
    row.tax += tax;
    rows.set(key, row);
  }
  return [...rows.values()].sort((a, b) => b.rate - a.rate || (a.owedTo < b.owedTo ? -1 : 1));
}

/** What vouchers pay of an amount, in their order, and what is left of it. */
function paidByVouchers(gross: number, vouchers: readonly VoucherUsed[]) {
  let left = gross;
  const used = vouchers.map(({ code, balance, levy = null }) => {
    const amount = Math.min(left, balance);
    left -= amount;
    return { code, amount, levy };
  });
  return { used, left };
}

/**
 * The taxes that are not due again for what single-purpose vouchers pay: handing over what they are for is no supply of its own
 * (Directive 2006/112/EC, Article 30b(1)). Each pays first for what bears the tax that it bore, then for the rest, row by row.
 */
function taxedBefore(
  taxes: readonly TaxRow[],
  used: readonly { readonly amount: number; readonly levy: VoucherLevy | null }[],
): readonly TaxRow[] {
  const paid = taxes.map(() => 0);
  for (const { amount, levy } of used) {
    if (!levy) continue;
    const isIts = ({ rate, owedTo }: TaxRow) => rate === levy.rate && owedTo === levy.owedTo;
    const rows = [...taxes.keys()].sort(
      (one, other) => Number(isIts(taxes[other] as TaxRow)) - Number(isIts(taxes[one] as TaxRow)),
    );
    let left = amount;
    for (const at of rows) {
      const { net, tax } = taxes[at] as TaxRow;
      const taking = Math.min(left, net + tax - (paid[at] as number));
      paid[at] = (paid[at] as number) + taking;
      left -= taking;
    }
  }
  return taxes.flatMap((row, at) => {
    const part = paid[at] as number;
    if (!part) return [];
    const tax = shareOfAmount(row.tax, part, row.net + row.tax);
    return [{ ...row, net: part - tax, tax }];
  });
}

/**
 * The basket worked out. The order of lines and reductions of equal weight does not matter: everything is done in the order of
 * their ids. Sending bears the tax of the goods that are sent, in proportion to what they come to (as a supply ancillary to
 * them: CJEU C-349/96, Card Protection Plan, paragraph 30). Vouchers pay, and take nothing off the tax where they bore none as they
 * were sold (multi-purpose vouchers, Directive 2006/112/EC, Article 30b(2)); what others bore is told beside, and not due again.
 */
export function totalOf(asked: TotalAsked, tax: TaxSettings): Total {
  const classes = new Map(tax.classes.map((one) => [one.id, one]));
  // Vouchers that are taxed as they are used have no class.
  const untaxed = (id: string): TaxClass => ({ id, name: id || "Vouchers", base: "none", rates: {} });
  const home: Place = { country: tax.home, region: "", postcode: "" };
  const lines = [...asked.lines].sort((a, b) => (a.id < b.id ? -1 : a.id > b.id ? 1 : 0));
  const levied = new Map<string, ReturnType<typeof levyOn>>();
  const levyFor = ({ taxClass, atHome = false }: LineItem) => {
    const key = `${taxClass} ${atHome}`;
    const known = levied.get(key);
    if (known) return known;
    const found = levyOn(classes.get(taxClass) ?? untaxed(taxClass), atHome ? home : asked.to, asked.buyer, tax);
    levied.set(key, found);
    return found;
  };
  const off = takenOff(lines, asked.reductions);
  const goods = lines.map((line, at): Piece => {
    const left = exactOf(line) - 1000n * BigInt(off.lines[at] as number);
    return { exact: left, levy: levyFor(line).value };
  });
  const { sending } = asked;
  // Shares of the sending, one a levy of what is sent.
  const sentLines = lines.flatMap((line, at) => (line.sent ? [at] : []));
  const sentGroups = byLevy(sentLines.map((at) => goods[at] as Piece)).map((group) =>
    group.map((nth) => sentLines[nth] as number),
  );
  const shares = sending
    ? splitAmount(
        sending.amount,
        sentGroups.map((group) => group.reduce((sum, at) => sum + (goods[at] as Piece).exact, 0n)),
      )
    : [];
  const sent = shares.map(
    (share, nth): Piece => ({
      exact: 1000n * BigInt(share),
      levy: (goods[(sentGroups[nth] as readonly number[])[0] as number] as Piece).levy,
    }),
  );
  const pieces = [...goods, ...sent];
  const amounts = taxedPieces(pieces, tax);
  const made = new Map(
    lines.map((line, at): [string, TotalLine] => [
      line.id,
      {
        id: line.id,
        written: halfUp(exactOf(line), 1000n),
        takenOff: off.lines[at] as number,
        levy: (goods[at] as Piece).levy,
        reasons: [...line.reasons, ...levyFor(line).reasons],
        ...(amounts[at] as Taxed),
      },
    ]),
  );
  const sum = sumOf(amounts);
  const { used, left } = paidByVouchers(sum.gross, asked.vouchers);
  const taxes = taxRows(pieces, amounts);
  const before = taxedBefore(taxes, used);
  return {
    ...sum,
    lines: asked.lines.map(({ id }) => made.get(id) as TotalLine),
    reductions: off.reductions,
    sending: sending
      ? { name: sending.name, written: sending.amount, reasons: sending.reasons, ...sumOf(amounts.slice(goods.length)) }
      : null,
    taxes,
    vouchers: used.map(({ code, amount }) => ({ code, amount })),
    ...(before.length ? { taxedBefore: before } : {}),
    toPay: left,
    reasons: [
      { code: tax.included ? "total.taxInside" : "total.taxAdded", rounding: tax.rounding },
      ...(off.reductions.some(({ amount }) => amount > 0) ? [{ code: "total.spread" }] : []),
      ...(used.some(({ amount }) => amount > 0) ? [{ code: "total.vouchers" }] : []),
      ...(before.length ? [{ code: "total.taxedBefore" }] : []),
    ],
  };
}
