// Dragging on the frame itself: spaces, heights, shares of columns, and blocks to other places; each with its keys.
import { expect, type Page } from "@playwright/test";
import { closeShelf, expectAccessible, frame, openPage, saved, sectionAt, signIn, undo } from "./studio";
import { test } from "./test";

test.beforeEach(({ page }) => signIn(page));

const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });
const wide = (page: Page) => frame(page, "Wide");
const handle = (page: Page, name: string) => page.getByRole("slider", { name });

async function select(page: Page, name: string) {
  // Order: sections stand as on the page.
  await page.locator(`[data-section][title="${name}"]`).first().click();
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText(name);
}

/** Drags something by so many px of the screen, in a few moves. */
async function drag(page: Page, grip: ReturnType<Page["locator"]>, dx: number, dy: number, end = true) {
  const box = await grip.boundingBox();
  if (!box) throw new Error("not to be seen");
  const [x, y] = [box.x + box.width / 2, box.y + box.height / 2];
  await page.mouse.move(x, y);
  await page.mouse.down();
  await page.mouse.move(x + dx / 2, y + dy / 2, { steps: 3 });
  await page.mouse.move(x + dx, y + dy, { steps: 3 });
  if (end) await page.mouse.up();
}

test("space above and height are dragged in steps, shown as they are; Esc takes the drag back, one undo the last one", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "oddlane");
  await select(page, "How it goes");
  const above = handle(page, "Space above");
  await expect(above).toBeVisible();
  await expectAccessible(page);
  const before = await above.getAttribute("aria-valuetext");
  await drag(page, above, 0, 30, false);
  const dragged = await above.getAttribute("aria-valuetext");
  expect(dragged).not.toBe(before);
  await page.keyboard.press("Escape");
  await page.mouse.up();
  await expect(above).toHaveAttribute("aria-valuetext", before ?? "");
  await drag(page, above, 0, 30);
  await expect(above).toHaveAttribute("aria-valuetext", dragged ?? "");
  await drag(page, above, 0, -12);
  await page.keyboard.press("Control+Z");
  await expect(above).toHaveAttribute("aria-valuetext", dragged ?? "");
  await page.keyboard.press("Control+Z");
  await expect(above).toHaveAttribute("aria-valuetext", before ?? "");

  const height = handle(page, "Height");
  const tall = Number(await height.getAttribute("aria-valuenow"));
  await height.focus();
  await page.keyboard.press("ArrowDown");
  await page.keyboard.press("ArrowDown");
  await expect.poll(async () => Number(await height.getAttribute("aria-valuenow"))).toBeGreaterThan(tall);
  await expect(sheet(page).getByRole("spinbutton", { name: "Height" })).not.toHaveValue("");
  await undo(page);
});

test("the boundary between columns is dragged to whole parts, and moved by the arrows", { tag: "@long" }, async ({
  page,
}) => {
  await openPage(page, "oddlane");
  await select(page, "The bench");
  await page.keyboard.press("Enter");
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Columns");
  const between = handle(page, "Between column 1 and 2");
  await expect(between).toHaveAttribute("aria-valuetext", "1 : 1");
  await drag(page, between, 60, 0);
  await expect(between).not.toHaveAttribute("aria-valuetext", "1 : 1");
  await page.keyboard.press("Control+Z");
  await expect(between).toHaveAttribute("aria-valuetext", "1 : 1");
  await between.focus();
  await page.keyboard.press("ArrowRight");
  await expect(between).toHaveAttribute("aria-valuetext", "6 : 5");
  await page.keyboard.press("ArrowLeft");
  await expect(between).toHaveAttribute("aria-valuetext", "1 : 1");
  await saved(page);
});

