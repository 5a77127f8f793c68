// Pictures in their places: what is shown of each, in every form a browser may ask for; many at once; and how much fits.
import { createHash, randomBytes } from "node:crypto";
import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import {
  choosePicture,
  copyWorkshop,
  expectAccessible,
  frame,
  onPage,
  openPage,
  port,
  saved,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });
test.beforeEach(({ page }) => signIn(page));

const site = "cropped";
const sheet = (page: Page) => page.getByRole("complementary", { name: "Sheet" });
const aside = (page: Page) => page.getByRole("complementary", { name: "Media" });
const grid = (page: Page) => page.getByRole("listbox", { name: "Media of the site" });

const noise = (width: number, height: number) =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } });

async function publish(page: Page) {
  await page.goto(`/s/${site}/publish`);
  const main = page.getByRole("main");
  await main.getByRole("button", { name: /^Publish (\d+ changes?|again)$/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
}

/** An answer of the site's host; Node does not know the sites' hosts by name. */
async function answer(page: Page, path: string) {
  const headers = { host: new URL(siteAddress(site)).host };
  const got = await page.request.get(`http://127.0.0.1:${port}${path}`, { headers });
  const { "content-type": type = "", "content-security-policy": policy = "" } = got.headers();
  return { type, policy, body: await got.body() };
}

test("a site of its own", { tag: "@long" }, async ({ page }) => {
  await copyWorkshop(page, site, "Cropped");
});

test("how many characters fit is told at each width while one writes, and writing so many keeps the lines", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, site);
  await frame(page, "Wide").getByRole("heading", { level: 1 }).click();
  const fits = sheet(page).getByRole("list", { name: "How many characters fit" });
  await expect(fits.getByRole("listitem")).toHaveCount(3);
  const told = async (width: number) => {
    const text = (await fits.getByText(`at ${width} px`).textContent()) ?? "";
    const [, count, most, lines] = /^(\d+) of about (\d+) characters, (\d+) lines? at/.exec(text) ?? [];
    return { count: Number(count), most: Number(most), lines: Number(lines) };
  };
  const before = await told(1180);
  expect(before.most).toBeGreaterThanOrEqual(before.count);
  const words = sheet(page).getByRole("textbox", { name: "Words" });
  const said = await words.inputValue();
  await words.fill(said + " Hands in clay by Saturday.".repeat(4).slice(0, before.most - before.count));
  await expect.poll(told.bind(null, 1180)).toMatchObject({ count: before.most, lines: before.lines });
  await words.press("End");
  await page.keyboard.type(" and then some more words");
  await expect.poll(async () => (await told(1180)).lines).toBeGreaterThan(before.lines);
  await words.fill(said);
  await saved(page);
});

test("what a place shows of a picture is drawn in its own shape: nearer, moved, turned, by keys, and taken back", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, site);
  await onPage(frame(page, "Wide").locator("main img"), 0).click();
  await expect(sheet(page).getByText(/^The place is \d+ × \d+ px at 1180 px\.$/)).toBeVisible();
  const part = sheet(page).getByRole("button", { name: /^What is shown/ });
  const [drawn, place] = await Promise.all([
    part.boundingBox(),
    onPage(frame(page, "Wide").locator("main img"), 0).boundingBox(),
  ]);
  expect((drawn?.width ?? 0) / (drawn?.height ?? 1)).toBeCloseTo((place?.width ?? 0) / (place?.height ?? 1), 1);
  await part.focus();
  for (let nth = 0; nth < 5; nth += 1) await page.keyboard.press("+");
  await expect(sheet(page).getByText("1.5 ×")).toBeVisible();
  for (let nth = 0; nth < 9; nth += 1) await page.keyboard.press("ArrowLeft");
  const image = onPage(frame(page, "Wide").locator("main img"), 0);
  await expect(image).toHaveCSS("object-position", "0% 50%");
  await sheet(page).getByRole("button", { name: "Turn to the right" }).click();
  // The edge that was on the left is above now.
  await expect(image).toHaveCSS("object-position", "50% 0%");
  await expect(image).toHaveAttribute("src", /-t90-\d+\.webp$/);
  await expect(sheet(page).getByText(/It wants \d+ × \d+ px at least/)).toBeVisible();
  await expectAccessible(page);
  await sheet(page).getByRole("button", { name: "As in Media" }).click();
  await expect(image).toHaveCSS("object-position", "50% 50%");
  await page.keyboard.press("Control+z");
  await expect(image).toHaveCSS("object-position", "50% 0%");
  await saved(page);
});

