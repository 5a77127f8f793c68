// A shop's pages as the site server answers them: by address, with the catalog as it stands, to each what is theirs.
import { createServer, type IncomingHttpHeaders, request, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { gunzipSync } from "node:zlib";
import { eq } from "drizzle-orm";
import type { Product } from "@/core/catalog/product";
import { shopVariants } from "@/data/shop/tables";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { sendProblem } from "@/server/process/refuse";
import { createSiteServer } from "@/server/process/site-server";
import { leaving } from "@/server/testing/database-gone.test-kit";
import { openTestShop } from "@/server/testing/shop.test-kit";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { sendForm } from "@/server/testing/visitor.test-kit";
import { catalogOf } from "../catalog/catalog";

let studio: TestStudio;
let server: Server;
const site = "wrenfield";
let bell = "";

interface Answered {
  readonly status: number;
  readonly headers: IncomingHttpHeaders;
  readonly body: string;
  readonly bytes: Buffer;
}

const get = (
  path: string,
  headers: Record<string, string> = {},
  method = "GET",
  at: () => Server = () => server,
): Promise<Answered> =>
  new Promise((resolve, reject) => {
    const { port } = at().address() as AddressInfo;
    request({ host: "127.0.0.1", port, path, method, headers }, (response) => {
      const parts: Buffer[] = [];
      response.on("data", (part: Buffer) => parts.push(part));
      response.on("end", () => {
        const bytes = Buffer.concat(parts);
        resolve({ status: response.statusCode ?? 0, headers: response.headers, body: bytes.toString(), bytes });
      });
    })
      .on("error", reject)
      .end();
  });

const change = async (more: Partial<Product>) => {
  const { product, revision } = (await studio.as("designer", "shop.product", { site, product: bell })) as {
    product: Product;
    revision: number;
  };
  await studio.as("designer", "shop.saveProduct", { site, product: { ...product, ...more }, revision, stock: {} });
};

/** Has this process look anew, as it does by itself a moment later. */
const lookAnew = async () => {
  const row = await findSite(studio.context.db, site);
  if (row) await catalogOf(studio.context, row, { now: true });
};

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio, { terms: "privacy" });
  await studio.as("designer", "shop.saveFrame", {
    site,
    revision: 0,
    frame: {
      categories: [
        { id: "mugs", name: "Mugs", slug: "all-mugs", parent: null, picture: null, words: "To drink from." },
      ],
      attributes: [{ id: "glaze", name: "Glaze", filter: true }],
      synonyms: [],
    },
  });
  const made = (await studio.as("designer", "shop.addProduct", { site, name: "Bell mug" })) as { product: string };
  bell = made.product;
  await change({ state: "on", price: 1800, counted: false, categories: ["mugs"], attributes: { glaze: ["Ash"] } });
  await studio.as("designer", "publish.start", { site });
  await studio.work();
  const serve = createSiteServer(studio.context);
  server = createServer((incoming, response) => void serve(incoming, response, site));
  await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
});
afterAll(async () => {
  await new Promise((resolve) => server.close(resolve));
  await studio.close();
});

test("products and categories stand below the shop, each with its own head", async () => {
  const product = await get("/shop-2/bell-mug");
  expect(product.status).toBe(200);
  expect(product.body).toContain("<title>Bell mug · Wrenfield Clayworks</title>");
  expect(product.body).toContain('<link rel="canonical" href="http://wrenfield.localhost:4499/shop-2/bell-mug">');
  expect(product.body).not.toContain("noindex");
  expect(product.body).not.toContain("<!--shop");
  expect(product.headers["content-security-policy"]).toContain("form-action");
  const category = await get("/shop-2/all-mugs");
  expect(category.body).toContain("To drink from.");
  expect(category.body).toContain("Bell mug");
  expect((await get("/shop-2/nothing-here")).status).toBe(404);
  expect((await get("/shop-2/bell-mug/more")).status).toBe(404);
});

