// Where very many check out at once: who comes too late is told their number, and has what they wrote at hand.
import { Parser } from "htmlparser2";
import { aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { inTransaction } from "@/data/connection";
import { shopOrders } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { installWays } from "@/server/payment/inside";
import { aBuyer, openTestShop } from "@/server/testing/shop.test-kit";
import { type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { sendForm } from "@/server/testing/visitor.test-kit";
import { inTurn, mostWaiting } from "@/server/turn";
import { makeProduct } from "../catalog/products";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";

beforeAll(async () => {
  studio = await testStudio();
  await openTestShop(studio);
  row = (await findSite(studio.context.db, site)) as SiteRow;
  const now = new Date("2026-03-01T08:00:00Z");
  const mug = aProduct("mug", {
    slug: "mug",
    name: "Bell mug",
    price: 1800,
    variants: [aVariant("mug-1", { sku: "M" })],
  });
  await inTransaction(studio.context.db, (tx) => makeProduct(tx, { siteId: row.id, by: "test", now }, mug));
  await studio.as("designer", "publish.start", { site });
  await studio.work();
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await installWays(studio.context, row, { transfer: {} });
});
afterAll(() => studio.close());

const buyer = {
  ...aBuyer,
  "address.name": "Nuala “Nell” Byrne",
  note: "two\nlines",
  way: "parcel",
  payment: "transfer",
};

/** The fields that a page would send again. */
function fieldsIn(html: string): Record<string, string> {
  const fields: Record<string, string> = {};
  const parser = new Parser({
    onopentag: (name, { name: field = "", value = "" }) => {
      if (name === "input") fields[field] = value;
    },
  });
  parser.end(html);
  return fields;
}

test("too late in a rush: a number, when to come again, and the whole form to send once more", async () => {
  const { cookie } = await sendForm(studio.context, "/shop/cart", { command: "add", variant: "mug-1", quantity: "1" });
  let end = () => {};
  const held = new Promise<void>((resolve) => {
    end = resolve;
  });
  const thing = `checkout ${row.id}`;
  const running = inTurn(thing, () => held);
  const queue = Array.from({ length: mostWaiting }, () => inTurn(thing, async () => {}));
  const told = await sendForm(studio.context, "/shop/checkout", buyer, { cookie });
  expect(told.status).toBe(503);
  expect(told.headers.get("retry-after")).toBe("5");
  expect(told.text).toContain(`you are number ${mostWaiting + 2}. Nothing is lost`);
  const again = fieldsIn(told.text);
  expect(again).toEqual(buyer);
  end();
  await Promise.all([running, ...queue]);
  const sent = await sendForm(studio.context, "/shop/checkout", again, { cookie });
  expect(sent.status).toBe(303);
  const [order] = await studio.context.db.select().from(shopOrders);
  expect(order).toMatchObject({ email: buyer.email });
});
