// Each screen: reachable, accessible, usable by keyboard alone, honest about wrong input.
import { expect, type Page } from "@playwright/test";
import {
  answerPassword,
  deskPart,
  expectAccessible,
  frame,
  heldBack,
  onPage,
  openPage,
  openSites,
  saved,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.beforeEach(({ page }) => signIn(page));

const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });

test("how long is kept is set on the Desk, within its bounds", { tag: "@long" }, async ({ page }) => {
  await signIn(page);
  await page.goto("/s/oddlane/desk");
  await page.getByText("How long kept", { exact: true }).click();
  const panel = page.getByRole("region", { name: "How long it is kept" });
  await panel.getByLabel("Letters").fill("2");
  await panel.getByRole("button", { name: "Keep it so" }).click();
  await answerPassword(page);
  await expect(panel.getByText("Between 7 and 3650 days are possible.")).toBeVisible();
  await expectAccessible(page);
  await panel.getByLabel("Letters").fill("60");
  await panel.getByRole("button", { name: "Keep it so" }).click();
  await answerPassword(page);
  await expect(panel.getByText("Saved")).toBeVisible();
  await page.reload();
  await page.getByText("How long kept", { exact: true }).click();
  await expect(panel.getByLabel("Letters")).toHaveValue("60");
});

test("wrong password: one sentence at its field, and what was typed stays", async ({ browser }) => {
  const page = await browser.newPage();
  await page.goto("/sign-in");
  await page.getByLabel("Password").fill("not the password");
  await page.getByRole("button", { name: "Sign in" }).click();
  await expect(page.getByText("E-mail and password do not match.")).toBeVisible();
  await expect(page.getByLabel("E-mail")).toHaveValue("rowan@marrowfield.example");
  await expectAccessible(page);
  await page.goto("/s/wrenfield/desk");
  await expect(page).toHaveURL(/sign-in\?then=/);
  await page.close();
});

test("where nothing is, and where a screen can't be drawn, it is said, and there is a way on", async ({ page }) => {
  await page.goto("/s/wrenfield/nothing");
  await expect(page.getByRole("heading", { name: "Nothing is here" })).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "To your sites" }).click();
  await expect(page.getByRole("heading", { name: "Sites", exact: true })).toBeVisible();
  // An answer that no screen knows what to do with.
  await page.route("**/api/do/people.list", (route) => route.fulfill({ json: { nobody: true } }));
  await page.goto("/people");
  await expect(page.getByRole("heading", { name: "This screen stopped" })).toBeVisible();
  await expectAccessible(page);
  await page.unroute("**/api/do/people.list");
  await page.getByRole("link", { name: "To your sites" }).click();
  await expect(page.getByRole("heading", { name: "Sites", exact: true })).toBeVisible();
});

test("without a connection a form and a button are refused at once, and do nothing later", { tag: "@long" }, async ({
  page,
  context,
}) => {
  const lost = /The server can't be reached/;
  await page.goto("/people");
  await page.getByRole("button", { name: "Invite a person" }).click();
  const dialog = page.getByRole("dialog", { name: "Invite a person" });
  await dialog.getByLabel("Name").fill("Offline");
  await dialog.getByLabel("E-mail").fill("offline@marrowfield.example");
  await context.setOffline(true);
  await dialog.getByLabel("E-mail").press("Enter");
  await expect(dialog.getByText(lost)).toBeVisible();
  await expect(dialog.getByLabel("E-mail")).toHaveValue("offline@marrowfield.example");
  await context.setOffline(false);
  await page.goto("/s/oddlane/publish");
  const publish = page.getByRole("main").getByRole("button", { name: /^Publish/ });
  await expect(publish).toBeEnabled();
  await context.setOffline(true);
  await publish.click();
  await expect(page.getByText(lost)).toBeVisible();
  await context.setOffline(false);
  await expect(publish).toBeEnabled();
});