test("a drawing is taken as it is, and what is in it can't run; a moving picture rests for those who want that", {
  tag: "@long",
}, async ({ page }) => {
  const drawing = `<svg xmlns="http://www.w3.org/2000/svg" width="300" height="200"><circle cx="150" cy="100" r="80" fill="#7a3b1d"/></svg>`;
  const moving = await sharp(randomBytes(60 * 160 * 3), {
    raw: { width: 60, height: 160, channels: 3, pageHeight: 40 } as never,
  })
    .gif({ delay: [200, 200, 200, 200] })
    .toBuffer();
  const made = async (name: string, body: Buffer) => {
    const sent = await page.request.post(`/api/sites/${site}/media`, {
      headers: { "x-file-name": name, "content-type": "application/octet-stream" },
      data: body,
    });
    expect(sent.ok(), await sent.text()).toBe(true);
    return (await sent.json()) as { hash: string; moves?: boolean };
  };
  const sign = await made("sign.svg", Buffer.from(drawing));
  const wheel = await made("wheel.gif", moving);
  expect(wheel.moves).toBe(true);
  await openPage(page, site);
  const images = frame(page, "Wide").locator("main img");
  for (const [at, name] of [
    [1, "sign.svg"],
    [2, "wheel.gif"],
  ] as const) {
    // Order: pictures stand as on the page.
    await images.nth(at).click();
    await choosePicture(page, sheet(page), name);
  }
  // Order: pictures stand as on the page.
  await expect(images.nth(1)).toHaveAttribute("src", new RegExp(`${sign.hash}-300\\.svg$`));
  // Order: pictures stand as on the page.
  await expect.poll(() => images.nth(1).evaluate((image: HTMLImageElement) => image.naturalWidth)).toBeGreaterThan(0);
  await saved(page);
  const opened = await page.request.get(`/api/sites/${site}/media/${sign.hash}-300.svg`);
  expect(opened.headers()["content-security-policy"]).toMatch(/default-src 'none'.*sandbox/);
  await publish(page);
  const { body } = await answer(page, "/");
  const html = body.toString();
  const file = /\/_a\/[0-9a-f]{24}-300\.svg/.exec(html)?.[0] ?? "";
  const served = await answer(page, file);
  expect(served.type).toBe("image/svg+xml");
  expect(served.policy).toMatch(/default-src 'none'.*sandbox/);
  expect(served.body.toString()).toContain("<circle");
  const still = /<source type="image\/webp" media="\(prefers-reduced-motion:reduce\)" srcset="([^" ]+)/.exec(html)?.[1];
  expect((await sharp((await answer(page, still ?? "")).body).metadata()).pages ?? 1).toBe(1);
});

test("a visitor gets the lightest form its browser shows, cut and turned as it was set, and it does not stretch the page", {
  tag: "@long",
}, async ({ page }) => {
  await page.setViewportSize({ width: 390, height: 780 });
  await page.goto(siteAddress(site));
  const image = onPage(page.locator("main img"), 0);
  await expect
    .poll(() => image.evaluate((one: HTMLImageElement) => (one.complete ? one.currentSrc : "")))
    .toMatch(/-t90-\d+\.avif$/);
  expect(await image.evaluate((one: HTMLImageElement) => one.naturalWidth)).toBeGreaterThan(300);
  await expect(image).toHaveCSS("object-position", "50% 0%");
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
  const box = await image.boundingBox();
  const around = await onPage(page.locator("main .b-picture"), 0).boundingBox();
  // Zoomed, it is larger than its place, which cuts it.
  expect(box?.width ?? 0).toBeGreaterThan((around?.width ?? 0) * 1.4);
  const html = (await answer(page, "/")).body.toString();
  for (const [form, type] of [
    ["avif", "image/avif"],
    ["webp", "image/webp"],
    ["jpg", "image/jpeg"],
  ] as const) {
    const path = new RegExp(`/_a/[0-9a-f]{24}-t90-\\d+\\.${form}`).exec(html)?.[0] ?? "";
    const served = await answer(page, path);
    expect([served.type, (await sharp(served.body).metadata()).format]).toEqual([
      type,
      form === "jpg" ? "jpeg" : form === "avif" ? "heif" : form,
    ]);
  }
  await expectAccessible(page);
});

test("one picture opens large and closes by Escape; without script it is a link to the picture", {
  tag: "@long",
}, async ({ page, browser }) => {
  await openPage(page, site);
  await onPage(frame(page, "Wide").locator("main img"), 0).click();
  // What is measured of its place stands above the tick, and moves it once when it comes.
  await expect(sheet(page).getByText("The place is", { exact: false })).toBeVisible();
  await sheet(page).getByText("Opens large when it is pressed").click();
  // What was saved before still says so for a moment: only once the stage has it, it counts.
  await expect(frame(page, "Wide").locator("main a.b-large")).not.toHaveCount(0);
  await saved(page);
  await publish(page);
  await page.goto(siteAddress(site));
  // Pressed before its script has come, it leads to the picture itself, as it does without one.
  await expect(page.locator("dialog.b-lightbox")).toBeAttached();
  await onPage(page.locator("main a.b-large"), 0).click();
  const large = page.getByRole("dialog");
  await expect(large.locator("img")).toBeVisible();
  await page.keyboard.press("Escape");
  await expect(large).toBeHidden();
  await expect(onPage(page.locator("main a.b-large"), 0)).toBeFocused();
  const bare = await browser.newPage({ javaScriptEnabled: false });
  await bare.goto(siteAddress(site));
  const href = await onPage(bare.locator("main a.b-large"), 0).getAttribute("href");
  expect((await answer(page, href ?? "")).type).toBe("image/webp");
  await bare.close();
});

