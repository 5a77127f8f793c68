// What a shop's pages send: forms, as a browser sends them without script. Each answers with the page that comes next.

import { and, eq } from "drizzle-orm";
import { moneyWords } from "@/core/money/money";
import { escapeHtml } from "@/core/render/escape";
import { isPassing, problemWords } from "@/core/render/problem";
import { sheetPage } from "@/core/storefront/parts";
import { dateWords } from "@/core/storefront/view";
import { shopWords } from "@/core/storefront/words";
import { inTransaction } from "@/data/connection";
import { findSite, type SiteRow } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { locate } from "../consent/where";
import type { Context } from "../context";
import { commands, html, type Json, json, object, reading, text } from "../edge/described";
import { type Endpoint, type FormBody, fieldsOf, fresh, page, type VisitorCall } from "../edge/endpoint";
import { takeNetworkPoint } from "../limit";
import { payPath } from "../payment/link";
import { notFound, Problem } from "../problem";
import { noticePage, sitePage } from "../release/notice";
import { bringBack } from "./cart/abandoned-carts";
import { type CartAt, cartAt, cartCookieSet, newCart } from "./cart/carts";
import { addToCart, type Buying, checkOut, setCart, shopAt } from "./cart/checkout";
import { findVoucher, readVoucherToken } from "./cart/vouchers";
import { fetchDownload, readDownloadToken } from "./orders/issuing";
import { orderPath, thanksPath } from "./orders/letters";
import { invoiceOf, type PaperFile, voucherSheet } from "./orders/papers";
import { askReturn } from "./orders/returns";
import { readOrderToken } from "./orders/token";
import type { LiveShop } from "./pages/live";
import { fillPage } from "./pages/storefront";

export const shopSchemas: Readonly<Record<string, Json>> = {
  CartCommand: {
    type: "object",
    properties: {
      command: { enum: ["add", "set"] },
      variant: text,
      quantity: text,
      remove: text,
    },
    required: ["command"],
    additionalProperties: text,
  },
  Checkout: { type: "object", properties: { email: text }, additionalProperties: text },
  SendBack: { type: "object", properties: { o: text, why: text }, required: ["o", "why"], additionalProperties: false },
  CheckedOut: object({ next: text }),
  VoucherAsked: { type: "object", properties: { code: text }, required: ["code"], additionalProperties: false },
};

/** Whether a browser asks by going there, and so shows what it is answered. */
const navigates = (call: VisitorCall) => call.header("sec-fetch-mode") !== "cors";

async function buyerOf(call: VisitorCall, site: SiteRow): Promise<Buying> {
  const { context } = call;
  const { where } = locate(context.settings, call.address, call.header);
  return {
    basket: (await cartAt(context, context.db, site, call.header("cookie"))) ?? newCart(context, site),
    address: call.address,
    guessed: where?.country ?? "",
  };
}

/** On to another page of the site, with the basket at hand. */
function onTo(call: VisitorCall, site: SiteRow, path: string, basket: CartAt | null): Response {
  const answer = navigates(call)
    ? new Response(null, { status: 303, headers: { "cache-control": "no-store", location: encodeURI(path) } })
    : fresh({ next: path });
  const cookie = basket && cartCookieSet(call.context, site, basket);
  if (cookie !== null) answer.headers.set("set-cookie", cookie);
  return answer;
}

/** What went wrong as a page: with what was sent, to be sent once more where it only came at a bad time; else with the way back. */
async function refused(call: VisitorCall, error: unknown): Promise<Response> {
  if (!(error instanceof Problem) || !navigates(call)) throw error;
  const words = shopWords(call.language);
  const referrer = call.header("referer") ?? "";
  const back = URL.canParse(referrer) ? new URL(referrer).pathname.slice(0, 399) : "/";
  const fields = isPassing(error.status) ? fieldsOf(call.body) : null;
  const notice = {
    title: fields ? problemWords(call.language).moment : words.cart,
    text: error.fields.map(({ message }) => message).join(" ") || error.message,
    then: fields ? { command: problemWords(call.language).sendAgain, fields } : { href: back, words: words.toShop },
  };
  const { status, headers } = error;
  return page(call, { status, headers, html: await noticePage(call.context, call.siteKey, notice) });
}

const takes = (name: string) => ({
  required: true,
  content: { ...json(name), "application/x-www-form-urlencoded": { schema: { type: "object" } } },
});
const answers = {
  200: { description: "Done; where the buyer goes next", content: json("CheckedOut") },
  303: { description: "Done; on to the page that comes next" },
  ...commands,
  404: html("There is no shop here, as a page to a browser that goes there"),
};
const headers = ["cookie", "referer", "sec-fetch-mode"];

