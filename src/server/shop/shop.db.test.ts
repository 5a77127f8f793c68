// A shop on a real database: products kept and moved, baskets that are honest, orders made once, the last one sold once.
import { and, eq, like } from "drizzle-orm";
import type { Product } from "@/core/catalog/product";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import type { Mapping } from "@/core/catalog/table";
import { readSiteFile, writeSiteFile } from "@/core/site/read";
import { inTransaction } from "@/data/connection";
import { jobs, rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { payments } from "@/data/payment/tables";
import {
  shopCarts,
  shopOrderLines,
  shopOrderSteps,
  shopOrders,
  shopStockMoves,
  shopVariants,
} from "@/data/shop/tables";
import { findSite } from "@/data/site/queries";
import { extent } from "../../../tests/extent";
import { onSite } from "../operation";
import { installWays } from "../payment/inside";
import { loadSiteFile } from "../site/whole";
import { rushFor } from "../testing/buyers.test-kit";
import { payFor } from "../testing/pay.test-kit";
import { aBuyer, openTestShop } from "../testing/shop.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { sendForm } from "../testing/visitor.test-kit";
import { catalogOf } from "./catalog/catalog";
import { goodsCsv, goodsJob, readTable } from "./catalog/imports";
import { makeProduct } from "./catalog/products";
import { liveShop } from "./pages/live";
import { fillPage, shopAddressesOf, shownAt } from "./pages/storefront";

let studio: TestStudio;
const site = "wrenfield";
let mug: Product;

const saved = async (product: Product, revision: number, stock: Record<string, number | null> = {}) =>
  (await studio.as("designer", "shop.saveProduct", { site, product, revision, stock })) as { revision: number };

const read = async (product: string) =>
  (await studio.as("designer", "shop.product", { site, product })) as {
    product: Product;
    revision: number;
    stock: readonly { id: string; stock: number | null; kept: number }[];
  };

/** A new product with what it needs to be sold. */
async function make(name: string, more: Partial<Product>, stock: Record<string, number> = {}): Promise<Product> {
  const { product: id } = (await studio.as("designer", "shop.addProduct", { site, name })) as { product: string };
  const { product, revision } = await read(id);
  const next = { ...aProduct(id), ...product, state: "on" as const, price: 1800, ...more };
  await saved(next, revision, stock);
  return next;
}

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio, { terms: "privacy", prefixes: { order: "W-", invoice: "" } });
  mug = await make(
    "Bell mug",
    {
      options: [anOption("Glaze", ["Ash"], ["Tide", 100])],
      variants: [
        aVariant("mug-ash", { choices: ["ash"], sku: "MUG-ASH" }),
        aVariant("mug-tide", { choices: ["tide"], sku: "MUG-TID" }),
      ],
    },
    { "mug-ash": 12, "mug-tide": 1 },
  );
  await studio.as("designer", "publish.start", { site });
  await studio.work();
  const row = await findSite(studio.context.db, site);
  if (row)
    await installWays(studio.context, row, { transfer: { words: "Within seven days." }, redirect: {}, later: {} });
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, mails, shopCarts, shopOrders, shopOrderLines, shopOrderSteps, payments])
    await studio.context.db.delete(table);
  await studio.context.db.update(shopVariants).set({ stock: 12, kept: 0 }).where(eq(shopVariants.id, "mug-ash"));
  await studio.context.db.update(shopVariants).set({ stock: 1, kept: 0 }).where(eq(shopVariants.id, "mug-tide"));
});

const here = async () => {
  const row = await findSite(studio.context.db, site);
  const live = row && (await liveShop(studio.context, row));
  if (!row || !live) throw new Error("The shop is not live.");
  return { row, live };
};

/** What is there of a variant of this site: copies of it have variants of the same names. */
async function shelfOf(id: string) {
  const { row } = await here();
  const [variant] = await studio.context.db
    .select()
    .from(shopVariants)
    .where(and(eq(shopVariants.siteId, row.id), eq(shopVariants.id, id)));
  return variant;
}

