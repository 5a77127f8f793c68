// Composing as somebody new to it tries it: what is clicked, lifted, hidden, folded and typed while things go wrong.
import { readFileSync } from "node:fs";
import { chromium, expect, type Page } from "@playwright/test";
import {
  closeShelf,
  entryAt,
  expectAccessible,
  expectSome,
  frame,
  onPage,
  openPage,
  openSites,
  operator,
  saved,
  signIn,
  undo,
} from "./studio";
import { test } from "./test";

test.beforeEach(({ page }) => signIn(page));

const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });
const order = (page: Page) => page.getByRole("navigation", { name: "Running order" });
const names = (page: Page) =>
  page.locator("[data-section]").evaluateAll((entries) => entries.map((entry) => entry.getAttribute("title")));

test("a section is lifted by Space, carried by the arrows, put down or put back; Enter goes one level in", async ({
  page,
}) => {
  await openPage(page, "oddlane");
  const before = await names(page);
  const first = entryAt(page, 0);
  await first.focus();
  await page.keyboard.press("Space");
  await page.keyboard.press("ArrowDown");
  await expect.poll(() => names(page)).toEqual([before[1], before[0], ...before.slice(2)]);
  await expect(order(page).getByRole("status")).toContainText(`${before[0]} is lifted, place 2`);
  await page.keyboard.press("Escape");
  await expect.poll(() => names(page)).toEqual(before);
  await page.keyboard.press("Enter");
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Columns");
  await saved(page);
});

test("a click beside the page lets go of the selection, and Delete then removes nothing", { tag: "@long" }, async ({
  page,
}) => {
  await openPage(page, "oddlane");
  await frame(page, "Wide").getByRole("heading", { level: 1 }).click();
  await expect(sheet(page).getByRole("heading", { name: "Heading" })).toBeVisible();
  await page.keyboard.press("Escape");
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await expect(sheet(page).getByText("Nothing selected")).toBeVisible();
  const before = await names(page);
  await page.keyboard.press("Delete");
  expect(await names(page)).toEqual(before);
  await expect(frame(page, "Wide").getByRole("heading", { level: 1 })).toBeVisible();
});

test("the keys hold from the moment the screen is there", async ({ page }) => {
  await page.addInitScript(() => {
    const watching = new MutationObserver(() => {
      if (!document.querySelector("[data-section]") || !document.activeElement?.closest("[data-keys]")) return;
      watching.disconnect();
      document.activeElement.dispatchEvent(new KeyboardEvent("keydown", { key: "+", bubbles: true }));
    });
    watching.observe(document, { childList: true, subtree: true });
  });
  await openPage(page, "oddlane");
  await expect(page.getByRole("region", { name: "Shelf" }).getByLabel("Find a section")).toBeFocused();
});

test("from Enter and from a press on every key belongs to the words, however late their editor is; elsewhere letters are no commands", async ({
  page,
}) => {
  await openPage(page, "oddlane");
  const words = onPage(frame(page, "Wide").locator(".b-rich"), 0);
  await words.click();
  await expect(page.getByRole("toolbar", { name: "Words" })).toHaveCount(1);
  await page.keyboard.press("Escape");
  // The editor has the focus only in a frame that is drawn, and no frame is drawn until it is let go.
  await words.evaluate((element) => {
    const view = element.ownerDocument.defaultView as Window & { draw?: () => void };
    const waiting: FrameRequestCallback[] = [];
    view.requestAnimationFrame = (callback) => waiting.push(callback);
    view.draw = () => {
      for (const callback of waiting.splice(0)) callback(performance.now());
    };
  });
  const draw = () =>
    words.evaluate((element) => (element.ownerDocument.defaultView as Window & { draw?: () => void }).draw?.());
  await page.keyboard.press("Enter");
  await page.keyboard.type("Tracks ");
  await draw();
  await expect(words).toContainText("Tracks ");
  await page.keyboard.press("Escape");
  const place = await words.boundingBox();
  if (!place) throw new Error("The words have no place");
  await page.mouse.move(place.x + place.width / 2, place.y + 6);
  await page.mouse.down();
  await page.keyboard.type("Tread");
  await page.mouse.up();
  await draw();
  await expect(words).toContainText("Tread");
  await expect(frame(page, "Phone").locator("main")).toHaveCount(1);
  await page.keyboard.press("Escape");
  // On a control that is neither stage nor running order a letter does nothing.
  // Order: any control of the sheet will do.
  await sheet(page).getByRole("button").filter({ visible: true }).last().focus();
  await page.keyboard.press("t");
  await expect(frame(page, "Phone").locator("main")).toHaveCount(1);
  await page.getByRole("region", { name: "Wide frame" }).focus();
  await page.keyboard.press("t");
  await expect(frame(page, "Phone").locator("main")).toHaveCount(0);
  // Each of them can be switched off.
  await page.keyboard.press("?");
  const keys = page.getByRole("dialog", { name: "Keys" });
  await keys.getByRole("checkbox", { name: "the phone beside the page, or the page alone" }).uncheck();
  await page.keyboard.press("Escape");
  await expect(keys).toBeHidden();
  await page.getByRole("region", { name: "Wide frame" }).focus();
  await page.keyboard.press("t");
  await expect(frame(page, "Phone").locator("main")).toHaveCount(0);
  for (let step = 0; step < 2; step++) await undo(page);
});