test("a block is dragged by its tag into another column; a line shows where; what takes it not says why", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "oddlane");
  await page.getByRole("button", { name: /^Phone beside/ }).click();
  const bench = wide(page).locator("section", { hasText: "One bench, on purpose" });
  const heading = bench.getByRole("heading", { name: "One bench, on purpose" });
  const picture = bench.getByRole("img");
  await heading.scrollIntoViewIfNeeded();
  await heading.click();
  await page.keyboard.press("Escape");
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Heading");
  const [grip, target] = [page.locator("[data-grip]"), await picture.boundingBox()];
  const box = await grip.boundingBox();
  if (!box || !target) throw new Error("not to be seen");
  await page.mouse.move(box.x + 8, box.y + 6);
  await page.mouse.down();
  await page.mouse.move(target.x + target.width / 2, target.y + 30, { steps: 4 });
  await expect(page.locator("[data-drop-line]")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(page.locator("[data-drop-line]")).toHaveCount(0);
  await page.mouse.up();

  await page.mouse.move(box.x + 8, box.y + 6);
  await page.mouse.down();
  await page.mouse.move(target.x + target.width / 2, target.y + 30, { steps: 4 });
  await page.mouse.move(target.x + target.width / 2, target.y + 20);
  await page.mouse.up();
  const columns = bench.locator(".b-columns > *");
  // Order: columns stand as on the page.
  await expect(columns.nth(1).getByRole("heading", { name: "One bench, on purpose" })).toBeVisible();
  await page.keyboard.press("Control+Z");
  // Order: columns stand as on the page.
  await expect(columns.nth(0).getByRole("heading", { name: "One bench, on purpose" })).toBeVisible();

  // Between documents it is cut and pasted: the drag says so.
  await page.getByRole("region", { name: "Wide frame" }).evaluate((pane) => {
    pane.scrollTop = 0;
  });
  await wide(page).getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("Escape");
  const [tag, menu] = [
    await page.locator("[data-grip]").boundingBox(),
    await wide(page).locator("header > section").boundingBox(),
  ];
  if (!tag || !menu) throw new Error("not to be seen");
  await page.mouse.move(tag.x + 8, tag.y + 6);
  await page.mouse.down();
  await page.mouse.move(menu.x + menu.width / 2, menu.y + menu.height / 2, { steps: 4 });
  await expect(page.getByText("cut it here, and paste it there")).toBeVisible();
  await page.mouse.up();
  await page.getByRole("button", { name: /^Phone beside/ }).click();
  await saved(page);
});

interface Point {
  readonly x: number;
  readonly y: number;
}

/** Carries something of the shelf to a point of the screen, as it is once the shelf is open; it is still held then. */
async function carry(page: Page, part: "Sections" | "Blocks", name: string, place: () => Promise<Point>) {
  const shelf = page.getByRole("region", { name: "Shelf" });
  if (!(await shelf.isVisible())) await page.getByRole("button", { name: "Add a section (+)" }).click();
  await shelf.getByRole("button", { name: part === "Blocks" ? /^Blocks \d+$/ : /^All \d+$/ }).click();
  // Order: designs stand as on the shelf, the page’s own before widgets.
  const entry = shelf.getByRole("button", { name }).first();
  await entry.scrollIntoViewIfNeeded();
  const thing = await entry.boundingBox();
  if (!thing) throw new Error("not to be seen");
  await page.mouse.move(thing.x + 20, thing.y + 12);
  await page.mouse.down();
  await page.mouse.move(thing.x + 30, thing.y + 20, { steps: 3 });
  // What is pointed at is tried on the stage, until it is carried.
  const to = await place();
  await page.mouse.move(to.x, to.y + 40, { steps: 4 });
  await page.mouse.move(to.x, to.y, { steps: 3 });
}

const middleOf = async (element: ReturnType<Page["locator"]>, down = 0.5) => {
  const box = await element.boundingBox();
  if (!box) throw new Error("not to be seen");
  return { x: box.x + box.width / 2, y: box.y + box.height * down };
};