test("a form that is being sent is not sent twice, and what an answer without sense leaves is what was typed", async ({
  page,
}) => {
  await page.goto("/people");
  await page.getByRole("button", { name: "Invite a person" }).click();
  const dialog = page.getByRole("dialog", { name: "Invite a person" });
  await dialog.getByLabel("Name").fill("Twice");
  await dialog.getByLabel("E-mail").fill("twice@marrowfield.example");
  let sent = 0;
  let answer = () => {};
  const held = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route("**/api/do/people.invite", async (route) => {
    sent += 1;
    await held;
    await route.fulfill({ status: 200, contentType: "application/json", body: "no JSON" });
  });
  await dialog.getByLabel("E-mail").press("Enter");
  await dialog.getByLabel("E-mail").press("Enter");
  await expect(dialog.getByRole("button", { name: "Send the invitation" })).toBeDisabled();
  answer();
  await expect(dialog.getByText(/Something went wrong here/)).toBeVisible();
  expect(sent).toBe(1);
  await expect(dialog.getByLabel("Name")).toHaveValue("Twice");
});

test("a new site from a starter, with a taken key refused first, and its removal by name", async ({ page }) => {
  await openSites(page);
  await page.getByRole("button", { name: "New site" }).click();
  const dialog = page.getByRole("dialog", { name: "New site" });
  await dialog.getByLabel("Name").fill("Harbour Loaves");
  await dialog.getByLabel("Site address").fill("wrenfield");
  await dialog.getByLabel("Starts as").selectOption("counter");
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Make the site" }).click();
  await expect(dialog.getByText("This site address is taken. Choose another.")).toBeVisible();
  await dialog.getByLabel("Site address").fill("harbour-loaves");
  await dialog.getByRole("button", { name: "Make the site" }).click();
  await expect(frame(page, "Wide").getByRole("heading", { level: 1 })).toHaveText("Say in one line what you do");
  await page.goto("/");
  await page.getByRole("button", { name: "More for Harbour Loaves" }).click();
  await page.getByRole("menuitem", { name: "Remove this site…" }).click();
  const removing = page.getByRole("dialog", { name: "Remove Harbour Loaves" });
  await expect(removing.getByRole("button", { name: "Remove the site for good" })).toBeDisabled();
  await removing.getByRole("textbox").fill("Harbour Loaves");
  await removing.getByRole("button", { name: "Remove the site for good" }).click();
  await expect(page.getByRole("heading", { name: "Harbour Loaves" })).toBeHidden();
});

test("a site file that is none is refused with its path, and nothing is imported", async ({ page }) => {
  await openSites(page);
  await page
    .getByLabel("Site file")
    .setInputFiles({ name: "x.zip", mimeType: "application/zip", buffer: Buffer.from("no zip") });
  await expect(page.getByText("The site file was not taken; nothing was changed.")).toBeVisible();
});

