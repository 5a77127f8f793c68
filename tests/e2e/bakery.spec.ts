// A bakery's site from nothing: words linked, lists typed, sections cut to another page, two people at one page, then
// published, an address changed, and published again.
import { type BrowserContext, expect, type Page } from "@playwright/test";
import {
  closeShelf,
  expectAccessible,
  expectSome,
  frame,
  onPage,
  openSites,
  saved,
  sectionAt,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

let context: BrowserContext;
let page: Page;
let visitPage = "";
test.beforeAll(async ({ browser }) => {
  context = await browser.newContext({ locale: "en-GB", timezoneId: "Europe/London" });
  page = await context.newPage();
});
test.afterAll(() => context.close());

const wide = () => frame(page, "Wide");
const sheet = () => page.getByRole("complementary", { name: "Sheet" });
const order = () => page.getByRole("navigation", { name: "Running order" });
async function place(name: string) {
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  await page.getByLabel("Find a section").fill(name);
  await page.keyboard.press("Enter");
  await expect(page.getByText(`“${name}” is on the page.`)).toBeVisible();
  await closeShelf(page);
}
async function publish() {
  await page
    .getByRole("banner")
    .getByRole("link", { name: /^Publish/ })
    // Order: the button of the screen stands below the bar’s.
    .last()
    .click();
  const main = page.getByRole("main");
  await main.getByRole("button", { name: /^Publish \d+ changes?$/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
}

test("the new site takes zone, language and currency from where its designer sits, by name", {
  tag: "@long",
}, async () => {
  await signIn(page);
  await openSites(page);
  await page.getByRole("button", { name: "New site" }).click();
  const dialog = page.getByRole("dialog", { name: "New site" });
  await expect(dialog.getByLabel("Time zone")).toHaveValue("Europe/London");
  await expect(dialog.getByLabel("Language").locator("option:checked")).toHaveText("British English");
  await expect(dialog.getByLabel("Currency").locator("option:checked")).toHaveText("British Pound (GBP)");
  await dialog.getByLabel("Name").fill("Crumb and Crust");
  await dialog.getByLabel("Site address").fill("crumb");
  await dialog.getByLabel("Starts as").selectOption("empty");
  await dialog.getByRole("button", { name: "Make the site" }).click();
  await expect(order().getByText("This page is empty.")).toBeVisible();
});

test("its address and hours are set once; sections take them, and prices stand in its currency", {
  tag: "@long",
}, async () => {
  await page.getByRole("button", { name: "Crumb and Crust" }).click();
  await page.getByRole("menuitem", { name: "Site settings" }).click();
  await page.getByLabel("Address", { exact: true }).fill("4 Mill Steps\nTidewater");
  await page.getByText("Tell opening hours").click();
  for (const day of ["Tuesday", "Wednesday", "Thursday", "Friday"]) await page.getByLabel(day).fill("7–13, 14–18");
  await page.getByLabel("Saturday").fill("half past");
  await expect(page.getByText("These can’t be read.")).toBeVisible();
  await expect(page.getByRole("button", { name: "Save settings" })).toBeDisabled();
  await page.getByLabel("Saturday").fill("7:00-12:00");
  await page.getByRole("button", { name: "Save settings" }).click();
  await expect(page.getByText("Saved. Publish to show it to visitors.")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("link", { name: "Pages", exact: true }).click();
  await expect(order()).toBeVisible();
});

test("sections come from the shelf by Enter in its search, and the new one is scrolled to", {
  tag: "@long",
}, async () => {
  await place("Opening");
  await expect(wide().getByRole("heading", { level: 1 })).toHaveText("Say in one line what you do");
  await place("Three cards");
  await place("Plain words");
  await place("Price list");
  await place("Opening hours");
  await expect(wide().getByText("07:00–13:00, 14:00–18:00")).toBeInViewport();
  // The pane is scrolled, never the frame in its box: below the page there is nothing to be seen.
  for (const stage of await page.locator("iframe[data-stage]").all())
    expect(await stage.evaluate((one) => one.parentElement?.scrollTop)).toBe(0);
  await expect(wide().getByText("4 Mill Steps")).toBeVisible();
  await expect(wide().getByText("£24")).toBeVisible();
  await saved(page);
});

test("words are written where they stand, and linked to a page, an address and a mail address", {
  tag: "@long",
}, async () => {
  // While its words are open a heading is a text box, so it is looked for by its element.
  const title = wide().locator("h1");
  await title.click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("Bread worth the stairs.");
  await page.keyboard.press("Enter");
  await page.keyboard.type(" Daily");
  await expect(title).toHaveText("Bread worth the stairs. Daily");
  await page.keyboard.press("Control+Z");
  await page.keyboard.press("Backspace");
  await expect(title).toHaveText("Bread worth the stairs.");
  // What was changed is no sample any more; what was not is marked as one.
  await expect(sheet().getByText("Still the words that came with the section.")).toBeHidden();
  await expect(order().getByRole("button", { name: /^Three cards/ })).toContainText("sample words");
  const words = sectionAt(wide(), 2).locator(".b-rich");
  // The first click takes the caret where it was pressed.
  await words.getByText("Running text.").click({ position: { x: 4, y: 8 } });
  await page.keyboard.type("We bake at night. ");
  await expect(words).toContainText("We bake at night.");
  await page.keyboard.press("Control+A");
  await page.keyboard.type("Order by noon or write to us. Bread waits until six.");
  await page.keyboard.press("Home");
  await page.keyboard.press("Control+Shift+ArrowRight");
  await page.getByRole("button", { name: "Link (Ctrl+K)" }).click();
  await page.getByLabel("Address, mail or phone").fill("www");
  await page.getByRole("button", { name: "Link", exact: true }).click();
  await expect(page.getByText("Write an address, a mail address or a phone number.")).toBeVisible();
  await page.getByLabel("Address, mail or phone").fill("hello@crumb.example");
  await page.getByRole("button", { name: "Link", exact: true }).click();
  const linked = wide().locator('a[href="mailto:hello@crumb.example"]');
  await expect(linked).toHaveText(/Order/);
  await page.keyboard.press("End");
  await page.keyboard.type(" Really.");
  await expect(words).toContainText("until six. Really.");
  // Steps back go a run of words at a time, and the words stay open.
  await page.keyboard.press("Control+Z");
  await expect(words).not.toContainText("Really");
  await expect(words).toContainText("until six.");
  await page.keyboard.press("Escape");
  await expect(linked).toHaveText(/Order/);
  await saved(page);
});

test("a list is typed line by line, on the page and on the sheet", { tag: "@long" }, async () => {
  const list = sectionAt(wide(), 3).locator(".b-rows");
  await list.getByText("The small one").click();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("Rye, 1 kg");
  await page.keyboard.press("Enter");
  await page.keyboard.type("Spelt, 750 g");
  await expect(list.locator("li")).toHaveCount(4);
  await page.keyboard.press("Enter");
  await page.keyboard.press("Backspace");
  await page.keyboard.type(", sliced");
  // Order: lines stand as they were typed.
  await expect(list.locator("li").nth(1)).toHaveText("Spelt, 750 g, sliced");
  await page.keyboard.press("Escape");
  await expect(sheet().getByLabel("Line 2", { exact: true })).toHaveValue("Spelt, 750 g, sliced");
  await sheet().getByRole("button", { name: "Add a line" }).click();
  await expect(sheet().getByLabel("Line 5", { exact: true })).toBeFocused();
  await page.keyboard.type("Rolls, six");
  await sheet().getByLabel("End of line 5").fill("£3");
  // Order: lines stand as they were typed.
  await expect(list.locator("li").nth(4)).toHaveText("Rolls, six£3");
  await saved(page);
});

test("a section is cut, and pasted on another page", { tag: "@long" }, async () => {
  await order()
    .getByRole("button", { name: /^Opening hours/ })
    .click();
  await page.keyboard.press("Control+X");
  await expect(order().getByRole("button", { name: /^Opening hours/ })).toBeHidden();
  await saved(page);
  await order()
    .getByRole("heading", { name: "Home" })
    .or(page.getByRole("button", { name: "Home" }))
    // Order: whichever of the two has come.
    .first()
    .click();
  await page.getByRole("menuitem", { name: "New page…" }).click();
  const dialog = page.getByRole("dialog", { name: "New page" });
  await dialog.getByLabel("Title").fill("Visit us");
  await dialog.getByRole("button", { name: "Add page" }).click();
  await expect(page.getByRole("button", { name: "Visit us" })).toBeVisible();
  await expect(order().getByText("This page is empty.")).toBeVisible();
  await page.keyboard.press("Control+V");
  await expect(order().getByRole("button", { name: /^Opening hours/ })).toBeVisible();
  await expect(wide().getByText("4 Mill Steps")).toBeVisible();
  visitPage = page.url();
  await saved(page);
});

test("two people at the page: each sees where the other is, and both keep their words in one line", {
  tag: "@long",
}, async ({ browser }) => {
  const other = await (await browser.newContext()).newPage();
  await signIn(other, "ines@marrowfield.example");
  await other.goto(visitPage);
  const theirs = frame(other, "Wide").getByRole("heading", { name: "Find us" });
  await expect(theirs).toBeVisible();
  await theirs.click();
  await expect(page.getByText("Also on this page")).toContainText("Ines");
  const mine = wide().getByRole("heading", { name: "Find us" });
  await mine.click();
  await page.keyboard.press("End");
  await other.keyboard.press("Home");
  await Promise.all([page.keyboard.type(" by the mill"), other.keyboard.type("How to ")]);
  for (const one of [page, other])
    await expect(frame(one, "Wide").locator("h2").filter({ hasText: "How to Find us by the mill" })).toBeVisible();
  // Going back takes one's own words, not those of the other.
  await page.keyboard.press("Escape");
  // How many steps the words were depends on how fast they were typed.
  const ours = wide().locator("h2").filter({ hasText: "How to" });
  await expect(async () => {
    if ((await ours.textContent()) !== "How to Find us")
      await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
    await expect(ours).toHaveText("How to Find us", { timeout: 1000 });
  }).toPass();
  await expect(frame(other, "Wide").locator("h2").filter({ hasText: "How to" })).toHaveText("How to Find us");
  await saved(page);
  await other.context().close();
});

test("the first release lists everything; what came with sections and was not changed is worth a look", {
  tag: "@long",
}, async () => {
  await page.goto(page.url().replace(/\/pages.*/, "/publish"));
  const main = page.getByRole("main");
  await expect(main.getByText("The first release: 2 pages")).toBeVisible();
  await expect(main.getByRole("region", { name: "Sample words" }).getByRole("listitem")).not.toHaveCount(0);
  await expectSome(main.getByText("A picture’s place is empty."));
  await expectAccessible(page);
  await main.getByRole("button", { name: "Publish 2 changes" }).click();
  await expect(main.getByText("Published.")).toBeVisible();
  await page.goto(siteAddress("crumb"));
  await expect(page.getByRole("heading", { level: 1 })).toHaveText("Bread worth the stairs.");
  await expect(page.getByRole("link", { name: /Order/ })).toHaveAttribute("href", "mailto:hello@crumb.example");
  await page.setViewportSize({ width: 1440, height: 800 });
  const lefts = await page.evaluate(() =>
    [...document.querySelectorAll(".b-in")].map((inner) =>
      Math.round(inner.firstElementChild?.getBoundingClientRect().x ?? 0),
    ),
  );
  expect(new Set(lefts).size).toBe(1);
  // A section of short lines keeps them short, at the same edge: 44 rem.
  const list = await onPage(page.locator("main .b-rows"), 0).boundingBox();
  expect(list?.width).toBeLessThanOrEqual(705);
  await page.setViewportSize({ width: 1280, height: 800 });
  await expectAccessible(page);
  await page.goto(siteAddress("crumb", "/nowhere"));
  await expect(page.getByRole("heading", { name: "This page is not here" })).toBeVisible();
  await expect(page.getByRole("navigation", { name: "Main" })).toBeVisible();
});

test("a new address leaves a redirect, is listed with before and after, and can be left out of a release", {
  tag: "@long",
}, async () => {
  await page.goto(visitPage);
  await page.getByRole("button", { name: "Visit us" }).click();
  await page.getByRole("menuitem", { name: "Settings of this page…" }).click();
  const dialog = page.getByRole("dialog", { name: "Settings of Visit us" });
  await dialog.getByLabel("Page address").fill("find-us");
  await dialog.getByRole("button", { name: "Save settings" }).click();
  const told = page.getByRole("dialog", { name: "The page has a new address" });
  await expect(told.getByText("/visit-us leads to it from the next release on.")).toBeVisible();
  await told.getByRole("button", { name: "Done" }).click();
  await page.getByRole("link", { name: "Brand", exact: true }).click();
  await page.getByLabel("Corners").fill("2");
  await saved(page);
  await page.goto(visitPage.replace(/\/pages.*/, "/publish"));
  const main = page.getByRole("main");
  await expect(main.getByText("Address /visit-us is now /find-us")).toBeVisible();
  await main.getByRole("button", { name: "Before and after of Visit us" }).click();
  await expect(page.frameLocator('iframe[title="After publishing"]').locator("main section")).toHaveCount(1);
  await main.getByText("Live now", { exact: true }).click();
  await expect(
    page.frameLocator('iframe[title="Live now"]').getByRole("heading", { name: "How to Find us" }),
  ).toBeVisible();
  await main.getByLabel("Publish Brand").uncheck();
  await expect(main.getByText("1 change is left out")).toBeVisible();
  await publish();
  await expect(main.getByText("1 change since the last release")).toBeVisible();
  await main.getByRole("button", { name: "Take back Brand" }).click();
  await page.getByRole("dialog", { name: "Take back Brand?" }).getByRole("button", { name: "Take back" }).click();
  await expect(main.getByText("Everything is published")).toBeVisible();
  const answer = await page.goto(siteAddress("crumb", "/visit-us"));
  expect(new URL(page.url()).pathname).toBe("/find-us");
  expect(answer?.status()).toBe(200);
});

test("an older release is looked at, and made live again", { tag: "@long" }, async () => {
  await page.goto(visitPage.replace(/\/pages.*/, "/publish"));
  const main = page.getByRole("main");
  await main.getByRole("button", { name: "Look at release 1" }).click();
  const dialog = page.getByRole("dialog", { name: "Look at release 1" });
  await expect(page.frameLocator('iframe[title="390 px"]').getByRole("heading", { level: 1 })).toHaveText(
    "Bread worth the stairs.",
  );
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Make it live" }).click();
  await expect(main.getByText("shows release 1.")).toBeVisible();
  await expect(main.getByText("Published.")).toBeHidden();
  await expectSome(main.getByText("/find-us"));
});

test("the site gets another key, and its old address leads to the new one", { tag: "@long" }, async () => {
  await page.goto(visitPage.replace(/\/pages.*/, "/settings"));
  await page.getByRole("button", { name: "Change the site address" }).click();
  const dialog = page.getByRole("dialog", { name: "Change the site address" });
  await dialog.getByLabel("New site address").fill("wrenfield");
  await dialog.getByRole("button", { name: "Change the site address" }).click();
  await expect(dialog.getByText("This site address is taken. Choose another.")).toBeVisible();
  await dialog.getByLabel("New site address").fill("crumb-and-crust");
  await dialog.getByRole("button", { name: "Change the site address" }).click();
  await expect(page).toHaveURL(/\/s\/crumb-and-crust\/settings$/);
  await page.goto(siteAddress("crumb"));
  expect(new URL(page.url()).hostname).toBe("crumb-and-crust.localhost");
  await page.goto("/");
  await page.getByRole("button", { name: "More for Crumb and Crust" }).click();
  await page.getByRole("menuitem", { name: "Remove this site…" }).click();
  const removing = page.getByRole("dialog", { name: "Remove Crumb and Crust" });
  await removing.getByRole("textbox").fill("Crumb and Crust");
  await removing.getByRole("button", { name: "Remove the site for good" }).click();
  await expect(page.getByRole("article").filter({ hasText: "Crumb and Crust" })).toBeHidden();
});