test("words that are left the moment their tools are there leave the screen as it is", async ({ page }) => {
  await openPage(page, "oddlane");
  let letIn = () => {};
  const held = new Promise<void>((resolve) => {
    letIn = resolve;
  });
  const script = /\/_next\/static\/chunks\/[^/]*\.js$/;
  await page.route(script, async (route) => {
    await held;
    await route.continue();
  });
  const wanted = page.waitForRequest(script);
  const words = onPage(frame(page, "Wide").locator(".b-rich"), 0);
  await words.click();
  await wanted;
  // The words have the keys before their editor comes.
  await page.keyboard.type("Tread ");
  await expect(words).toContainText("Tread ");
  // Before what is drawn has had its effects.
  await page.evaluate(() => {
    const watching = new MutationObserver(() => {
      if (!document.querySelector('[role="toolbar"][aria-label="Words"]')) return;
      watching.disconnect();
      const inside = document.querySelector<HTMLIFrameElement>('iframe[title^="Wide,"]')?.contentDocument;
      const editor = inside?.querySelector("[contenteditable]");
      editor?.dispatchEvent(new KeyboardEvent("keydown", { key: "Escape", bubbles: true, cancelable: true }));
      document.documentElement.dataset.left = String(inside?.querySelector("[contenteditable]") === null);
    });
    watching.observe(document.body, { childList: true, subtree: true });
  });
  letIn();
  await expect(page.locator("html")).toHaveAttribute("data-left", "true");
  await expect(page.getByRole("toolbar", { name: "Words" })).toHaveCount(0);
  await expect(words).toContainText("Tread ");
  await undo(page);
  await expect(words).not.toContainText("Tread ");
});

test("words are open in one frame at a time", async ({ page }) => {
  await openPage(page, "oddlane");
  await onPage(frame(page, "Wide").locator(".b-rich"), 0).click();
  await expect(page.getByRole("toolbar", { name: "Words" })).toHaveCount(1);
  await onPage(frame(page, "Phone").locator(".b-rich"), 0).click();
  await expect(page.getByRole("toolbar", { name: "Words" })).toHaveCount(1);
  await expect(frame(page, "Wide").locator("[contenteditable]")).toHaveCount(0);
  await frame(page, "Wide").getByRole("heading", { level: 1 }).click();
  await expect(page.getByRole("toolbar", { name: "Words" })).toHaveCount(0);
  await expect(frame(page, "Phone").locator("[contenteditable]")).toHaveCount(0);
  await page.keyboard.press("End");
  await page.keyboard.type("!");
  await expect(frame(page, "Phone").getByRole("heading", { level: 1 })).toContainText("!");
  await undo(page);
});

test("what is hidden stays in sight as a ghost that can be selected, and is hidden on the live page", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "oddlane");
  await frame(page, "Wide").getByRole("heading", { level: 1 }).click();
  await sheet(page).getByLabel("Hidden at this width").check();
  await expect(frame(page, "Wide").getByRole("heading", { level: 1 })).toHaveCSS("opacity", "0.32");
  await page.keyboard.press("Escape");
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await frame(page, "Phone").getByRole("heading", { level: 1 }).click();
  await expect(sheet(page).getByRole("heading", { name: "Heading" })).toBeVisible();
  await frame(page, "Wide").getByRole("heading", { level: 1 }).click();
  await sheet(page).getByLabel("Hidden at this width").uncheck();
  await expect(frame(page, "Wide").getByRole("heading", { level: 1 })).toHaveCSS("opacity", "1");
  await saved(page);
});