test("the composer by keyboard alone: select, add, move, edit words, remove, undo", async ({ page }) => {
  await openPage(page, "oddlane");
  const sections = page.locator("[data-section]");
  const names = () => sections.evaluateAll((list) => list.map((one) => one.getAttribute("title")));
  const before = await names();
  await page.keyboard.press("?");
  await expect(page.getByRole("dialog", { name: "Keys" })).toContainText(
    "one level in, edit the words, choose the picture",
  );
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog", { name: "Keys" })).toBeHidden();
  await page.locator("body").press("ArrowDown");
  await expect(sheet(page).getByRole("heading", { name: "Opening" })).toBeVisible();
  await page.keyboard.press("Alt+ArrowDown");
  expect(await names()).toEqual([before[1], before[0], ...before.slice(2)]);
  await page.keyboard.press("+");
  await page.getByLabel("Find a section").fill("plain words");
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(sections).toHaveCount(before.length + 1);
  await page.keyboard.press("Escape");
  await expect(sheet(page).getByRole("heading", { name: "Plain words" })).toBeVisible();
  await page.locator("body").press("Enter");
  await expect(sheet(page).getByRole("heading", { name: "Heading" })).toBeVisible();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Control+A");
  await page.keyboard.type("“Straight as a rail again.”");
  await page.keyboard.press("Escape");
  await expect(frame(page, "Phone").getByText("“Straight as a rail again.”")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(sheet(page).getByRole("heading", { name: "Plain words" })).toBeVisible();
  await page.keyboard.press("Delete");
  await expect(sections).toHaveCount(before.length);
  await page.keyboard.press("Control+Z");
  await expect(sections).toHaveCount(before.length + 1);
  await page.keyboard.press("Control+D");
  await expect(sections).toHaveCount(before.length + 2);
  // Typed words are taken back a run at a time.
  for (let step = 0; step < 12; step++) await page.keyboard.press("Control+Z");
  await expect(sections).toHaveCount(before.length);
  expect(await names()).toEqual(before);
  await page.keyboard.press("t");
  await expect(page.locator('iframe[title^="Phone,"]')).toBeHidden();
  await saved(page);
});

test("running text: bold, a list and a link, made on the page", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "oddlane");
  const words = onPage(frame(page, "Wide").locator(".b-rich"), 0);
  await words.click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("Ring the bell");
  await page.keyboard.press("Control+A");
  await page.getByRole("toolbar", { name: "Words" }).getByRole("button", { name: "Bold" }).click();
  await page.getByRole("toolbar", { name: "Words" }).getByRole("button", { name: "Link (Ctrl+K)" }).click();
  await page.getByRole("toolbar", { name: "Words" }).getByLabel("Leads to").selectOption({ label: "Visit" });
  await page.keyboard.press("Escape");
  await expect(onPage(frame(page, "Phone").locator(".b-rich a strong, .b-rich strong a"), 0)).toHaveText(
    "Ring the bell",
  );
  await saved(page);
  await page.reload();
  await expect(onPage(frame(page, "Wide").locator(".b-rich"), 0).getByRole("link")).toHaveAttribute("href", "/visit");
});

test("a wrong size is said at its field, and the page stays as it was", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "oddlane");
  const heading = frame(page, "Wide").getByRole("heading", { level: 1 });
  await heading.click();
  await sheet(page).getByLabel("Size", { exact: true }).fill("40");
  await expect(sheet(page).getByText("The size can be at most 9 rem.")).toBeVisible();
  expect(await heading.evaluate((element) => Number.parseFloat(getComputedStyle(element).fontSize))).toBeLessThan(100);
});

test("a lost connection keeps the edits in the browser, over a reload, and sends them when it is back", {
  tag: "@long",
}, async ({ page, context }) => {
  await openPage(page, "oddlane");
  const heading = () => frame(page, "Wide").getByRole("heading", { level: 1 });
  await saved(page);
  await page.route("**/api/do/pages.edit", (route) => route.abort());
  await heading().click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("Kept without a connection.");
  await expect(page.getByRole("banner").getByText(/No connection · \d+ edits? (is|are) kept here/)).toBeVisible();
  await page.unroute("**/api/do/pages.edit");
  await page.reload();
  await expect(heading()).toHaveText("Kept without a connection.");
  await saved(page);
  const other = await context.newPage();
  await openPage(other, "oddlane");
  await expect(frame(other, "Wide").getByRole("heading", { level: 1 })).toHaveText("Kept without a connection.");
  await other.close();
});

test("two tabs on one page see each other's edits", { tag: "@long" }, async ({ page, context }) => {
  await openPage(page, "oddlane");
  const other = await context.newPage();
  await openPage(other, "oddlane");
  await frame(other, "Wide").getByRole("heading", { level: 1 }).click();
  await other.keyboard.press("Control+A");
  await other.keyboard.type("From the other tab.");
  await expect(frame(page, "Wide").getByRole("heading", { level: 1 })).toHaveText("From the other tab.");
  await other.close();
});

