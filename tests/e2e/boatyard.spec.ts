// A boatyard's site from its starter to the live page, by the interface: what somebody new does in the first hour.
import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import {
  closeShelf,
  expectAccessible,
  expectSome,
  frame,
  openSites,
  saved,
  sectionAt,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await signIn(page);
});
test.afterAll(() => page.close());

const site = "slipway";
const shelf = () => page.getByRole("region", { name: "Shelf" });
const sheet = () => page.getByRole("complementary", { name: "Sheet" });
const wide = () => frame(page, "Wide");
const sections = () =>
  page.locator("[data-section]").evaluateAll((entries) => entries.map((entry) => entry.getAttribute("title")));

test("a new site is seen before it is made; its header is a bar with the name and the menu", {
  tag: "@long",
}, async () => {
  await openSites(page);
  await page.getByRole("button", { name: "New site" }).click();
  const dialog = page.getByRole("dialog", { name: "New site" });
  await dialog.getByLabel("Name", { exact: true }).fill("Slipway Boats");
  await dialog.getByLabel("Site address").fill(site);
  await expect(dialog.getByRole("img", { name: "How Workshop begins" })).toBeVisible();
  await expect(dialog.getByText(/^The currency is that of place and language/)).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Make the site" }).click();
  await expectSome(wide().locator("main > section"));
  await expect(wide().locator("header .b-row .b-logo")).toHaveText("Slipway Boats");
  await expect(wide().locator("header .b-row").getByRole("link", { name: "Visit" })).toBeVisible();
  await expectAccessible(page);
});

test("five sections are taken without the shelf being closed: tried on the stage first, found by the trade's words", {
  tag: "@long",
}, async () => {
  const before = (await sections()).length;
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  const search = shelf().getByLabel("Find a section");
  await search.fill("testimonials");
  await page.keyboard.press("ArrowDown");
  // Tried where it would stand, and stored nowhere.
  await expect(wide().locator('[data-n="tried"]')).toContainText("What people say");
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await expect(shelf().getByText("“Three quotes” is on the page.")).toBeVisible();
  for (const [word, name] of [
    ["faq", "Questions"],
    ["opening times", "Opening hours"],
    ["gallery", "Gallery"],
    ["contact", "Contact form"],
  ] as const) {
    await search.fill(word);
    // The site has no form yet: a sample of it is tried, and nothing stored.
    if (name === "Contact form") {
      await page.keyboard.press("ArrowDown");
      await expect(wide().locator('[data-n="tried"] .w-form').getByLabel("E-mail")).toBeVisible();
    }
    await page.keyboard.press("Enter");
    await expect(shelf().getByText(`“${name}” is on the page.`)).toBeVisible();
  }
  await expect(shelf()).toBeVisible();
  await closeShelf(page);
  expect((await sections()).slice(before)).toEqual([
    "Three quotes",
    "Questions",
    "Opening hours",
    "Gallery",
    "Contact form",
  ]);
  // The form that stands in it was made with it.
  await expect(wide().locator(".w-form")).toHaveCount(1);
  await expect(sheet().getByRole("heading", { level: 2 })).toHaveText("Contact form");
  await saved(page);
});

test("the first section is as high as the window, with a picture that is dropped into the chooser", {
  tag: "@long",
}, async () => {
  await wide().getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("Escape");
  await page.locator("[data-section]").filter({ hasText: "Opening" }).and(page.locator('[title="Opening"]')).click();
  await sheet().getByRole("button", { name: "Choose a picture…" }).click();
  const chooser = page.getByRole("dialog", { name: "Choose a picture" });
  await expect(chooser.getByText(/^No pictures yet/)).toBeVisible();
  await expectAccessible(page);
  const dark = await sharp({ create: { width: 1600, height: 900, channels: 3, background: "#12232b" } })
    .jpeg()
    .toBuffer();
  await chooser
    .getByLabel("Picture files")
    .setInputFiles({ name: "slipway.jpg", mimeType: "image/jpeg", buffer: dark });
  await expect(chooser).toBeHidden();
  await sheet().getByText("At least as high as the window").click();
  await expect.poll(() => sectionAt(wide(), 0).evaluate((section) => section.clientHeight)).toBe(800);
  await sheet().getByLabel("Surface", { exact: true }).selectOption("ink");
  await saved(page);
});

