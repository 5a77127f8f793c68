// Shared sections as a designer works with them: made from a section, placed on four pages, filled, changed in one place.
import { expect, type Page } from "@playwright/test";
import { closeShelf, expectAccessible, frame, openPage, saved, signIn, siteAddress } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });
test.beforeEach(({ page }) => signIn(page));

const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });
const shelf = (page: Page) => page.getByRole("region", { name: "Shelf" });
const wide = (page: Page) => frame(page, "Wide");
const bar = (page: Page) => page.getByRole("region", { name: "Shared section" });
const pages = ["home", "classes", "visit", "journal"] as const;

async function select(page: Page, name: string) {
  await page.locator(`[data-section][title="${name}"]`).click();
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText(name);
}

async function placeFromShelf(page: Page, name: string) {
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  // Order: designs stand as on the shelf, the page’s own before widgets.
  await shelf(page).getByRole("button", { name }).first().click();
  await expect(page.locator(`[data-section][title="${name}"]`)).toBeVisible();
  await closeShelf(page);
  await saved(page);
}

async function publish(page: Page) {
  await page.goto("/s/wrenfield/publish");
  const main = page.getByRole("main");
  await main.getByRole("button", { name: /^Publish \d+ changes?$/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
}

test("a section becomes shared, opens a field, and stands on four pages with their own words", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield");
  await select(page, "The kiln");
  await sheet(page).getByRole("button", { name: "Make it shared…" }).click();
  const dialog = page.getByRole("dialog", { name: "A shared section" });
  await dialog.getByLabel("Name").fill("");
  await dialog.getByRole("button", { name: "Make it shared" }).click();
  await expect(dialog.getByText("A shared section needs a name.")).toBeVisible();
  await dialog.getByLabel("Name").fill("Kiln days");
  await dialog.getByRole("button", { name: "Make it shared" }).click();
  await expect(sheet(page).getByText("Stands on 1 page.")).toBeVisible();

  await sheet(page).getByRole("button", { name: "Edit it in its place" }).click();
  await wide(page).getByRole("heading", { name: "Kiln-opening days" }).click();
  await sheet(page).getByRole("checkbox", { name: "Words" }).check();
  await expectAccessible(page);
  await bar(page).getByRole("button", { name: "See what changes…" }).click();
  await page.getByRole("button", { name: "Keep on 1 page" }).click();
  await expect(bar(page)).toBeHidden();
  await saved(page);

  for (const path of pages.slice(1)) {
    await openPage(page, "wrenfield", `pages/${path}`);
    await placeFromShelf(page, "Kiln days");
    await expect(wide(page).getByRole("heading", { name: "Kiln-opening days" })).toBeVisible();
  }
  // The words that are open are written on the page, and are this page's alone.
  await wide(page).getByRole("heading", { name: "Kiln-opening days" }).click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("See it opened");
  await page.keyboard.press("Escape");
  await expect(sheet(page).getByText("Part of the shared section “Kiln days”.")).toBeVisible();
  await expect(sheet(page).getByLabel("Words")).toHaveValue("See it opened");
  await expectAccessible(page);
  await saved(page);
  // What is not open is not: a click there chooses the whole.
  await wide(page).getByText("Twice a month the door comes off").click();
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Kiln days");
  await expect(sheet(page).getByText("Stands on 4 pages.")).toBeVisible();
});

test("changed in one place, it says which pages change and who loses words; kept, it changes on all of them", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield", "pages/visit");
  await select(page, "Kiln days");
  await page.keyboard.press("Enter");
  await expect(bar(page)).toContainText("What you change here changes on 4 pages.");
  await wide(page).getByRole("heading", { name: "Kiln-opening days" }).click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("The kiln is opened");
  await page.keyboard.press("Escape");
  await sheet(page).getByRole("checkbox", { name: "Words" }).uncheck();
  // Not kept yet: it outlives a reload, and other pages know nothing of it.
  await page.reload();
  await expect(bar(page)).toContainText("changes not kept yet");
  await expect(wide(page).getByRole("heading", { name: "The kiln is opened" })).toBeVisible();
  await bar(page).getByRole("button", { name: "See what changes…" }).click();
  const dialog = page.getByRole("dialog", { name: "What changes" });
  // Before and after, on each page that shows it.
  await dialog.getByRole("button", { name: "Classes" }).click();
  await expect(dialog.frameLocator('iframe[title="Classes, now"]').getByText("Twice a month")).toBeVisible();
  await expect(
    dialog
      .frameLocator('iframe[title="Classes, once it is kept"]')
      .getByRole("heading", { name: "The kiln is opened" }),
  ).toBeVisible();
  await expect(dialog.getByText("Journal: “See it opened”")).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Keep on 4 pages" }).click();
  await expect(dialog).toBeHidden();

  await openPage(page, "wrenfield", "pages/journal");
  await expect(wide(page).getByRole("heading", { name: "The kiln is opened" })).toBeVisible();
  await select(page, "Kiln days");
  await expect(sheet(page).getByText("See it opened")).toBeVisible();

  await publish(page);
  for (const path of pages) {
    await page.goto(siteAddress("wrenfield", path === "home" ? "/" : `/${path}`));
    await expect(page.getByRole("heading", { name: "The kiln is opened" })).toBeVisible();
  }
});