/** A form as a browser sends it, with the basket it has. */
const send = (path: string, fields: Record<string, string>, cookie = "", address = "10.0.0.1") =>
  sendForm(studio.context, path, fields, { cookie, address });

const buyer = { ...aBuyer, email: "Nuala@Post.example", way: "parcel", payment: "transfer" };

/** The page at an address, as a browser with this basket sees it. */
async function seen(path: string, cookie = "", query: Record<string, string[]> = {}): Promise<string> {
  const { row, live } = await here();
  const shown = await shownAt(studio.context, row, live, path);
  const page = await import("@/data/release/tables").then(async ({ releaseFiles }) => {
    const at = shown && !("leadsTo" in shown) ? shown.path : path;
    const [file] = await studio.context.db
      .select()
      .from(releaseFiles)
      .where(and(eq(releaseFiles.releaseId, row.liveReleaseId ?? ""), eq(releaseFiles.path, at)));
    const { releasedBytes } = await import("../bytes/released");
    return (file && (await releasedBytes(studio.context.bytes, file)))?.toString() ?? "";
  });
  const about = shown && !("leadsTo" in shown) ? shown : { product: null, category: null };
  const asking = { query, cookie, address: "10.0.0.1", header: () => null };
  return (await fillPage(studio.context, row, live, page, about, asking)).html;
}

describe("products", () => {
  test("a price changed in the studio is live with the next look, and nothing is published for it", async () => {
    const { product, revision } = await read(mug.id);
    expect(await seen("/shop-2/bell-mug")).toContain("€18.00");
    await saved({ ...product, price: 2100 }, revision);
    await catalogOf(studio.context, (await here()).row, { now: true });
    expect(await seen("/shop-2/bell-mug")).toContain("€21.00");
    expect(await seen("/shop-2")).toContain("from €21.00");
    await saved({ ...product, price: 1800 }, revision + 1);
    await catalogOf(studio.context, (await here()).row, { now: true });
  });

  test("one that somebody changed meanwhile is refused, and nothing of it is kept", async () => {
    const { product, revision } = await read(mug.id);
    await expect(saved({ ...product, name: "Other" }, revision - 1)).rejects.toMatchObject({ code: "productChanged" });
    expect((await read(mug.id)).product.name).toBe("Bell mug");
  });

  test("a SKU that another product has is told at its field", async () => {
    const other = await make("Bowl", {});
    const { product, revision } = await read(other.id);
    const twice = {
      ...product,
      variants: [{ ...(product.variants[0] as Product["variants"][number]), sku: "MUG-ASH" }],
    };
    await expect(saved(twice, revision)).rejects.toMatchObject({
      fields: [{ path: "product.variants[0].sku", message: "“Bell mug” has the SKU MUG-ASH." }],
    });
  });

  test("an address it had before leads on, and is free for nobody else", async () => {
    const jug = await make("Small jug", {});
    const { product, revision } = await read(jug.id);
    await saved({ ...product, slug: "little-jug" }, revision);
    const { row, live } = await here();
    await catalogOf(studio.context, row, { now: true });
    expect(await shownAt(studio.context, row, live, "/shop-2/small-jug")).toEqual({ leadsTo: "/shop-2/little-jug" });
    expect(await shopAddressesOf(studio.context, row, live)).toContain("/shop-2/little-jug");
    expect(await shownAt(studio.context, row, live, "/shop-2/nothing")).toBeNull();
  });

  test("what is taken out is gone from the shop, and comes back whole", async () => {
    const dish = await make("Side dish", {});
    await studio.as("designer", "shop.removeProducts", { site, products: [dish.id] });
    const gone = await catalogOf(studio.context, (await here()).row, { now: true });
    expect(gone.catalog.product(dish.id)).toBeUndefined();
    await studio.as("designer", "shop.restoreProducts", { site, products: [dish.id] });
    const back = await catalogOf(studio.context, (await here()).row, { now: true });
    expect(back.catalog.product(dish.id)?.name).toBe("Side dish");
  });

  test("every change of what is there is a row", async () => {
    const { product, revision } = await read(mug.id);
    await saved(product, revision, { "mug-ash": 7 });
    const { moves } = (await studio.as("designer", "shop.stockMoves", { site, variant: "mug-ash" })) as {
      moves: readonly { before: number | null; after: number | null; reason: string }[];
    };
    expect(moves[0]).toMatchObject({ before: 12, after: 7, reason: "set" });
  });
});

