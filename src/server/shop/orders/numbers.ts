// Running numbers without gaps: of orders, invoices and credit notes.
import { sql } from "drizzle-orm";
import type { Executor } from "@/data/connection";

/** The next of running numbers: the row stays locked until the transaction ends, so that none is left out or used twice. */
export async function nextNumber(
  tx: Executor,
  siteId: string,
  of: "order" | "invoice" | "credit",
  first: number,
): Promise<number> {
  const [[row]] = (await tx.execute(sql`
    insert into shop_numbers (site_id, number_of, last) values (${siteId}, ${of}, ${first})
    on duplicate key update last = last + 1 returning last`)) as unknown as [{ last: number }[]];
  return row?.last ?? first;
}

/** What stands before a running number. */
export function prefixOf(number: string): string {
  let end = number.length;
  while (end > 0 && /\d/.test(number[end - 1] ?? "")) end--;
  return number.slice(0, end);
}
