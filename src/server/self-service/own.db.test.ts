// Visitors without a password: a link that works once, a device with what is theirs and the same basket, and being forgotten.
import { eq } from "drizzle-orm";
import { emptyCart } from "@/core/shop/cart";
import { inTransaction } from "@/data/connection";
import { rateLimits } from "@/data/job/tables";
import { mails } from "@/data/mail/tables";
import { signups } from "@/data/popup/tables";
import { visitorSessions } from "@/data/self-service/tables";
import { shopCarts } from "@/data/shop/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { answerVisitor } from "../edge/visitors";
import { cartAt, keepCart, newCart, ownCart, readCart } from "../shop/cart/carts";
import { openTestShop } from "../testing/shop.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { getPage, sendForm } from "../testing/visitor.test-kit";
import { ownPart } from "./part";

let studio: TestStudio;
let site: SiteRow;
const email = "nuala@post.example";

beforeAll(async () => {
  studio = await testStudio();
  site = (await findSite(studio.context.db, "wrenfield")) as SiteRow;
});
afterAll(() => studio.close());
beforeEach(async () => {
  for (const table of [rateLimits, mails, visitorSessions, signups, shopCarts]) await studio.context.db.delete(table);
  await studio.context.db.insert(signups).values({
    ...{ id: studio.context.newId(), siteId: site.id, widgetId: "letters", email, name: "Nuala", answers: {} },
    ...{
      state: "confirmed",
      page: "/",
      language: "en",
      consent: "The letter, four times a year.",
      createdAt: new Date("2026-03-01T08:00:00Z"),
    },
  });
});

/** Asks for the link; what becomes of that is done behind the answer. */
async function ask(address: string) {
  const answer = await sendForm(studio.context, "/account", { email: address });
  await studio.work();
  return answer;
}
/** The token of the last letter. */
async function token(): Promise<string> {
  const letters = await studio.context.db
    .select()
    .from(mails)
    .where(eq(mails.recipient, email))
    .orderBy(mails.createdAt);
  return /\/account\/enter\?t=([\w-]{32})/.exec(letters.at(-1)?.text ?? "")?.[1] ?? "";
}
const enter = (t: string, cookie = "") => sendForm(studio.context, "/account/enter", { t }, { cookie });
const mineIn = (set: string) => /mine-wrenfield=([\w-]+)/.exec(set)?.[1] ?? "";
const account = async (device: string) => {
  const path = "/_w/v1/account";
  const host = "wrenfield.localhost:4499";
  const asked = new Request(`http://${host}${path}`, { headers: { host, cookie: `mine-wrenfield=${device}` } });
  return (
    await answerVisitor(studio.context, asked, { siteKey: "wrenfield", address: "10.0.0.7", path: "/account" })
  ).text();
};

test("a link is sent to who is known here alone, and the answer tells nobody who that is", async () => {
  const [known, unknown] = [await ask(email), await ask("nobody@post.example")];
  expect([known.status, unknown.status]).toEqual([200, 200]);
  expect(known.text.replaceAll(email, "")).toBe(unknown.text.replaceAll("nobody@post.example", ""));
  expect(await studio.context.db.select().from(mails)).toHaveLength(1);
  // Kept by its hash alone.
  expect(JSON.stringify(await studio.context.db.select().from(visitorSessions))).not.toContain(await token());
  const wrong = await ask("nuala at post");
  expect([wrong.status, wrong.text.includes('aria-invalid="true"'), wrong.text.includes("nuala at post")]).toEqual([
    422,
    true,
    true,
  ]);
});

test("looked at it is not used up; pressed twice at once it signs one device in, which shows what is theirs", async () => {
  await ask(email);
  const t = await token();
  expect((await getPage(studio.context, `/_w/v1/account/enter?t=${t}`)).status).toBe(200);
  const came = await Promise.all([enter(t), enter(t)]);
  expect(came.map(({ status }) => status).sort()).toEqual([303, 410]);
  const set = came.find(({ status }) => status === 303)?.set ?? "";
  expect(set).toMatch(/HttpOnly; SameSite=Lax/);
  const page = await account(mineIn(set));
  expect(page).toContain("The letter, four times a year.");
  expect(page).toContain(email);
  expect((await getPage(studio.context, `/_w/v1/account/enter?t=${t}`)).status).toBe(410);
  expect(await account("A".repeat(32))).not.toContain("The letter");
});