describe("the basket", () => {
  test("adds, changes and takes out, without script; the same thing is one line", async () => {
    const { status, location, cookie } = await send("/shop/cart", {
      command: "add",
      variant: "mug-ash",
      quantity: "2",
    });
    expect([status, location]).toEqual([303, "/basket"]);
    // As a page says it that was published when commands had another name.
    await send("/shop/cart", { deed: "add", variant: "mug-ash", quantity: "1" }, cookie);
    const [row] = await studio.context.db.select().from(shopCarts);
    const [line] = row?.document.lines ?? [];
    expect(line).toMatchObject({ variant: "mug-ash", quantity: 3 });
    expect(await seen("/basket", cookie)).toContain("€54.00");
    await send("/shop/cart", { command: "set", remove: line?.id ?? "" }, cookie);
    expect((await studio.context.db.select().from(shopCarts))[0]?.document.lines).toEqual([]);
  });

  test("too many, what is not there, and what nobody sells are said in a sentence", async () => {
    const refused = async (fields: Record<string, string>) => {
      const { status, text } = await send("/shop/cart", { command: "add", ...fields });
      return [status, /<p>([^<]*)<\/p>/.exec(text)?.[1]];
    };
    expect(await refused({ variant: "mug-ash", quantity: "1000000000" })).toEqual([422, "At most 999 at a time."]);
    expect(await refused({ variant: "mug-tide", quantity: "2" })).toEqual([422, "Of Bell mug, Tide only 1 are left."]);
    expect(await refused({ variant: "no-such", quantity: "1" })).toEqual([422, "This product is not sold any more."]);
    expect((await refused({ variant: "mug-ash", quantity: "-1" }))[0]).toBe(422);
  });

  test("a price that changed since is said, and so is what was sold meanwhile", async () => {
    const { cookie } = await send("/shop/cart", { command: "add", variant: "mug-tide", quantity: "1" });
    const { product, revision } = await read(mug.id);
    await saved({ ...product, price: 2000 }, revision);
    await catalogOf(studio.context, (await here()).row, { now: true });
    expect(await seen("/basket", cookie)).toContain("cost €19.00 before and costs €21.00 now");
    await saved({ ...product, price: 1800 }, revision + 1);
    await studio.context.db
      .update(shopVariants)
      // Clock: what has changed since is asked for by the time at which it changed.
      .set({ stock: 0, changedAt: new Date() })
      .where(eq(shopVariants.id, "mug-tide"));
    await catalogOf(studio.context, (await here()).row, { now: true });
    expect(await seen("/basket", cookie)).toContain("is not sold any more");
  });
});