test("pages: a new one, its settings, a copy, removal and restoring", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "oddlane");
  const menu = (item: string | RegExp) => async () => {
    await onPage(page.getByRole("heading", { level: 1 }), 0).click();
    await page.getByRole("menuitem", { name: item }).click();
  };
  await menu("New page…")();
  const making = page.getByRole("dialog", { name: "New page" });
  await making.getByLabel("Title").fill("Winter store");
  await expect(making.getByLabel("Page address")).toHaveValue("winter-store");
  await making.getByRole("button", { name: "Add page" }).click();
  await expect(page.getByText("This page is empty.")).toBeVisible();
  await expectAccessible(page);
  await menu("Settings of this page…")();
  const settings = page.getByRole("dialog", { name: "Settings of Winter store" });
  await settings.getByLabel("Page address").fill("prices");
  await settings.getByRole("button", { name: "Save settings" }).click();
  await expect(settings.getByText("Another page has this slug. Choose another.")).toBeVisible();
  await settings.getByLabel("Page address").fill("winter");
  await settings.getByRole("button", { name: "Save settings" }).click();
  await menu("All pages, headers, redirects…")();
  const all = page.getByRole("main");
  await all.getByRole("button", { name: "Duplicate Winter store" }).click();
  await expect(all.getByRole("list").getByText("/winter-2")).toBeVisible();
  await all.getByRole("button", { name: "Remove Winter store (copy)" }).click();
  await all.getByRole("button", { name: "Restore Winter store (copy)" }).click();
  await expect(all.getByRole("list").getByText("/winter-2")).toBeVisible();
  await expectAccessible(page);
});

test("brand: a colour changes the page beside it and says its contrast; a wrong one is said at its field", async ({
  page,
}) => {
  await page.goto("/s/oddlane/brand");
  const shown = page.frameLocator('iframe[title="Home in this brand"]');
  await expect(shown.getByRole("heading", { level: 1 })).toBeVisible();
  await page.getByLabel("Accent", { exact: true }).fill("#88ddaa");
  await expect(onPage(shown.locator(".b-button"), 0)).toHaveCSS("background-color", "rgb(136, 221, 170)");
  await expect(page.getByText(/\d of 7 below 4\.5 : 1/)).toBeVisible();
  await page.getByLabel("Accent", { exact: true }).fill("green");
  await expect(page.getByText("A colour is written as # and six digits, such as #7a3a1c.")).toBeVisible();
  await expect(page.getByRole("banner").getByText("Not saved")).toBeVisible();
  await page.getByLabel("Accent", { exact: true }).fill("#0f5c4d");
  await saved(page);
  await expectAccessible(page);
  // One more while a save is under way: it waits for its end, and both are kept.
  const sent = page.waitForRequest(/brand\.save/);
  const letGo = await heldBack(page, "brand.save");
  await page.getByLabel("Accent", { exact: true }).fill("#0f5c4e");
  await sent;
  await page.getByLabel("Accent", { exact: true }).fill("#0f5c4d");
  // Wait: for longer than changes are gathered, so that the second save is due.
  await page.waitForTimeout(700);
  letGo();
  await saved(page);
});

test("what is still fetched takes nothing from under the pointer, and closes nothing that is open", async ({
  page,
}) => {
  const shared = await heldBack(page, "shared.list");
  await openPage(page, "wrenfield");
  const before = await page.locator("[data-section]").count();
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  const shelf = page.getByRole("region", { name: "Shelf" });
  await shelf.getByRole("button", { name: "Opening in the middle" }).hover();
  await page.mouse.down();
  const arrived = page.waitForResponse((response) => response.url().includes("shared.list"));
  shared();
  await (await arrived).finished();
  // Wait: a frame in which what has arrived would be drawn; that it is not shows by the press alone.
  await page.evaluate(() => new Promise((drawn) => requestAnimationFrame(() => setTimeout(drawn))));
  await page.mouse.up();
  await expect(page.locator("[data-section]")).toHaveCount(before + 1);

  await page.goto("/s/wrenfield/desk");
  await deskPart(page, "Bookings");
  await page.getByText("Lists", { exact: true }).click();
  await page
    .getByRole("button", { name: /First throw/ })
    // Order: the list is by time; the last is yet to come.
    .last()
    .click();
  const move = page.getByRole("button", { name: "Move…" });
  await expect(move).toBeVisible();
  // Order: what is open stands beside the list, and so after its days.
  const who = (await page.getByRole("main").getByRole("heading", { level: 2 }).last().textContent()) ?? "";
  const found = await heldBack(page, "booking.list");
  const asked = page.waitForRequest((request) => (request.postData() ?? "").includes(`"words":"${who}"`));
  await page.getByLabel("Find a booking").fill(who);
  await asked;
  await move.click();
  const window = page.getByRole("dialog", { name: `Move ${who}` });
  await expect(window).toBeVisible();
  const answered = page.waitForResponse((response) =>
    (response.request().postData() ?? "").includes(`"words":"${who}"`),
  );
  found();
  await answered;
  await expect(window).toBeVisible();
});