test("a header that is made see-through says at once on which pages its words can't be read; Checks repair it without a circle", {
  tag: "@long",
}, async () => {
  await page.getByRole("button", { name: "Header settings" }).click();
  await sheet().getByLabel("Its bottom row").selectOption("always");
  await sheet().getByLabel("Over the first section").selectOption("ink");
  await expect(sheet().getByText("Its words can’t be read on 2 of 3 pages")).toBeVisible();
  await expect(sheet().getByRole("link", { name: /^Offer, 1\.\d : 1$/ })).toBeVisible();
  await saved(page);
  await expectAccessible(page);
  await sheet().getByRole("link", { name: "Repairs that fit all of them stand in Checks" }).click();
  const main = page.getByRole("main");
  await expect(main.getByText(/^\d+ pages at six widths, measured as they stand\.$/)).toBeVisible();
  // Order: each page with the finding offers the same header for both.
  const repair = main.getByRole("button", { name: /^A header of their own/ }).first();
  await expect(repair).toBeVisible();
  await expect(main.getByText("on 2 pages")).not.toHaveCount(0);
  await expectAccessible(page);
  await main.getByRole("button", { name: /^Repair \d+ in one step$/ }).click();
  await expect(main.getByText(/repaired\.$/)).toBeVisible();
  await expect(main.getByText(/^\d+ pages at six widths, measured as they stand\.$/)).toBeVisible();
  await expect(main.getByRole("listitem").filter({ hasText: /^!?Contrast|Words on a picture/ })).toHaveCount(0);
});

test("a page that gets another address takes those below along", { tag: "@long" }, async () => {
  await page.goto(`/s/${site}/structure`);
  await expect(page.getByRole("checkbox", { name: "Addresses follow the tree" })).toBeChecked();
  const call = (name: string, data: object) => page.request.post(`/api/do/${name}`, { data: { site, ...data } });
  const { pages } = (await (await call("sites.frame", {})).json()) as { pages: { id: string; slug: string }[] };
  const offer = pages.find(({ slug }) => slug === "offer")?.id;
  const made = (await (await call("pages.add", { title: "Repairs", slug: "offer/repairs" })).json()) as { id: string };
  await call("pages.place", { page: made.id, parent: offer, before: null });
  await page.goto(`/s/${site}/structure?page=${offer}`);
  await page.getByLabel("Page address").fill("boats");
  await page.getByRole("button", { name: "Save settings" }).click();
  await expect(page.getByRole("dialog").getByText("New addresses: /boats, /boats/repairs.")).toBeVisible();
  await page.keyboard.press("Escape");
});

test("published: no placeholder is seen, the header changes, the form is there; sample words are told as such", {
  tag: "@long",
}, async ({ browser }) => {
  await page.goto(`/s/${site}/publish`);
  const main = page.getByRole("main");
  await expect(main.getByRole("region", { name: "Sample words" })).toContainText("Walk through them");
  await expectAccessible(page);
  await main.getByRole("button", { name: /^Publish/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
  const visitor = await browser.newPage();
  for (const width of [1280, 390]) {
    await visitor.setViewportSize({ width, height: 800 });
    for (const path of ["/", "/boats", "/visit", "/boats/repairs"]) {
      await visitor.goto(siteAddress(site, path));
      await expect(visitor.locator("header .b-logo")).toBeVisible();
      await expect(visitor.locator(".b-none, .b-unset")).toHaveCount(0);
      await expectAccessible(visitor);
      expect(await visitor.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    }
    await visitor.goto(siteAddress(site, "/"));
    await expect(visitor.locator(".w-form")).toBeVisible();
    expect(await visitor.evaluate(() => document.querySelector("main > section")?.clientHeight)).toBe(800);
  }
  await visitor.setViewportSize({ width: 390, height: 800 });
  const menu = visitor.getByRole("navigation", { name: "Main" });
  await menu.getByText("Menu").filter({ visible: true }).click();
  await expect(menu.getByRole("link", { name: "Visit" })).toBeVisible();
  await visitor.close();
});

test("the samples of a page are walked through, one after the other", { tag: "@long" }, async () => {
  await page.goto(`/s/${site}/checks`);
  await page.getByRole("link", { name: "Walk through them: Visit" }).click();
  const bar = page.getByRole("region", { name: "Walk through the sample words" });
  await expect(bar.getByText(/^Sample 1 of \d+:/)).toBeVisible();
  await bar.getByRole("button", { name: "Next sample" }).click();
  await expect(bar.getByText(/^Sample 2 of \d+:/)).toBeVisible();
  await expectAccessible(page);
  await bar.getByRole("button", { name: "End the walk" }).click();
  await expect(bar).toBeHidden();
});