describe("the checkout", () => {
  test("what is wrong stands at its field, and nothing that was typed is lost", async () => {
    const { cookie } = await send("/shop/cart", { command: "add", variant: "mug-ash", quantity: "1" });
    const done = await send(
      "/shop/checkout",
      { ...buyer, email: "nuala@", "address.postcode": "1234", agreed: "", taxNumber: "DE12" },
      cookie,
    );
    expect([done.status, done.location]).toEqual([303, "/checkout"]);
    // A person was written into it: its browser keeps it by a new name.
    const page = await seen("/checkout", done.cookie);
    expect(page).toContain("4 things are missing or wrong");
    expect(page).toContain("This is no e-mail address");
    expect(page).toContain("A postcode here looks like H91 AB12");
    expect(page).toContain('value="3 Quay Street"');
    expect(await studio.context.db.select().from(shopOrders)).toEqual([]);
  });

  test("a forged total is no order: the sum that is true is shown once more", async () => {
    const { cookie } = await send("/shop/cart", { command: "add", variant: "mug-ash", quantity: "1" });
    const done = await send("/shop/checkout", { ...buyer, seen: "1" }, cookie);
    expect(done.location).toBe("/checkout");
    expect(await studio.context.db.select().from(shopOrders)).toEqual([]);
  });

  test("makes an order with its letters, and pressed twice it is one", async () => {
    const { cookie } = await send("/shop/cart", { command: "add", variant: "mug-ash", quantity: "2" });
    const page = await seen("/checkout", cookie);
    const once = /name="once" value="([^"]+)"/.exec(page)?.[1] ?? "";
    const sent = /name="seen" value="([^"]+)"/.exec(page)?.[1] ?? "";
    const all = await Promise.all(
      Array.from({ length: 4 }, () => send("/shop/checkout", { ...buyer, once, seen: sent }, cookie)),
    );
    const orders = await studio.context.db.select().from(shopOrders);
    expect(orders).toHaveLength(1);
    expect(orders[0]).toMatchObject({ number: "W-1001", state: "placed", email: "nuala@post.example", toPay: 4200 });
    expect(new Set(all.map(({ location }) => location)).size).toBe(1);
    expect(await studio.context.db.select().from(mails)).toHaveLength(2);
    const variant = await shelfOf("mug-ash");
    expect(variant?.stock).toBe(10);
    const token = new URLSearchParams(all[0]?.location.split("?", 2)[1]).get("o") ?? "";
    expect(await seen("/order-placed", cookie, { o: [token], new: ["1"] })).toContain("Thank you for your order");
    expect(await seen("/order", cookie, { o: [`${token}x`] })).toContain("leads to no order");
  });

  test("sixty who begin a basket at once each have one", async () => {
    const baskets = await Promise.all(
      Array.from({ length: 60 }, (_, nth) =>
        send("/shop/cart", { command: "add", variant: "mug-ash", quantity: "1" }, "", `10.3.0.${nth}`),
      ),
    );
    expect(baskets.map(({ status }) => status)).toEqual(baskets.map(() => 303));
    expect(new Set(baskets.map(({ cookie }) => cookie)).size).toBe(60);
  });

  test("the last one is sold once, whoever comes at the same time", async () => {
    const baskets = await Promise.all(
      Array.from({ length: 12 }, (_, nth) =>
        send("/shop/cart", { command: "add", variant: "mug-tide", quantity: "1" }, "", `10.1.0.${nth}`),
      ),
    );
    expect(baskets.map(({ status, text }) => (status === 303 ? "" : text)).join("")).toBe("");
    const done = await Promise.all(
      baskets.map(({ cookie }, nth) => send("/shop/checkout", buyer, cookie, `10.1.0.${nth}`)),
    );
    expect(done.map(({ status, text }) => (status === 303 ? "" : text)).join("")).toBe("");
    expect(done.filter(({ location }) => location.startsWith("/order-placed"))).toHaveLength(1);
    expect(await studio.context.db.select().from(shopOrders)).toHaveLength(1);
    const variant = await shelfOf("mug-tide");
    expect(variant).toMatchObject({ stock: 0, kept: 0 });
    const loser = done.find(({ location }) => !location.startsWith("/order-placed"));
    expect(await seen("/checkout", loser?.cookie)).toMatch(/not sold any more|only \d+ are left/);
  });

  test("numbers run without gaps, however many order at once", async () => {
    const baskets = await Promise.all(
      Array.from({ length: 8 }, (_, nth) =>
        send("/shop/cart", { command: "add", variant: "mug-ash", quantity: "1" }, "", `10.2.0.${nth}`),
      ),
    );
    await Promise.all(baskets.map(({ cookie }, nth) => send("/shop/checkout", buyer, cookie, `10.2.0.${nth}`)));
    const numbers = (await studio.context.db.select().from(shopOrders))
      .map(({ number }) => Number(number.slice(2)))
      .sort((a, b) => a - b);
    expect(numbers).toHaveLength(8);
    expect((numbers.at(-1) as number) - (numbers[0] as number)).toBe(7);
  });
});

