// From an empty site to the first order: a shop is set up, something is sold by card to a visitor without script, packed, sent and
// given back whole.
import { expect, type Page } from "@playwright/test";
import { type PlainVisitor, payByCard, plainVisitor, takeCards } from "./paying";
import { deskPart, expectAccessible, expectSome, makeWidget, openSites, saved, signIn, siteAddress } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const site = "firstsale";
let studio: Page;
let plain: PlainVisitor;

test.beforeAll(async ({ browser }) => {
  studio = await browser.newPage({ locale: "en-GB", timezoneId: "Europe/London" });
  plain = await plainVisitor(browser);
  await signIn(studio);
  await openSites(studio);
});
test.afterAll(async () => {
  await studio.close();
  await plain.leave();
});

test("an empty site becomes a shop with one thing to sell, and is published", async ({ browser }) => {
  await studio.getByRole("button", { name: "New site" }).click();
  const dialog = studio.getByRole("dialog", { name: "New site" });
  await dialog.getByLabel("Name").fill("First Sale");
  await dialog.getByLabel("Site address").fill(site);
  await dialog.getByLabel("Starts as").selectOption("empty");
  await dialog.getByRole("button", { name: "Make the site" }).click();
  await expect(studio.getByText("This page is empty.")).toBeVisible();

  await makeWidget(studio, site, "Shop", "Our shop");
  const steps = studio.getByRole("navigation", { name: "Steps" });
  await steps.getByRole("button", { name: /Pages and numbers/ }).click();
  await studio.getByRole("button", { name: "Make the pages" }).click();
  await expect(steps.getByText("9 of 9 pages")).toBeVisible();
  await studio
    .getByLabel("On", { exact: true })
    .or(studio.getByLabel("Off", { exact: true }))
    // Order: whichever of the two there is: the switch says one.
    .first()
    .check();
  await saved(studio);
  await takeCards(studio, browser, site);
  await steps.getByRole("button", { name: /Products/ }).click();
  await studio.getByLabel("Name of a new product").fill("Loaf tin");
  await studio.getByRole("button", { name: "Add product" }).click();
  // Order: the first row of the table is that of the product or its first variant.
  await studio.getByLabel("Price", { exact: true }).first().fill("12.00");
  // Order: the first row of the table is that of the product or its first variant.
  const stock = studio.getByLabel(/^Stock, /).first();
  await stock.fill("3");
  await stock.press("Enter");
  await studio.getByText("on sale", { exact: true }).click();
  await expect(studio.getByText("Saved. Live in the shop within 2 s.")).toBeVisible();
  await studio
    .getByRole("link", { name: /^Publish/ })
    // Order: the button of the screen stands below the bar’s.
    .last()
    .click();
  const main = studio.getByRole("main");
  await main.getByRole("button", { name: /^Publish \d+ changes?$/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
});

test("a visitor without script finds it, pays by card and is thanked", async () => {
  const { visitor, visitorCan } = plain;
  await visitor.goto(siteAddress(site, "/shop"));
  // Order: its picture and its name lead to the same page.
  await visitor.getByRole("link", { name: "Loaf tin" }).first().click();
  await visitorCan();
  await visitor.getByRole("button", { name: "Add to basket" }).click();
  await visitor.getByRole("link", { name: "To the checkout" }).click();
  for (const [label, said] of [
    ["E-mail", "wren@post.example"],
    ["Name", "Wren Hale"],
    ["Street and number", "4 Mill Steps"],
    ["Town", "Tidewater"],
  ] as const)
    await visitor.getByLabel(label, { exact: true }).fill(said);
  await visitor.getByLabel(/^Postcode/).fill("EX1 1AA");
  await visitor.getByRole("button", { name: /^Order and pay/ }).click();
  await payByCard(visitor, "Pays");
  await expect(visitor.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
  await expect(visitor.getByText(/· paid$/)).toBeVisible();
  await visitorCan();
});

test("the Desk packs it, sends it, and gives all of the money back", async () => {
  await studio.goto(`/s/${site}/desk`);
  await deskPart(studio, "Orders");
  await studio.getByText("Wren Hale").click();
  await studio.getByRole("button", { name: "Packed", exact: true }).click();
  await studio.getByLabel(/Loaf tin/).check();
  // Order: the button stands below the state of the same name.
  await studio.getByRole("button", { name: "Packed", exact: true }).last().click();
  await studio.getByRole("button", { name: "Sent", exact: true }).click();
  // Order: the button stands below the state of the same name.
  await studio.getByRole("button", { name: "Sent", exact: true }).last().click();
  await expect(studio.getByRole("link", { name: /^Parcel 1/ })).toBeVisible();
  await studio.getByRole("button", { name: "Give money back" }).click();
  await studio.getByLabel(/^Loaf tin/).fill("1");
  const amount = studio.getByLabel("Give back");
  const all = (await studio.getByText(/^Paid \(Card\)£/).textContent())?.replace(/[^\d.]/g, "") ?? "";
  await amount.fill(all);
  await studio.getByRole("button", { name: "Give back", exact: true }).click();
  await expectSome(studio.getByText("given back", { exact: true }));
  await expectAccessible(studio);
  await plain.visitor.reload();
  await expect(plain.visitor.getByText(/· sent$/)).toBeVisible();
});
