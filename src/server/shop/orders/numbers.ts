// Running numbers without gaps: of orders, invoices and credit notes.
import { and, eq, sql } from "drizzle-orm";
import type { Executor } from "@/data/connection";
import { shopNumbers } from "@/data/shop/tables";

/** The next of running numbers: the row stays locked until the transaction ends, so that none is left out or used twice. */
export async function nextNumber(
  tx: Executor,
  siteId: string,
  of: "order" | "invoice" | "credit",
  first: number,
): Promise<number> {
  await tx
    .insert(shopNumbers)
    .values({ siteId, of, last: first })
    .onDuplicateKeyUpdate({ set: { last: sql`${shopNumbers.last} + 1` } });
  const [row] = await tx
    .select({ last: shopNumbers.last })
    .from(shopNumbers)
    .where(and(eq(shopNumbers.siteId, siteId), eq(shopNumbers.of, of)));
  return row?.last ?? first;
}

/** What stands before a running number. */
export function prefixOf(number: string): string {
  let end = number.length;
  while (end > 0 && /\d/.test(number[end - 1] ?? "")) end--;
  return number.slice(0, end);
}