describe("the Desk", () => {
  const order = async () => {
    const { cookie } = await send("/shop/cart", { command: "add", variant: "mug-ash", quantity: "2" });
    await send("/shop/checkout", buyer, cookie);
    const { rows } = (await studio.as("designer", "desk.orders", { site, words: "", state: "all", before: null })) as {
      rows: readonly { id: string }[];
    };
    return rows[0]?.id ?? "";
  };
  const command = (id: string, revision: number, name: string, more: object = {}) =>
    studio.as("designer", "desk.orderCommand", { site, order: id, revision, command: name, ...more } as never);

  test("paid, packed, sent, part of it given back; each step is a row", async () => {
    const id = await order();
    await command(id, 0, "pay");
    await command(id, 1, "pack");
    await command(id, 2, "send", { tracking: "PK1", link: "https://parcels.example/PK1" });
    await command(id, 3, "refund", { amount: 1000 });
    const one = (await studio.as("designer", "desk.order", { site, order: id })) as {
      state: string;
      money: string;
      paid: number;
      refunded: number;
      steps: readonly { command: string; by: string }[];
      letters: readonly { subject: string; text: string }[];
    };
    // What was written to the shop is no letter of the buyer's.
    expect(one.letters.map(({ subject }) => subject.replace(/^Order W-\d+: | · .*$/g, ""))).toEqual([
      "thank you",
      "your payment has arrived",
      "on its way",
      "€10.00 given back",
    ]);
    expect(one.letters[2]?.text).toContain("Parcel number: PK1\nFollow it here:\nhttps://parcels.example/PK1");
    expect(one).toMatchObject({ state: "sent", money: "refundedPart", paid: 4200, refunded: 1000 });
    expect(one.steps.map((step) => [step.command, step.by])).toEqual([
      ["place", "buyer"],
      ["pay", "Ines"],
      ["pack", "Ines"],
      ["send", "Ines"],
      ["refund", "Ines"],
    ]);
    await expect(command(id, 4, "refund", { amount: 9999 })).rejects.toMatchObject({
      fields: [{ path: "amount", message: "More than was paid can’t be given back." }],
    });
  });

  test("a command that can't follow is refused, and so is one of somebody who saw an older state", async () => {
    const id = await order();
    await expect(command(id, 0, "send")).rejects.toMatchObject({ fields: [{ path: "command" }] });
    const both = await Promise.allSettled([command(id, 0, "pay"), command(id, 0, "cancel")]);
    expect(both.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
  });

  test("cancelled goods are on the shelf again, with a row that says so", async () => {
    const id = await order();
    await command(id, 0, "cancel");
    const variant = await shelfOf("mug-ash");
    expect(variant?.stock).toBe(12);
    const moves = await studio.context.db.select().from(shopStockMoves).where(eq(shopStockMoves.orderId, id));
    expect(moves.map(({ reason, after }) => [reason, after])).toEqual([
      ["sold", 10],
      ["back", 12],
    ]);
  });

  test("a paid order is cancelled with what becomes of goods and money, and offers afterwards only what holds", async () => {
    const read = async (id: string) =>
      (await studio.as("designer", "desk.order", { site, order: id })) as {
        state: string;
        revision: number;
        commands: readonly string[];
        paid: number;
        refunded: number;
        letters: readonly { subject: string; text: string }[];
      };
    const before = (await shelfOf("mug-ash"))?.stock ?? 0;
    const kept = await order();
    await command(kept, 0, "pay");
    await command(kept, 1, "cancel", { amount: 4200, toStock: false });
    const one = await read(kept);
    expect(one).toMatchObject({ state: "cancelled", paid: 4200, refunded: 4200 });
    // Everything went back: there is nothing left to do, and nothing to be paid.
    expect(one.commands).toEqual([]);
    expect((await shelfOf("mug-ash"))?.stock).toBe(before - 2);
    // One letter, which says both.
    const last = one.letters.at(-1);
    expect(last?.subject).toMatch(/: cancelled · /);
    expect(last?.text).toContain("Given back: −€42.00");
    const shelved = await order();
    await command(shelved, 0, "pay");
    await command(shelved, 1, "cancel", { amount: 1200, toStock: true });
    expect((await shelfOf("mug-ash"))?.stock).toBe(before - 2);
    expect(await read(shelved)).toMatchObject({ refunded: 1200, commands: ["refund"] });
    // Nothing was paid: none can go back, and the order stays as it was.
    const unpaid = await order();
    await expect(command(unpaid, 0, "cancel", { amount: 100 })).rejects.toMatchObject({ fields: [{ path: "amount" }] });
    expect((await read(unpaid)).state).toBe("placed");
    await command(unpaid, 0, "cancel");
    expect((await read(unpaid)).commands).toEqual([]);
    await studio.context.db.update(shopVariants).set({ stock: before }).where(eq(shopVariants.id, "mug-ash"));
  });

  test("a buyer is forgotten, and what was sold stays", async () => {
    const id = await order();
    await studio.as("designer", "desk.erase", { site, email: "nuala@post.example" });
    const [row] = await studio.context.db.select().from(shopOrders).where(eq(shopOrders.id, id));
    expect(row).toMatchObject({ email: "", name: "", toPay: 4200 });
    // What they typed into a basket that they left is theirs, too.
    expect(JSON.stringify(await studio.context.db.select().from(shopCarts))).not.toContain("nuala@post.example");
    expect(JSON.stringify(row?.document)).not.toMatch(/Byrne|Quay/);
  });
});

describe("with the whole site", () => {
  test("what is sold goes into the site file and comes out the same, with what is there of it", async () => {
    const { row } = await here();
    const before = await loadSiteFile(studio.context.db, row);
    const text = writeSiteFile({ ...before, key: "copied" });
    const again = readSiteFile(text);
    if (!again.ok) throw new Error(JSON.stringify(again.faults));
    await studio.as("owner", "sites.copy", { site, key: "copied", name: "Copied" } as never);
    const copied = await findSite(studio.context.db, "copied");
    if (!copied) throw new Error("No copy was made.");
    const goods = (await loadSiteFile(studio.context.db, copied)).shop;
    expect(goods).toEqual(before.shop);
    expect(goods?.products.map(({ name }) => name)).toContain("Bell mug");
    expect(goods?.stock["mug-ash"]).toBe(12);
    expect(again.site.shop).toEqual(before.shop);
  });

  test("a picture that a product shows says so, can be replaced everywhere, and is not put away", async () => {
    const { row } = await here();
    const [one, other] = (await loadSiteFile(studio.context.db, row)).media;
    if (!one || !other) throw new Error("The site has no pictures.");
    const { product, revision } = await read(mug.id);
    await saved({ ...product, pictures: [{ media: one.hash, alt: "" }] }, revision);
    const { uses } = (await studio.as("designer", "media.usesOf", { site, hash: one.hash })) as { uses: unknown[] };
    expect(uses).toContainEqual({ of: "part", id: "shop", name: "Bell mug" });
    await expect(studio.as("designer", "media.remove", { site, hashes: [one.hash] })).rejects.toMatchObject({
      fields: [{ path: "hashes" }],
    });
    const done = (await studio.as("designer", "media.replace", { site, from: one.hash, to: other.hash })) as {
      parts: readonly string[];
    };
    expect(done.parts).toContain("shop");
    expect((await read(mug.id)).product.pictures).toEqual([{ media: other.hash, alt: "" }]);
  });
});

describe("tables of products", () => {
  const lines = (count: number) =>
    [
      "Name;SKU;Price;Stock",
      ...Array.from({ length: count }, (_, nth) => `Tile ${nth};TILE-${nth};3.${10 + (nth % 80)};${nth}`),
    ].join("\n");
  const take = async (text: string | Uint8Array, name = "goods.csv") =>
    readTable(
      await onSite(studio.incoming("designer"), site, "widgets.change"),
      name,
      typeof text === "string" ? new TextEncoder().encode(text) : text,
    );
  const look = (id: string) =>
    studio.as("designer", "shop.import", { site, import: id, from: 0 }) as Promise<{
      state: string;
      guessed: boolean;
      mapping: Mapping;
      does: Record<string, number>;
      steps: Record<string, number>;
    }>;
  const planned = async (id: string) => {
    const { mapping } = await look(id);
    await studio.as("designer", "shop.planImport", { site, import: id, mapping });
    await studio.work();
    return look(id);
  };
  const run = async (id: string, name: "shop.runImport" | "shop.takeBackImport") => {
    await studio.as("designer", name, { site, import: id });
    await studio.work();
    return look(id);
  };

  test("is planned, done and taken back, and what somebody changed since stays theirs", async () => {
    const { import: id } = await take(lines(60));
    expect(await planned(id)).toMatchObject({
      state: "planned",
      does: { make: 60, refuse: 0 },
      steps: { waiting: 60 },
    });
    expect(await run(id, "shop.runImport")).toMatchObject({ state: "done", steps: { done: 60 } });
    const { products } = (await studio.as("designer", "shop.products", {
      site,
      words: "TILE-7",
      state: "all",
      before: null,
    })) as { products: readonly { id: string; name: string; left: number | null }[] };
    const tile = products.find(({ name }) => name === "Tile 7");
    expect(tile?.left).toBe(7);
    const { product, revision } = await read(tile?.id ?? "");
    await saved({ ...product, price: 999 }, revision);
    expect(await run(id, "shop.takeBackImport")).toMatchObject({ state: "back", steps: { back: 59, left: 1 } });
    expect((await read(tile?.id ?? "")).product.price).toBe(999);
    await studio.as("designer", "shop.removeProducts", { site, products: [tile?.id ?? ""] });
  });

  test("of a table whose SKU somebody took meanwhile, that product is left, and all others are made with their stock", async () => {
    const { import: id } = await take(lines(8).replaceAll("TILE-", "EDGE-").replaceAll("Tile ", "Edge "));
    await planned(id);
    const taken = aProduct("edge-taken", { slug: "edge-taken", variants: [aVariant("edge-v", { sku: "EDGE-5" })] });
    const siteId = (await findSite(studio.context.db, site))?.id ?? "";
    const somebody = { siteId, by: "somebody", now: studio.context.now() };
    await inTransaction(studio.context.db, (tx) => makeProduct(tx, somebody, taken));
    expect(await run(id, "shop.runImport")).toMatchObject({ state: "done", steps: { done: 7, left: 1 } });
    const rows = await studio.context.db
      .select({ sku: shopVariants.sku, stock: shopVariants.stock })
      .from(shopVariants)
      .where(like(shopVariants.sku, "EDGE-%"));
    const there = Object.fromEntries(rows.map(({ sku, stock }) => [sku, stock]));
    expect([there["EDGE-0"], there["EDGE-7"], there["EDGE-5"], rows.length]).toEqual([0, 7, null, 8]);
    expect(await run(id, "shop.takeBackImport")).toMatchObject({ steps: { back: 7, left: 1 } });
    await studio.as("designer", "shop.removeProducts", { site, products: ["edge-taken"] });
  });

  test("what was taken out and brought in again changes nothing", async () => {
    const call = await onSite(studio.incoming("designer"), site, "site.read");
    let text = "";
    for await (const part of goodsCsv(call)) text += part;
    const { import: id } = await take(text);
    const { does, steps } = await planned(id);
    expect([does.make, does.change, does.refuse, steps]).toEqual([0, 0, 0, {}]);
  });

  test("a table in other letters says so; one without lines, and commands out of turn, are refused", async () => {
    const latin = Uint8Array.from([
      ...new TextEncoder().encode("Name;SKU;Price\nSch"),
      0xfc,
      ...new TextEncoder().encode("ssel;SCH;9"),
    ]);
    const { import: id } = await take(latin);
    expect((await look(id)).guessed).toBe(true);
    await expect(take("Name;SKU")).rejects.toMatchObject({ fields: [{ path: "file" }] });
    await expect(studio.as("designer", "shop.runImport", { site, import: id })).rejects.toMatchObject({
      code: "importBusy",
    });
    const empty = { columns: {}, attributes: {} };
    await expect(studio.as("designer", "shop.planImport", { site, import: id, mapping: empty })).rejects.toMatchObject({
      fields: [{ path: "mapping.columns.product" }],
    });
  });

  test("a process that dies in the middle leaves whole products, and another goes on", async () => {
    const { import: id } = await take(lines(60).replaceAll("TILE-", "SLAB-").replaceAll("Tile ", "Slab "));
    await planned(id);
    await studio.as("designer", "shop.runImport", { site, import: id });
    const { db } = studio.context;
    const [job] = await db
      .select()
      .from(jobs)
      .where(eq(jobs.onlyOne, `goods:${id}`));
    if (!job) throw new Error("No job was queued.");
    const dying = {
      job,
      progress: async () => {
        throw new Error("The process is gone");
      },
      finish: async () => {},
      forget: async () => {},
    };
    await expect(goodsJob(studio.context, dying)).rejects.toThrow("The process is gone");
    const half = await look(id);
    expect(half.state).toBe("running");
    expect(half.steps.done).toBeGreaterThan(0);
    expect(half.steps.waiting).toBeGreaterThan(0);
    // Two at once, since one of them is believed dead: each product is made once.
    const alive = { job, progress: async () => {}, finish: async () => {}, forget: async () => {} };
    await Promise.allSettled([goodsJob(studio.context, alive), goodsJob(studio.context, alive)]);
    expect(await look(id)).toMatchObject({ state: "done", steps: { done: 60 } });
    const skus = await db.select({ sku: shopVariants.sku }).from(shopVariants).where(like(shopVariants.sku, "SLAB-%"));
    expect(skus).toHaveLength(60);
    await db.delete(jobs).where(eq(jobs.id, job.id));
    expect(await run(id, "shop.takeBackImport")).toMatchObject({ state: "back", steps: { back: 60 } });
  });

  test("a long plan is told a page at a time, what is refused before the rest", async () => {
    const { import: id } = await take(`${lines(130)}\nWrong;WRONG;x;1`);
    const first = (await planned(id)) as unknown as { all: number; lines: readonly { line: number; does: string }[] };
    expect([first.all, first.lines.length, first.lines[0]]).toMatchObject([131, 100, { line: 132, does: "refuse" }]);
    const more = (await studio.as("designer", "shop.import", { site, import: id, from: 100 })) as typeof first;
    expect(more.lines.map(({ line }) => line)).toEqual(Array.from({ length: 31 }, (_, nth) => 101 + nth));
  });
});

test("several processes with buyers for the last one: one order, which is paid once; the others are told, nobody gets an error", async () => {
  const processes = extent(2, 4);
  const counts = await rushFor(studio.context, { variant: "mug-tide", processes, each: 25, payment: "card" });
  expect(counts).toEqual({ order: 1, told: 25 * processes - 1, broken: 0 });
  const [made, ...others] = await studio.context.db.select().from(shopOrders);
  expect([made?.state, others.length]).toEqual(["waiting", 0]);
  await payFor(studio.context, site, "order", made?.id ?? "", "twice");
  await studio.work();
  const [paid] = await studio.context.db.select().from(shopOrders);
  expect(paid).toMatchObject({ state: "paid", paid: paid?.toPay });
  const row = await shelfOf("mug-tide");
  expect(row).toMatchObject({ stock: 0, kept: 0 });
});
