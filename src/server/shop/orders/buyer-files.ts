// Files that buyers send for what they buy: kept with their basket, then with the order; handed on as files and never shown.
import { and, eq, inArray, isNull, or, sum } from "drizzle-orm";
import type { Ask } from "@/core/catalog/product";
import { largestAnswerFile } from "@/core/field/field";
import { sentFile } from "@/core/media/documents";
import type { OrderDocument } from "@/core/shop/ordered";
import { shopWords } from "@/core/storefront/words";
import type { Executor } from "@/data/connection";
import { shopBuyerFiles, shopCarts } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { type Context, sha256 } from "@/server/context";
import type { FormBody } from "@/server/edge/endpoint";
import { takeNetworkPoint } from "@/server/limit";
import type { SiteCall } from "@/server/operation";
import { fieldProblem, notFound } from "@/server/problem";

/** So much lies in the baskets of one site at once, in bytes: nobody fills a disk by buying nothing. */
const mostInCarts = 500_000_000;

type Sent = FormBody["files"];

export interface BuyerFile {
  readonly id: string;
  readonly name: string;
  readonly hash: string;
}

/** What is wrong with the files that are sent for a product, told at their fields; those that are there, by their questions. */
export function judgedFiles(asks: readonly Ask[], files: Sent, language: string): ReadonlyMap<string, Sent[string]> {
  const { needed } = shopWords(language);
  const found = new Map<string, Sent[string]>();
  for (const { id, kind, required } of asks) {
    if (kind !== "file") continue;
    const file = files[`ask.${id}`];
    const path = `ask.${id}`;
    if (!file?.name) {
      if (required) throw fieldProblem(path, needed);
      continue;
    }
    if (file.bytes.length > largestAnswerFile)
      throw fieldProblem(path, "A file has at most 10 MB. Make it smaller, or send it by mail.");
    const read = sentFile(file.name, file.bytes);
    if ("fault" in read) throw fieldProblem(path, read.fault);
    found.set(id, file);
  }
  return found;
}

/** Keeps what a buyer sends for a product; answers the files by the ids of their questions. Field problems are told at "ask.<id>". */
export async function keepBuyerFiles(
  context: Context,
  site: Pick<SiteRow, "id" | "settings">,
  asks: readonly Ask[],
  files: Sent,
  address: string,
): Promise<Readonly<Record<string, BuyerFile>>> {
  const found = judgedFiles(asks, files, site.settings.language);
  const kept: Record<string, BuyerFile> = {};
  for (const [ask, file] of found) {
    await takeNetworkPoint(context, "buyerFileAddress", site.id, address);
    const [lying] = await context.db
      .select({ bytes: sum(shopBuyerFiles.bytes).mapWith(Number) })
      .from(shopBuyerFiles)
      .where(and(eq(shopBuyerFiles.siteId, site.id), isNull(shopBuyerFiles.orderId)));
    if ((lying?.bytes ?? 0) + file.bytes.length > mostInCarts)
      throw fieldProblem(`ask.${ask}`, "No more files can be taken just now. Please send it by mail.");
    const [id, hash, name] = [context.newId(), sha256(file.bytes), file.name.slice(-200)];
    await context.bytes.put(hash, file.bytes);
    await context.db.insert(shopBuyerFiles).values({
      ...{ siteId: site.id, id, hash, name, bytes: file.bytes.length, createdAt: context.now() },
    });
    kept[ask] = { id, name, hash };
  }
  return kept;
}

const filesOf = ({ lines }: OrderDocument): readonly string[] =>
  lines.flatMap(({ sent = [] }) => sent.map(({ file }) => file));

/** Files of a basket are those of the order that it became. */
export async function claimBuyerFiles(
  tx: Executor,
  siteId: string,
  order: string,
  document: OrderDocument,
): Promise<void> {
  const ids = filesOf(document);
  if (!ids.length) return;
  await tx
    .update(shopBuyerFiles)
    .set({ orderId: order })
    .where(
      and(eq(shopBuyerFiles.siteId, siteId), inArray(shopBuyerFiles.id, [...ids]), isNull(shopBuyerFiles.orderId)),
    );
}

/** Takes files of somebody away that still lie in their baskets; answers the keys of their bytes. */
export async function forgetCartFiles(tx: Executor, siteId: string, email: string): Promise<readonly string[]> {
  const carts = await tx
    .select({ document: shopCarts.document })
    .from(shopCarts)
    .where(and(eq(shopCarts.siteId, siteId), or(eq(shopCarts.email, email), eq(shopCarts.owner, email))));
  const ids = carts.flatMap(({ document }) => document.lines.flatMap(({ files }) => Object.values(files ?? {})));
  if (!ids.length) return [];
  const lying = and(eq(shopBuyerFiles.siteId, siteId), inArray(shopBuyerFiles.id, ids), isNull(shopBuyerFiles.orderId));
  const files = await tx.select({ hash: shopBuyerFiles.hash }).from(shopBuyerFiles).where(lying).for("update");
  await tx.delete(shopBuyerFiles).where(lying);
  return files.map(({ hash }) => hash);
}

/** A file that came with an order: its name and bytes. */
export async function buyerFile(call: SiteCall, file: string): Promise<{ name: string; body: Buffer }> {
  const [row] = await call.context.db
    .select({ name: shopBuyerFiles.name, hash: shopBuyerFiles.hash })
    .from(shopBuyerFiles)
    .where(and(eq(shopBuyerFiles.siteId, call.site.id), eq(shopBuyerFiles.id, file)));
  const body = row ? await call.context.bytes.get(row.hash) : null;
  if (!row || !body) throw notFound("This file", "file");
  return { name: row.name, body };
}