/** A form of the shop: counted, done for whoever buys, and on to the page that it answers. */
const formOf = (
  path: string,
  limit: "cartAddress" | "checkoutAddress",
  { summary, takes: name }: { readonly summary: string; readonly takes: string },
  command: (
    call: VisitorCall,
    buying: Buying,
    fields: FormBody["fields"],
    live: LiveShop,
    files: FormBody["files"],
  ) => Promise<{ readonly next: string; readonly basket?: CartAt | null }>,
): Endpoint => ({
  method: "POST",
  path,
  says: { summary, requestBody: takes(name), responses: answers },
  body: "form",
  fromPages: "own",
  headers,
  run: async (call) => {
    const { fields, files } = call.body as FormBody;
    try {
      const { site, live } = await shopAt(call.context, call.siteKey);
      await takeNetworkPoint(call.context, limit, call.siteKey, call.address);
      const buying = await buyerOf(call, site);
      const { next, basket } = await command(call, buying, fields, live, files);
      return onTo(call, site, next, basket === undefined ? buying.basket : basket);
    } catch (error) {
      return refused(call, error);
    }
  },
});

/** A file that somebody may keep. */
const fileAnswer = (bytes: Uint8Array, name: string, type: string): Response =>
  new Response(Buffer.from(bytes), {
    headers: {
      "content-type": type,
      "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
      "cache-control": "no-store",
      "x-content-type-options": "nosniff",
      "content-security-policy": "default-src 'none'; sandbox",
    },
  });

/** What can't be had, as a page that says why. */
async function notHad(call: VisitorCall, status: number, text: string): Promise<Response> {
  const words = shopWords(call.language);
  const notice = { title: words.downloads, text, then: { href: "/", words: words.toShop } };
  return page(call, { status, html: await noticePage(call.context, call.siteKey, notice) });
}

const tokenParameter = (name: string): Json => ({ name, in: "query", required: true, schema: text });

const fileDescribed = (summary: string, parameter: string) => ({
  summary,
  parameters: [tokenParameter(parameter)],
  responses: {
    ...reading,
    200: { description: "The file", content: { "*/*": { schema: { type: "string", format: "binary" } } } },
    404: html("The link does not work"),
    410: html("It can't be fetched any more"),
  },
});

async function siteFor(call: VisitorCall) {
  const site = await findSite(call.context.db, call.siteKey);
  if (!site) throw notFound("This site");
  return site;
}

/** A paper by a signed link. */
const paperBy = (
  path: string,
  parameter: string,
  summary: string,
  read: (context: Context, token: string) => string | null,
  make: (context: Context, site: SiteRow, id: string) => Promise<PaperFile>,
): Endpoint => ({
  method: "GET",
  path,
  says: fileDescribed(summary, parameter),
  fromPages: "any",
  costly: true,
  run: async (call) => {
    await takeNetworkPoint(call.context, "downloadAddress", call.siteKey, call.address);
    const id = read(call.context, call.query[parameter] ?? "");
    try {
      if (id === null) throw notFound("This paper");
      const { bytes, name } = await make(call.context, await siteFor(call), id);
      return fileAnswer(bytes, name, "application/pdf");
    } catch (error) {
      if (error instanceof Problem) return notHad(call, error.status === 404 ? 404 : 410, error.message);
      throw error;
    }
  },
});

const papers: readonly Endpoint[] = [
  paperBy("/shop/voucher.pdf", "v", "A voucher to print", readVoucherToken, voucherSheet),
  paperBy("/shop/invoice.pdf", "o", "The invoice of an order", readOrderToken, invoiceOf),
  {
    method: "GET",
    path: "/shop/download",
    says: fileDescribed("A file that was bought: counted, and limited in days", "d"),
    fromPages: "any",
    costly: true,
    run: async (call) => {
      const { context } = call;
      const words = shopWords(call.language);
      await takeNetworkPoint(context, "downloadAddress", call.siteKey, call.address);
      const id = readDownloadToken(context, call.query.d ?? "");
      if (id === null) return notHad(call, 404, words.noOrder);
      const site = await siteFor(call);
      const had = await inTransaction(context.db, (tx) => fetchDownload(context, tx, site, id));
      if (typeof had === "string")
        return notHad(call, had === "gone" ? 404 : 410, had === "used" ? words.fetchUsed : words.fetchOver);
      const [entry] = await context.db
        .select({ type: media.type })
        .from(media)
        .where(and(eq(media.siteId, site.id), eq(media.hash, had.media)));
      const bytes = entry && (await context.bytes.get(had.media));
      return entry && bytes ? fileAnswer(bytes, had.name, entry.type) : notHad(call, 404, words.noOrder);
    },
  },
  {
    method: "GET",
    path: "/shop/voucher",
    says: {
      summary: "A page that tells what is left on a voucher",
      responses: { ...reading, 200: html("Asks for its code") },
    },
    fromPages: "any",
    run: async (call) => page(call, { status: 200, html: await balancePage(call, "") }),
  },
  {
    method: "POST",
    path: "/shop/voucher",
    says: {
      summary: "Tells what is left on a voucher",
      requestBody: takes("VoucherAsked"),
      responses: { ...commands, 200: html("What is left, or that there is none") },
    },
    body: "form",
    fromPages: "own",
    costly: true,
    run: async (call) => {
      const { context } = call;
      const site = await siteFor(call);
      const words = shopWords(call.language);
      await takeNetworkPoint(context, "voucherAddress", site.id, call.address);
      const code = String((call.body as FormBody).fields.code ?? "").slice(0, 30);
      const found = await findVoucher(context, site.id, code);
      const said = found
        ? words.voucherLeft(
            moneyWords({ amount: found.left, currency: found.currency }, call.language),
            dateWords((found.endsAt ?? context.now()).toISOString().slice(0, 10), call.language),
          )
        : words.noVoucher;
      return page(call, { status: 200, html: await balancePage(call, said) });
    },
  },
];

