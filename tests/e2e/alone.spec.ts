// What visitors' scripts do by themselves: pictures and slides by mouse, key and finger, a letter over the page, and a form whose
// calls fail and are refused.
import { expect, type Route } from "@playwright/test";
import { newForm } from "../../src/core/form/form";
import { builder } from "../../src/core/page/build";
import { everyBlock } from "../../src/core/page/every-block.test-kit";
import { showAlone, workshop } from "./alone";
import { expectAccessible } from "./studio";
import { test } from "./test";

const site = workshop();
const letter = site.widgets.find(({ kind }) => kind === "popup")?.id ?? "";

/** A page with every block; nothing opens over it by itself. */
function withEveryBlock() {
  let made = 0;
  const body = everyBlock(() => `every${++made}`, {
    media: site.media.map(({ hash }) => hash),
    document: null,
    widget: letter,
  });
  const widgets = site.widgets.map((one) =>
    one.kind === "popup" ? { ...one, settings: { ...one.settings, triggers: [] } } : one,
  );
  return [{ ...site, widgets }, body] as const;
}

const pictures = ".as-grid a.b-large";

test("a picture opens large: arrows, its words, Escape, and the focus on the picture one saw last", async ({
  page,
}) => {
  await showAlone(page, ...withEveryBlock());
  // Order: pictures stand as on the page.
  const [first, second] = [page.locator(pictures).nth(0), page.locator(pictures).nth(1)];
  await first.scrollIntoViewIfNeeded();
  // Until its script is there, a picture leads to its file.
  await expect(page.locator("dialog.b-lightbox")).not.toHaveCount(0);
  await first.click();
  const large = page.locator("dialog.b-lightbox[open]");
  await expect(large).toBeVisible();
  await expect(large.locator("figcaption")).toHaveText("The first one · 1 of 5");
  await page.keyboard.press("ArrowRight");
  await expect(large.locator("figcaption")).toHaveText("Picture 2 · 2 of 5");
  await expectAccessible(page);
  await page.keyboard.press("Escape");
  await expect(large).toHaveCount(0);
  await expect(second).toBeFocused();
});

test("on a phone a finger turns the pictures and the slides; a touch that hardly moves turns nothing", async ({
  browser,
}) => {
  const phone = await browser.newPage({ viewport: { width: 390, height: 800 }, hasTouch: true, isMobile: true });
  await showAlone(phone, ...withEveryBlock());
  const finger = await phone.context().newCDPSession(phone);
  const swipe = async (x: number, y: number, by: number) => {
    const at = (left: number) => ({ touchPoints: [{ x: left, y }] });
    await finger.send("Input.dispatchTouchEvent", { type: "touchStart", ...at(x) });
    for (const part of [0.25, 0.5, 0.75, 1])
      await finger.send("Input.dispatchTouchEvent", { type: "touchMove", ...at(x + by * part) });
    await finger.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  };
  // Order: pictures stand as on the page.
  const first = phone.locator(pictures).nth(0);
  await first.scrollIntoViewIfNeeded();
  await expect(phone.locator("dialog.b-lightbox")).not.toHaveCount(0);
  await first.tap();
  const says = phone.locator("dialog.b-lightbox[open] figcaption");
  await expect(says).toHaveText("The first one · 1 of 5");
  const shown = await phone.locator("dialog.b-lightbox[open] figure img").boundingBox();
  if (!shown) throw new Error("not to be seen");
  const [x, y] = [shown.x + shown.width / 2, shown.y + shown.height / 2];
  await swipe(x, y, -120);
  await expect(says).toHaveText("Picture 2 · 2 of 5");
  await swipe(x, y, -20);
  await swipe(x, y, 120);
  await expect(says).toHaveText("The first one · 1 of 5");
  await phone.keyboard.press("Escape");

  const slider = phone.locator(".b-slider");
  await slider.scrollIntoViewIfNeeded();
  await expect(slider.locator(".b-steer")).toBeVisible();
  const current = slider.locator(".b-dots [aria-current]");
  await expect(current).toHaveAttribute("aria-label", "Slide 1");
  const track = await slider.locator(".b-track").boundingBox();
  if (!track) throw new Error("not to be seen");
  await swipe(track.x + track.width * 0.8, track.y + track.height / 2, -track.width * 0.6);
  await expect(current).toHaveAttribute("aria-label", "Slide 2");
  await phone.close();
});