test("a pattern alone leads to the shop, an address of before to that of now", async () => {
  const pattern = await get("/shop-product");
  expect([pattern.status, pattern.headers.location]).toEqual([302, "/shop-2"]);
  await change({ slug: "bell" });
  await lookAnew();
  const moved = await get("/shop-2/bell-mug");
  expect([moved.status, moved.headers.location]).toEqual([301, "/shop-2/bell"]);
  await change({ slug: "bell-mug" });
  await lookAnew();
  expect((await get("/shop-2/bell")).headers.location).toBe("/shop-2/bell-mug");
});

test("what is asked stands in the address; what makes no sense in it does no harm", async () => {
  expect((await get("/shop-2?q=bel")).body).toContain("1 product");
  expect((await get("/shop-2?q=teapot")).body).toContain("Nothing was found for “teapot”");
  expect((await get("/shop-2?is.glaze=Ash")).body).toContain('aria-current="true"');
  const odd = await get(`/shop-2?${"q=%3Cscript%3E&".repeat(80)}page=-1&order=__proto__&from=abc&__proto__=1`);
  expect(odd.status).toBe(200);
  expect(odd.body).not.toContain("<script>&");
});

test("the same page is told as unchanged, and packed for those who take it so", async () => {
  const first = await get("/shop-2/bell-mug");
  const etag = String(first.headers.etag);
  const again = await get("/shop-2/bell-mug", { "if-none-match": etag });
  expect([again.status, again.body]).toEqual([304, ""]);
  expect(again.headers["content-security-policy"]).toBe(first.headers["content-security-policy"]);
  const packed = await get("/shop-2/bell-mug", { "accept-encoding": "gzip" });
  expect(gunzipSync(packed.bytes).toString()).toBe(first.body);
  const head = await get("/shop-2/bell-mug", {}, "HEAD");
  expect([head.status, head.body, Number(head.headers["content-length"])]).toEqual([
    200,
    "",
    Buffer.byteLength(first.body),
  ]);
  await change({ price: 1900 });
  await lookAnew();
  expect((await get("/shop-2/bell-mug", { "if-none-match": etag })).status).toBe(200);
});

test("a basket is its buyer's: nobody else is shown it, and no cache keeps it", async () => {
  const response = await sendForm(studio.context, "/shop/cart", { command: "add", variant: await variantOf() });
  const set = response.set;
  expect(set).toMatch(/^basket-wrenfield=[\w-]{32}\.[\w-]{43}; Path=\/; Max-Age=2592000; HttpOnly; SameSite=Lax$/);
  const cookie = set.split(";", 1)[0] as string;
  const mine = await get("/basket", { cookie });
  expect(mine.body).toContain("Bell mug");
  expect(mine.headers["cache-control"]).toBe("private, no-cache");
  expect(mine.headers.vary).toContain("Cookie");
  expect((await get("/basket")).body).toContain("Your basket is empty.");
  expect((await get("/basket", { cookie: "basket-wrenfield=../../etc" })).body).toContain("Your basket is empty.");
});

const variantOf = async () => {
  const { stock } = (await studio.as("designer", "shop.product", { site, product: bell })) as {
    stock: readonly { id: string }[];
  };
  return stock[0]?.id ?? "";
};

test("the sitemap has what is on sale now; patterns, basket and checkout are in none", async () => {
  const { body, headers } = await get("/sitemap.xml");
  expect(headers["content-type"]).toContain("xml");
  expect(body).toContain("/shop-2/bell-mug</loc>");
  expect(body).toContain("/shop-2/all-mugs</loc>");
  for (const path of ["/shop-product", "/basket", "/checkout", "/order", "/order-placed", "/shop-search", "/yours"])
    expect(body).not.toContain(`${path}</loc>`);
  await change({ state: "off" });
  await lookAnew();
  expect((await get("/sitemap.xml")).body).not.toContain("bell-mug");
  expect((await get("/shop-2/bell-mug")).status).toBe(404);
  await change({ state: "on" });
  await lookAnew();
});

