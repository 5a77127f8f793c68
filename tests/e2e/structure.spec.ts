// The frame around the pages: which header stands where and why, the tree of pages, redirects, patterns; then as a visitor.
import { expect, type Page } from "@playwright/test";
import { copyWorkshop, expectAccessible, expectSome, frame, port, saved, signIn, siteAddress } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });
test.beforeEach(({ page }) => signIn(page));

/** A site of its own: what is moved here is moved for nobody else. */
const site = "clayroad";
const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });

async function publish(page: Page) {
  await page.goto(`/s/${site}/publish`);
  const main = page.getByRole("main");
  await main.getByRole("button", { name: /^Publish (\d+ changes?|again)$/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
}

/** Status and target of what a visitor's browser gets at an address; Node does not know the sites' hosts by name. */
async function ledTo(page: Page, path: string) {
  const headers = { host: new URL(siteAddress(site)).host };
  const answer = await page.request.get(`http://127.0.0.1:${port}${path}`, { headers, maxRedirects: 0 });
  return [answer.status(), answer.headers().location];
}

const sideways = (page: Page) => page.evaluate(() => document.documentElement.scrollWidth - innerWidth);

test("a site of its own", async ({ page }) => {
  await copyWorkshop(page, site, "Clay Road");
});

test("headers by page, group and address: each page says which it has and by which rule", async ({ page }) => {
  await page.goto(`/s/${site}/structure`);
  const row = (title: string) => page.getByRole("listitem").filter({ hasText: title });
  await row("Shop")
    .getByRole("button", { name: /^Shop \// })
    .click();
  await page.getByLabel("Groups").fill("Selling");
  await page.getByRole("button", { name: "Save settings" }).click();
  await expect(row("Shop").getByText(/Selling/)).toBeVisible();

  await page.getByText("Headers and footers", { exact: true }).click();
  const card = (name: string) =>
    page
      .getByRole("main")
      .locator("section > div")
      .filter({ has: page.getByRole("heading", { name, exact: true }) });
  const add = async (name: string) => {
    await page.getByRole("button", { name: "New header" }).click();
    const dialog = page.getByRole("dialog", { name: "New header" });
    await dialog.getByLabel("Name").fill(name);
    await dialog.getByRole("button", { name: "Add it" }).click();
    await expect(card(name).getByText("on no page")).toBeVisible();
  };
  const rule = async (name: string, sort: string, which?: string, path?: string) => {
    // Order: where it stands comes before where it is left out.
    await card(name).getByRole("button", { name: "Add a rule" }).first().click();
    await card(name).getByRole("combobox", { name: "Rule for" }).selectOption(sort);
    if (which) await card(name).getByLabel("Which").selectOption({ label: which });
    if (path) await card(name).getByLabel("addresses like").fill(path);
    await card(name).getByRole("button", { name: "Add", exact: true }).click();
  };
  await add("For selling");
  await rule("For selling", "group", "Selling");
  await expect(card("For selling").getByText("on 1 page")).toBeVisible();
  await add("For the kiln");
  await rule("For the kiln", "path", undefined, "/kiln*");
  await expect(card("For the kiln").getByText("on 1 page")).toBeVisible();
  await add("Never seen");
  await rule("Never seen", "site");
  await expect(
    page.getByText(/^Never seen: The rule for the whole site never counts: .*Header.* stands on every page/),
  ).toBeVisible();
  await expectAccessible(page);

  // Of a footer that leaves a page out it is said which page has none.
  // Order: where it is left out comes after where it stands.
  await card("Footer").getByRole("button", { name: "Add a rule" }).last().click();
  await card("Footer").getByRole("combobox", { name: "Rule for" }).selectOption("page");
  await card("Footer").getByLabel("Which").selectOption({ label: "Privacy" });
  await card("Footer").getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("Without a footer: Privacy.")).toBeVisible();

  // Order: the part of the screen stands below the bar’s entry of the same name.
  await page.getByText("Pages", { exact: true }).last().click();
  const told = async (title: string, words: string) => {
    await row(title)
      // Other pages' names may begin alike.
      .getByRole("button", { name: new RegExp(`^${title} /`) })
      .click();
    await expect(page.getByText(words)).toBeVisible();
  };
  await told("Shop", "For selling: by its rule for pages of the group “Selling”.");
  await told("Kiln hire", "For the kiln: by its rule for addresses like /kiln*.");
  await told("Visit", "Header: by its rule for the whole site.");
  await told("Thank you", "Name alone: by its rule for the page “Thank you”.");
  await told("Privacy", "No footer: no rule holds for this page.");
  await expectAccessible(page);
});

test("a header is worked on where it stands, and says why it does; its visitors see it there and nowhere else", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto(`/s/${site}/structure?part=headersFooters`);
  await page.getByRole("link", { name: "Work on it: For selling" }).click();
  await page.getByRole("button", { name: "For selling settings" }).click();
  await expect(sheet(page).getByText("It stands here by its rule for pages of the group “Selling”")).toBeVisible();
  await sheet(page).getByRole("button", { name: "Notice bar above" }).click();
  await expect(frame(page, "Wide").getByText("What visitors should know today.")).toBeVisible();
  await saved(page);
  await publish(page);
  const notice = page.getByRole("banner").getByRole("note");
  await page.goto(siteAddress(site, "/shop"));
  await expect(notice).toHaveText("What visitors should know today.");
  await page.goto(siteAddress(site, "/kiln-hire"));
  await expect(page.getByRole("banner")).toBeVisible();
  await expect(notice).toHaveCount(0);
  await page.goto(siteAddress(site, "/privacy"));
  await expect(page.locator("footer")).toBeEmpty();
});

test("a see-through header is solid once the page is scrolled; nothing shifts and places do not hide behind it", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto(`/s/${site}/pages`);
  await page.getByRole("button", { name: "Header settings" }).click();
  await sheet(page).getByLabel("Over the first section").selectOption("ink");
  await expect(sheet(page).getByText(/^Contrast 1\.\d : 1 over “Opening”$/)).toBeVisible();
  await sheet(page).getByLabel("Over the first section").selectOption("paper");
  await expect(sheet(page).getByText(/^Contrast 1\d\.\d : 1 over “Opening”$/)).toBeVisible();
  const bar = frame(page, "Wide").locator("header > section");
  const opacity = () => bar.evaluate((element) => getComputedStyle(element, "::before").opacity);
  await expect.poll(opacity).toBe("0");
  await page.getByRole("button", { name: "Scrolled", exact: true }).click();
  await expect.poll(opacity).toBe("1");
  await expectAccessible(page);
  await saved(page);
  await publish(page);

  await page.setViewportSize({ width: 1280, height: 700 });
  await page.goto(siteAddress(site));
  const header = page.locator("header > section");
  const ground = () => header.evaluate((element) => getComputedStyle(element, "::before").opacity);
  await expect.poll(ground).toBe("0");
  // It lies over the first section, whose words begin below it.
  const [top, words] = await Promise.all([header.boundingBox(), page.getByRole("heading", { level: 1 }).boundingBox()]);
  expect(top?.y).toBe(0);
  expect(words?.y).toBeGreaterThan((top?.y ?? 0) + (top?.height ?? 0));
  await page.evaluate(() => {
    const shifts = { sum: 0 };
    Object.assign(window, { shifts });
    new PerformanceObserver((list) => {
      for (const entry of list.getEntries()) shifts.sum += (entry as unknown as { value: number }).value;
    }).observe({ type: "layout-shift" });
  });
  await page.mouse.wheel(0, 600);
  await expect.poll(ground).toBe("1");
  await expect.poll(() => header.evaluate((element) => element.getBoundingClientRect().y)).toBe(0);
  expect(await page.evaluate(() => (window as unknown as { shifts: { sum: number } }).shifts.sum)).toBe(0);
  await expectAccessible(page);

  await page.evaluate(() => {
    const section = document.querySelectorAll("main > section")[2];
    if (section) section.id = "third";
    location.hash = "third";
  });
  await expect
    .poll(() => page.locator("#third").evaluate((element) => Math.round(element.getBoundingClientRect().y)))
    .toBe(76);
  await page.setViewportSize({ width: 320, height: 640 });
  expect(await sideways(page)).toBe(0);
});

const rowOf = (page: Page, title: string) =>
  page.getByRole("listitem").filter({ has: page.getByRole("button", { name: new RegExp(`^${title} `) }) });

test("a page dragged below another stands in its sub-menu, and its old address leads there; by keys back again", async ({
  page,
}) => {
  // An old address is one that was live.
  await publish(page);
  await page.goto(`/s/${site}/structure`);
  const grip = page.getByRole("button", { name: "Drag Kiln hire" });
  const from = await grip.boundingBox();
  if (!from) throw new Error("nothing to drag");
  await page.mouse.move(from.x + 8, from.y + 12);
  await page.mouse.down();
  await page.mouse.move(from.x + 20, from.y + 14, { steps: 4 });
  await page.mouse.move(from.x + 44, from.y + 14, { steps: 6 });
  await page.mouse.up();
  await expect(page.getByText("Kiln hire stands below Classes, at place 1.", { exact: false })).toBeVisible();
  await expectSome(page.getByText("/classes/kiln-hire"));
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(rowOf(page, "Kiln hire")).toContainText("Kiln hire/kiln-hire");
  await rowOf(page, "Kiln hire")
    .getByRole("button", { name: /^Kiln hire / })
    .focus();
  await page.keyboard.press("Alt+ArrowRight");
  await expect(rowOf(page, "Kiln hire").getByText("/classes/kiln-hire")).toBeVisible();
  await publish(page);

  expect(await ledTo(page, "/kiln-hire")).toEqual([301, "/classes/kiln-hire"]);

  await page.goto(siteAddress(site));
  const menu = page.getByRole("navigation", { name: "Main" });
  const below = menu.getByRole("link", { name: "Kiln hire" });
  await expect(below).toBeHidden();
  await menu.getByRole("link", { name: "Classes" }).focus();
  await page.keyboard.press("Tab");
  await page.keyboard.press("Enter");
  await expect(below).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press("Escape");
  await expect(below).toBeHidden();
  // Order: entries stand as in the menu.
  await expect(menu.locator("summary").first()).toBeFocused();
  await page.keyboard.press("Enter");
  await page.keyboard.press("Tab");
  await expect(below).toBeFocused();
  // Whoever goes on leaves it closed behind.
  await page.keyboard.press("Tab");
  await expect(below).toBeHidden();
  await menu.getByRole("link", { name: "Classes" }).hover();
  await below.click();
  await expect(page).toHaveURL(/\/classes\/kiln-hire$/);
  await expect(menu.getByRole("link", { name: "Classes" })).toHaveAttribute("aria-current", "true");
});

test("on a phone the menu holds what lies below, too", { tag: "@long" }, async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 390, height: 800 }, hasTouch: true, isMobile: true });
  const page = await context.newPage();
  await page.goto(siteAddress(site));
  await page.getByText("Menu", { exact: true }).tap();
  await page.getByRole("navigation", { name: "Main" }).getByRole("link", { name: "Kiln hire" }).tap();
  await expect(page).toHaveURL(/\/classes\/kiln-hire$/);
  expect(await sideways(page)).toBe(0);
  await context.close();
});

