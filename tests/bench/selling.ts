// Selling on the demo's workshop: five hundred buyers of the last one in four processes, checkouts a second beside plain rows, and a
// table of products (BENCH_PRODUCTS, else ten thousand) brought in with its memory. Prints one JSON line.
import { request } from "node:http";
import { eq, sql } from "drizzle-orm";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import type { Shop } from "@/core/shop/shop";
import { inTransaction } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { shopCarts, shopImports, shopOrders, shopVariants } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { theContext } from "@/server/context";
import { cookieName } from "@/server/edge/cookies";
import { jobKinds } from "@/server/job/kinds";
import { startRunner } from "@/server/job/queue";
import { onSite } from "@/server/operation";
import { installWays, paymentsInside } from "@/server/payment/inside";
import { newCart } from "@/server/shop/cart/carts";
import { addToCart, checkOut } from "@/server/shop/cart/checkout";
import { readTable } from "@/server/shop/catalog/imports";
import { makeProduct } from "@/server/shop/catalog/products";
import { rushFor } from "@/server/testing/buyers.test-kit";
import { callAs, operator, publishNow, theOwner } from "../../scripts/lib/studio";
import { watchHealth } from "./health";
import { beside, median, pace, paced, took } from "./pace";

const context = theContext();
Object.assign(context, { payments: paymentsInside() });
const owner = await theOwner(context);
const site = await findSite(context.db, "wrenfield");
if (!owner || !site) throw new Error("The demo is missing.");
const incoming = callAs(context, owner);
const operate = operator(context, owner, site.key);

const { id: widget } = await operate("widgets.add", { kind: "shop", name: "Bench" });
const { pages } = await operate("shop.makePages", { widget });
const { settings } = (await operate("widgets.read", { widget })) as { settings: Shop };
await operate("widgets.save", {
  ...{ widget, revision: 0, name: "Bench" },
  settings: { ...settings, enabled: true, pages, terms: "privacy" },
});
await installWays(context, site, { card: {}, transfer: {} });
const command = { siteId: site.id, by: "bench", now: new Date() };
const mug = aProduct("bench-mug", {
  ...{ name: "Bench mug", slug: "bench-mug", counted: true, options: [anOption("Glaze", ["Ash"], ["Tide"])] },
  variants: [
    aVariant("bench-last", { choices: ["ash"], sku: "BENCH-1" }),
    aVariant("bench-many", { choices: ["tide"], sku: "BENCH-2" }),
  ],
});
await inTransaction(context.db, (tx) => makeProduct(tx, command, mug));
const stock = (variant: string, count: number) =>
  context.db.update(shopVariants).set({ stock: count, kept: 0 }).where(eq(shopVariants.id, variant));
await stock("bench-last", 1);
await stock("bench-many", 1_000_000);
await publishNow(context, owner, site.key, () => {});
await context.db.delete(rateLimits);

/** A page of the live site, as the running server answers it. */
const page = (path: string): Promise<string> =>
  new Promise((resolve, reject) => {
    const { port, publicHost } = context.settings;
    const asked = request(
      { host: "127.0.0.1", port, path, headers: { host: `${site.key}.${publicHost}:${port}` } },
      (answer) => {
        let text = "";
        answer.setEncoding("utf8");
        answer.on("data", (part: string) => {
          text += part;
        });
        answer.on("end", () => resolve(text));
      },
    );
    asked.on("error", reject).end();
  });

/** From a price changed in the studio until the live page of its product shows it, in ms: the longest of some. */
async function priceLiveMs(): Promise<number> {
  const { slug } = (await operate("sites.frame", {})).pages.find(({ id }: { id: string }) => id === pages.catalog);
  let slowest = 0;
  for (let nth = 0; nth < 5; nth++) {
    const before = await pace();
    const { product, revision } = await operate("shop.product", { product: mug.id });
    const price = 5000 + nth * 111;
    const began = performance.now();
    await operate("shop.saveProduct", { product: { ...product, price }, revision, stock: {} });
    const shown = `€${(price / 100).toFixed(2)}`;
    while (!(await page(`/${slug}/${mug.slug}`)).includes(shown)) {
      if (performance.now() - began > 20_000) throw new Error("The new price is not seen.");
      await new Promise((resolve) => setTimeout(resolve, 20));
    }
    const ms = performance.now() - began;
    slowest = Math.max(slowest, ms / ((before + (await pace())) / 2));
  }
  return slowest;
}
const priceLive = await priceLiveMs();

const rush = await rushFor(context, { variant: "bench-last", processes: 4, each: 125, payment: "card" });

/** So many buyers send their checkout at one moment, as browsers do, to the running process: none is turned away. */
const crowd = 300;

/** Until the last of a crowd has its order, in s; and how soon /healthz answers meanwhile. */
async function checkoutRush() {
  const sent = await Promise.all(
    Array.from({ length: crowd }, async (_, nth) => {
      const basket = newCart(context, site as SiteRow);
      const buying = { basket, address: `10.2.${Math.floor(nth / 200)}.${nth % 200}`, guessed: "IE" };
      await addToCart(context, "wrenfield", buying, { command: "add", variant: "bench-many" });
      return { cookie: `${cookieName(context, "wrenfield", "basket")}=${basket.token}`, from: buying.address };
    }),
  );
  const watcher = watchHealth(context.settings.port);
  let answers: string[] = [];
  const ms = await paced(1, () =>
    took(async () => {
      answers = await Promise.all(sent.map(({ cookie, from }) => checkoutOver(cookie, from)));
    }),
  );
  const health = await watcher.end();
  return { seconds: ms / 1000, refused: answers.filter((to) => !to.includes("?o=")).length, ...health };
}

