// Buttons that float over a page: as far from the edge as was chosen, clear of each other, and off what ends the page on a phone.
import { expect, type Page } from "@playwright/test";
import { floatDistances } from "@/core/opening/opening";
import { floatClass, floatCss } from "@/core/widget/opener";
import { test } from "./test";

type Float = Parameters<typeof floatClass>[0];

/** A page of nothing but a footer and these buttons, each with what it opens behind it, as a release writes them. */
async function show(page: Page, floats: readonly Float[]): Promise<readonly DOMRect[]> {
  const buttons = floats
    .map(
      (float, nth) => `<button type="button" class="${floatClass(float)}">Button ${nth}</button><div popover>…</div>`,
    )
    .join("");
  await page.setContent(
    `<!DOCTYPE html><html lang="en"><head><title>Floats</title><style>*{box-sizing:border-box}body{margin:0;--f-text:sans-serif}main{height:1600px}${floatCss}</style></head><body><main></main><footer><p style="margin:0">The last words</p>${buttons}</footer></body></html>`,
  );
  return page.locator(".w-float").evaluateAll((all) => all.map((one) => one.getBoundingClientRect().toJSON()));
}

const meet = (one: DOMRect, other: DOMRect) =>
  one.left < other.right && other.left < one.right && one.top < other.bottom && other.top < one.bottom;

const choices = [undefined, ...floatDistances];

for (const { name, width } of [
  { name: "wide", width: 1280 },
  { name: "a phone", width: 360 },
]) {
  test(`three of a corner stand clear of each other, however far each was to be: ${name}`, { tag: "@long" }, async ({
    page,
  }) => {
    await page.setViewportSize({ width, height: 800 });
    for (const first of choices)
      for (const second of choices)
        for (const third of choices) {
          const boxes = await show(
            page,
            [first, second, third].map((distance): Float => ({ corner: "end", distance })),
          );
          expect(boxes).toHaveLength(3);
          for (const [at, box] of boxes.entries()) {
            const where = `${first} ${second} ${third}, the ${at + 1}.`;
            expect(
              boxes.slice(0, at).some((other) => meet(box, other)),
              where,
            ).toBe(false);
            expect(box.left >= 0 && box.right <= width && box.top >= 0 && box.bottom <= 800, where).toBe(true);
          }
        }
  });
}

test("one stands as far from both edges as was chosen, in either corner; on a phone only from the lower one", {
  tag: "@long",
}, async ({ page }) => {
  for (const corner of ["start", "end"] as const)
    for (const distance of floatDistances) {
      await page.setViewportSize({ width: 1280, height: 800 });
      const [wide] = await show(page, [{ corner, distance }]);
      expect(800 - (wide?.bottom ?? 0)).toBe(distance);
      expect(corner === "end" ? 1280 - (wide?.right ?? 0) : wide?.left).toBe(distance);
      await page.setViewportSize({ width: 320, height: 640 });
      const [narrow] = await show(page, [{ corner, distance }]);
      expect(corner === "end" ? 320 - (narrow?.right ?? 0) : narrow?.left).toBe(16);
    }
});

test("at the end of a page on a phone no words are below a button", async ({ page }) => {
  await page.setViewportSize({ width: 360, height: 700 });
  const [box] = await show(page, [{ corner: "end" }]);
  await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
  const last = await page.getByText("The last words").boundingBox();
  expect((last?.y ?? 0) + (last?.height ?? 0)).toBeLessThanOrEqual(box?.top ?? 0);
});
