// The Visit page made from an empty page: once by mouse, once by keyboard alone; the same for whoever visits it.
import { expect, type Locator, type Page } from "@playwright/test";
import {
  choosePicture,
  closeShelf,
  entryAt,
  expectAccessible,
  expectSome,
  frame,
  onPage,
  saved,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });
test.beforeEach(({ page }) => signIn(page));

const wide = (page: Page) => frame(page, "Wide");
const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });
const shelf = (page: Page) => page.getByRole("region", { name: "Shelf" });
const sections = (page: Page) =>
  page.locator("[data-section]").evaluateAll((entries) => entries.map((entry) => entry.getAttribute("title")));

const opening = { title: "Down by the water", text: "The green door. If it is shut, knock: someone has wet hands." };
const wanted = ["Opening in the middle", "Map and address", "Getting here", "Come by"];

/** What a visitor finds on such a page, wherever it came from. */
async function expectVisited(page: Page, path: string) {
  await page.goto("/s/wrenfield/publish");
  const main = page.getByRole("main");
  await main.getByRole("button", { name: /^Publish \d+ changes?$/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
  for (const width of [1280, 390]) {
    await page.setViewportSize({ width, height: 800 });
    await page.goto(siteAddress("wrenfield", path));
    await expect(page.getByRole("heading", { level: 1, name: opening.title })).toBeVisible();
    await expect(page.locator(".b-ground img")).toHaveJSProperty("complete", true);
    await expect(page.getByRole("heading", { name: "Getting here" })).toBeVisible();
    await expect(page.getByRole("heading", { name: "Come and get muddy" })).toBeVisible();
    await expectSome(page.getByText("The net store, Lower Quay"));
    expect(await page.evaluate(() => document.documentElement.scrollWidth <= innerWidth)).toBe(true);
    await expectAccessible(page);
  }
  await page.setViewportSize({ width: 1280, height: 800 });
}

test("by mouse: sections from the shelf, words where they stand, a picture behind, a shared section at the end", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto("/s/wrenfield/pages");
  await page.getByRole("button", { name: /^Home/ }).click();
  await page.getByRole("menuitem", { name: "New page…" }).click();
  const dialog = page.getByRole("dialog", { name: "New page" });
  await dialog.getByLabel("Title").fill("Visit by mouse");
  await dialog.getByRole("button", { name: "Add page" }).click();
  await expect(page.getByText("This page is empty.")).toBeVisible();
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  for (const [nth, name] of wanted.entries()) {
    // Order: designs stand as on the shelf, the page’s own before widgets.
    await shelf(page).getByRole("button", { name }).first().click();
    await expect(page.locator("[data-section]")).toHaveCount(nth + 1);
  }
  await closeShelf(page);
  expect(await sections(page)).toEqual(wanted);
  await entryAt(page, 0).click();
  await choosePicture(page, sheet(page), "river.jpg");
  await expect(sheet(page).getByText(/^Contrast .* where the picture is weakest$/)).toBeVisible();
  await expectAccessible(page);
  const heading = wide(page).getByRole("heading", { level: 1 });
  await heading.click({ clickCount: 3 });
  await page.keyboard.press("Control+A");
  await page.keyboard.type(opening.title);
  await onPage(wide(page).locator(".b-rich"), 0).click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type(opening.text);
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await expect(frame(page, "Phone").getByText(opening.text)).toBeVisible();
  await saved(page);
  await expectVisited(page, "/visit-by-mouse");
});

/** Goes on by Tab until something has the focus. */
async function tabTo(page: Page, target: Locator, most = 160) {
  for (let nth = 0; nth < most; nth++) {
    if (await target.evaluate((element) => element === document.activeElement).catch(() => false)) return;
    await page.keyboard.press("Tab");
  }
  throw new Error("The keyboard does not get there.");
}

test("by keyboard alone: the same page, without the mouse", { tag: "@long" }, async ({ page }) => {
  await page.goto("/s/wrenfield/pages");
  await expectSome(wide(page).locator("main > section"));
  await tabTo(page, page.getByRole("button", { name: /^Home/ }));
  await page.keyboard.press("Enter");
  await expect(page.getByRole("menuitem", { name: "New page…" })).toBeVisible();
  await page.keyboard.type("New");
  await expect(page.getByRole("menuitem", { name: "New page…" })).toHaveAttribute("data-highlighted", "");
  await page.keyboard.press("Enter");
  const dialog = page.getByRole("dialog", { name: "New page" });
  await tabTo(page, dialog.getByLabel("Title"));
  await page.keyboard.type("Visit by keys");
  await tabTo(page, dialog.getByRole("button", { name: "Add page" }));
  await page.keyboard.press("Enter");
  await expect(dialog).toBeHidden();
  await expect(page.getByText("This page is empty.")).toBeVisible();
  await page.keyboard.press("+");
  await expect(shelf(page).getByLabel("Find a section")).toBeFocused();
  for (const [nth, name] of wanted.entries()) {
    // The shelf stays open, and what was looked for is written over.
    await page.keyboard.type(name);
    await expectSome(shelf(page).getByText(name));
    await page.keyboard.press("Enter");
    await expect(page.locator("[data-section]")).toHaveCount(nth + 1);
  }
  await page.keyboard.press("Escape");
  expect(await sections(page)).toEqual(wanted);
  // From the last section to the first, and into it.
  for (let nth = 1; nth < wanted.length; nth++) await page.keyboard.press("ArrowUp");
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText(wanted[0] ?? "");
  await tabTo(page, sheet(page).getByRole("button", { name: "Choose a picture…" }));
  await page.keyboard.press("Enter");
  await tabTo(page, page.getByRole("dialog", { name: "Choose a picture" }).getByRole("radio", { name: "river.jpg" }));
  await page.keyboard.press("Enter");
  await expect(sheet(page).getByText(/^Contrast .* where the picture is weakest$/)).toBeVisible();
  // The running order is the way back to the keys of the page.
  await tabTo(page, entryAt(page, 0));
  await page.keyboard.press("Enter");
  await page.keyboard.press("Enter");
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Heading");
  await tabTo(page, sheet(page).getByRole("textbox", { name: "Words" }));
  await page.keyboard.press("Control+A");
  await page.keyboard.type(opening.title);
  await expect(wide(page).getByRole("heading", { level: 1, name: opening.title })).toBeVisible();
  await tabTo(page, page.getByRole("region", { name: "Wide frame" }));
  await page.keyboard.press("ArrowDown");
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Words");
  await page.keyboard.press("Enter");
  await page.keyboard.press("Control+A");
  await page.keyboard.type(opening.text);
  await page.keyboard.press("Escape");
  await expect(frame(page, "Phone").getByText(opening.text)).toBeVisible();
  await saved(page);
  await expectVisited(page, "/visit-by-keys");
});
