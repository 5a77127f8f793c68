// Sums as the studio shows them: rows that add up, and what was paid of an order.
import { middleRows, type SumRow } from "@/core/cart/sums";
import type { Total } from "@/core/cart/total";
import { rateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";

/** What stands between the goods and what it comes to. */
export const between = (total: Total): readonly SumRow[] =>
  middleRows(total, shopWords("en"), ({ rate, owedTo }) => `${rateWords(rate, "en-GB")} ${owedTo}`);

/** "−€8.51": what is taken off, or went back, says so. */
export const signed = (amount: number, money: (amount: number) => string): string =>
  `${amount < 0 ? "−" : ""}${money(Math.abs(amount))}`;