test("what departs on phones is listed, for a block and for the page, and taken back in one step", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "oddlane");
  const heading = frame(page, "Phone").getByRole("heading", { level: 1 });
  const before = await heading.evaluate((element) => getComputedStyle(element).fontSize);
  await heading.click();
  await page.keyboard.press("Escape");
  await sheet(page).getByLabel("Size", { exact: true }).fill("1.5");
  await sheet(page).getByLabel("Below", { exact: true }).fill("40");
  await expect(heading).toHaveCSS("font-size", "25.5px");
  await expect(sheet(page).getByRole("button", { name: /^Size: 1.5 rem$/ })).toBeVisible();
  await sheet(page).getByRole("button", { name: "Take back: Below" }).click();
  await expect(sheet(page).getByRole("button", { name: /^Below: / })).toHaveCount(0);
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await expect(sheet(page).getByRole("button", { name: "Heading · Size: 1.5 rem" })).toBeVisible();
  await expectAccessible(page);
  await sheet(page)
    .getByRole("button", { name: /^Take (it|all \d+) back$/ })
    // Order: the button for all stands below those for one.
    .last()
    .click();
  await expect(heading).toHaveCSS("font-size", before);
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await expect(heading).toHaveCSS("font-size", "25.5px");
  await sheet(page).getByRole("button", { name: "Take back: Heading · Size" }).click();
  await expect(heading).toHaveCSS("font-size", before);
  await saved(page);
});

test("a frame is made as wide as one wants, by its edge and by the arrow keys; the width says for whom a change holds", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield");
  await page.keyboard.press("t");
  await expect(frame(page, "Phone").locator("main")).toHaveCount(0);
  const edge = page.getByRole("separator", { name: /^Width of the frame/ });
  await edge.focus();
  await page.keyboard.press("ArrowRight");
  await expect(page.getByText(/^1200 px · shown at/)).toBeVisible();
  await page.keyboard.press("Shift+ArrowLeft");
  await expect(page.getByText(/^1199 px · shown at/)).toBeVisible();
  const box = await edge.boundingBox();
  if (!box) throw new Error("The edge has no place");
  await page.mouse.move(box.x + 12, box.y + box.height / 2);
  await page.mouse.down();
  await page.mouse.move(box.x - 60, box.y + box.height / 2, { steps: 6 });
  await expect(edge.getByText(/ px$/)).toBeVisible();
  await page.mouse.move(5, box.y + box.height / 2, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText(/^320 px · shown at/)).toBeVisible();
  await expect(edge).toHaveAttribute("aria-valuenow", "320");
  await onPage(frame(page, "Phone").locator("main h1"), 0).click();
  await expect(sheet(page).getByText("phones only")).toBeVisible();
  await page.keyboard.press("Escape");
  await page.reload();
  await expect(page.getByText(/^320 px · shown at/)).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "1180" }).click();
  await page.keyboard.press("t");
});

test("the looks of one block are copied and put on another, in one step", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "oddlane");
  const heading = onPage(frame(page, "Wide").locator("main h2"), 0);
  await frame(page, "Wide").getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("Escape");
  await sheet(page).getByLabel("Size", { exact: true }).fill("4");
  await page.getByRole("region", { name: "Wide frame" }).focus();
  await page.keyboard.press("Control+Alt+c");
  const before = await heading.evaluate((element) => getComputedStyle(element).fontSize);
  await heading.click();
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+Alt+v");
  await expect(heading).toHaveCSS("font-size", "68px");
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await expect(heading).toHaveCSS("font-size", before);
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await saved(page);
});

test("a phone number and an address in running text become links by one click, and one step back", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "oddlane");
  const words = onPage(frame(page, "Wide").locator("main .b-rich"), 0);
  await words.click();
  await page.keyboard.press("Control+End");
  await page.keyboard.type(" Ring +1 312 555 0100.");
  await page.keyboard.press("Escape");
  await sheet(page).getByRole("button", { name: "Link them" }).click();
  await expect(words.getByRole("link", { name: "+1 312 555 0100" })).toHaveAttribute("href", "tel:+13125550100");
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await expect(words.getByRole("link", { name: "+1 312 555 0100" })).toHaveCount(0);
  await saved(page);
});

test("zoom, folded panels and the width are kept over pages; the frames scroll together", { tag: "@long" }, async ({
  page,
}) => {
  await openPage(page, "wrenfield");
  await page.getByLabel("Zoom").selectOption("75");
  await expect(page.getByText("1180 px · shown at 75 %")).toBeVisible();
  await page.getByRole("button", { name: "Fold the sheet" }).click();
  await page.getByRole("button", { name: "Fold the running order" }).click();
  await page.goto("/s/oddlane/pages");
  await expect(page.getByText("1180 px · shown at 75 %")).toBeVisible();
  await expect(page.getByRole("button", { name: "Open the sheet" })).toBeVisible();
  await page.getByRole("button", { name: "Open the sheet" }).click();
  await page.getByRole("button", { name: "Open the running order" }).click();
  const scrolled = (name: string) =>
    page.getByRole("region", { name: `${name} frame` }).evaluate((pane) => pane.scrollTop);
  await page.getByRole("region", { name: "Wide frame" }).evaluate((pane) => {
    pane.scrollTop = 700;
  });
  await expect.poll(() => scrolled("Phone")).toBeGreaterThan(200);
  await page.getByLabel("Zoom").selectOption("fit");
  await expectAccessible(page);
});