test("a gallery takes many files and several of the site’s pictures in one go; what is refused says why", {
  tag: "@long",
}, async ({ page }) => {
  await openPage(page, site, "pages/shop");
  await onPage(frame(page, "Wide").locator(".b-gallery img"), 0).click();
  await sheet(page).getByRole("button", { name: "Add a picture" }).click();
  await expect(sheet(page).getByText("5 pictures")).toBeVisible();
  const files = await Promise.all(
    Array.from({ length: 8 }, async (_one, at) => ({
      name: `firing-${at + 1}.png`,
      mimeType: "image/png",
      buffer: await noise(80 + at, 60)
        .png()
        .toBuffer(),
    })),
  );
  await sheet(page)
    .getByLabel("Pictures for the list")
    .setInputFiles([...files, { name: "notes.bin", mimeType: "application/octet-stream", buffer: randomBytes(40) }]);
  // The line that waited for a picture gets the first.
  await expect(sheet(page).getByText("12 pictures")).toBeVisible();
  await expect(sheet(page).getByText(/^notes\.bin: .*not a picture we can use/)).toBeVisible();
  await expect(frame(page, "Wide").locator(".b-gallery img")).toHaveCount(12);
  await sheet(page).getByRole("button", { name: "Pictures of the site…" }).click();
  const choice = page.getByRole("dialog", { name: "Choose pictures" });
  await choice.getByRole("button", { name: "kiln.jpg" }).click();
  await choice.getByRole("button", { name: "river.jpg" }).click();
  await expectAccessible(page);
  await choice.getByRole("button", { name: "Add 2 pictures" }).click();
  await expect(sheet(page).getByText("14 pictures")).toBeVisible();
  await saved(page);
});

test("a large file whose connection ends in the middle goes on where it stood", { tag: "@long" }, async ({ page }) => {
  await page.goto(`/s/${site}/media`);
  const buffer = await noise(1400, 900).png().toBuffer();
  const parts = Math.ceil(buffer.length / (1 << 20));
  expect(parts).toBeGreaterThan(2);
  const name = createHash("sha256").update(buffer).digest("hex");
  const sent: number[] = [];
  let cut = true;
  await page.route(`**/media/uploads/${name}?part=*`, async (route) => {
    const part = Number(new URL(route.request().url()).searchParams.get("part"));
    if (part === 2 && cut) return route.abort("connectionreset");
    sent.push(part);
    await route.continue();
  });
  await page.getByLabel("Pictures or files").setInputFiles({ name: "kiln-door.png", mimeType: "image/png", buffer });
  await expect(page.getByText("1 file was not taken:")).toBeVisible();
  await expect(page.getByText(/^kiln-door\.png: The server can't be reached/)).toBeVisible();
  expect(sent).toEqual([0, 1]);
  cut = false;
  await page.getByRole("button", { name: "Send 1 again" }).click();
  await expect(page.getByText("1 medium is here.")).toBeVisible();
  expect(sent).toEqual(Array.from({ length: parts }, (_one, at) => at));
  await expect(grid(page).getByRole("option", { name: /kiln-door\.png/ })).toBeVisible();
});

test("a picture that came twice, in two sizes, is told; one of them is used everywhere, and that is taken back", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto(`/s/${site}/media`);
  const hash = await page.evaluate(async (key) => {
    const answered = await fetch("/api/do/sites.frame", {
      method: "POST",
      headers: { "content-type": "application/json" },
      body: JSON.stringify({ site: key }),
    });
    const { media } = (await answered.json()) as { media: { name: string; hash: string }[] };
    return media.find(({ name }) => name === "river.jpg")?.hash ?? "";
  }, site);
  const shown = await page.request.get(`/api/sites/${site}/media/${hash}-960.webp`);
  const small = await sharp(await shown.body())
    .resize({ width: 640 })
    .png()
    .toBuffer();
  await page
    .getByLabel("Pictures or files")
    .setInputFiles({ name: "river-small.png", mimeType: "image/png", buffer: small });
  await expect(page.getByText("1 medium is here.")).toBeVisible();
  const show = page.getByRole("combobox", { name: "Show" });
  // The demo's own pictures are looked at by a job of their own.
  await expect(async () => {
    await page.reload();
    await show.selectOption({ label: "Looking the same" });
    await expect(grid(page).getByRole("option")).toHaveCount(2, { timeout: 10_000 });
  }).toPass();
  await grid(page)
    .getByRole("option", { name: /river-small/ })
    .click();
  // While the command is on its way its button keeps its name, for those who can't see the wheel turn.
  let answer = () => {};
  const held = new Promise<void>((resolve) => {
    answer = resolve;
  });
  await page.route("**/api/do/media.*", async (route) => {
    await held;
    await route.continue();
  });
  const instead = aside(page).getByRole("button", { name: "Use this one instead of river.jpg" });
  await instead.click();
  await expect(instead).toBeDisabled();
  await expectAccessible(page);
  answer();
  await expect(page.getByText("It stands wherever river.jpg stood, and river.jpg is removed.")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(grid(page).getByRole("option")).toHaveCount(2);
});