/** Where one asks what is left on a voucher; `said` is what was found. */
const balancePage = (call: VisitorCall, said: string): Promise<string> => {
  const words = shopWords(call.language);
  const main = `<main id="main"><section class="b-section"><div class="b-in p-page"><h1 class="b-heading">${escapeHtml(words.voucherAsk)}</h1>${said ? `<p class="p-said" role="status">${escapeHtml(said)}</p>` : ""}<form method="post" action="voucher"><p class="p-field"><label for="code">${escapeHtml(words.voucher)}</label><input id="code" name="code" autocomplete="off" autocapitalize="characters" spellcheck="false" maxlength="30" required></p><button class="b-button" type="submit">${escapeHtml(words.voucherLook)}</button></form></div></section></main>`;
  return sitePage(call.context, call.siteKey, { title: words.voucherAsk, main });
};

export const shopEndpoints: readonly Endpoint[] = [
  ...papers,
  {
    method: "GET",
    path: "/shop/return",
    says: {
      summary: "Back to a basket that was left, by the link of its letter",
      parameters: [tokenParameter("b")],
      responses: { ...reading, 303: { description: "On to the basket" }, 404: html("The link does not work") },
    },
    fromPages: "any",
    headers: ["cookie"],
    run: async (call) => {
      const { context } = call;
      await takeNetworkPoint(context, "cartAddress", call.siteKey, call.address);
      const { site, live } = await shopAt(context, call.siteKey);
      const { basket } = await buyerOf(call, site);
      if (!(await bringBack(context, site.id, call.query.b ?? "", basket.id)))
        return notHad(call, 404, shopWords(call.language).noOrder);
      return onTo(call, site, live.shown.paths.cart ?? "/", basket);
    },
  },
  {
    method: "GET",
    path: "/shop/basket",
    says: {
      summary: "The basket, as it is shown at the side of a page",
      responses: { ...reading, 200: html("The basket"), 404: html("There is no shop here") },
    },
    fromPages: "own",
    headers: ["cookie"],
    costly: true,
    run: async (call) => {
      const { site, live } = await shopAt(call.context, call.siteKey);
      const filled = await fillPage(
        call.context,
        site,
        live,
        sheetPage(site.settings.language),
        { product: null, category: null },
        { query: {}, cookie: call.header("cookie") ?? undefined, address: call.address, header: call.header },
      );
      return page(call, { status: 200, html: filled.html });
    },
  },
  formOf(
    "/shop/cart",
    "cartAddress",
    { summary: "Adds to a basket, or changes what is in it", takes: "CartCommand" },
    async ({ context, siteKey }, buying, fields, { shown }, files) => {
      // Pages published before commands had this name say "deed".
      if ((fields.command ?? fields.deed) === "add") await addToCart(context, siteKey, buying, fields, files);
      else await setCart(context, siteKey, buying, fields);
      return { next: shown.paths.cart ?? "/" };
    },
  ),
  formOf(
    "/shop/send-back",
    "cartAddress",
    { summary: "Asks to send something of an order back", takes: "SendBack" },
    async ({ context, siteKey }, _buying, fields, live) => {
      const { site } = await shopAt(context, siteKey);
      const token = String(fields.o ?? "");
      const id = readOrderToken(context, token);
      if (!id) throw notFound("This order", "o");
      const why = String(fields.why ?? "")
        .replace(/\p{Cc}/gu, " ")
        .trim()
        .slice(0, 500);
      await askReturn(context, site, id, why);
      return { next: orderPath(context, live, id) };
    },
  ),
  formOf(
    "/shop/checkout",
    "checkoutAddress",
    { summary: "Makes an order of a basket", takes: "Checkout" },
    async ({ context, siteKey }, buying, fields, live) => {
      const { order, basket } = await checkOut(context, siteKey, buying, fields);
      if (!order) return { next: live.shown.paths.checkout ?? "/", basket };
      context.jobQueued();
      const next =
        order.state === "waiting" ? payPath(context, "order", order.id) : thanksPath(context, live, order.id);
      return { next, basket };
    },
  ),
];