test("below 1024 px stands a sentence, and the way to the Desk", { tag: "@long" }, async ({ page }) => {
  await page.setViewportSize({ width: 900, height: 700 });
  await page.goto("/s/wrenfield/pages");
  await expect(page.getByText("Composing needs a width of at least 1024 px.")).toBeVisible();
  await expect(page.getByRole("link", { name: "Open the Desk" })).toBeVisible();
  await expect(sheet(page)).toBeHidden();
});

test("another picture starts without the description of the one before", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "wrenfield");
  await onPage(frame(page, "Wide").locator("main img"), 0).click();
  const description = sheet(page).getByRole("textbox", { name: "Description" });
  await expect(description).not.toHaveValue("");
  await sheet(page).getByRole("button", { name: "Another picture…" }).click();
  const choices = page.getByRole("dialog", { name: "Choose a picture" }).getByRole("radio");
  const chosen = await choices.evaluateAll((all) =>
    all.findIndex((one) => one.getAttribute("aria-checked") === "true"),
  );
  // Order: pictures stand by time, the newest first.
  await choices.nth(chosen === 0 ? 1 : 0).click();
  await expect(description).toHaveValue("");
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await expect(description).not.toHaveValue("");
  await saved(page);
});

test("words typed while signed out are kept; signing in again in place sends them", { tag: "@long" }, async ({
  browser,
}) => {
  const context = await browser.newContext();
  const page = await context.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("E-mail").fill("ines@marrowfield.example");
  await page.getByLabel("Password").fill("clay-and-chains");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByRole("heading", { name: "Sites" })).toBeVisible();
  await openPage(page, "wrenfield", "pages/journal");
  await context.clearCookies();
  // No answer comes before the words are there: whatever is refused first opens the window, and takes the caret.
  let typed = () => {};
  const waiting = new Promise<void>((resolve) => {
    typed = resolve;
  });
  await page.route("**/api/do/**", async (route) => {
    await waiting;
    await route.continue();
  });
  await frame(page, "Wide").getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("End");
  await page.keyboard.type(" and notes");
  typed();
  const dialog = page.getByRole("dialog", { name: "Sign in again" });
  await expect(dialog).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Close" }).click();
  await expect(page.getByRole("banner").getByText(/^Signed out · \d+ edits? (is|are) kept here$/)).toBeVisible();
  await page.getByRole("main").getByRole("button", { name: "Sign in" }).click();
  await dialog.getByLabel("E-mail").fill("ines@marrowfield.example");
  await dialog.getByLabel("Password").fill("clay-and-chains");
  await dialog.getByRole("button", { name: "Sign in" }).click();
  await saved(page);
  await page.reload();
  await expect(frame(page, "Wide").getByRole("heading", { level: 1 })).toContainText("and notes");
  await context.close();
});

test("a second tab whose section the first removed goes on; what was written in it can be had back", {
  tag: "@long",
}, async ({ page, context }) => {
  const second = await context.newPage();
  const errors: string[] = [];
  second.on("pageerror", (error) => errors.push(error.message));
  await openPage(page, "wrenfield", "pages/shop");
  await openPage(second, "wrenfield", "pages/shop");
  const heading = onPage(frame(second, "Wide").locator("main h2"), -1);
  // Above the strip at the foot, which would take the click.
  await heading.evaluate((element) => element.scrollIntoView({ block: "center" }));
  await heading.click();
  await second.keyboard.press("End");
  await second.keyboard.type(" (mine)");
  await saved(second);
  const words = await heading.textContent();
  await expect(frame(page, "Wide").getByText(words ?? "")).toBeVisible();
  await entryAt(page, -1).click();
  const gone = await entryAt(page, -1).getAttribute("title");
  await page.keyboard.press("Delete");
  await saved(page);
  const dialog = second.getByRole("dialog", { name: "Not kept" });
  await expect(dialog.getByText("Somebody removed the block you wrote in.")).toBeVisible();
  await expect(dialog.getByLabel("Words 1")).toHaveValue(/\(mine\)/);
  await dialog.getByRole("button", { name: "Put them aside" }).click();
  await expect(dialog).toBeHidden();
  await expect(order(second).getByText(gone ?? "", { exact: true })).toBeHidden();
  // While the window fades it may still take the press.
  const title = frame(second, "Wide").locator("h1");
  await expect(async () => {
    await title.click();
    await expect(title).toHaveAttribute("contenteditable", "plaintext-only", { timeout: 1000 });
  }).toPass();
  await second.keyboard.press("End");
  await second.keyboard.type(" today");
  // What was saved before still says so for a moment; words that are written are a box of text, no heading.
  await expect(title).toContainText("today");
  await saved(second);
  await expect(frame(page, "Wide").getByRole("heading", { level: 1 })).toContainText("today");
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await expect(frame(second, "Wide").getByText("(mine)")).toBeVisible();
  expect(errors).toEqual([]);
  await second.close();
});

