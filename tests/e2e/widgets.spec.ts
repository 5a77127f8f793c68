// Widgets of every kind in their one workspace, and on the page that visitors see.
import { expect, type Page } from "@playwright/test";
import {
  entryAt,
  expectAccessible,
  expectSome,
  frame,
  makeWidget as make,
  openPage,
  saved,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.beforeEach(({ page }) => signIn(page));

const steps = (page: Page) => page.getByRole("navigation", { name: "Steps" });
const name = (page: Page) => page.getByLabel("Name of the widget");

test("the kinds are told apart by a sentence each; the settings of a new one go back and forth", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto("/s/oddlane/widgets");
  await page.getByRole("button", { name: "New widget" }).click();
  const dialog = page.getByRole("dialog", { name: "New widget" });
  await expect(dialog.getByText("Asks visitors for their address, over the page")).toBeVisible();
  await expect(dialog.getByText("Shows what can be booked, with times and prices")).toBeVisible();
  // Colours are judged once the window has faded in.
  await dialog.evaluate((window) => Promise.all(window.getAnimations().map((animation) => animation.finished)));
  await expectAccessible(page);
  await page.keyboard.press("Escape");
  await make(page, "oddlane", "Signup popup", "Spring letter");
  await steps(page)
    .getByRole("button", { name: /Words and fields/ })
    .click();
  // Order: a popup’s own title stands above that of its thanks.
  const title = page.getByLabel("Title").first();
  const before = await title.inputValue();
  await title.fill("Spring is near");
  await saved(page);
  await title.press("Control+z");
  await expect(title).toHaveValue(before);
  await page.getByRole("button", { name: "Redo (Ctrl+Shift+Z)" }).click();
  await expect(title).toHaveValue("Spring is near");
  await saved(page);
  await title.fill("");
  await expect(page.getByText("This needs a few words.")).toBeVisible();
  // Left with something not complete: it is here again, and not on the server.
  await page.reload();
  await expect(page.getByText("These settings were not saved when you left.")).toBeVisible();
  await expect(steps(page).getByRole("button", { name: /Words and fields not complete/ })).toBeVisible();
  await steps(page)
    .getByRole("button", { name: /Words and fields/ })
    .click();
  // Order: a popup’s own title stands above that of its thanks.
  await page.getByLabel("Title").first().fill("Spring is here");
  await saved(page);
  await expectAccessible(page);
});

test("what opens in the view beside the steps takes the caret from nobody who writes", { tag: "@long" }, async ({
  page,
}) => {
  await make(page, "oddlane", "Signup popup", "Caret");
  await page.reload();
  await name(page).click();
  const shown = page.frameLocator('iframe[title="What a visitor gets"]').getByRole("dialog");
  await expect(shown).toBeVisible();
  await page.keyboard.press("End");
  await page.keyboard.type(" stays");
  await expect(name(page)).toHaveValue("Caret stays");
  await expect(name(page)).toBeFocused();
  // Whoever goes into it is in it.
  // Order: fields stand as in the form.
  await shown.getByRole("textbox").first().click();
  await page.keyboard.type("n@post.example");
  // Order: fields stand as in the form.
  await expect(shown.getByRole("textbox").first()).toHaveValue("n@post.example");
});

