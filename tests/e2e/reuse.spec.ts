// What was made once is used again: on the shelf of all sites, over the clipboard, several blocks at a time.
import { expect, type Page } from "@playwright/test";
import {
  closeShelf,
  expectAccessible,
  expectSome,
  frame,
  openPage,
  saved,
  sectionAt,
  signIn,
  siteAddress,
  undo,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });
test.beforeEach(({ page }) => signIn(page));

const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });
const shelf = (page: Page) => page.getByRole("region", { name: "Shelf" });
const wide = (page: Page) => frame(page, "Wide");
const names = (page: Page) =>
  page.locator("[data-section]").evaluateAll((entries) => entries.map((entry) => entry.getAttribute("title")));
const openShelf = (page: Page) => page.getByRole("button", { name: "Add a section (+)" }).click();

async function select(page: Page, name: string) {
  // Order: sections stand as on the page.
  await page.locator(`[data-section][title="${name}"]`).first().click();
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText(name);
}

/** Puts something on the clipboard as another program would, and pastes it into the studio. */
const pasteInto = (page: Page, types: Readonly<Record<string, string>>) =>
  page.evaluate((given) => {
    const data = new DataTransfer();
    for (const [type, text] of Object.entries(given)) data.setData(type, text);
    document.body.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  }, types);

test("a section goes on the shelf of all sites, and takes the other site's brand with its own picture", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield");
  await select(page, "The kiln");
  await sheet(page).getByRole("button", { name: "Put on the shelf…" }).click();
  const dialog = page.getByRole("dialog", { name: "On the shelf" });
  await dialog.getByLabel("Name").fill("");
  await dialog.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(dialog.getByText("Give it a name to find it by.")).toBeVisible();
  await dialog.getByLabel("Name").fill("Fire and words");
  await dialog.getByLabel("Tags").fill("warm, kiln");
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(dialog).toBeHidden();

  await openPage(page, "oddlane");
  await openShelf(page);
  await shelf(page).getByLabel("Find a section").fill("warm");
  await expect(shelf(page).getByText("on all sites · warm · kiln")).toBeVisible();
  await page.keyboard.press("Enter");
  await expect(wide(page).getByRole("heading", { name: "Kiln-opening days" })).toBeVisible();
  await expect(page.getByText("Left out, because this site has none of it")).toBeVisible();
  await saved(page);
  const families = await wide(page)
    .getByRole("heading")
    .evaluateAll((headings) => headings.map((heading) => getComputedStyle(heading).fontFamily));
  expect(new Set(families).size).toBe(1);
  await page.getByRole("button", { name: "Close this note" }).click();
  const picture = wide(page).locator("section", { hasText: "Kiln-opening days" }).locator("img");
  await expect.poll(() => picture.evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
  await undo(page);
});

test("on the shelf it is named anew, replaced and removed", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "oddlane");
  await openShelf(page);
  await shelf(page).getByRole("button", { name: "Name and tags of Fire and words" }).click();
  const change = page.getByRole("dialog", { name: "Name and tags" });
  await change.getByLabel("Name").fill("Warm corner");
  await change.getByRole("button", { name: "Save" }).click();
  await expect(shelf(page).getByText("Warm corner")).toBeVisible();
  await expectAccessible(page);
  await shelf(page).getByRole("button", { name: "Close the shelf" }).click();
  await wide(page).getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("Escape");
  await sheet(page).getByRole("button", { name: "Put on the shelf…" }).click();
  const put = page.getByRole("dialog", { name: "On the shelf" });
  await put.getByLabel("In place of").selectOption({ label: "Warm corner" });
  await expect(put.getByLabel("Tags")).toHaveValue("warm, kiln");
  await put.getByRole("button", { name: "Put it on the shelf" }).click();
  await expect(put).toBeHidden();
  await openShelf(page);
  await shelf(page).getByRole("button", { name: "Remove Warm corner from the shelf" }).click();
  await expect(shelf(page).getByText("Warm corner")).toHaveCount(0);
});

test("several blocks are chosen with Shift, copied, and pasted on the other site in their order", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield", "pages/visit");
  const headings = wide(page).getByRole("heading", { level: 2 });
  await expectSome(headings);
  const [first = "", second = ""] = await headings.allTextContents();
  // Order: blocks stand as on the page.
  await headings.nth(0).click();
  await page.keyboard.press("Escape");
  // Order: blocks stand as on the page.
  await headings.nth(1).click({ modifiers: ["Shift"] });
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("2 blocks selected");
  await expectAccessible(page);
  await page.keyboard.press("Control+C");
  await openPage(page, "oddlane");
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await page.keyboard.press("Control+V");
  const put = sectionAt(wide(page), -1).getByRole("heading");
  await expect(put).toHaveText([first, second]);
  expect(await names(page)).toContain("Pasted");
  // Both go by one key, and come back by one undo.
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Pasted");
  const pasted = page.locator('[data-section][title="Pasted"]');
  await page.keyboard.press("Delete");
  await expect(pasted).toHaveCount(0);
  await page.keyboard.press("Control+Z");
  await expect(pasted).toHaveCount(1);
  await undo(page);
  await expect(pasted).toHaveCount(0);
});