test("a rehearsal judges a form as the live site does, is as wide as it says, and ends by Esc", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield");
  await page.getByRole("banner").getByRole("button", { name: "Rehearse" }).click();
  const walk = page.getByRole("dialog", { name: "Walk through" });
  await expect(walk.getByText(/Wide 1180 px, shown at \d+ % · nothing is stored/)).toBeVisible();
  const site = page.frameLocator('iframe[title="The site as this visitor sees it"]');
  // The frame may still be on its way from an empty page to the site's.
  const wide = () =>
    site
      .locator("body")
      .evaluate(() => innerWidth)
      .catch(() => null);
  await expect.poll(wide).toBe(1180);
  const popup = site.getByRole("dialog", { name: "Be there when the kiln opens" });
  await expect(popup).toBeVisible();
  // By the keyboard: the frame is shown smaller, and the test's pointer does not know.
  await popup.getByLabel("E-mail").press("Enter");
  await expect(popup.getByText("This is needed.")).toBeVisible();
  await popup.getByLabel("E-mail").fill("nobody");
  await popup.getByLabel("E-mail").press("Enter");
  await expect(popup.getByText(/This is not an e-mail address/)).toBeVisible();
  // The first Esc closes the popup, the second ends the walk.
  await page.keyboard.press("Escape");
  await expect(popup).toBeHidden();
  // The frame that hears the key goes away with the walk, and so may never say that it heard it.
  page.keyboard.press("Escape").catch(() => {});
  await expect(walk).toBeHidden();
});

test("pages of a popup are ticked; the block that opens it is picked on the page; its letter is written", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto("/s/wrenfield/widgets");
  await page.getByRole("button", { name: "New widget" }).click();
  await page.getByRole("dialog").getByLabel("Name").fill("Glaze news");
  await page.getByRole("button", { name: "Make the signup popup" }).click();
  const steps = page.getByRole("navigation", { name: "Steps" });
  await expect(steps.getByRole("button", { name: /Design/ })).toHaveAttribute("aria-current", "step");
  // Order: the choice stands below what says which is chosen.
  await page.getByText("Corner note", { exact: true }).last().click();
  await expect(steps.getByText("page stays usable")).toBeVisible();
  await steps.getByRole("button", { name: /Where/ }).click();
  await page.getByRole("radiogroup", { name: "Pages" }).getByText("only the ticked").click();
  await page.getByLabel(/^Shop/).check();
  await expect(steps.getByText("1 page")).toBeVisible();
  await steps.getByRole("button", { name: /When/ }).click();
  await page.getByLabel("Trigger 1", { exact: true }).selectOption("click");
  await page.getByRole("button", { name: "Pick it on the page…" }).click();
  await page.frameLocator('iframe[title="Pick a block"]').getByRole("heading", { level: 1 }).click();
  await expect(page.getByText("Heading “Hands in clay by Saturday.” on Home")).toBeVisible();
  await steps.getByRole("button", { name: /Words and fields/ }).click();
  await page.getByLabel("Write it in your own words").check();
  await page.getByLabel("Subject").fill("");
  await expect(page.getByText("This needs a few words.")).toBeVisible();
  await page.getByLabel("Subject").fill("One click for glaze news");
  await steps.getByRole("button", { name: "Results" }).click();
  await expect(steps.getByRole("button", { name: "Results" })).toHaveAttribute("aria-current", "step");
  await saved(page);
  await expectAccessible(page);
  await page.goto("/s/wrenfield/widgets");
  await page.getByRole("button", { name: "Remove Glaze news" }).click();
  await page
    .getByRole("dialog")
    .getByRole("button", { name: /Remove/ })
    .click();
  await expect(page.getByRole("main").getByText("Glaze news")).toBeHidden();
});

