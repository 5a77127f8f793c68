// Gift vouchers: made out when an order is paid, spent in parts, and given back with an order that is called off.
import { randomBytes } from "node:crypto";
import { and, eq, inArray } from "drizzle-orm";
import { codeOf, plainCode, tailOf } from "@/core/voucher/code";
import type { Executor } from "@/data/connection";
import { shopVoucherMoves, shopVouchers } from "@/data/shop/tables";
import { type Context, isSigned, sha256, sign } from "@/server/context";
import { conflict } from "@/server/problem";
import { seal, unseal } from "@/server/seal";

export type VoucherRow = typeof shopVouchers.$inferSelect;

const purpose = "vouchers";

export const voucherCode = ({ settings }: Context, { id, sealed }: Pick<VoucherRow, "id" | "sealed">): string =>
  unseal(settings, purpose, id, sealed);

/** Codes are found by a keyed hash: the table alone tells none of them. */
const hashOf = ({ settings }: Context, siteId: string, plain: string) =>
  sha256(`${sign(settings, "voucher", siteId)} ${plain}`);

/** What a site's vouchers are good for after they were bought, in years (statutory limitation in most of the union is shorter). */
const goodYears = 5;

/** Makes out one voucher. */
export async function makeVoucher(
  context: Context,
  tx: Executor,
  siteId: string,
  { orderId, amount, currency, levy }: Pick<VoucherRow, "orderId" | "amount" | "currency" | "levy">,
): Promise<VoucherRow> {
  const id = context.newId();
  const code = codeOf(randomBytes(12));
  const now = context.now();
  const endsAt = new Date(now);
  endsAt.setUTCFullYear(endsAt.getUTCFullYear() + goodYears);
  const row: VoucherRow = {
    ...{ siteId, id, orderId, amount, currency, levy, left: amount, issuedAt: now, endsAt, voidedAt: null },
    ...{ codeHash: hashOf(context, siteId, plainCode(code) ?? ""), sealed: seal(context.settings, purpose, id, code) },
    tail: tailOf(code),
  };
  await tx.insert(shopVouchers).values(row);
  return row;
}

const isGood = (row: VoucherRow, now: Date) => row.voidedAt === null && (row.endsAt === null || row.endsAt > now);

/** The voucher of a code that may be spent; null for none, a spent one included. */
export async function findVoucher(context: Context, siteId: string, typed: string): Promise<VoucherRow | null> {
  const plain = plainCode(typed);
  if (plain === null) return null;
  const [row] = await context.db
    .select()
    .from(shopVouchers)
    .where(and(eq(shopVouchers.siteId, siteId), eq(shopVouchers.codeHash, hashOf(context, siteId, plain))));
  return row && isGood(row, context.now()) ? row : null;
}

/** Vouchers by their ids, as far as they may be spent, in the order that they were given in. */
export async function vouchersById(
  context: Context,
  db: Executor,
  siteId: string,
  ids: readonly string[],
): Promise<readonly VoucherRow[]> {
  if (!ids.length) return [];
  const rows = await db
    .select()
    .from(shopVouchers)
    .where(and(eq(shopVouchers.siteId, siteId), inArray(shopVouchers.id, [...ids])));
  return ids.flatMap((id) => rows.filter((row) => row.id === id && row.left > 0 && isGood(row, context.now())));
}

/** What an order takes of vouchers. */
export interface VoucherPart {
  readonly id: string;
  readonly tail: string;
  readonly amount: number;
}

/** Spends parts of vouchers, each under its lock; a conflict where one of them has less by now. */
export async function spend(
  context: Context,
  tx: Executor,
  siteId: string,
  orderId: string,
  parts: readonly VoucherPart[],
): Promise<void> {
  for (const { id, amount } of [...parts].sort((one, other) => (one.id < other.id ? -1 : 1))) {
    if (!amount) continue;
    const mine = and(eq(shopVouchers.siteId, siteId), eq(shopVouchers.id, id));
    const [row] = await tx.select().from(shopVouchers).where(mine).for("update");
    if (!row || row.left < amount || !isGood(row, context.now()))
      throw conflict("cartChanged", "A voucher has less left by now.");
    await tx
      .update(shopVouchers)
      .set({ left: row.left - amount })
      .where(mine);
    await tx.insert(shopVoucherMoves).values({ siteId, voucherId: id, orderId, amount: -amount, at: context.now() });
  }
}

/** What an order spent of vouchers comes back to them, once. */
export async function unspend(context: Context, tx: Executor, siteId: string, orderId: string): Promise<void> {
  const moves = await tx
    .select()
    .from(shopVoucherMoves)
    .where(and(eq(shopVoucherMoves.siteId, siteId), eq(shopVoucherMoves.orderId, orderId)))
    .for("update");
  const spent = new Map<string, number>();
  for (const { voucherId, amount } of moves) spent.set(voucherId, (spent.get(voucherId) ?? 0) - amount);
  for (const [id, amount] of [...spent].sort()) {
    await returnPart(context, tx, { siteId, id: orderId }, id, amount);
  }
}

/** A part of what an order spent of a voucher comes back to it; nothing where `amount`, in minor units, is none. */
export async function returnPart(
  context: Context,
  tx: Executor,
  order: { readonly siteId: string; readonly id: string },
  voucher: string,
  amount: number,
): Promise<void> {
  if (amount <= 0) return;
  const mine = and(eq(shopVouchers.siteId, order.siteId), eq(shopVouchers.id, voucher));
  const [row] = await tx.select().from(shopVouchers).where(mine).for("update");
  if (!row) return;
  await tx
    .update(shopVouchers)
    .set({ left: row.left + amount })
    .where(mine);
  await tx.insert(shopVoucherMoves).values({
    ...{ siteId: order.siteId, voucherId: voucher, orderId: order.id, amount, at: context.now() },
  });
}

/** The part of an address that leads to a voucher's sheet. */
export const voucherToken = ({ settings }: Context, id: string): string => `${id}.${sign(settings, "sheet", id)}`;

export function readVoucherToken({ settings }: Context, token: string): string | null {
  const [id = "", signature = ""] = token.split(".", 2);
  return /^[\w-]{1,24}$/.test(id) && isSigned(settings, "sheet", id, signature) ? id : null;
}