test("slides go on by arrow, dot and key; time stops while one is in it, and never runs for those who want less motion", async ({
  page,
  browser,
}) => {
  await showAlone(page, ...withEveryBlock());
  const slider = page.locator(".b-slider");
  await slider.scrollIntoViewIfNeeded();
  const current = slider.locator(".b-dots [aria-current]");
  await slider.getByRole("button", { name: "Next slide" }).click();
  await expect(current).toHaveAttribute("aria-label", "Slide 2");
  await slider.getByRole("button", { name: "Slide 3" }).click();
  await expect(current).toHaveAttribute("aria-label", "Slide 3");
  await slider.locator(".b-track").focus();
  await page.keyboard.press("ArrowLeft");
  await expect(current).toHaveAttribute("aria-label", "Slide 2");
  await expectAccessible(page);
  // With the focus in it, its time stands still: two looks a while apart are the same.
  const left = () => slider.locator(".b-left").evaluate((line) => line.style.transform);
  const before = await left();
  await page.evaluate(
    () =>
      new Promise((done) => {
        let frames = 0;
        const next = () => (++frames > 20 ? done(null) : requestAnimationFrame(next));
        next();
      }),
  );
  expect(await left()).toBe(before);
  // Left alone it goes on.
  await page.evaluate(() => (document.activeElement as HTMLElement).blur());
  await page.mouse.move(5, 5);
  await expect(current).toHaveAttribute("aria-label", "Slide 3");
  const still = await browser.newPage({ reducedMotion: "reduce" });
  await showAlone(still, ...withEveryBlock());
  await still.locator(".b-slider").scrollIntoViewIfNeeded();
  await expect(still.locator(".b-steer")).toBeVisible();
  await expect(still.locator(".b-left")).toBeHidden();
  await still.close();
});

test("a letter on a phone of 320 px: within the window, focus inside, Escape closes it and gives focus back", async ({
  browser,
}) => {
  const phone = await browser.newPage({ viewport: { width: 320, height: 640 } });
  await showAlone(phone, ...withEveryBlock());
  const opener = phone.getByRole("button", { name: "Get the letter", exact: true });
  await opener.focus();
  await phone.keyboard.press("Enter");
  const dialog = phone.getByRole("dialog", { name: "Be there when the kiln opens" });
  await expect(dialog).toBeVisible();
  const box = await dialog.boundingBox();
  expect(box && box.x >= 0 && box.x + box.width <= 320).toBe(true);
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
  for (let press = 0; press < 8; press++) {
    await phone.keyboard.press("Tab");
    expect(await phone.evaluate(() => document.activeElement?.tagName)).toBe("SITE-POPUP");
  }
  await phone.keyboard.press("Escape");
  await expect(dialog).toBeHidden();
  await expect(opener).toBeFocused();
  await phone.close();
});

test("a form says what was refused at its field, and that it could not be sent; sent again it is the same letter", async ({
  page,
}) => {
  const form = { id: "asked", kind: "form", name: "Ask", settings: newForm } as const;
  let made = 0;
  const { page: whole, section, node } = builder(() => `form${++made}`);
  const body = whole(section("Ask", {}, node("widget", { widget: "asked", as: "flow", text: "" }, {})));
  const answers: ((route: Route) => Promise<void>)[] = [
    (route) => route.abort("connectionreset"),
    (route) =>
      route.fulfill({
        status: 422,
        contentType: "application/problem+json",
        body: JSON.stringify({ title: "No", fields: [{ path: "fields.email", message: "This is no address." }] }),
      }),
    (route) => route.fulfill({ status: 201, contentType: "application/json", body: "{}" }),
  ];
  const sent: string[] = [];
  await showAlone(page, { ...site, widgets: [form] }, body, async (_path, route) => {
    sent.push(/name="_once"\r\n\r\n([^\r]+)/.exec(route.request().postData() ?? "")?.[1] ?? "");
    await answers.shift()?.(route);
  });
  const asked = page.locator("form.w-form");
  await expect(asked).toHaveJSProperty("noValidate", true);
  await asked.getByLabel("Name").fill("Ines");
  await asked.getByLabel("E-mail").fill("ines@post.example");
  await asked.getByLabel("Your question").fill("Do you mend a bent fork?");
  const send = asked.getByRole("button", { name: "Send" });
  await send.click();
  await expect(asked.getByRole("alert")).toBeVisible();
  await send.click();
  await expect(asked.getByLabel("E-mail")).toBeFocused();
  await expect(asked.getByText("This is no address.")).toBeVisible();
  await expect(asked.getByLabel("Your question")).toHaveValue("Do you mend a bent fork?");
  await expectAccessible(page);
  await send.click();
  await expect(asked.getByRole("heading", { name: "Thank you" })).toBeVisible();
  expect(sent).toEqual([sent[0], sent[0], sent[0]]);
  expect(sent[0]).toMatch(/^[\w-]{8,}$/);
});