test("a frame drawn with Shift chooses all inside it; they are duplicated and removed together", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield");
  const cards = wide(page).locator("section", { hasText: "Three ways to start" }).locator(".b-columns > *");
  // Order: blocks stand as on the page.
  await cards.first().scrollIntoViewIfNeeded();
  await expect(cards).toHaveCount(3);
  // Order: blocks stand as on the page.
  const [one, two] = [await cards.nth(0).boundingBox(), await cards.nth(1).boundingBox()];
  if (!one || !two) throw new Error("no cards");
  await page.keyboard.down("Shift");
  await page.mouse.move(one.x - 4, one.y - 4);
  await page.mouse.down();
  await page.mouse.move(two.x + two.width / 2, two.y + two.height, { steps: 4 });
  await page.mouse.move(two.x + two.width + 4, two.y + two.height + 4);
  await page.mouse.up();
  await page.keyboard.up("Shift");
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("2 blocks selected");
  await page.keyboard.press("Control+D");
  await expect(cards).toHaveCount(5);
  await page.keyboard.press("Control+Z");
  await expect(cards).toHaveCount(3);
  await saved(page);
});

test("words from elsewhere become headings, paragraphs and lists; a picture becomes one; what is not ours says so", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield", "pages/journal");
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await pasteInto(page, { "text/plain": "## From a letter\nFirst line.\n\n- one\n- two" });
  await expect(wide(page).getByRole("heading", { name: "From a letter" })).toBeVisible();
  await expect(wide(page).getByRole("listitem").filter({ hasText: "two" })).toBeVisible();
  await page.keyboard.press("Control+Z");
  await expect(wide(page).getByRole("heading", { name: "From a letter" })).toHaveCount(0);

  await pasteInto(page, {
    "text/plain": "Formed words",
    "text/html":
      '<h3>Formed words</h3><p>With <b>weight</b> and <a href="https://clay.example">a link</a>.</p><script>parent.hacked = 1</script><img src=x onerror="parent.hacked=1">',
  });
  await expect(wide(page).getByRole("heading", { name: "Formed words" })).toBeVisible();
  await expect(wide(page).locator("strong", { hasText: "weight" })).toBeVisible();
  await expect(wide(page).getByRole("link", { name: "a link" })).toHaveAttribute("href", "https://clay.example");
  expect(await page.evaluate(() => (window as { hacked?: number }).hacked)).toBeUndefined();
  await page.keyboard.press("Control+Z");

  const before = await names(page);
  const ours = "application/x-webitor-blocks+json";
  await pasteInto(page, { [ours]: "{not json" });
  await expect(page.getByText("What is on the clipboard is not what Webitor copied.")).toBeVisible();
  await pasteInto(page, { [ours]: JSON.stringify({ webitor: "blocks", format: 9, site: "wrenfield", nodes: [{}] }) });
  await expect(page.getByText("copied with a newer Webitor (format 9)")).toBeVisible();
  await pasteInto(page, { "text/plain": "" });
  await expect(page.getByText("There is nothing on the clipboard that a page can take")).toBeVisible();
  expect(await names(page)).toEqual(before);

  await page.evaluate(async () => {
    const canvas = Object.assign(document.createElement("canvas"), { width: 40, height: 30 });
    const blob = await new Promise<Blob | null>((resolve) => canvas.toBlob(resolve));
    const data = new DataTransfer();
    data.items.add(new File([blob as Blob], "pasted.png", { type: "image/png" }));
    document.body.dispatchEvent(new ClipboardEvent("paste", { clipboardData: data, bubbles: true, cancelable: true }));
  });
  await expect(sectionAt(wide(page), -1).locator("img")).toBeVisible();
  await undo(page);
});