test("opened again, the words that were put aside hold again; put back, nothing has happened", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield", "pages/journal");
  await select(page, "Kiln days");
  await sheet(page).getByRole("button", { name: "Edit it in its place" }).click();
  await wide(page).getByRole("heading", { name: "The kiln is opened" }).click();
  await page.keyboard.press("Escape");
  await sheet(page).getByRole("checkbox", { name: "Words" }).check();
  await bar(page).getByRole("button", { name: "See what changes…" }).click();
  await page.getByRole("button", { name: "Keep on 4 pages" }).click();
  await expect(wide(page).getByRole("heading", { name: "See it opened" })).toBeVisible();

  await sheet(page).getByRole("button", { name: "Edit it in its place" }).click();
  await wide(page).getByRole("heading", { name: "The kiln is opened" }).click();
  await page.keyboard.press("End");
  await page.keyboard.type(" twice");
  await page.keyboard.press("Escape");
  await bar(page).getByRole("button", { name: "Put back" }).click();
  await expect(bar(page)).toBeHidden();
  await expect(wide(page).getByRole("heading", { name: "See it opened" })).toBeVisible();

  // Independent, it is the page's own, with its words; one undo makes it shared again.
  await select(page, "Kiln days");
  await sheet(page).getByRole("button", { name: "Make independent" }).click();
  await expect(page.locator('[data-section][title="The kiln"]')).toBeVisible();
  await expect(wide(page).getByRole("heading", { name: "See it opened" })).toBeVisible();
  await page.keyboard.press("Control+Z");
  await expect(page.locator('[data-section][title="Kiln days"]')).toBeVisible();
  await saved(page);
});

test("it is swapped for another with its words, can't hold itself, and goes where it stands nowhere", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield", "pages/classes");
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  await shelf(page).getByRole("button", { name: "Plain words" }).click();
  await closeShelf(page);
  await select(page, "Plain words");
  await sheet(page).getByRole("button", { name: "Make it shared…" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Make it shared" }).click();
  await sheet(page).getByRole("button", { name: "Edit it in its place" }).click();
  // The shelf adds to the page, also while a shared section is open: it never gets into itself.
  await wide(page).getByRole("heading", { name: "A heading" }).click();
  await page.keyboard.press("Escape");
  await sheet(page).getByRole("checkbox", { name: "Words" }).check();
  await bar(page).getByRole("button", { name: "See what changes…" }).click();
  await page.getByRole("button", { name: "Keep on 1 page" }).click();
  await expect(bar(page)).toBeHidden();

  await select(page, "Kiln days");
  await wide(page).getByRole("heading", { name: "The kiln is opened" }).click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("Ours alone");
  await page.keyboard.press("Escape");
  await select(page, "Kiln days");
  await sheet(page).getByLabel("Swap for").selectOption({ label: "Plain words" });
  await expect(wide(page).getByRole("heading", { name: "Ours alone" })).toBeVisible();
  await page.keyboard.press("Control+Z");
  await expect(page.locator('[data-section][title="Kiln days"]')).toBeVisible();
  await saved(page);

  // Off the one page it stands on, it can be removed from the shelf.
  await select(page, "Plain words");
  await page.keyboard.press("Delete");
  await saved(page);
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  await shelf(page).getByRole("button", { name: "Remove Plain words" }).click();
  await expect(shelf(page).getByRole("button", { name: "Remove Plain words" })).toHaveCount(0);
});