test("a site is copied; a site file whose key is taken asks for another", { tag: "@long" }, async ({ page }) => {
  await openSites(page);
  await page.getByRole("button", { name: "More for Oddlane Cycles" }).click();
  await page.getByRole("menuitem", { name: "Copy this site…" }).click();
  const copying = page.getByRole("dialog", { name: "Copy Oddlane Cycles" });
  await expect(copying.getByLabel("Site address")).toHaveValue("oddlane-copy");
  await copying.getByRole("button", { name: "Make the copy" }).click();
  const card = page.getByRole("article").filter({ hasText: "Oddlane Cycles (copy)" });
  await expect(card.getByText("Not published yet")).toBeVisible();
  await page.getByRole("button", { name: "More for Oddlane Cycles (copy)" }).click();
  const downloading = page.waitForEvent("download");
  await page.getByRole("menuitem", { name: "Download the site file" }).click();
  const bytes = readFileSync((await (await downloading).path()) as string);
  await page.getByLabel("Site file").setInputFiles({ name: "site.zip", mimeType: "application/zip", buffer: bytes });
  const taken = page.getByRole("dialog", { name: "This site address is taken" });
  await taken.getByLabel("Site address").fill("oddlane-two");
  await taken.getByRole("button", { name: "Import under this address" }).click();
  await expect(page.getByText("oddlane-two.localhost")).toBeVisible();
  for (const key of ["oddlane-two", "oddlane-copy"]) {
    const one = page.getByRole("article").filter({ hasText: `${key}.localhost` });
    await one.getByRole("button", { name: /^More for/ }).click();
    await page.getByRole("menuitem", { name: "Remove this site…" }).click();
    const removing = page.getByRole("dialog", { name: /^Remove/ });
    await removing.getByRole("textbox").fill("Oddlane Cycles (copy)");
    await removing.getByRole("button", { name: "Remove the site for good" }).click();
    await expect(one).toBeHidden();
  }
});

test("the Publish screen is read at 360 px: no letters under each other", { tag: "@long" }, async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await page.goto("/s/wrenfield/publish");
  await expect(page.getByRole("heading", { name: "Publish", exact: true })).toBeVisible();
  const narrow = await page
    .getByRole("main")
    .evaluate((main) =>
      [...main.querySelectorAll("p, h1, h2, li")]
        .filter((one) => (one.textContent ?? "").length > 20 && one.getBoundingClientRect().width < 90)
        .map((one) => one.textContent),
    );
  expect(narrow).toEqual([]);
  expect(await page.getByRole("main").evaluate((main) => main.scrollWidth <= main.clientWidth + 1)).toBe(true);
});

test("while a section is dragged one place is marked, and the others are not", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "oddlane");
  const entry = entryAt(page, 0);
  const box = await entry.boundingBox();
  const last = await entryAt(page, -1).boundingBox();
  if (!box || !last) throw new Error("The sections have no place");
  await page.mouse.move(box.x + 30, box.y + 20);
  await page.mouse.down();
  await page.mouse.move(box.x + 40, box.y + 60, { steps: 6 });
  await page.mouse.move(last.x + 40, last.y + last.height + 4, { steps: 6 });
  const lines = page.locator(".insert-point button span:first-child");
  const solid = () =>
    lines.evaluateAll((all) => all.filter((line) => getComputedStyle(line).borderTopStyle === "solid").length);
  await expect.poll(solid).toBe(1);
  expect(await lines.count()).toBeGreaterThan(2);
  await page.keyboard.press("Escape");
  await page.mouse.up();
});

