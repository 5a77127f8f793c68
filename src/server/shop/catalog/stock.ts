// Goods of orders: kept while they are being paid for, sold, and put back. Each is one transaction's part; variants are locked in the
// order of their ids, so that no two orders wait for each other.
import { and, eq } from "drizzle-orm";
import type { OrderedLine } from "@/core/shop/ordered";
import { orderedWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import type { Executor } from "@/data/connection";
import { shopStockMoves, shopVariants } from "@/data/shop/tables";
import { realNow } from "@/server/bytes/store";
import { fieldProblem } from "@/server/problem";

type VariantRow = typeof shopVariants.$inferSelect;

/** What is done to the goods of an order, and by whom: a member's id, "buyer", "payment" or "time". */
export interface GoodsCommand {
  readonly siteId: string;
  readonly order: string;
  readonly lines: readonly OrderedLine[];
  readonly by: string;
  readonly now: Date;
}

interface Changed {
  readonly stock?: number;
  readonly kept?: number;
  readonly reason?: "sold" | "back";
}

/** Does something with each counted variant of an order, by how much of it the order has. */
async function eachVariant(
  tx: Executor,
  { siteId, order, lines, by, now }: GoodsCommand,
  change: (row: VariantRow, quantity: number, line: Pick<OrderedLine, "name" | "unit">) => Changed,
  missing: (name: string) => void = () => {},
): Promise<void> {
  const wanted = new Map<string, number>();
  for (const { variant, quantity, counted } of lines)
    if (counted) wanted.set(variant, (wanted.get(variant) ?? 0) + quantity);
  for (const variant of [...wanted.keys()].sort()) {
    const mine = and(eq(shopVariants.siteId, siteId), eq(shopVariants.id, variant));
    const [row] = await tx.select().from(shopVariants).where(mine).for("update");
    const line = lines.find((one) => one.variant === variant) ?? { name: "", unit: "" };
    if (!row) {
      missing(line.name);
      continue;
    }
    const { reason, ...changed } = change(row, wanted.get(variant) ?? 0, line);
    if (!Object.keys(changed).length) continue;
    await tx
      .update(shopVariants)
      .set({ ...changed, changedAt: realNow() })
      .where(mine);
    if (reason)
      await tx.insert(shopStockMoves).values({
        ...{ siteId, variantId: variant, before: row.stock, after: changed.stock ?? row.stock },
        ...{ reason, orderId: order, by, at: now },
      });
  }
}

/** Takes goods off the shelf, or keeps them while they are paid for: a field problem at "lines" where there are fewer left than that. */
export const takeGoods = (
  tx: Executor,
  command: GoodsCommand,
  how: "sold" | "kept",
  language: string,
): Promise<void> => {
  const words = shopWords(language);
  const gone = (name: string) => fieldProblem("lines", words.gone(name));
  return eachVariant(
    tx,
    command,
    ({ stock, kept, sellsOn }, quantity, { name, unit }) => {
      if (stock === null) return {};
      const left = stock - kept;
      if (!sellsOn && left < quantity)
        throw left > 0 ? fieldProblem("lines", words.fewer(name, orderedWords(left, { unit }, language))) : gone(name);
      return how === "sold" ? { stock: stock - quantity, reason: "sold" } : { kept: kept + quantity };
    },
    (name) => {
      throw gone(name);
    },
  );
};

/** What was kept is sold. */
export const sellKept = (tx: Executor, command: GoodsCommand): Promise<void> =>
  eachVariant(tx, command, ({ stock, kept }, quantity) => ({
    kept: Math.max(0, kept - quantity),
    ...(stock === null ? {} : { stock: stock - quantity, reason: "sold" as const }),
  }));

/** What was kept is anybody's again. */
export const letGoods = (tx: Executor, command: GoodsCommand): Promise<void> =>
  eachVariant(tx, command, ({ kept }, quantity) => ({ kept: Math.max(0, kept - quantity) }));

/** Puts an order's goods back on the shelf. */
export const putBack = (tx: Executor, command: GoodsCommand): Promise<void> =>
  eachVariant(tx, command, ({ stock }, quantity) =>
    stock === null ? {} : { stock: stock + quantity, reason: "back" },
  );