/** Sends a checkout; answers where it leads. */
const checkoutOver = (cookie: string, from: string): Promise<string> =>
  new Promise((resolve, reject) => {
    const { port, publicHost } = context.settings;
    const host = `wrenfield.${publicHost}:${port}`;
    const body = new URLSearchParams(buyer).toString();
    const headers = {
      ...{ host, cookie, origin: `http://${host}`, "sec-fetch-mode": "navigate", "x-forwarded-for": from },
      ...{ "content-type": "application/x-www-form-urlencoded", "content-length": String(Buffer.byteLength(body)) },
    };
    const asked = request(
      { host: "127.0.0.1", port, method: "POST", path: "/_w/v1/shop/checkout", headers, agent: false },
      (answer) => {
        answer.resume();
        resolve(answer.headers.location ?? String(answer.statusCode));
      },
    );
    asked.on("error", reject).end(body);
  });

/** So many a second, `width` at once. */
async function perSecond(count: number, width: number, work: (nth: number) => Promise<unknown>): Promise<number> {
  let next = 0;
  const began = performance.now();
  await Promise.all(
    Array.from({ length: width }, async () => {
      for (let nth = next++; nth < count; nth = next++) await work(nth);
    }),
  );
  return count / ((performance.now() - began) / 1000);
}
const buying = (nth: number) => ({
  basket: { id: `bench-${String(nth).padStart(26, "0")}`, token: null },
  address: `10.1.${Math.floor(nth / 200)}.${nth % 200}`,
  guessed: "IE",
});
const buyer = {
  ...{ email: "nuala@post.example", way: "parcel", payment: "transfer", agreed: "true" },
  ...{ "address.name": "Nuala Byrne", "address.street": "3 Quay Street", "address.city": "Galway" },
  ...{ "address.postcode": "H91 AB12", "address.country": "IE" },
};
await context.db.delete(rateLimits);
const rushOver = await checkoutRush();
const [rounds, each] = [3, 40];
for (let nth = 0; nth < rounds * each; nth++)
  await addToCart(context, site.key, buying(nth), { command: "add", variant: "bench-many" });
const rates: number[] = [];
const ratio = await beside(
  rounds,
  async (round) => {
    const rate = await perSecond(each, 8, async (nth) => {
      const done = await checkOut(context, site.key, buying(round * each + nth), buyer);
      if (!done.order) throw new Error("A checkout made no order.");
    });
    rates.push(rate);
    return rate;
  },
  (round) =>
    perSecond(each * 4, 8, (nth) => {
      const key = `bench-${round}-${nth}`;
      return context.db.execute(sql`insert into rate_limits (\`key\`, points, expire) values (${key}, 1, 0)`);
    }),
);
const checkouts = median(rates);

const header = "Name,SKU,Price,Stock,Category\n";
const table = Buffer.from(
  header +
    Array.from(
      { length: Number(process.env.BENCH_PRODUCTS ?? 10_000) },
      (_, nth) => `Bench ware ${nth},BW-${nth},${(9 + (nth % 90)).toFixed(2)},${nth % 30},Bench\n`,
    ).join(""),
);
let peak = 0;
const watch = setInterval(() => {
  peak = Math.max(peak, process.memoryUsage().rss);
}, 50);
const idle = process.memoryUsage().rss;
const runner = startRunner(context, jobKinds, 50);
/** Reads the table, plans it and makes its products. */
async function bringIn(): Promise<void> {
  const call = await onSite(incoming, (site as NonNullable<typeof site>).key, "widgets.change");
  const { import: id } = (await readTable(call, "bench.csv", table)) as { import: string };
  const until = async (state: string) => {
    for (;;) {
      const [row] = await context.db.select().from(shopImports).where(eq(shopImports.id, id));
      if (row?.state === state) return;
      if (row?.problem) throw new Error(row.problem);
      await new Promise((resolve) => setTimeout(resolve, 100));
    }
  };
  const { mapping } = (await operate("shop.import", { import: id, from: 0 })) as { mapping: object };
  await operate("shop.planImport", { import: id, mapping });
  await until("planned");
  await operate("shop.runImport", { import: id });
  await until("done");
}
// Once: a shop that has them already plans against them.
const csvS = (await paced(1, () => took(bringIn))) / 1000;
clearInterval(watch);
await runner.stop();
// The demo is as it was for what comes after it.
await operate("widgets.remove", { widget });
await context.db.delete(shopOrders).where(eq(shopOrders.siteId, site.id));
await context.db.delete(shopCarts).where(eq(shopCarts.siteId, site.id));
console.log(JSON.stringify({ priceLive, rush, rushOver, checkouts, ratio, csvS, csvMib: (peak - idle) / (1 << 20) }));
await context.close();
process.exit(0);