test("the foot bar is one line with its picture, fits a phone, and its preview is not loaded anew with every edit", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto("/s/wrenfield/widgets/letters");
  // Order: the choice stands below what says which is chosen.
  await page.getByText("Foot bar", { exact: true }).last().click();
  const visitor = page.frameLocator('iframe[title="What a visitor gets"]');
  const bar = visitor.getByRole("dialog");
  await expect(bar).toBeVisible();
  await expect(bar.locator("img")).toBeVisible();
  await expect.poll(() => bar.evaluate((box) => box.getBoundingClientRect().height)).toBeLessThan(140);
  await visitor.locator("body").evaluate((body) => {
    body.dataset.kept = "yes";
  });
  await page
    .getByRole("navigation", { name: "Steps" })
    .getByRole("button", { name: /Words and fields/ })
    .click();
  // Order: a popup’s own title stands above that of its thanks.
  const title = page.getByLabel("Title").first();
  const before = await title.inputValue();
  await title.fill("Another title");
  await expect(visitor.getByRole("dialog", { name: "Another title" })).toBeVisible();
  await saved(page);
  await title.fill(before);
  await saved(page);
  expect(await visitor.locator("body").getAttribute("data-kept")).toBe("yes");
  await page.getByRole("region", { name: "Rehearse as" }).getByLabel("Device").selectOption("phone");
  // Another visitor is another rehearsal: the frame may be asked while it goes from the one to the other.
  const width = () => visitor.locator("body").evaluate(() => innerWidth);
  await expect.poll(() => width().catch(() => 0)).toBe(390);
  for (const design of ["Foot bar", "Centre card"]) {
    await page
      .getByRole("navigation", { name: "Steps" })
      .getByRole("button", { name: /Design/ })
      .click();
    // Order: the choice stands below what says which is chosen.
    await page.getByText(design, { exact: true }).last().click();
    const button = visitor.getByRole("button", { name: "Write to me", exact: true });
    await expect(button).toBeVisible();
    await expect.poll(() => button.evaluate((one) => one.getBoundingClientRect().bottom <= innerHeight)).toBe(true);
  }
  await saved(page);
});

test("a draft that comes while the popup's script is on its way is what the visitor gets", {
  tag: "@long",
}, async ({ page }) => {
  let letIn = () => {};
  const held = new Promise<void>((resolve) => {
    letIn = resolve;
  });
  const script = /\/_s\/popup-[^/]*\.js$/;
  await page.route(script, async (route) => {
    await held;
    await route.continue();
  });
  const wanted = page.waitForRequest(script);
  await page.goto("/s/wrenfield/widgets/letters");
  await wanted;
  // Order: the choice stands below what says which is chosen.
  await page.getByText("Foot bar", { exact: true }).last().click();
  await saved(page);
  letIn();
  const bar = page.frameLocator('iframe[title="What a visitor gets"]').getByRole("dialog");
  await expect(bar).toBeVisible();
  expect(await bar.evaluate((box) => box.getBoundingClientRect().height)).toBeLessThan(140);
  // Order: the choice stands below what says which is chosen.
  await page.getByText("Centre card", { exact: true }).last().click();
  await saved(page);
});

test("frames are as wide as they say beside scroll bars that take room", {
  tag: "@long",
}, async ({ page, baseURL, launchOptions }) => {
  const storageState = await page.context().storageState();
  const browser = await chromium.launch({ ...launchOptions, ignoreDefaultArgs: ["--hide-scrollbars"] });
  try {
    const context = await browser.newContext({ storageState, viewport: { width: 1280, height: 800 } });
    const other = await context.newPage();
    await other.goto(`${baseURL}/s/wrenfield/pages/home`);
    const opening = other.locator('[data-section][title="Opening"]');
    await opening.click();
    await expect(opening.locator("iframe").contentFrame().locator("main > section")).toHaveCount(1);
    const widths = await other
      .locator("iframe[data-stage]")
      .evaluateAll((all) =>
        (all as HTMLIFrameElement[]).map((one) => [
          Number.parseInt(one.style.width, 10),
          one.contentDocument?.documentElement.clientWidth,
        ]),
      );
    expect(widths.map(([said]) => said)).toContain(1180);
    for (const [said, has] of widths) expect(has).toBe(said);
    // The sheet is as wide as ever, too.
    const aside = sheet(other);
    expect(await aside.evaluate((box) => box.scrollHeight > box.clientHeight)).toBe(true);
    expect(await aside.evaluate((box) => box.firstElementChild?.nextElementSibling?.clientWidth)).toBe(287);
  } finally {
    await browser.close();
  }
});

test("what is tried stays on the stage when a change of before is stored meanwhile", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto("/s/wrenfield/pages/home");
  let answer = () => {};
  const held = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route("**/api/do/pages.edit", async (route) => {
    await held;
    await route.continue();
  });
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  const shelf = page.getByRole("region", { name: "Shelf" });
  const search = shelf.getByLabel("Find a section");
  await search.fill("faq");
  await search.press("Enter");
  await expect(shelf.getByText("“Questions” is on the page.")).toBeVisible();
  await search.fill("testimonials");
  await page.keyboard.press("ArrowDown");
  const tried = frame(page, "Wide").locator('[data-n="tried"]');
  await expect(tried).toBeVisible();
  answer();
  await saved(page);
  await expect(tried).toBeVisible();
  await closeShelf(page);
  await expect(tried).toHaveCount(0);
  await page.keyboard.press("Control+Z");
  await saved(page);
});