test("the popup's workspace: every step, every design live, results", { tag: "@long" }, async ({ page }) => {
  await page.goto("/s/oddlane/widgets");
  await expectAccessible(page);
  await page.getByRole("link", { name: "Winter check" }).click();
  const step = (name: string) => page.getByRole("navigation", { name: "Steps" }).getByRole("button", { name }).click();
  const visitor = page.frameLocator('iframe[title="What a visitor gets"]');
  await step("Design");
  for (const design of ["Centre card", "Foot bar", "Side sheet", "Corner note"]) {
    // Order: the choice stands below what says which is chosen.
    await page.getByText(design, { exact: true }).last().click();
    await expect(visitor.getByRole("dialog", { name: "Before the salt comes" })).toBeVisible();
  }
  await expectAccessible(page);
  await step("Words and fields");
  // Order: a popup’s own title stands above that of its thanks.
  await page.getByLabel("Title").first().fill("Before the snow comes");
  await expect(visitor.getByRole("dialog", { name: "Before the snow comes" })).toBeVisible();
  await expectAccessible(page);
  await step("For whom");
  const countries = page.getByLabel("Countries");
  await countries.fill("Ireland");
  await countries.press("Enter");
  await expect(page.getByText("A country is two capital letters, such as IE.")).toBeVisible();
  await countries.press("Backspace");
  await countries.press("Backspace");
  await countries.fill("US");
  await countries.press("Enter");
  await expectAccessible(page);
  await step("Look");
  await page.getByText("The page stays usable").click();
  await page.getByRole("spinbutton", { name: "Strength" }).fill("70");
  await saved(page);
  await expectAccessible(page);
  await step("Where");
  await page.getByRole("radiogroup", { name: "Pages" }).getByText("all but the ticked").click();
  await page.getByLabel(/^Prices/).check();
  await expect(page.getByText("not here")).toBeVisible();
  await page.getByRole("button", { name: "Results" }).click();
  await expect(page.getByRole("heading", { name: "Results" })).toBeVisible();
  await expectAccessible(page);
});

test("an editor changes words, and finds no layout to change", async ({ browser }) => {
  const page = await browser.newPage();
  await signIn(page, "maren@wrenfield.example");
  await openSites(page);
  // Of one client only.
  await expect(page.getByRole("article")).toHaveCount(1);
  await openPage(page, "wrenfield", "pages/visit");
  await expect(page.getByRole("link", { name: "Brand" })).toBeHidden();
  await onPage(frame(page, "Wide").getByRole("heading", { level: 2 }), 0).click();
  await page.keyboard.press("End");
  await page.keyboard.type(" here");
  await saved(page);
  await expect(sheet(page).getByText("layout is for the studio’s designers")).toBeVisible();
  await page.close();
});

test("published pages are accessible, wide and on a phone, and their menu works without a script", async ({
  browser,
}) => {
  for (const [width, path] of [
    [1280, "/"],
    [1280, "/classes"],
    [1280, "/no-such-page"],
    [390, "/"],
    [390, "/visit"],
  ] as const) {
    const page = await browser.newPage({ viewport: { width, height: 800 } });
    await page.goto(siteAddress("wrenfield", path));
    await expectAccessible(page);
    expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(width);
    await page.close();
  }
  const phone = await browser.newContext({ viewport: { width: 390, height: 800 }, javaScriptEnabled: false });
  const page = await phone.newPage();
  await page.goto(siteAddress("wrenfield"));
  await page.getByText("Menu").click();
  await page.getByRole("navigation", { name: "Main" }).getByRole("link", { name: "Classes" }).click();
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Classes");
  await phone.close();
});
