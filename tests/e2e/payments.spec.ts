// Being paid: a way set up with keys that are wrong and then right, tried, switched on; a basket paid by a card that is declined and
// by one that asks for a code; given back on the Desk; another way; a booking that is paid before it holds.
import { expect, type Page } from "@playwright/test";
import { type AccountKeys, openAccount, type PlainVisitor, payByCard, payHost, plainVisitor } from "./paying";
import {
  deskPart,
  expectAccessible,
  expectSome,
  heldBack,
  makeWidget,
  operator,
  saved,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const site = "paid";
let studio: Page;
let visitor: Page;
let plain: PlainVisitor;
let keys: AccountKeys;
const { call, copyWorkshop, publish } = operator(() => studio, site);

test.beforeAll(async ({ browser }) => {
  studio = await browser.newPage();
  plain = await plainVisitor(browser);
  visitor = plain.visitor;
  await signIn(studio);
  await copyWorkshop("Paid");
  keys = await openAccount(studio, browser, site, "Paid");
});
test.afterAll(async () => {
  await studio.close();
  await plain.leave();
});

const visitorCan = (address?: string) => plain.visitorCan(address);

const pay = async (does: string) => payByCard(visitor, does);

/** A mug in the basket, and everything at the checkout filled in but how it is paid. */
async function toCheckout(product = "kiln-mug") {
  await visitor.goto(siteAddress(site, `/shop-2/${product}`));
  await visitor.getByRole("button", { name: "Add to basket" }).click();
  await visitor.getByRole("link", { name: "To the checkout" }).click();
  await visitor.getByLabel("E-mail").fill("nuala@post.example");
  await visitor.getByLabel("Name", { exact: true }).fill("Nuala Byrne");
  await visitor.getByLabel("Street and number").fill("3 Quay Street");
  await visitor.getByLabel("Town").fill("Galway");
  await visitor.getByLabel(/^Postcode/).fill("H91 AB12");
  await visitor.getByLabel(/I have read/).check();
}

test("cards: keys of the wrong mode and nobody’s are noticed as they are typed; switched on only once a try went through", async () => {
  await studio.goto(`/s/${site}/payments`);
  await studio.getByRole("button", { name: "Set up Card" }).click();
  const on = studio.getByLabel("Buyers may pay this way");
  await expect(on).toBeDisabled();
  await studio.getByRole("button", { name: "Add keys: Test keys" }).click();
  await studio.getByLabel("Secret key").fill(keys.live.secret);
  await expect(studio.getByText("This is a key of live mode; here belongs one of test mode.")).toBeVisible();
  await studio.getByLabel("Secret key").fill(keys.test.hook);
  await expect(studio.getByText("This is the key of events, not the secret key.")).toBeVisible();
  await studio.getByLabel("Secret key").fill(`${keys.test.secret.slice(0, -2)}zz`);
  await studio.getByLabel("Key of events").fill(keys.test.hook);
  await studio.getByRole("button", { name: "Check and keep" }).click();
  await expect(studio.getByText("The payment service does not know this key.")).toBeVisible();
  await expectAccessible(studio);
  await studio.getByLabel("Secret key").fill(keys.test.secret);
  await studio.getByRole("button", { name: "Check and keep" }).click();
  await expect(studio.getByText("Keys of the account “Paid” are kept.")).toBeVisible();
  await expect(studio.getByText(`Kept, sealed (…${keys.test.secret.slice(-4)})`)).toBeVisible();
  // A try that is declined is no test that went through.
  await studio.getByLabel("The payer", { exact: true }).selectOption("noFunds");
  await studio.getByRole("button", { name: "Try it" }).click();
  await expect(
    studio.getByText("Declined, as it should be: not enough on the account. Nothing was taken."),
  ).toBeVisible();
  await expect(on).toBeDisabled();
  // Never told: it is asked for.
  await studio.getByLabel("The payer", { exact: true }).selectOption("lost");
  await studio.getByRole("button", { name: "Try it" }).click();
  await expect(studio.getByText("Not told: asked for, and answered")).toBeVisible();
  await expect(studio.getByText("It went through. It can be switched on.")).toBeVisible();
  await expectAccessible(studio);
  await on.check();
  await expect(studio.getByText("On, in test mode")).toBeVisible();
  // Live mode without live keys is refused, and says so.
  await studio.getByText("Live", { exact: true }).click();
  await expect(studio.getByText("Live mode needs live keys. Add them first.")).toBeVisible();
});

test("from a bank account: the same keys, its own try", async () => {
  await studio.getByRole("button", { name: /^From a bank account/ }).click();
  await studio.getByRole("button", { name: "Set up From a bank account" }).click();
  await studio.getByRole("button", { name: "Add keys: Test keys" }).click();
  await studio.getByLabel("Secret key").fill(keys.test.secret);
  await studio.getByLabel("Key of events").fill(keys.test.hook);
  // Pressed at once, the try waits for the keys to be known.
  const letGo = await heldBack(studio, "payments.keys");
  await studio.getByRole("button", { name: "Check and keep" }).click();
  await studio.getByRole("button", { name: "Try it" }).click();
  letGo();
  await expect(studio.getByText("Told by the payment service")).toBeVisible();
  await studio.getByLabel("Buyers may pay this way").check();
  await expect(studio.getByText("On, in test mode")).toHaveCount(2);
});

test("without script at 320 px: declined at first, then by another card with a code; paid once", async () => {
  await makeWidget(studio, site, "Shop", "Our shop");
  const steps = studio.getByRole("navigation", { name: "Steps" });
  await steps.getByRole("button", { name: /Pages and numbers/ }).click();
  await studio.getByRole("button", { name: "Make the pages" }).click();
  await expect(steps.getByText("9 of 9 pages")).toBeVisible();
  await studio.getByLabel("Terms").selectOption({ label: "Privacy" });
  await studio
    .getByLabel("On", { exact: true })
    .or(studio.getByLabel("Off", { exact: true }))
    // Order: whichever of the two there is: the switch says one.
    .first()
    .check();
  await saved(studio);
  const { product: id } = await call<{ product: string }>("shop.addProduct", { name: "Kiln mug" });
  const { product, revision } = await call<{ product: { variants: { id: string }[] }; revision: number }>(
    "shop.product",
    { product: id },
  );
  const next = { ...product, state: "on", price: 1800, counted: true };
  await call("shop.saveProduct", { product: next, revision, stock: { [product.variants[0]?.id ?? ""]: 9 } });
  await publish();
  await expect
    .poll(async () => {
      await visitor.goto(siteAddress(site, "/shop-2/kiln-mug"));
      return visitor.getByRole("button", { name: "Add to basket" }).count();
    })
    .toBe(1);

  await toCheckout();
  await visitor.getByLabel(/^Card/).check();
  await visitor.getByRole("button", { name: /^Order and pay/ }).click();
  await expectSome(visitor.getByText("€24.00"));
  await visitorCan();
  await pay("Declined: not enough on the account");
  await expect(visitor.getByText("There is not enough on this account. Nothing was taken.")).toBeVisible();
  await pay("Asks for a code, then pays");
  await expect(visitor.getByRole("heading", { name: "Is it you?" })).toBeVisible();
  await visitorCan();
  await visitor.getByLabel("Code").fill("123456");
  await visitor.getByRole("button", { name: "Go on" }).click();
  await expect(visitor.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
  await expect(visitor.getByText(/· paid$/)).toBeVisible();
});

test("what is no card is said at once on the payment service’s page, and nothing is sent", async () => {
  await toCheckout();
  await visitor.getByLabel(/^Card/).check();
  await visitor.getByRole("button", { name: /^Order and pay/ }).click();
  const card = visitor.frameLocator("iframe.p-frame");
  await card.getByLabel("Card number").fill("9700 0000 0000 0018");
  await card.getByLabel("Valid until").fill("13/29");
  await card.getByLabel("Security code").fill("12");
  await card.getByRole("button", { name: /^Pay/ }).click();
  await expect(visitor.getByText("This is no card number. Is a digit missing or swapped?")).toBeVisible();
  await visitorCan();
});

test("another way to pay: the bank’s page, gone to and come back from; the card’s payment is given up", async () => {
  await visitor.goto(siteAddress(site, "/shop-2/kiln-mug"));
  await toCheckout();
  await visitor.getByLabel(/^Card/).check();
  await visitor.getByRole("button", { name: /^Order and pay/ }).click();
  await visitor.getByRole("button", { name: "Pay this way: From your bank account" }).click();
  // A page that leads on by itself does so without script, too.
  await expect(visitor).toHaveURL(new RegExp(`^${payHost}/pay/`));
  await expect(visitor.getByText("You pay from your account at this bank.")).toBeVisible();
  await visitorCan();
  await visitor.getByRole("button", { name: "Back to the shop" }).click();
  await expect(visitor.getByRole("link", { name: "On to your bank" })).toBeVisible();
  await visitor.getByRole("link", { name: "On to your bank" }).click();
  await visitor.getByRole("button", { name: /^Pay €/ }).click();
  await expect(visitor.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
});

test("the Desk: what was declined and paid stands in the time line; given back by the card, and known there", async () => {
  await studio.goto(`/s/${site}/desk`);
  await deskPart(studio, "Orders");
  await expect(studio.getByText("Nuala Byrne")).toHaveCount(3);
  // Order: orders are by time.
  await studio.getByText("Nuala Byrne").last().click();
  await expect(studio.getByText("Payment declined: not enough on the account")).toBeVisible();
  await studio.getByRole("button", { name: "Give money back" }).click();
  await studio.getByLabel("Give back").fill("6.00");
  await studio.getByRole("button", { name: "Give back", exact: true }).click();
  await expect(studio.getByText("part given back")).toBeVisible();
  await expect(studio.getByText("€6.00 given back by card")).toBeVisible();
  await expectAccessible(studio);
});

test("a voucher is bought by card, printed, and pays a part of the next order; what is left of it is told", {
  tag: "@long",
}, async () => {
  const { product: id } = await call<{ product: string }>("shop.addProduct", { name: "Kiln voucher" });
  const { product, revision } = await call<{ product: { variants: { id: string }[] }; revision: number }>(
    "shop.product",
    { product: id },
  );
  const next = { ...product, kind: "voucher", state: "on", price: 1000, counted: false };
  await call("shop.saveProduct", { product: next, revision, stock: {} });
  await expect
    .poll(async () => {
      await visitor.goto(siteAddress(site, "/shop-2/kiln-voucher"));
      return visitor.getByRole("button", { name: "Add to basket" }).count();
    })
    .toBe(1);
  await toCheckout("kiln-voucher");
  await visitor.getByLabel(/^Card/).check();
  await visitor.getByRole("button", { name: /^Order and pay/ }).click();
  await pay("Pays");
  await expect(visitor.getByRole("heading", { name: "Gift voucher" })).toBeVisible();
  const code = (await visitor.locator(".s-code").textContent()) ?? "";
  expect(code).toMatch(/^[A-Z2-9]{4}-[A-Z2-9]{4}-[A-Z2-9]{4}$/);
  await visitorCan();
  const sheet = await visitor.getByRole("link", { name: "To print (PDF)" }).getAttribute("href");
  const printed = visitor.waitForEvent("download");
  await visitor.getByRole("link", { name: "To print (PDF)" }).click();
  expect([(await printed).suggestedFilename(), sheet]).toEqual([
    expect.stringMatching(/\.pdf$/),
    expect.stringContaining("/shop/voucher.pdf?v="),
  ]);

  await toCheckout("kiln-mug");
  await visitor.getByLabel(/^Gift voucher/).fill("KX4M-92HT-QRW0");
  await visitor.getByRole("button", { name: "Use it" }).click();
  await expect(visitor.getByText(/There is no voucher with this code/)).toBeVisible();
  // Nothing that was typed is lost with a code that is none.
  await expect(visitor.getByLabel("Street and number")).toHaveValue("3 Quay Street");
  await visitor.getByLabel(/^Gift voucher/).fill(code.toLowerCase());
  await visitor.getByRole("button", { name: "Use it" }).click();
  await expect(visitor.getByText("−€10.00")).toBeVisible();
  await expect(visitor.getByRole("button", { name: "Order and pay €14.00" })).toBeVisible();
  await visitor.getByRole("button", { name: /^Leave out voucher/ }).click();
  await expect(visitor.getByRole("button", { name: "Order and pay €24.00" })).toBeVisible();
  await visitor.getByLabel(/^Gift voucher/).fill(code);
  await visitor.getByRole("button", { name: "Use it" }).click();
  await visitor.getByLabel(/^Card/).check();
  await visitor.getByRole("button", { name: "Order and pay €14.00" }).click();
  await pay("Pays");
  await expect(visitor.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
  await visitor.goto(siteAddress(site, "/_w/v1/shop/voucher"));
  await visitor.getByLabel("Gift voucher").fill(code);
  await visitor.getByRole("button", { name: "Look" }).click();
  await expect(visitor.getByText(/^€0\.00 is left on it/)).toBeVisible();
  await visitorCan(siteAddress(site, "/_w/v1/shop/voucher"));
});

test("an order by hand: its link is copied and paid by card; changed before it is packed, the difference is asked for", {
  tag: "@long",
}, async () => {
  await studio.goto(`/s/${site}/desk`);
  await deskPart(studio, "Orders");
  await studio.getByRole("button", { name: "New order" }).click();
  const form = studio.getByRole("dialog", { name: "An order by hand" });
  await form.getByLabel("Add something").fill("kiln mug");
  await form.getByRole("button", { name: "Add Kiln mug" }).click();
  await expect(form.getByRole("button", { name: "Make the order: €24.00" })).toBeEnabled();
  await form.getByRole("button", { name: /^Make the order/ }).click();
  await expect(form.getByText("A link needs an address that it can be sent to.")).toBeVisible();
  await expectAccessible(studio);
  await form.getByLabel("E-mail").fill("maeve@post.example");
  await form.getByLabel("Name", { exact: true }).fill("Maeve Roche");
  await form.getByLabel("Street and number").fill("9 Mill Lane");
  await form.getByLabel("Town").fill("Sligo");
  await form.getByLabel("Postcode").fill("F91 AB12");
  await form.getByRole("button", { name: /^Make the order/ }).click();
  await expect(studio.getByText("€24.00 is asked for.")).toBeVisible();
  const link = (await studio.getByRole("link", { name: "Link to pay" }).getAttribute("href")) ?? "";
  await visitor.goto(link);
  await pay("Pays");
  await expect(visitor.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();

  await studio.getByRole("button", { name: "Change…" }).click();
  const change = studio.getByRole("dialog", { name: /^Change order/ });
  await change.getByLabel("Quantity of Kiln mug").fill("2");
  await expect(change.getByText("€18.00 more: its buyer gets a letter with a link to pay that.")).toBeVisible();
  await expectAccessible(studio);
  await change.getByRole("button", { name: "Change the order" }).click();
  await expect(studio.getByText("€18.00 is asked for.")).toBeVisible();
  await visitor.goto(link);
  await expectSome(visitor.getByText("€18.00"));
  await pay("Pays");
  await expect(visitor.getByText(/· paid$/)).toBeVisible();
  await expect(studio.getByText("€18.00 is asked for.")).toBeHidden();

  // Who it was, with everything they did.
  await studio.getByText("Buyers", { exact: true }).click();
  await studio.getByRole("button", { name: /maeve@post\.example/ }).click();
  await expect(studio.getByText(/^€42\.00 · /)).toBeVisible();
  await expectAccessible(studio);
  await studio.getByText("Left baskets", { exact: true }).click();
  await expectAccessible(studio);
});

test("without a password: a letter’s link shows what is one’s own, on this device; forgotten, nothing of it is there", {
  tag: "@long",
}, async () => {
  await visitor.goto(siteAddress(site, "/_w/v1/account"));
  await visitor.getByLabel("E-mail").fill("maeve@post.example");
  await visitor.getByRole("button", { name: "Send the link" }).click();
  await expect(visitor).toHaveURL(/\/yours\?sent=1$/);
  await expect(visitor.getByText("A letter with the link is on its way, if something of yours is here.")).toBeVisible();
  await visitorCan(siteAddress(site, "/_w/v1/account"));
  await studio.goto(`/s/${site}/desk`);
  await studio.getByText("Outbox", { exact: true }).click();
  await studio
    .getByText(/^Your link/)
    // Order: letters are by time; the newest first.
    .first()
    .click();
  // Order: letters are by time; the newest first.
  const text = studio.getByText(/\/_w\/v1\/account\/enter\?t=/).first();
  await expect(text).toBeVisible();
  const link = /\/_w\/v1\/account\/enter\?t=[\w-]{32}/.exec((await text.textContent()) ?? "")?.[0] ?? "";
  await visitor.goto(siteAddress(site, link));
  await visitorCan();
  await visitor.getByRole("button", { name: "Go on" }).click();
  await expect(visitor.getByRole("link", { name: /^Order / })).toHaveCount(1);
  await visitorCan();
  await visitor.getByRole("link", { name: /^Order / }).click();
  await expect(visitor.getByText(/· paid$/)).toBeVisible();
  // The link is used: whoever finds it later gets nothing.
  await visitor.goto(siteAddress(site, link));
  await expect(visitor.getByText("This link does not work any more. Ask for another one.")).toBeVisible();
  await visitor.goto(siteAddress(site, "/_w/v1/account"));
  await visitor.getByLabel("Yes, forget me").check();
  await visitor.getByRole("button", { name: "Erase all of it" }).click();
  await expect(visitor.getByText("You are forgotten here.")).toBeVisible();
  await studio.goto(`/s/${site}/desk`);
  await deskPart(studio, "Orders");
  await studio.getByText("Buyers", { exact: true }).click();
  await expect(studio.getByRole("button", { name: /nuala@post\.example/ })).toBeVisible();
  await expect(studio.getByRole("button", { name: /maeve@post\.example/ })).toHaveCount(0);
});

test("counting: what is found is kept as a count; the numbers tell what came in, and the table is there for the books", {
  tag: "@long",
}, async () => {
  const { widgets } = await call<{ widgets: { id: string; kind: string }[] }>("sites.frame", {});
  const shop = widgets.find(({ kind }) => kind === "shop")?.id;
  await studio.goto(`/s/${site}/widgets/${shop}?step=stock`);
  const count = studio.getByLabel(/^Counted of /);
  await count.fill("lots");
  await count.press("Enter");
  await expect(studio.getByText("A number, 0 or more.")).toBeVisible();
  await count.fill("7");
  await count.press("Enter");
  await expect(studio.getByText("kept", { exact: true })).toBeVisible();
  await expectAccessible(studio);
  await studio.goto(`/s/${site}/widgets/${shop}?step=figures`);
  await expect(studio.getByRole("cell", { name: "Kiln mug" })).toBeVisible();
  await expect(studio.getByRole("cell", { name: "23 %" })).toBeVisible();
  // The chart comes a moment later.
  await expect(studio.locator(".recharts-bar-rectangle")).not.toHaveCount(0);
  const table = studio.waitForEvent("download");
  await studio.getByRole("link", { name: "CSV for the bookkeeper" }).click();
  expect((await table).suggestedFilename()).toMatch(/^paid-orders-.*\.csv$/);
  await expectAccessible(studio);
});
