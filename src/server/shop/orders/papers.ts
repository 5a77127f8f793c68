// Papers of orders as PDF: numbered where they have to be, in the transaction that uses the number.
import { and, eq } from "drizzle-orm";
import type { Brand } from "@/core/brand/brand";
import { moneyWords } from "@/core/money/money";
import { type LineParts, linesLeft, parcelLines } from "@/core/order/lines";
import { creditPaper, invoicePaper, type Paper, type PaperOrder, packingPaper } from "@/core/order/paper";
import { dateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import { inTransaction } from "@/data/connection";
import { shopOrders, shopRefunds, shopVouchers } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import { type Context, siteOrigin } from "@/server/context";
import { dayIn } from "@/server/day";
import { Sheet } from "@/server/pdf/sheet";
import { conflict, notFound } from "@/server/problem";
import type { OrderRow } from "@/server/shop/orders/order-row";
import { lockOrder } from "../cart/steps";
import { voucherCode } from "../cart/vouchers";
import { liveShop } from "../pages/live";
import { nextNumber } from "./numbers";
import { parcelsOf } from "./parcels";

/** Draws what stands on a paper. */
async function drawn(
  brand: Brand,
  paper: Paper,
  about: { readonly author: string; readonly at: Date },
): Promise<Uint8Array> {
  const sheet = await Sheet.begin(brand, { title: paper.title, ...about });
  const half = [
    { at: 0, width: 250 },
    { at: 280, width: sheet.width - 280 },
  ] as const;
  const [name = "", ...lines] = paper.seller;
  sheet.text(name, { size: 16, role: "head" }).text(lines.join("\n"), { quiet: true, size: 9 }).gap(26);
  sheet.row(half, [paper.to.join("\n"), paper.facts.map(([fact, value]) => `${fact}: ${value}`).join("\n")]).gap(22);
  sheet.text(paper.title, { size: 20, role: "head" }).gap(12);
  const last = paper.columns.length - 1;
  const columns = paper.columns.map((_, at) =>
    at === 0
      ? { at: 0, width: 240 }
      : {
          at: 250 + (at - 1) * 80,
          width: at === last ? sheet.width - 250 - (last - 1) * 80 : 74,
          align: "right" as const,
        },
  );
  if (paper.rows.length) {
    sheet.row(columns, paper.columns, { quiet: true, size: 9 }).rule();
    for (const row of paper.rows) sheet.row(columns, row).gap(4);
    sheet.rule();
  }
  const sums = [
    { at: 250, width: 140 },
    { at: 390, width: sheet.width - 390, align: "right" as const },
  ];
  for (const [nth, sum] of paper.sums.entries())
    sheet.row(sums, sum, nth === paper.sums.length - 1 ? { size: 12 } : {}).gap(3);
  for (const note of paper.notes) sheet.gap(14).text(note);
  return sheet.end();
}

async function paperOrder(context: Context, site: SiteRow, row: OrderRow, at: Date): Promise<PaperOrder> {
  const live = await liveShop(context, site);
  const { number, language, currency, toPay, paid, refunded, document } = row;
  return {
    ...{ number, language, currency, toPay, paid, refunded, document, date: dayIn(site.settings.zone, at) },
    seller: {
      name: site.name,
      lines: [...(live?.shop.seller ?? "").split("\n").filter(Boolean), site.settings.mailFrom],
      taxNumber: live?.shop.taxNumber ?? "",
    },
  };
}

export interface PaperFile {
  readonly name: string;
  readonly bytes: Uint8Array;
}

const fileName = (title: string) =>
  `${title
    .split(/[^\p{L}\p{N}]/u)
    .filter(Boolean)
    .join("-")}.pdf`;

async function fileOf(site: SiteRow, paper: Paper, at: Date): Promise<PaperFile> {
  return { name: fileName(paper.title), bytes: await drawn(site.brand, paper, { author: site.name, at }) };
}

/** The invoice of an order: it has its number from the first time that it is asked for, and keeps number and date. */
export async function invoiceOf(context: Context, site: SiteRow, order: string): Promise<PaperFile> {
  const live = await liveShop(context, site);
  const row = await inTransaction(context.db, async (tx) => {
    const found = await lockOrder(tx, site.id, order);
    if (!found) throw notFound("This order", "order");
    if (found.invoice) return found;
    if (found.state === "waiting" || found.state === "cancelled")
      throw conflict("noInvoice", "There is no invoice for an order that does not stand.");
    const invoice = `${live?.shop.prefixes.invoice ?? ""}${await nextNumber(tx, site.id, "invoice", 1)}`;
    const invoicedAt = context.now();
    await tx
      .update(shopOrders)
      .set({ invoice, invoicedAt })
      .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.id, order)));
    return { ...found, invoice, invoicedAt };
  });
  const at = row.invoicedAt ?? context.now();
  return fileOf(site, invoicePaper(await paperOrder(context, site, row, at), row.invoice ?? ""), at);
}