test("a shared section is pasted as one on its site, and as the other site's own", { tag: "@long" }, async ({
  page,
}) => {
  await openPage(page, "wrenfield");
  await select(page, "Open bench");
  await sheet(page).getByRole("button", { name: "Make it shared…" }).click();
  await page.getByRole("dialog").getByRole("button", { name: "Make it shared" }).click();
  await expect(sheet(page).getByText("Stands on 1 page.")).toBeVisible();
  // A window that is still closing keeps the focus, and what is copied in it is not the page's.
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await saved(page);
  const entry = page.locator('[data-section][title="Open bench"]');
  await entry.focus();
  await expect(entry).toBeFocused();
  await page.keyboard.press("Control+C");
  await openPage(page, "wrenfield", "pages/visit");
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await page.keyboard.press("Control+V");
  await expect(sheet(page).getByText("Stands on 2 pages.")).toBeVisible();
  await undo(page);
  await openPage(page, "oddlane");
  await page.getByRole("region", { name: "Wide frame" }).click({ position: { x: 3, y: 3 } });
  await page.keyboard.press("Control+V");
  await expect(wide(page).getByRole("heading", { name: "Open bench hours" })).toBeVisible();
  await undo(page);
  // Nothing of all this is on the live sites.
  await page.goto(siteAddress("oddlane"));
  await expect(page.getByRole("heading", { name: "Open bench hours" })).toHaveCount(0);
});

test("words are found on the page and the site, each place shown; replaced, and taken back in one step", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "wrenfield");
  await page.keyboard.press("f");
  const dialog = page.getByRole("dialog", { name: "Find and replace words" });
  await dialog.getByLabel("Find", { exact: true }).fill("wheel");
  await dialog.getByLabel("Replace with").fill("turntable");
  const places = dialog.getByRole("checkbox").filter({ hasNot: page.getByText("nothing") });
  await expect(dialog.getByRole("button", { name: /^Replace in \d+ places$/ })).toBeEnabled();
  await expectAccessible(page);
  const count = await places.count();
  // The two ticks of the search itself are among them.
  // Order: places stand as on the page.
  await places.nth(2).uncheck();
  await dialog.getByRole("button", { name: `Replace in ${count - 3} of ${count - 2} places` }).click();
  await expect(dialog.getByText(`Replaced in ${count - 3} places on 1 page.`)).toBeVisible();
  await page.keyboard.press("Escape");
  await expectSome(wide(page).getByText("turntable"));
  await page.keyboard.press("Control+Z");
  await expect(wide(page).getByText("turntable")).toHaveCount(0);
  await saved(page);

  await page.getByRole("button", { name: "Find words (F)" }).click();
  await dialog.getByText("The whole site").click();
  await dialog.getByLabel("Find", { exact: true }).fill("wheel");
  await dialog.getByLabel("Replace with").fill("turntable");
  await expect(dialog.getByRole("heading", { name: "Classes" })).toBeVisible();
  await dialog.getByRole("button", { name: /^Replace in \d+ places$/ }).click();
  await expect(dialog.getByText(/^Replaced in \d+ places on \d+ pages\.$/)).toBeVisible();
  // The open page follows.
  await expect(wide(page).getByText("turntable")).not.toHaveCount(0);
  await dialog.getByRole("button", { name: "Take it back" }).click();
  await expect(dialog.getByText("Taken back.")).toBeVisible();
  await expect(wide(page).getByText("turntable")).toHaveCount(0);
});

test("“+” finds anything: a block, a widget, a page, a command", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "wrenfield");
  const find = async (what: string) => {
    if (!(await shelf(page).isVisible())) await page.keyboard.press("+");
    await shelf(page).getByLabel("Find a section").fill(what);
  };
  const found = (name: RegExp) =>
    // Order: what is found stands best first.
    shelf(page).getByRole("list", { name: "What is found" }).getByRole("button", { name }).first();
  await wide(page).getByRole("heading", { name: "Three ways to start" }).click();
  await page.keyboard.press("Escape");
  await find("spacer");
  await expect(found(/^Spacer/)).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press("Enter");
  await closeShelf(page);
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Spacer");
  await page.keyboard.press("Control+Z");

  await wide(page).getByRole("heading", { name: "First throw" }).click();
  await page.keyboard.press("Escape");
  await find("beside each other on");
  await page.keyboard.press("Enter");
  const tops = () =>
    frame(page, "Phone")
      .locator("section", { hasText: "Three ways to start" })
      .locator(".b-columns > *")
      .evaluateAll((columns) => new Set(columns.slice(0, 2).map((one) => one.getBoundingClientRect().top)).size);
  await expect.poll(tops).toBe(1);
  await find("stack on");
  await page.keyboard.press("Enter");
  await expect.poll(tops).toBe(2);
  await page.keyboard.press("Control+Z");
  await page.keyboard.press("Control+Z");

  await find("wheel classes");
  await found(/^Wheel classes/).click();
  await closeShelf(page);
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Widget");
  await undo(page);
  await find("journal");
  await found(/^Journal/).click();
  await expect(wide(page).getByRole("heading", { level: 1, name: "Journal" })).toBeVisible();
});