test("a sample that comes while its section is tried is drawn into it", { tag: "@long" }, async ({ page }) => {
  await operator(() => page, "late-sample").copyWorkshop("Late sample");
  let answer = () => {};
  const held = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route("**/api/do/widgets.fresh", async (route) => {
    await held;
    await route.continue();
  });
  await openPage(page, "late-sample");
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  const shelf = page.getByRole("region", { name: "Shelf" });
  await shelf.getByLabel("Find a section").fill("contact form");
  await page.keyboard.press("ArrowDown");
  const tried = frame(page, "Wide").locator('[data-n="tried"]');
  await expect(tried).toBeVisible();
  await expect(tried.locator(".w-form")).toHaveCount(0);
  answer();
  await expect(tried.locator(".w-form").getByLabel("E-mail")).toBeVisible();
  // Taken, nothing of it is tried any more.
  await page.keyboard.press("Enter");
  await expect(shelf.getByText("“Contact form” is on the page.")).toBeVisible();
  await expect(frame(page, "Wide").locator(".w-form")).toHaveCount(1);
  await expect(tried).toHaveCount(0);
  await saved(page);
});

test("on the stage the browser drags nothing of its own", { tag: "@long" }, async ({ page }) => {
  await page.goto("/s/wrenfield/pages/home");
  const picture = onPage(frame(page, "Wide").locator("main img"), 0);
  await expect(picture).toBeVisible();
  const taken = await picture.evaluate(
    (image) => !image.dispatchEvent(new DragEvent("dragstart", { bubbles: true, cancelable: true })),
  );
  expect(taken).toBe(true);
});

test("a double press, or Enter, on a place without a picture opens what can be chosen", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto("/s/wrenfield/pages/home");
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  const shelf = page.getByRole("region", { name: "Shelf" });
  const search = shelf.getByLabel("Find a section");
  // As one types the order changes: what is moved is drawn again.
  await search.pressSequentially("picture beside");
  await search.press("Enter");
  await expect(shelf.getByText(/is on the page\.$/)).toBeVisible();
  for (const picture of await shelf.locator("iframe").all())
    await expectSome(picture.contentFrame().locator("main > section"));
  // Asked for again, it goes on in the search; on the stage Esc puts it away.
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  await expect(search).toBeFocused();
  await closeShelf(page);
  const empty = frame(page, "Wide").locator(".b-none");
  await empty.dblclick();
  const chooser = page.getByRole("dialog", { name: "Choose a picture" });
  await expect(chooser).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(chooser).toBeHidden();
  await empty.click();
  await page.keyboard.press("Enter");
  await expect(chooser).toBeVisible();
  await page.keyboard.press("Escape");
  await page.keyboard.press("Control+Z");
  await expect(empty).toHaveCount(0);
  await saved(page);
});

test("the running order shows each section as it looks here, also once it was moved", async ({ page }) => {
  await page.goto("/s/wrenfield/pages/home");
  const picture = page.locator('[data-section][title="Class cards"] iframe').contentFrame();
  await expect(picture.getByText("Three ways to start")).toBeVisible();
  await expect(picture.locator("main > section")).toHaveCount(1);
  await page.locator('[data-section][title="Class cards"]').click();
  const order = () =>
    page.locator("[data-section]").evaluateAll((entries) => entries.map((entry) => entry.getAttribute("title")));
  const before = await order();
  await page.keyboard.press("Alt+ArrowDown");
  await expect.poll(order).not.toEqual(before);
  await page.keyboard.press("Alt+ArrowUp");
  await expect.poll(order).toEqual(before);
  await expect(picture.getByText("Three ways to start")).toBeVisible();
  await saved(page);
});

test("a release that has done nothing yet shows an empty bar", { tag: "@long" }, async ({ page }) => {
  await page.route("**/api/events?*", (route) => route.abort());
  await page.route("**/api/do/jobs.read", async (route) => {
    const { job: id } = route.request().postDataJSON() as { job: string };
    await route.fulfill({ json: { id, kind: "publish", state: "running", done: 0, total: 5, error: null } });
  });
  await page.goto("/s/oddlane/publish");
  await page
    .getByRole("main")
    .getByRole("button", { name: /^Publish/ })
    .click();
  await expect(page.getByText("0 of 5 steps. You may leave this page.")).toBeVisible();
  const bar = page.getByRole("progressbar", { name: "Publishing" });
  await expect(bar).toHaveAttribute("aria-valuenow", "0");
  expect(await bar.evaluate((outer) => outer.firstElementChild?.getBoundingClientRect().width)).toBe(0);
  await page.unrouteAll();
});