async function orderOf(context: Context, site: SiteRow, order: string): Promise<OrderRow> {
  const [row] = await context.db
    .select()
    .from(shopOrders)
    .where(and(eq(shopOrders.siteId, site.id), eq(shopOrders.id, order)));
  if (!row) throw notFound("This order", "order");
  return row;
}

/** The packing slip of a parcel that was sent, or (without a number) of what is still to be sent. */
async function packingOf(context: Context, site: SiteRow, order: string, parcel: number | null): Promise<PaperFile> {
  const row = await orderOf(context, site, order);
  const sent = await parcelsOf(context.db, site.id, order);
  const one = parcel === null ? null : sent.find(({ position }) => position === parcel);
  if (one === undefined) throw notFound("This parcel", "parcel");
  const parts: LineParts =
    one?.lines ??
    linesLeft(
      parcelLines(row.document.lines),
      sent.map(({ lines }) => lines),
    );
  const at = one?.sentAt ?? context.now();
  return fileOf(site, packingPaper(await paperOrder(context, site, row, at), parts), at);
}

/** The credit note of a refund. */
async function creditOf(context: Context, site: SiteRow, order: string, refund: number): Promise<PaperFile> {
  const row = await orderOf(context, site, order);
  const [back] = await context.db
    .select()
    .from(shopRefunds)
    .where(and(eq(shopRefunds.siteId, site.id), eq(shopRefunds.orderId, order), eq(shopRefunds.position, refund)));
  if (!back?.note || !row.invoice) throw notFound("This credit note", "refund");
  const paper = creditPaper(
    await paperOrder(context, site, row, back.at),
    { note: back.note, invoice: row.invoice },
    back,
  );
  return fileOf(site, paper, back.at);
}

/** A voucher to print and to give. */
export async function voucherSheet(context: Context, site: SiteRow, id: string): Promise<PaperFile> {
  const [row] = await context.db
    .select()
    .from(shopVouchers)
    .where(and(eq(shopVouchers.siteId, site.id), eq(shopVouchers.id, id)));
  if (!row || row.voidedAt) throw notFound("This voucher");
  const { language } = site.settings;
  const words = shopWords(language);
  const amount = moneyWords({ amount: row.amount, currency: row.currency }, language);
  const title = words.voucherWorth(amount);
  const sheet = await Sheet.begin(site.brand, { title, author: site.name, at: row.issuedAt });
  sheet
    .band(230, [
      { text: site.name, size: 15, role: "text" },
      { text: words.voucher, size: 34 },
      { text: amount, size: 46 },
    ])
    .gap(30)
    .text(voucherCode(context, row), { size: 22, role: "head", align: "center" })
    .gap(14);
  if (row.endsAt)
    sheet.text(words.voucherLeft(amount, dateWords(row.endsAt.toISOString().slice(0, 10), language)), {
      align: "center",
      quiet: true,
    });
  sheet.text(siteOrigin(context.settings, site.key), { align: "center", quiet: true });
  return { name: fileName(title), bytes: await sheet.end() };
}

/** A paper by the name that stands in its address; 404 for any other. */
export async function paperNamed(context: Context, site: SiteRow, order: string, name: string): Promise<PaperFile> {
  const [, kind = "", nth] = /^(invoice|packing|credit)(?:-(\d{1,3}))?$/.exec(name) ?? [];
  const at = nth === undefined ? null : Number(nth);
  if (kind === "invoice" && at === null) return invoiceOf(context, site, order);
  if (kind === "packing") return packingOf(context, site, order, at);
  if (kind === "credit" && at !== null) return creditOf(context, site, order, at);
  throw notFound("This paper", "paper");
}