test("redirects: a list with loops is taken in but for those, and what is taken leads visitors on", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto(`/s/${site}/structure?part=redirects`);
  await page.getByLabel("A CSV file with two columns").setInputFiles({
    name: "old.csv",
    mimeType: "text/csv",
    buffer: Buffer.from("from,to\n/2019/open-day,/classes\n/round,/about\n/about,/round\n/visit,/shop\n"),
  });
  await expect(page.getByText("2 redirects are new.")).toBeVisible();
  await expect(page.getByText("Line 4, /about: This would lead in a circle: /round › /about › /round.")).toBeVisible();
  await expect(page.getByText(/^Line 5, \/visit: The page “Visit” stands at \/visit/)).toBeVisible();
  await page.getByLabel("Old address").fill("not a path");
  await page.getByLabel("Leads to").fill("/classes");
  await page.getByRole("button", { name: "Add", exact: true }).click();
  await expect(page.getByText("An old address is a path such as /kiln-hire.")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Remove the redirect of /round" }).click();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(page.getByRole("button", { name: "Remove the redirect of /round" })).toBeVisible();
  await publish(page);
  expect(await ledTo(page, "/2019/open-day")).toEqual([301, "/classes"]);
});

test("page settings tell how results and shared links will look; a kept page is the pattern for a new one", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto(`/s/${site}/structure`);
  await rowOf(page, "Visit")
    .getByRole("button", { name: /^Visit / })
    .click();
  await page.getByLabel("Search title").fill("Find the workshop");
  await expect(page.getByRole("img", { name: "A result, as search engines draw it: Find the workshop" })).toBeVisible();
  await expect(page.getByText(/^\d+ of about 580 px that a result shows/)).toBeVisible();
  await page.getByLabel("Search title").fill("Find the workshop by the river ".repeat(3));
  await expect(page.getByText(/^\d+ px: results cut it at about 580/)).toBeVisible();
  await page.getByLabel("Page address").fill("classes");
  await page.getByRole("button", { name: "Save settings" }).click();
  await expect(page.getByText("Another page has this slug. Choose another.")).toBeVisible();
  await page.getByLabel("Page address").fill("find-us");
  await page.getByRole("button", { name: "Save settings" }).click();
  const moved = page.getByRole("dialog", { name: "The page has a new address" });
  await expect(moved.getByText("/visit leads to it from the next release on.")).toBeVisible();
  await moved.getByRole("button", { name: "Done" }).click();

  await page.getByRole("button", { name: "Keep as a pattern" }).click();
  const keeping = page.getByRole("dialog", { name: "Keep this page as a pattern" });
  await keeping.getByLabel("Name").fill("Place");
  await keeping.getByRole("button", { name: "Keep it" }).click();
  await keeping.getByRole("button", { name: "Done" }).click();
  await page.getByRole("button", { name: "New page" }).click();
  const making = page.getByRole("dialog", { name: "New page" });
  await making.getByLabel("Title").fill("Second workshop");
  await making.getByLabel("Begins").selectOption({ label: "like the pattern “Place”" });
  await making.getByRole("button", { name: "Add page" }).click();
  await expect(page.getByRole("heading", { level: 1, name: "Second workshop" })).toBeVisible();
  expect(await page.locator("[data-section]").count()).toBeGreaterThan(1);
});

test("a page that is removed comes back by one press", { tag: "@long" }, async ({ page }) => {
  await page.goto(`/s/${site}/structure`);
  await rowOf(page, "Journal")
    .getByRole("button", { name: /^Journal / })
    .click();
  await page.getByRole("button", { name: "Remove Journal" }).click();
  await expect(page.getByText("Journal is removed.")).toBeVisible();
  await page.getByRole("button", { name: "Restore Journal" }).click();
  await expect(rowOf(page, "Journal")).toBeVisible();
});

test("narrow: the structure is read at 360 px", async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 740 });
  for (const part of ["pages", "headersFooters", "redirects"]) {
    await page.goto(`/s/${site}/structure?part=${part}`);
    await expect(page.getByRole("heading", { name: "All pages" })).toBeVisible();
    expect(await sideways(page)).toBe(0);
  }
});
