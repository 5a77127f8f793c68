// A shop from nothing: set up in its workspace, a product with variants made in the table, published; bought without script on a
// phone's width; paid, packed, sent and partly given back on the Desk.

import { expect, type Page } from "@playwright/test";
import { zipSync } from "fflate";
import sharp from "sharp";
import { type PlainVisitor, plainVisitor } from "./paying";
import {
  deskPart,
  entryAt,
  expectAccessible,
  expectSome,
  frame,
  heldBack,
  makeWidget,
  openPage,
  operator,
  saved,
  signIn,
  siteAddress,
  undo,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const site = "shelves";
let studio: Page;
let visitor: Page;
let plain: PlainVisitor;
const { call, copyWorkshop, publish } = operator(() => studio, site);
const steps = () => studio.getByRole("navigation", { name: "Steps" });
const cell = (name: string) => studio.getByLabel(name, { exact: true });

test.beforeAll(async ({ browser }) => {
  studio = await browser.newPage();
  plain = await plainVisitor(browser);
  visitor = plain.visitor;
  await signIn(studio);
  await copyWorkshop("Shelves");
});
test.afterAll(async () => {
  await studio.close();
  await plain.leave();
});

const visitorCan = (address?: string) => plain.visitorCan(address);

test("a shop makes its pages, and says what is missing until somebody can pay", async () => {
  await makeWidget(studio, site, "Shop", "Our shop");
  await steps()
    .getByRole("button", { name: /Pages and numbers/ })
    .click();
  await studio.getByRole("button", { name: "Make the pages" }).click();
  await expect(steps().getByText("9 of 9 pages")).toBeVisible();
  await studio.getByLabel("Terms").selectOption({ label: "Privacy" });
  await studio
    .getByLabel("On", { exact: true })
    .or(studio.getByLabel("Off", { exact: true }))
    // Order: whichever of the two there is: the switch says one.
    .first()
    .check();
  await steps()
    .getByRole("button", { name: /Payments/ })
    .click();
  await expect(studio.getByText("Nobody can pay: switch on a way to pay.")).toBeVisible();
  await studio.getByRole("button", { name: /^Bank transfer/ }).click();
  await studio.getByRole("button", { name: "Set up Bank transfer" }).click();
  await studio.getByLabel("Account of").fill("Shelves");
  await studio.getByLabel("IBAN").fill("IE25 MARR 9311 5212 3456 79");
  await expect(studio.getByText(/This is no IBAN/)).toBeVisible();
  await studio.getByLabel("IBAN").fill("IE25 MARR 9311 5212 3456 78");
  // However long keeping takes, what was typed last is what is tried.
  const letGo = await heldBack(studio, "payments.keep");
  await studio.getByLabel("What buyers read").fill("With the number of the order.");
  await studio.getByRole("button", { name: "Try it" }).click();
  letGo();
  await expect(studio.getByText("It went through. It can be switched on.")).toBeVisible();
  await studio.getByLabel("Buyers may pay this way").check();
  await expect(studio.getByText("Nobody can pay: switch on a way to pay.")).toBeHidden();
  await expectAccessible(studio);
  await saved(studio);
});

test("a product is made with its variants in the table, as on a sheet", async () => {
  await steps()
    .getByRole("button", { name: /Products/ })
    .click();
  await studio.getByLabel("Name of a new product").fill("Quay mug");
  await studio.getByRole("button", { name: "Add product" }).click();
  // Order: the first row of the table is that of the product or its first variant.
  await studio.getByLabel("Price", { exact: true }).first().fill("12,5O");
  await expect(studio.getByText("Here stands the letter O and no zero. Write it as 12.50.")).toBeVisible();
  // Order: the first row of the table is that of the product or its first variant.
  await studio.getByLabel("Price", { exact: true }).first().fill("18,50");
  await studio.getByRole("button", { name: "Add option" }).click();
  await studio.getByLabel("Choice 1 of Glaze").fill("Ash");
  await studio.getByRole("button", { name: "Add choice" }).click();
  await studio.getByLabel("Choice 2 of Glaze").fill("Tide");
  await expect(studio.getByText("1 of 2 made.")).toBeVisible();
  await studio.getByRole("button", { name: "Make Tide" }).click();
  await cell("Stock, Ash").fill("3");
  await cell("Stock, Ash").press("ArrowDown");
  await expect(cell("Stock, Tide")).toBeFocused();
  await cell("Stock, Tide").press("Control+d");
  await expect(cell("Stock, Tide")).toHaveValue("3");
  await cell("Price, Tide").fill("20.00");
  // What it says, written as it will stand.
  const text = studio.getByRole("textbox", { name: "Words" });
  await text.click();
  await studio.keyboard.type("Thrown by hand.");
  await studio.getByRole("button", { name: "Table", exact: true }).click();
  for (const word of ["Size", "Holds", "Large", "0.3 l"]) {
    await studio.keyboard.type(word);
    await studio.keyboard.press("Tab");
  }
  await expect(text.getByRole("cell", { name: "0.3 l" })).toBeVisible();
  await studio.getByRole("button", { name: "Remove the row" }).click();
  await studio.getByText("on sale", { exact: true }).click();
  await expect(studio.getByText("Saved. Live in the shop within 2 s.")).toBeVisible();
  await expectAccessible(studio);
  // Order: the table’s own stand below the workspace’s.
  await studio.getByRole("button", { name: "Undo" }).last().click();
  // Order: the table’s own stand below the workspace’s.
  await studio.getByRole("button", { name: "Redo" }).last().click();
  await expect(studio.getByText("Saved. Live in the shop within 2 s.")).toBeVisible();
  await publish();
});

const shopAddress = async () => {
  const { pages, widgets } = await call<{
    pages: { id: string; slug: string }[];
    widgets: { kind: string; settings: { pages?: Record<string, string> } }[];
  }>("sites.frame", {});
  const id = widgets.find(({ kind }) => kind === "shop")?.settings.pages?.catalog;
  return siteAddress(site, `/${pages.find((page) => page.id === id)?.slug ?? ""}`);
};

test("it is found by a wrong letter, and its page tells search engines what it costs", async () => {
  await expect
    .poll(async () => {
      await visitor.goto(`${await shopAddress()}?q=qauy`);
      return visitor.getByRole("link", { name: "Quay mug" }).count();
    })
    .toBeGreaterThan(0);
  await visitorCan();
  // Words have a page of their own, which works by address.
  await visitor.getByRole("searchbox").fill("qauy");
  await visitor.getByRole("button", { name: "Search" }).click();
  await expect(visitor).toHaveURL(/\/shop-search\?q=qauy/);
  await visitorCan();
  // Order: its picture and its name lead to the same page.
  await visitor.getByRole("link", { name: "Quay mug" }).first().click();
  await expect(visitor.getByRole("heading", { name: "Quay mug", level: 1 })).toBeVisible();
  await expect(visitor.getByText("Thrown by hand.")).toBeVisible();
  await expect(visitor.getByRole("row")).toHaveCount(2);
  await expect(visitor.getByRole("cell", { name: "0.3 l" })).toBeVisible();
  await visitorCan();
  const told = await visitor.locator('script[type="application/ld+json"]').allTextContents();
  const product = told.map((text) => JSON.parse(text)).find((one) => one["@type"] === "Product");
  expect(product).toMatchObject({ name: "Quay mug", url: visitor.url() });
  expect(product.offers.map((one: Record<string, string>) => [one.price, one.priceCurrency, one.availability])).toEqual(
    [
      ["18.50", "EUR", "https://schema.org/InStock"],
      ["20.00", "EUR", "https://schema.org/InStock"],
    ],
  );
  expect(told.some((text) => JSON.parse(text)["@type"] === "BreadcrumbList")).toBe(true);
  await visitorCan();
});

test("a price changed in the studio is live without a release", async () => {
  await cell("Price, Tide").fill("21.00");
  await expect(studio.getByText("Saved. Live in the shop within 2 s.")).toBeVisible();
  await expect
    .poll(async () => {
      await visitor.reload();
      return visitor.getByText("€21.00").count();
    })
    .toBeGreaterThan(0);
});

test("it is bought without script at 320 px; what is wrong stands at its field", async () => {
  await visitor.getByLabel(/^Tide/).check();
  await visitor.getByLabel("Quantity").fill("2");
  await visitor.getByRole("button", { name: "Add to basket" }).click();
  await expectSome(visitor.getByText("€42.00"));
  await visitorCan();
  await visitor.getByRole("link", { name: "To the checkout" }).click();
  await visitor.getByLabel("E-mail").fill("nuala@post.example");
  await visitor.getByLabel("Name", { exact: true }).fill("Nuala Byrne");
  await visitor.getByLabel("Street and number").fill("3 Quay Street");
  await visitor.getByLabel("Town").fill("Galway");
  await visitor.getByLabel(/^Postcode/).fill("12");
  await visitor.getByLabel(/I have read/).check();
  await visitor.getByRole("button", { name: /^Order and pay/ }).click();
  await expect(visitor.getByText("A postcode here looks like H91 AB12.")).toBeVisible();
  await expect(visitor.getByLabel("Street and number")).toHaveValue("3 Quay Street");
  await visitorCan();
  const again = await visitor.context().newPage();
  await again.goto(visitor.url());
  for (const page of [visitor, again]) await page.getByLabel(/^Postcode/).fill("H91 AB12");
  await visitor.getByRole("button", { name: /^Order and pay/ }).click();
  await expect(visitor.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
  await expect(visitor.getByText("With the number of the order.")).toBeVisible();
  await expect(visitor.getByText("IE25 MARR 9311 5212 3456 78")).toBeVisible();
  await visitorCan();
  // Pressing again where it was open beside makes no second one, and going back there is nothing left to press.
  await again.getByRole("button", { name: /^Order and pay/ }).click();
  await expect(again.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
  await expect(again.getByText("Order 1001")).toBeVisible();
  await again.close();
  await visitor.goBack();
  await expect(visitor.getByText("Your basket is empty.")).toBeVisible();
  await visitor.goForward();
  await expect(visitor.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
});

test("the Desk has one order: paid, packed, sent, and part of it given back", async () => {
  await studio.goto(`/s/${site}/desk`);
  await deskPart(studio, "Orders");
  await expect(studio.getByText("Nuala Byrne")).toHaveCount(1);
  await studio.getByText("Nuala Byrne").click();
  await studio.getByRole("button", { name: "Paid", exact: true }).click();
  // Packed by scanning: what is not part of the order is told, and nothing is packed while something is missing.
  await studio.getByRole("button", { name: "Packed", exact: true }).click();
  // Order: the button stands below the state of the same name.
  const packed = studio.getByRole("button", { name: "Packed", exact: true }).last();
  await studio.getByLabel("Scan").fill("WEIR");
  await studio.getByLabel("Scan").press("Enter");
  await expect(studio.getByText("WEIR is not part of this order. Take it out again.")).toBeVisible();
  // Order: the number stands below the name.
  const sku = await studio.locator("label", { hasText: "Quay mug" }).locator("span span").first().textContent();
  for (const said of ["1 of 2", "in the box"]) {
    await expect(packed).toBeDisabled();
    await studio.getByLabel("Scan").fill(sku ?? "");
    await studio.getByLabel("Scan").press("Enter");
    await expect(studio.getByText(said, { exact: true })).toBeVisible();
  }
  await expectAccessible(studio);
  await packed.click();
  // In two parcels: it is sent when the second has left.
  await studio.getByRole("button", { name: "Sent", exact: true }).click();
  await studio.getByLabel("Quay mug, Tide").fill("1");
  await studio.getByLabel("Parcel number").fill("PK 77");
  await studio.getByRole("button", { name: "Send this part" }).click();
  await expect(studio.getByRole("link", { name: "Parcel 1: PK 77" })).toBeVisible();
  // What is left is still to be sent.
  await expect(studio.getByLabel("Quay mug, Tide")).toBeHidden();
  await studio.getByRole("button", { name: "Sent", exact: true }).click();
  // Order: the button stands below the state of the same name.
  await studio.getByRole("button", { name: "Sent", exact: true }).last().click();
  await expect(studio.getByRole("link", { name: "Parcel 2" })).toBeVisible();
  // The invoice has its number once it is made.
  const invoice = studio.waitForEvent("download");
  await studio.getByRole("link", { name: "Make the invoice" }).click();
  expect((await invoice).suggestedFilename()).toMatch(/^Invoice-\w+\.pdf$/);
  await studio.getByRole("button", { name: "Give money back" }).click();
  await studio.getByLabel("Quay mug, Tide").fill("1");
  await expect(studio.getByLabel("Give back")).toHaveValue("21.00");
  await studio.getByRole("button", { name: "Give back", exact: true }).click();
  await expect(studio.getByText("part given back")).toBeVisible();
  await expect(studio.getByText(/^Given back−€21\.00$/)).toBeVisible();
  await expect(studio.getByRole("link", { name: /^Credit note / })).toBeVisible();
  await expectAccessible(studio);
  await visitor.reload();
  await expect(visitor.getByText(/· sent$/)).toBeVisible();
  // On its page a paid order is paid, and what went back stands below.
  await expect(visitor.locator(".s-sum")).toContainText("Given back");
  await expect(visitor.locator(".s-sum")).not.toContainText("To pay");
  // All of it came back: it is asked what becomes of the goods and of the money, and afterwards nothing is offered that can't be.
  await studio.getByRole("button", { name: "Came back" }).click();
  await expect(studio.getByLabel(/^Back on the shelf: Quay mug/)).toBeChecked();
  await studio.getByLabel(/^Back on the shelf: Quay mug/).uncheck();
  await expect(studio.getByText("It counts as gone, such as what broke.")).toBeVisible();
  await expectAccessible(studio);
  await studio.getByRole("button", { name: "Take it as come back" }).click();
  await expectSome(studio.getByText("returned", { exact: true }));
  for (const name of ["Give money back", "Came back", "Paid"])
    await expect(studio.getByRole("button", { name, exact: true })).toHaveCount(0);
  await visitor.reload();
  await expect(visitor.getByText(/· returned$/)).toBeVisible();
});

test("a table of products is looked at before anything is done, done, and taken back whole", {
  tag: "@long",
}, async () => {
  const { widgets } = await call<{ widgets: { id: string; kind: string }[] }>("sites.frame", {});
  const shop = widgets.find(({ kind }) => kind === "shop")?.id;
  await studio.goto(`/s/${site}/widgets/${shop}?step=exchange`);
  const table = [
    "Name;SKU;Preis;Bestand;Kategorie",
    "Weir bowl;WEIR;16,00;7;Tableware > Bowls",
    "Reed plate;REED;12,5O;3;Tableware",
  ].join("\r\n");
  await studio.getByLabel("A table of products, as CSV").setInputFiles({
    name: "goods.csv",
    mimeType: "text/csv",
    buffer: Buffer.from(table),
  });
  await expect(studio.getByLabel("Column for Price")).toHaveValue("2");
  await studio.getByRole("button", { name: "Look what it would do" }).click();
  await expect(studio.getByText("1 line new, 0 changed, 0 as they are, 1 refused")).toBeVisible();
  await expect(studio.getByText("Price: Here stands the letter O and no zero. Write it as 12.50.")).toBeVisible();
  await expectAccessible(studio);
  await studio.getByRole("button", { name: "Do it: 1 product" }).click();
  await expect(studio.getByText("1 product done.")).toBeVisible();
  await steps()
    .getByRole("button", { name: /Products/ })
    .click();
  await expect(studio.getByRole("button", { name: /Weir bowl/ })).toBeVisible();
  await steps()
    .getByRole("button", { name: /In and out/ })
    .click();
  await studio.getByRole("button", { name: /goods\.csv/ }).click();
  await studio.getByRole("button", { name: "Take all of it back" }).click();
  await expect(studio.getByText("1 product taken back.")).toBeVisible();
  await steps()
    .getByRole("button", { name: /Products/ })
    .click();
  await expect(studio.getByRole("button", { name: /Quay mug/ })).toBeVisible();
  await expect(studio.getByRole("button", { name: /Weir bowl/ })).toBeHidden();
});

test("pictures come in as a zip; one change of chosen products is seen, done and taken back; what goes with one by hand", {
  tag: "@long",
}, async () => {
  const { widgets } = await call<{ widgets: { id: string; kind: string }[] }>("sites.frame", {});
  const shop = widgets.find(({ kind }) => kind === "shop")?.id;
  await studio.goto(`/s/${site}/widgets/${shop}?step=exchange`);
  const shot = await sharp({ create: { width: 60, height: 80, channels: 3, background: "#336655" } })
    .png()
    .toBuffer();
  const zip = zipSync({ "shots/weir.png": shot, "shots/odd.png": new Uint8Array([1, 2, 3]), "notes.txt": shot });
  await studio.getByLabel("A zip of pictures").setInputFiles({
    name: "shots.zip",
    mimeType: "application/zip",
    buffer: Buffer.from(zip),
  });
  await expect(studio.getByText("1 picture is in Media.")).toBeVisible();
  await expect(studio.getByText(/^odd\.png: /)).toBeVisible();
  await expectAccessible(studio);

  await steps()
    .getByRole("button", { name: /Products/ })
    .click();
  await studio.getByLabel("Choose Quay mug").check();
  await studio.getByRole("button", { name: "Change them…" }).click();
  await studio.getByRole("spinbutton", { name: "By" }).fill("10");
  await expectAccessible(studio);
  await studio.getByRole("button", { name: "Look what it would do" }).click();
  await expect(studio.getByText("€18.50 to €21.00 → €20.40 to €23.10")).toBeVisible();
  await studio.getByRole("button", { name: "Do it: 1 product" }).click();
  await expect(studio.getByText("1 product done.")).toBeVisible();
  await studio.getByRole("button", { name: "Take all of it back" }).click();
  await expect(studio.getByText("1 product taken back.")).toBeVisible();
  await studio.getByRole("button", { name: "Back to the products" }).click();
  await studio.getByRole("button", { name: /^Quay mug/ }).click();
  await expect(studio.getByLabel("Price", { exact: true })).toHaveValue("18.50");
  await studio.getByLabel("Shown are").selectOption({ label: "these, by hand" });
  await expect(studio.getByRole("combobox", { name: "Products", exact: true })).toBeVisible();
  await studio.getByLabel("Shown are").selectOption({ label: "those of its category with the nearest price" });
  await expect(studio.getByText("Saved. Live in the shop within 2 s.")).toBeVisible();
  await expectAccessible(studio);
});

test("a part of the shop is placed on any page, seen on the stage as it will be, and live with a release", {
  tag: "@long",
}, async () => {
  await openPage(studio, site);
  await entryAt(studio, 1).click();
  const sheet = studio.getByRole("complementary", { name: "Sheet" });
  await sheet.getByLabel("Add block").selectOption("shop");
  await sheet.getByLabel("Which").selectOption({ label: "chosen products" });
  await sheet.getByLabel("Products").selectOption({ label: "Quay mug" });
  await expect(frame(studio, "Wide").getByRole("link", { name: "Quay mug", exact: true })).toBeVisible();
  await expectSome(frame(studio, "Phone").getByText("€18.50"));
  await sheet.getByRole("button", { name: "Leave Quay mug out" }).click();
  await undo(studio);
  await expect(frame(studio, "Wide").getByRole("link", { name: "Quay mug", exact: true })).toBeVisible();
  await expectAccessible(studio);
  await publish();
  await expect
    .poll(async () => {
      await visitor.goto(siteAddress(site));
      return visitor.getByRole("link", { name: "Quay mug" }).count();
    })
    .toBeGreaterThan(0);
  await visitorCan();
});

test("the whole way can be gone with the keyboard alone", async () => {
  const { looker } = plain;
  await looker.goto(`${await shopAddress()}/quay-mug`);
  const tabTo = async (name: RegExp, role: "button" | "link" | "radio") => {
    // Order: whichever of the same there is.
    const wanted = looker.getByRole(role, { name }).first();
    for (let presses = 0; presses < 60; presses++) {
      if (await wanted.evaluate((element) => element === document.activeElement)) return wanted;
      await looker.keyboard.press("Tab");
    }
    throw new Error(`Nothing called ${name} is reached`);
  };
  await tabTo(/^Ash/, "radio");
  await looker.keyboard.press("ArrowRight");
  await expect(looker.getByLabel(/^Tide/)).toBeChecked();
  await tabTo(/Add to basket/, "button");
  await looker.keyboard.press("Enter");
  await tabTo(/To the checkout/, "link");
  await looker.keyboard.press("Enter");
  // The address of the order before is there still; the terms are read anew each time, and the browser says so.
  await expect(looker.getByLabel("Street and number")).toHaveValue("3 Quay Street");
  await tabTo(/^Order and pay/, "button");
  await looker.keyboard.press("Enter");
  await expect(looker.getByLabel(/I have read/)).toBeFocused();
  await looker.keyboard.press("Space");
  await tabTo(/^Order and pay/, "button");
  await looker.keyboard.press("Enter");
  await expect(looker.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
});

test("with its script the shop answers at once: a price as chosen, a basket at the side, filters that keep their place", {
  tag: "@long",
}, async () => {
  const { looker } = plain;
  await looker.setViewportSize({ width: 1280, height: 800 });
  await looker.goto(`${await shopAddress()}/quay-mug`);
  await looker.getByLabel(/^Tide/).check({ force: true });
  await expect(looker.locator(".s-cost")).toContainText("€21.00");
  await looker.getByLabel(/^Ash/).check({ force: true });
  await expect(looker.locator(".s-cost")).toContainText("€18.50");
  await expect(looker).toHaveURL(/\?v=/);
  await looker.getByRole("button", { name: "Add to basket" }).click();
  const sheet = looker.getByRole("dialog", { name: "Basket" });
  await expect(sheet.getByRole("link", { name: /^Quay mug/ })).toBeVisible();
  await expectAccessible(looker);
  // Order: lines stand as they came into the basket.
  const amount = sheet.getByLabel(/^Quantity, Quay mug/).first();
  await amount.fill("2");
  await amount.press("Enter");
  // Order: lines stand as they came into the basket.
  await expect(sheet.locator(".s-line-sum").first()).toHaveText("€37.00");
  await expect(amount).toHaveValue("2");
  await expect(looker.getByRole("link", { name: "Basket, 2 things" })).not.toHaveCount(0);
  await amount.fill("999");
  await amount.press("Tab");
  await expectSome(sheet.getByRole("status"));
  await sheet.getByRole("button", { name: /^Remove Quay mug/ }).click();
  await expect(sheet.getByText("Your basket is empty.")).toBeVisible();
  await looker.keyboard.press("Escape");
  await expect(sheet).toBeHidden();

  // Filters: the list follows, the address too, and going back shows what was before.
  await looker.goto(await shopAddress());
  const list = looker.locator(".s-shop");
  const before = await list.locator(".s-card").count();
  // Order: whichever of the two the shop has.
  const filter = looker.getByRole("link", { name: /^In stock|^Only what/ }).first();
  await filter.focus();
  await looker.keyboard.press("Enter");
  await expect(looker).toHaveURL(/\?/);
  await expect(filter).toHaveAttribute("aria-current", "true");
  await expect(filter).toBeFocused();
  await expectAccessible(looker);
  await looker.goBack();
  await expect(looker).not.toHaveURL(/\?/);
  await expect(list.locator(".s-card")).toHaveCount(before);
  await looker.setViewportSize({ width: 320, height: 720 });
});

test("a file of the buyer’s goes along: asked for with the product, judged where it is chosen, taken on the Desk", {
  tag: "@long",
}, async () => {
  const { looker } = plain;
  const { widgets } = await call<{ widgets: { id: string; kind: string }[] }>("sites.frame", {});
  const shop = widgets.find(({ kind }) => kind === "shop")?.id;
  await studio.goto(`/s/${site}/widgets/${shop}`);
  await steps()
    .getByRole("button", { name: /Products/ })
    .click();
  await studio.getByRole("button", { name: /^Quay mug/ }).click();
  await studio.getByRole("button", { name: "Ask for something" }).click();
  await studio.getByLabel("What is asked for: Name to stamp").selectOption({ label: "a file" });
  await expect(studio.getByText("Saved. Live in the shop within 2 s.")).toBeVisible();
  const chooser = looker.getByLabel(/^Name to stamp/);
  await expect
    .poll(async () => {
      await looker.goto(`${await shopAddress()}/quay-mug`);
      return chooser.getAttribute("type");
    })
    .toBe("file");
  const send = async (name: string, text: string) => {
    await chooser.setInputFiles({ name, mimeType: "application/octet-stream", buffer: Buffer.from(text) });
    await looker.getByRole("button", { name: "Add to basket" }).click();
  };
  await send("stamp.svg", "<svg/>");
  await expect(looker.getByText(/^This kind of file is not taken/)).toBeVisible();
  await send("stamp.txt", "A wren");
  const sheet = looker.getByRole("dialog", { name: "Basket" });
  await expect(sheet.getByText("Name to stamp: stamp.txt")).toBeVisible();
  await sheet.getByRole("link", { name: "To the checkout" }).click();
  await looker.getByLabel(/I have read/).check();
  await looker.getByRole("button", { name: /^Order and pay/ }).click();
  await expect(looker.getByRole("heading", { name: "Thank you for your order" })).toBeVisible();
  await studio.goto(`/s/${site}/desk`);
  await deskPart(studio, "Orders");
  // Order: orders are by time.
  await studio.getByText("Nuala Byrne").first().click();
  const taken = studio.waitForEvent("download");
  await studio.getByRole("link", { name: "Take “stamp.txt”" }).click();
  expect((await taken).suggestedFilename()).toBe("stamp.txt");
});

test("a rehearsal goes the whole way to an order that is none: what is in the basket goes along, and nothing is stored", {
  tag: "@long",
}, async () => {
  const before = (await call<{ rows: readonly object[] }>("desk.orders", { words: "", state: "all", before: null }))
    .rows;
  await openPage(studio, site);
  await studio.getByRole("banner").getByRole("button", { name: "Rehearse" }).click();
  const walk = studio.getByRole("dialog", { name: "Walk through" }).frameLocator("iframe");
  await walk.getByRole("link", { name: "Quay mug", exact: true }).click();
  await walk.getByRole("radio", { name: /^Ash/ }).check({ force: true });
  await walk.getByRole("button", { name: "Add to basket" }).click();
  await walk.getByRole("link", { name: "To the checkout" }).click();
  await walk.getByRole("button", { name: /^Order and pay/ }).evaluate((button: HTMLButtonElement) => {
    button.form?.setAttribute("novalidate", "");
    button.click();
  });
  await expect(walk.getByText(/things are missing or wrong/)).toBeVisible();
  for (const [label, said] of [
    ["E-mail", "rehearsed@post.example"],
    ["Name", "Nuala Byrne"],
    ["Street and number", "3 Quay Street"],
    ["Town", "Galway"],
  ] as const)
    await walk.getByLabel(label, { exact: true }).fill(said);
  await walk.getByLabel(/^Postcode/).fill("H91 AB12");
  await walk.getByRole("radio", { name: /^Parcel/ }).check();
  await walk.getByLabel(/I have read/).check();
  await walk.getByRole("button", { name: /^Order and pay/ }).click();
  await expect(walk.getByText("A rehearsal: nothing was ordered, and nobody was written to.")).toBeVisible();
  await expect(walk.getByText("Quay mug, Ash")).toBeVisible();
  await studio.keyboard.press("Escape");
  const after = (await call<{ rows: readonly object[] }>("desk.orders", { words: "", state: "all", before: null }))
    .rows;
  expect(after).toEqual(before);
});
