// Files that buyers send for what they buy: judged at their field, kept with basket and order, for members alone, and forgotten.
import { eq } from "drizzle-orm";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { inTransaction } from "@/data/connection";
import { forgetPerson } from "@/data/forget";
import { rateLimits } from "@/data/job/tables";
import { shopBuyerFiles, shopCarts, shopOrders } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { namedBytes, sweepCarts } from "@/data/site/sweep";
import { onSite } from "@/server/operation";
import { installWays } from "@/server/payment/inside";
import { aBuyer, openTestShop } from "@/server/testing/shop.test-kit";
import { type Person, type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { sendForm } from "@/server/testing/visitor.test-kit";
import { makeProduct } from "../catalog/products";
import { buyerFile } from "./buyer-files";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio);
  row = (await findSite(studio.context.db, site)) as SiteRow;
  const asks = [
    { id: "name", label: "Name", required: false, most: 20 },
    { id: "logo", label: "Logo", required: true, most: 40, kind: "file" as const },
  ];
  await inTransaction(studio.context.db, (tx) =>
    makeProduct(
      tx,
      { siteId: row.id, by: "test", now: new Date("2026-03-01T08:00:00Z") },
      aProduct("mug", {
        slug: "mug",
        name: "Bell mug",
        price: 1800,
        asks,
        variants: [aVariant("mug-1", { sku: "mug" })],
      }),
    ),
  );
  await studio.as("designer", "publish.start", { site });
  await studio.work();
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await installWays(studio.context, row, { transfer: { words: "Within seven days." } });
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, shopOrders, shopCarts, shopBuyerFiles]) await studio.context.db.delete(table);
});

const pdf = (text = "") => new Blob([`%PDF-1.7\n${text}\n%%EOF`]);
/** Adds a mug with a file of the buyer's. */
function add(file: Blob | null, name = "logo.pdf", address = "10.0.0.1", cookie = "") {
  const fields = new FormData();
  for (const [key, value] of Object.entries({ command: "add", variant: "mug-1", quantity: "1", "ask.name": "Nuala" }))
    fields.set(key, value);
  if (file) fields.set("ask.logo", file, name);
  return sendForm(studio.context, "/shop/cart", fields, { address, cookie });
}
const buyer = { ...aBuyer, payment: "transfer" };
const kept = () => studio.context.db.select().from(shopBuyerFiles);
const order = async (before: string) => {
  const { cookie } = await sendForm(studio.context, "/shop/checkout", { ...buyer, look: "1" }, { cookie: before });
  const way = { way: "parcel" };
  await sendForm(studio.context, "/shop/checkout", { ...buyer, ...way }, { cookie });
  const [made] = await studio.context.db.select().from(shopOrders);
  return made;
};
const fetched = async (person: Person, file: string) =>
  buyerFile(await onSite(studio.incoming(person), site, "visitors.read"), file);

test("what is no file of a kind that is taken, too large, empty or missing is told at its field", async () => {
  for (const [file, name, said] of [
    [null, "", "needed"],
    [new Blob([]), "logo.pdf", "empty"],
    [new Blob(["<svg onload=alert(1)>"]), "logo.svg", "not taken"],
    [new Blob(["MZ no pdf at all"]), "logo.pdf", ""],
    [new Blob([new Uint8Array(11_000_000)]), "logo.pdf", "10 MB"],
  ] as const) {
    const done = await add(file, name);
    expect([name, done.status]).toEqual([name, 422]);
    expect(done.text).toContain(said);
  }
  expect(await kept()).toEqual([]);
});

test("lies in the basket, goes along with the order, and is there for members alone", async () => {
  const first = await add(pdf());
  expect(first.status).toBe(303);
  // Another file is another line, the same one the same.
  await add(pdf("other"), "logo.pdf", "10.0.0.1", first.cookie);
  await add(pdf(), "logo.pdf", "10.0.0.1", first.cookie);
  const [basket] = await studio.context.db.select().from(shopCarts);
  expect(basket?.document.lines.map(({ quantity, asked }) => [quantity, asked])).toEqual([
    [2, { name: "Nuala", logo: "logo.pdf" }],
    [1, { name: "Nuala", logo: "logo.pdf" }],
  ]);
  const made = await order(first.cookie);
  const sent = made?.document.lines.flatMap((line) => line.sent ?? []) ?? [];
  expect(sent.map(({ label, name }) => [label, name])).toEqual([
    ["Logo", "logo.pdf"],
    ["Logo", "logo.pdf"],
  ]);
  const claimed = await studio.context.db
    .select()
    .from(shopBuyerFiles)
    .where(eq(shopBuyerFiles.orderId, made?.id ?? ""));
  expect(claimed).toHaveLength(2);
  const bodies = await Promise.all(sent.map(({ file }) => fetched("designer", file)));
  expect(bodies.map(({ body }) => body.toString().includes("other")).sort()).toEqual([false, true]);
  for (const person of ["stranger", "nobody"] as const)
    await expect(fetched(person, sent[0]?.file ?? "")).rejects.toThrow();
  await expect(fetched("designer", "unknown")).rejects.toMatchObject({ status: 404 });
});

test("nothing was bought with it: it goes when the basket has; forgotten with its buyer, and then its bytes are nobody’s", async () => {
  await add(pdf("left"));
  const bought = await add(pdf("bought"), "logo.pdf", "10.0.0.2");
  const made = await order(bought.cookie);
  const hashes = (await kept()).map(({ hash }) => hash);
  expect((await namedBytes(studio.context.db, hashes)).size).toBe(2);
  const days = (many: number) => new Date(studio.context.now().getTime() + many * 86_400_000);
  await sweepCarts(studio.context.db, row.id, days(30));
  expect(await kept()).toHaveLength(2);
  await sweepCarts(studio.context.db, row.id, days(32));
  expect(await kept()).toMatchObject([{ orderId: made?.id }]);
  await inTransaction(studio.context.db, (tx) => forgetPerson(tx, row.id, buyer.email));
  expect(await kept()).toEqual([]);
  expect((await namedBytes(studio.context.db, hashes)).size).toBe(0);
  const [after] = await studio.context.db.select().from(shopOrders);
  expect(JSON.stringify(after?.document.lines)).not.toMatch(/logo|Nuala/);
});

test("one network sends so many files and no more, and baskets of a site hold so much", async () => {
  const cookies: string[] = [];
  for (let nth = 0; nth < 20; nth++) cookies.push((await add(pdf(String(nth)), "logo.pdf", "10.4.0.1")).cookie);
  expect((await add(pdf("more"), "logo.pdf", "10.4.0.1")).status).toBe(429);
  const [one] = await kept();
  await studio.context.db
    .update(shopBuyerFiles)
    .set({ bytes: 500_000_000 })
    .where(eq(shopBuyerFiles.id, one?.id ?? ""));
  const full = await add(pdf("full"), "logo.pdf", "10.4.0.2");
  expect([full.status, full.text.includes("No more files can be taken just now")]).toEqual([422, true]);
});