test("a link that is over signs nobody in", async () => {
  await ask(email);
  const t = await token();
  await studio.context.db.update(visitorSessions).set({ expiresAt: new Date(0) });
  expect((await enter(t)).status).toBe(410);
});

test("what was put in before goes along, and every device has the same basket; left, it is this device’s no more", async () => {
  const { context } = studio;
  const before = newCart(context, site);
  const line = { id: "l", product: "mug", variant: "mug-1", quantity: 2, asked: {}, seen: 1800 };
  await inTransaction(context.db, async (tx) => {
    const kept = await readCart(context, tx, site.id, before.id, true);
    await keepCart(context, tx, site.id, kept, { ...emptyCart, lines: [line] });
  });
  const named = `basket-wrenfield=${before.token}`;
  const baskets: (string | undefined)[] = [];
  let device = "";
  for (const cookie of [named, ""]) {
    await context.db.delete(mails);
    await ask(email);
    const { set } = await enter(await token(), cookie);
    // What the browser named until now is taken away: others may know it.
    expect(set).toContain("basket-wrenfield=; Path=/; Max-Age=0");
    device = `mine-wrenfield=${mineIn(set)}`;
    const at = await cartAt(context, context.db, site, device);
    expect(at?.token).toBeNull();
    baskets.push(at?.id);
  }
  expect(baskets[0]).toBe(baskets[1]);
  const { cart } = await readCart(context, context.db, site.id, baskets[0] ?? "");
  expect(cart.lines).toEqual([line]);
  expect((await readCart(context, context.db, site.id, before.id)).cart.lines).toEqual([]);
  // Its name is worked out from nothing that others know.
  expect(baskets[0]).not.toBe(before.id);
  const [kept] = await context.db.select().from(visitorSessions).where(eq(visitorSessions.of, "device"));
  expect(kept?.email).toBe(email);
  const left = await sendForm(context, "/account/leave", {}, { cookie: device });
  expect(left.set).toContain("basket-wrenfield=; Path=/; Max-Age=0");
  expect(await cartAt(context, context.db, site, device)).toBeNull();
});

test("two devices that sign in at once have one basket", async () => {
  const { context } = studio;
  const made = await Promise.all(
    Array.from({ length: 6 }, () => ownCart(context, context.db, site.id, "twice@post.example")),
  );
  expect(new Set(made).size).toBe(1);
});

test("forgotten with a tick alone: everything of theirs goes, and every device is signed out", async () => {
  await ask(email);
  const mine = mineIn((await enter(await token())).set);
  const cookie = `mine-wrenfield=${mine}`;
  expect((await sendForm(studio.context, "/account/forget", {}, { cookie })).status).toBe(303);
  expect(await studio.context.db.select().from(signups)).toHaveLength(1);
  const done = await sendForm(studio.context, "/account/forget", { agreed: "true" }, { cookie });
  expect(done.text).toContain("You are forgotten here.");
  for (const table of [signups, visitorSessions, mails])
    expect(await studio.context.db.select().from(table)).toEqual([]);
  // By whom nobody is signed in, nobody is forgotten.
  expect((await sendForm(studio.context, "/account/forget", { agreed: "true" }, { cookie })).status).toBe(303);
});

test("where a shop has a page for it, that page shows it: asked for, on its way, signed in", async () => {
  await openTestShop(studio);
  await studio.as("owner", "publish.start", { site: "wrenfield" });
  await studio.work();
  const row = (await findSite(studio.context.db, "wrenfield")) as SiteRow;
  const leads = await getPage(studio.context, "/_w/v1/account");
  expect([leads.status, leads.headers.get("location")]).toEqual([303, "/yours"]);
  const sent = await ask(email);
  expect([sent.status, sent.location]).toEqual([303, "/yours?sent=1"]);
  const mine = mineIn((await enter(await token())).set);
  const shown = (cookie: string | null, on = false) => ownPart(studio.context, row, { cookie, sent: on });
  expect(await shown(null)).toContain("There is no password");
  expect(await shown(null, true)).toContain("A letter with the link is on its way, if something of yours is here.");
  expect(await shown(`mine-wrenfield=${mine}`)).toContain("The letter, four times a year.");
  expect(await shown(`mine-wrenfield=${"B".repeat(32)}`)).not.toContain("The letter, four");
});