test("two people change one widget: both sides are shown, and whoever is later chooses", { tag: "@long" }, async ({
  page,
  browser,
}) => {
  await make(page, "oddlane", "Signup popup", "Two hands");
  const address = page.url();
  const other = await browser.newPage();
  await signIn(other);
  await other.goto(address);
  await expect(name(other)).toHaveValue("Two hands");
  for (const one of [page, other])
    await steps(one)
      .getByRole("button", { name: /Words and fields/ })
      .click();
  // Order: a popup’s own title stands above that of its thanks.
  await other.getByLabel("Title").first().fill("From the other window");
  await saved(other);
  // Order: a popup’s own title stands above that of its thanks.
  await page.getByLabel("Title").first().fill("From this window");
  await expect(page.getByText("Somebody changed this widget meanwhile", { exact: true })).toBeVisible();
  await expect(page.getByText("Theirs: From the other window")).toBeVisible();
  await expect(page.getByText("Yours: From this window")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Take theirs" }).click();
  // Order: a popup’s own title stands above that of its thanks.
  await expect(page.getByLabel("Title").first()).toHaveValue("From the other window");
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  // Order: a popup’s own title stands above that of its thanks.
  await expect(page.getByLabel("Title").first()).toHaveValue("From this window");
  await saved(page);
  await other.reload();
  await steps(other)
    .getByRole("button", { name: /Words and fields/ })
    .click();
  // Order: a popup’s own title stands above that of its thanks.
  await expect(other.getByLabel("Title").first()).toHaveValue("From this window");
  await other.close();
});

test("a calendar stands in the page and behind a button, with prices, for visitors without any script", {
  tag: "@long",
}, async ({ page, browser }) => {
  await make(page, "wrenfield", "Booking calendar", "At the wheel");
  await expectSome(page.getByRole("region", { name: "Services" }).getByText("First throw"));
  await page
    .getByRole("region", { name: "Services" })
    .getByRole("button", { name: /^Kiln firing/ })
    .click();
  await page.getByLabel("In this calendar").click();
  await page.getByRole("button", { name: "All services" }).click();
  await expectSome(page.frameLocator('iframe[title="What a visitor gets"]').getByText("First throw"));
  await expect(page.frameLocator('iframe[title="What a visitor gets"]').getByText("Kiln firing")).toBeHidden();
  await saved(page);
  await expectAccessible(page);
  await openPage(page, "wrenfield", "pages");
  await entryAt(page, 1).click();
  const sheet = page.getByRole("complementary", { name: "Sheet" });
  for (const as of ["in the page", "a button"]) {
    await entryAt(page, 1).click();
    await sheet.getByLabel("Add block").selectOption("widget");
    await sheet.getByLabel("Shows").selectOption({ label: "At the wheel (booking calendar)" });
    await sheet.getByLabel("As").selectOption({ label: as });
  }
  await sheet.getByLabel("Words").fill("See the times");
  await expect(frame(page, "Phone").getByText("See the times")).toBeVisible();
  await saved(page);
  await page.goto("/s/wrenfield/widgets");
  await page.getByRole("link", { name: "At the wheel" }).click();
  await steps(page).getByRole("button", { name: "Placed on" }).click();
  await expect(page.getByRole("region", { name: "Placed on" }).getByText("Home")).toBeVisible();
  await page.goto("/s/wrenfield/publish");
  await page
    .getByRole("main")
    .getByRole("button", { name: /^Publish/ })
    .click();
  await expect(page.getByRole("main").getByText("Everything is published")).toBeVisible();

  const context = await browser.newContext({ javaScriptEnabled: false, viewport: { width: 390, height: 780 } });
  const visitor = await context.newPage();
  await visitor.goto(siteAddress("wrenfield"));
  const inPage = visitor.locator("main .w-booking:not([popover] *)");
  await expect(inPage.getByText("First throw")).toBeVisible();
  await expect(inPage.getByText("€38.00")).toBeVisible();
  const over = visitor.getByRole("dialog", { name: "At the wheel" });
  await expect(over).toBeHidden();
  await visitor.getByRole("button", { name: "See the times" }).click();
  await expect(over.getByText("First throw")).toBeVisible();
  await visitor.keyboard.press("Escape");
  await expect(over).toBeHidden();
  expect(await visitor.evaluate(() => document.documentElement.scrollWidth).catch(() => 390)).toBeLessThanOrEqual(390);
  await context.close();
  const scripted = await browser.newPage();
  await scripted.goto(siteAddress("wrenfield"));
  await expectSome(scripted.locator(".w-booking"));
  await expectAccessible(scripted);
  await scripted.close();
});
