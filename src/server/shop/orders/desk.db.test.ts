// Orders on the Desk as its people work with them: found, filtered, a page at a time; who may what; and the letters that went out.

import { eq } from "drizzle-orm";
import type { OrderState } from "@/core/order/order";
import { mails } from "@/data/mail/tables";
import { shopOrders } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { orderFor } from "@/server/testing/order.test-kit";
import { type Person, type TestStudio, testStudio } from "@/server/testing/studio.test-kit";
import { orderToken, readOrderToken } from "./token";

let studio: TestStudio;
let row: SiteRow;
const site = "wrenfield";
const order = (name: string, at: string, quantity = 1) => orderFor(studio.context, row, name, { at, quantity });

const list = async (asked: { words?: string; state?: OrderState | "all" | "open"; before?: string | null } = {}) =>
  (await studio.as("designer", "desk.orders", { site, words: "", state: "all", before: null, ...asked })) as {
    rows: readonly { id: string; number: string; name: string; toPay: number; things: number; money: string }[];
    more: string | null;
  };

beforeAll(async () => {
  studio = await testStudio("ordered");
  row = (await findSite(studio.context.db, site)) as SiteRow;
  await order("Bram Visser", "2026-03-02T10:00:00Z");
  for (let nth = 0; nth < 55; nth++) await order(`Tess ${nth}`, `2026-03-03T10:${String(nth).padStart(2, "0")}:00Z`);
});
afterAll(() => studio.close());

test("the newest first, fifty at a time, none twice and none left out", async () => {
  const first = await list();
  expect([first.rows.length, first.rows[0]?.name]).toEqual([50, "Tess 54"]);
  const rest = await list({ before: first.more });
  expect(rest.rows.map(({ name }) => name).slice(-2)).toEqual(["Bram Visser", "Nuala Byrne"]);
  expect(new Set([...first.rows, ...rest.rows].map(({ id }) => id)).size).toBe(57);
  expect(rest.more).toBeNull();
});

test("found by number, name and address; signs of patterns are signs", async () => {
  const [nuala] = (await list({ words: "nuala@" })).rows;
  expect(nuala).toMatchObject({ name: "Nuala Byrne", things: 2, toPay: 2 * 1800 + 600, money: "unpaid" });
  expect((await list({ words: "BYRNE" })).rows).toHaveLength(1);
  expect((await list({ words: nuala?.number ?? "-" })).rows.map(({ name }) => name)).toContain("Nuala Byrne");
  expect((await list({ words: "%" })).rows).toEqual([]);
  expect((await list({ words: "' or 1=1 --" })).rows).toEqual([]);
});

test("by state; what is to be done is what has not left", async () => {
  const [bram] = (await list({ words: "bram" })).rows;
  await studio.as("designer", "desk.orderCommand", {
    site,
    order: bram?.id ?? "",
    revision: 0,
    command: "cancel",
  } as never);
  expect((await list({ state: "cancelled" })).rows.map(({ name }) => name)).toEqual(["Bram Visser"]);
  expect((await list({ state: "open", words: "bram" })).rows).toEqual([]);
  expect((await list({ state: "open", words: "nuala" })).rows).toHaveLength(1);
});

test("an order of another site, or of nobody, is not there; an editor sees no buyers, and a stranger nothing", async () => {
  const [nuala] = (await list({ words: "nuala" })).rows;
  const open = (person: Person, id = nuala?.id ?? "") => studio.as(person, "desk.order", { site, order: id });
  await expect(open("designer", "none")).rejects.toMatchObject({ status: 404 });
  await expect(open("editor")).rejects.toMatchObject({ status: 403 });
  await expect(open("stranger")).rejects.toMatchObject({ status: 404 });
  await expect(open("nobody")).rejects.toMatchObject({ status: 401 });
  await studio.context.db.insert(shopOrders).values({
    ...((
      await studio.context.db
        .select()
        .from(shopOrders)
        .where(eq(shopOrders.id, nuala?.id ?? ""))
    )[0] as never as object),
    id: "of-another",
    siteId: "another",
    once: "another",
  } as never);
  await expect(open("owner", "of-another")).rejects.toMatchObject({ status: 404 });
});

test("the buyer's letter says what was ordered, how to pay, and where to look; the shop's, who ordered", async () => {
  const letters = await studio.context.db.select().from(mails).where(eq(mails.recipient, "nuala@post.example"));
  expect(letters).toHaveLength(1);
  const [letter] = letters;
  expect(letter?.subject).toMatch(/^Order 10\d\d: thank you · Wrenfield Clayworks$/);
  for (const said of [
    "2 × Bell mug: €36.00",
    "To pay: €42.00",
    "Within seven days.",
    "Of that tax 23 % Ireland: ",
    "Nuala Byrne",
    "?o=",
  ])
    expect(letter?.text).toContain(said);
  expect(letter?.html).not.toContain("<b>twice");
  const own = (await studio.context.db.select().from(mails).where(eq(mails.recipient, row.settings.mailFrom))).find(
    ({ text }) => text.includes("Nuala"),
  );
  expect(own?.text).toContain("Nuala Byrne <nuala@post.example>");
  // Whoever orders very often is not written to each time: a form of strangers is no cannon.
  const tess = await studio.context.db.select().from(mails).where(eq(mails.recipient, "tess@post.example"));
  expect(tess.length).toBeLessThanOrEqual(5);
});

test("a link leads to its own order alone", async () => {
  const [nuala] = (await list({ words: "nuala" })).rows;
  const token = orderToken(studio.context, nuala?.id ?? "");
  expect(readOrderToken(studio.context, token)).toBe(nuala?.id);
  const [, signature] = token.split(".");
  for (const forged of ["", "x", `other.${signature}`, `${nuala?.id}.`, `${nuala?.id}.${"0".repeat(64)}`, `${token}0`])
    expect(readOrderToken(studio.context, forged)).toBeNull();
});