test("from the list of blocks one is dragged between two others, on either frame; Esc leaves the page as it was", async ({
  page,
}) => {
  await openPage(page, "oddlane");
  const line = page.locator("[data-drop-line]");
  const opening = sectionAt(wide(page), 0);
  const quotes = opening.getByText("What somebody said, in their own words.");
  const heading = opening.getByRole("heading", { level: 1 });
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  await page
    .getByRole("region", { name: "Shelf" })
    .getByRole("button", { name: /^Blocks \d+$/ })
    .click();
  await expectAccessible(page);

  await carry(page, "Blocks", "Quote", () => middleOf(heading, 0.8));
  await expect(line).toBeVisible();
  await page.keyboard.press("Escape");
  await page.mouse.up();
  await expect(line).toHaveCount(0);
  await expect(quotes).toHaveCount(0);

  // The shelf is still open: the next one is dragged at once.
  await carry(page, "Blocks", "Quote", () => middleOf(heading, 0.8));
  await page.mouse.up();
  await expect(quotes).toHaveCount(1);
  await closeShelf(page);
  await expect(sheet(page).getByRole("heading", { level: 2 })).toHaveText("Quote");
  // Its words are counted, not the name below them.
  await expect(sheet(page).getByText(/^39 of about \d+ characters, [12] lines? at 1180 px$/)).toBeVisible();
  const order = await opening.locator("[data-n]").evaluateAll((blocks) => blocks.map(({ className }) => className));
  const nth = order.findIndex((name) => name.includes("b-quote"));
  expect(order[nth - 1]).toContain("b-heading");
  await page.keyboard.press("Control+Z");
  await expect(quotes).toHaveCount(0);

  const onPhone = frame(page, "Phone").getByRole("heading", { level: 1 });
  await carry(page, "Blocks", "Quote", () => middleOf(onPhone, 0.8));
  await expect(line).toBeVisible();
  await page.mouse.up();
  await expect(quotes).toHaveCount(1);
  await page.keyboard.press("Control+Z");
  await expect(quotes).toHaveCount(0);
  await saved(page);
});

test("a section is dragged between two others on the frame, and in the running order; a lone block gets a section of its own", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, "oddlane");
  const names = () =>
    page.locator("[data-section]").evaluateAll((entries) => entries.map((entry) => entry.getAttribute("title") ?? ""));
  const before = await names();
  const counts = sectionAt(wide(page), 1);
  await carry(page, "Sections", "Plain words", () => middleOf(counts, 0.8));
  await expect(page.locator("[data-drop-line]")).toBeVisible();
  await page.mouse.up();
  await expect.poll(names).toEqual([...before.slice(0, 2), "Plain words", ...before.slice(2)]);
  await page.keyboard.press("Control+Z");
  await expect.poll(names).toEqual(before);

  // From its place in the running order onto the frame.
  const entry = await middleOf(page.locator(`[data-section][title="${before[0]}"]`));
  const below = await middleOf(counts, 0.8);
  await page.mouse.move(entry.x, entry.y);
  await page.mouse.down();
  await page.mouse.move(entry.x + 20, entry.y + 20, { steps: 3 });
  await page.mouse.move(below.x, below.y, { steps: 4 });
  await expect(page.locator("[data-drop-line]")).toBeVisible();
  await page.mouse.up();
  await expect.poll(names).toEqual([before[1], before[0], ...before.slice(2)]);
  await page.keyboard.press("Control+Z");
  await expect.poll(names).toEqual(before);

  await carry(page, "Blocks", "Quote", async () => {
    const first = await middleOf(page.locator(`[data-section][title="${before[0]}"]`), 0);
    return { x: first.x, y: first.y - 4 };
  });
  await page.mouse.up();
  await expect.poll(names).toEqual(["New section", ...before]);
  await page.keyboard.press("Control+Z");
  await expect.poll(names).toEqual(before);
  await saved(page);
});

test("on a page without anything the first block is dropped anywhere", { tag: "@long" }, async ({ page }) => {
  await openPage(page, "oddlane");
  await page.getByRole("button", { name: "Home" }).click();
  await page.getByRole("menuitem", { name: "New page…" }).click();
  const dialog = page.getByRole("dialog");
  await dialog.getByLabel("Title").fill("Dropped");
  await dialog.getByRole("button", { name: "Add page" }).click();
  await expect(page.getByText("This page is empty")).toBeVisible();
  await carry(page, "Blocks", "Quote", () => middleOf(wide(page).getByRole("main")));
  await expect(page.locator("[data-drop-line]")).toBeVisible();
  await page.mouse.up();
  await expect(wide(page).locator("main").getByText("What somebody said, in their own words.")).toBeVisible();
  await saved(page);
  const made = new URL(page.url()).pathname.split("/").at(-1);
  const removed = await page.request.post("/api/do/pages.remove", { data: { site: "oddlane", page: made } });
  expect(removed.ok()).toBe(true);
});
