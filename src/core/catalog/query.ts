// What a visitor asks of a catalog, as it stands in an address, and back: every state can be linked and gone back to.
import { amountText, readAmount } from "@/core/money/read";
import { everything, type Order, orders, type ProductQuery } from "./find";
import type { Attribute } from "./product";

/** Names of the parts of an address; properties stand under their ids behind a dot. */
const names = {
  words: "q",
  from: "from",
  to: "to",
  inStock: "stock",
  reduced: "reduced",
  order: "order",
  page: "page",
};
const valuePrefix = "is.";

const mostValues = 20;
const longestValue = 80;

type Parameters = Readonly<Record<string, string | readonly string[]>>;

const listOf = (value: string | readonly string[] | undefined): readonly string[] =>
  value === undefined ? [] : typeof value === "string" ? [value] : value;

/** What an address asks; whatever in it makes no sense asks nothing. */
export function readQuery(
  parameters: Parameters,
  { attributes, currency }: { readonly attributes: readonly Attribute[]; readonly currency: string },
  category: string | null = null,
): ProductQuery {
  const one = (name: string) => listOf(parameters[name])[0] ?? "";
  const amount = (name: string) => {
    const read = readAmount(one(name), currency);
    return "amount" in read ? read.amount : null;
  };
  const order = one(names.order) as Order;
  const page = /^\d{1,4}$/.test(one(names.page)) ? Number(one(names.page)) : 1;
  const values: Record<string, readonly string[]> = {};
  for (const { id } of attributes) {
    const wanted = listOf(parameters[valuePrefix + id])
      .filter((value) => value && value.length <= longestValue)
      .slice(0, mostValues);
    if (wanted.length) values[id] = [...new Set(wanted)];
  }
  return {
    words: one(names.words).slice(0, 200).trim(),
    category,
    values,
    from: amount(names.from),
    to: amount(names.to),
    inStock: one(names.inStock) === "1",
    reduced: one(names.reduced) === "1",
    order: orders.includes(order) ? order : everything.order,
    page: Math.max(1, page),
  };
}

/** What is asked as pairs of an address, in an order that is always the same: the first page and other usual things are left out. */
export function queryPairs(query: ProductQuery, currency: string): readonly (readonly [string, string])[] {
  const pairs: [string, string][] = [];
  if (query.words) pairs.push([names.words, query.words]);
  for (const id of Object.keys(query.values).sort())
    for (const value of query.values[id] ?? []) pairs.push([valuePrefix + id, value]);
  if (query.from !== null) pairs.push([names.from, amountText(query.from, currency)]);
  if (query.to !== null) pairs.push([names.to, amountText(query.to, currency)]);
  if (query.inStock) pairs.push([names.inStock, "1"]);
  if (query.reduced) pairs.push([names.reduced, "1"]);
  if (query.order !== everything.order) pairs.push([names.order, query.order]);
  if (query.page > 1) pairs.push([names.page, String(query.page)]);
  return pairs;
}

/** The address behind the question mark, with it; "" for nothing asked. */
export function queryText(query: ProductQuery, currency: string): string {
  const pairs = queryPairs(query, currency);
  return pairs.length ? `?${new URLSearchParams(pairs.map(([name, value]) => [name, value]))}` : "";
}
