// Dragging on the frame itself: spaces, heights, shares of columns, and blocks to other places; each with its keys.
import { expect, type Page, test } from "@playwright/test";
import { expectAccessible, frame, openPage, saved, signIn } from "./studio";

test.beforeEach(({ page }) => signIn(page));

const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });
const wide = (page: Page) => frame(page, "Wide");
const handle = (page: Page, name: string) => page.getByRole("slider", { name });

async function select(page: Page, name: string) {
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

test("space above and height are dragged in steps, shown as they are; Esc takes the drag back, one undo the last one", async ({
  page,
}) => {
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
  await page.keyboard.press("Control+Z");
  await saved(page);
});

test("the boundary between columns is dragged to whole parts, and moved by the arrows", async ({ page }) => {
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

test("a block is dragged by its tag into another column; a line shows where; what takes it not says why", async ({
  page,
}) => {
  await openPage(page, "oddlane");
  await page.getByRole("button", { name: "Side by side" }).click();
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
  await expect(columns.nth(1).getByRole("heading", { name: "One bench, on purpose" })).toBeVisible();
  await page.keyboard.press("Control+Z");
  await expect(columns.nth(0).getByRole("heading", { name: "One bench, on purpose" })).toBeVisible();

  // Between documents it is cut and pasted: the drag says so.
  await page.getByRole("region", { name: "Wide frame" }).evaluate((pane) => {
    pane.scrollTop = 0;
  });
  await wide(page).getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("Escape");
  const [tag, menu] = [
    await page.locator("[data-grip]").boundingBox(),
    await wide(page).getByRole("banner").boundingBox(),
  ];
  if (!tag || !menu) throw new Error("not to be seen");
  await page.mouse.move(tag.x + 8, tag.y + 6);
  await page.mouse.down();
  await page.mouse.move(menu.x + menu.width / 2, menu.y + menu.height / 2, { steps: 4 });
  await expect(page.getByText("cut it here, and paste it there")).toBeVisible();
  await page.mouse.up();
  await page.getByRole("button", { name: "Side by side" }).click();
  await saved(page);
});