test("a picture that came into the shop after the release is answered, and no other of the site's media", async () => {
  const all = await studio.context.db.select().from(media).where(eq(media.name, "jug.jpg"));
  const hash = all[0]?.hash ?? "";
  const { product } = (await studio.as("designer", "shop.product", { site, product: bell })) as { product: Product };
  expect(product.pictures).toEqual([]);
  await change({ pictures: [{ media: hash, alt: "A jug" }] });
  await lookAnew();
  const page = await get("/shop-2/bell-mug");
  const src = /src="(\/_a\/[^"]+)"/.exec(page.body)?.[1] ?? "";
  expect(src).toContain(hash.slice(0, 24));
  const picture = await get(src);
  expect([picture.status, picture.headers["content-type"]]).toEqual([200, "image/jpeg"]);
  expect(picture.headers["cache-control"]).toContain("immutable");
  // A width that it does not come in, and a picture that the shop does not show.
  expect((await get(src.replace(/-\d+\./, "-7."))).status).toBe(404);
  expect((await get(`/_a/${"0".repeat(24)}-480.webp`)).status).toBe(404);
});

test("what the release keeps of the shop for itself is nobody's page", async () => {
  expect((await get("/_shop")).status).toBe(404);
});

test("nothing is sold twice: that is a rule of the database, whatever code forgets", async () => {
  const { db } = studio.context;
  const one = { siteId: "any", productId: "p", changedAt: new Date(0) };
  await db.insert(shopVariants).values({ ...one, id: "counted", sku: "C", stock: 2 });
  const set = (values: Partial<typeof shopVariants.$inferInsert>) =>
    db.update(shopVariants).set(values).where(eq(shopVariants.id, "counted"));
  await expect(set({ stock: -1 })).rejects.toThrow();
  await expect(set({ kept: 3 })).rejects.toThrow();
  await expect(set({ kept: -1 })).rejects.toThrow();
  await set({ kept: 2 });
  await expect(set({ stock: 1 })).rejects.toThrow();
  await set({ sellsOn: true, stock: -4 });
  // The same SKU is one variant's, on each site.
  await expect(db.insert(shopVariants).values({ ...one, id: "other", sku: "C" })).rejects.toThrow();
  await db.insert(shopVariants).values({ ...one, siteId: "elsewhere", id: "other", sku: "C" });
});

test("what was seen of the shop is shown while the database is away, and nothing of anybody's own", async () => {
  const database = leaving(studio.context);
  const serve = createSiteServer(database.context);
  const other = createServer((incoming, response) => {
    serve(incoming, response, site).catch((error: unknown) => sendProblem(studio.context.settings, response, error));
  });
  await new Promise<void>((resolve) => other.listen(0, "127.0.0.1", resolve));
  const { cookie } = await sendForm(studio.context, "/shop/cart", {
    command: "add",
    variant: "bell-mug",
    quantity: "1",
  });
  const ask = (path: string, headers: Record<string, string> = {}) => {
    for (const changed of studio.context.listeners.live) changed(site);
    return get(path, headers, "GET", () => other);
  };
  const paths = ["/shop-2", "/shop-2/bell-mug", "/shop-2/all-mugs"];
  const before = await Promise.all(paths.map((path) => ask(path)));
  expect(before.map(({ status }) => status)).toEqual([200, 200, 200]);
  database.gone = true;
  for (const [nth, path] of paths.entries()) {
    const stale = await ask(path, { cookie });
    expect([path, stale.status, stale.headers["cache-status"]]).toEqual([
      ...[path, 200, "webitor; hit; detail=database-away"],
    ]);
    expect(stale.headers["cache-control"]).toBe("no-store");
    expect(stale.body.includes("<!--shop")).toBe(false);
    expect(stale.body.match(/Bell mug/g)?.length).toBe(before[nth]?.body.match(/Bell mug/g)?.length);
    // How much is in the basket is nobody's to know just now.
    expect(stale.body.includes('<div class="b-basket" data-p="mark"></div>')).toBe(true);
  }
  for (const path of ["/basket", "/checkout", "/shop-2/never-asked", "/shop-product"])
    expect([path, (await ask(path, { cookie })).status]).toEqual([path, path === "/shop-product" ? 302 : 503]);
  database.gone = false;
  expect((await ask("/shop-2/bell-mug", { cookie })).headers["cache-status"]).toBeUndefined();
  await new Promise((resolve) => other.close(resolve));
  await database.end();
});
