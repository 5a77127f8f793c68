// Videos: a clip of another host by its address, a film of one's own with captions and chapters; nobody hears of a visitor
// until it is played.
import { readFileSync } from "node:fs";
import { expect, type Page } from "@playwright/test";
import {
  choosePicture,
  entryAt,
  expectAccessible,
  frame,
  makeWidget,
  operator,
  port,
  saved,
  signIn,
  siteAddress,
  undo,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const site = "clipped";
const clipHost = `http://clips.localhost:${port}`;
let studio: Page;
let pageId = "";

const sheet = () => studio.getByRole("complementary", { name: "Sheet" });
const wide = () => frame(studio, "Wide");

/** The page's one section, in the running order. */
const theSection = () => entryAt(studio, 0).click();

const { copyWorkshop, pageWith, publish: publishNow } = operator(() => studio, site);

async function publish() {
  await saved(studio);
  await publishNow();
}

/** What a page asks other hosts for. */
function asksOthers(page: Page): string[] {
  const asked: string[] = [];
  page.on("request", (request) => {
    const { host } = new URL(request.url());
    if (host !== `${site}.localhost:${port}`) asked.push(request.url());
  });
  return asked;
}

test.beforeAll(async ({ browser }) => {
  studio = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(studio);
  await copyWorkshop("Clipped");
  const heading = { id: "clips-h", kind: "heading", content: { text: "From the kiln", level: 1 }, look: { base: {} } };
  pageId = await pageWith(
    { title: "From the kiln", slug: "from-the-kiln" },
    { id: "clips-s", kind: "section", content: { name: "Clips" }, look: { base: {} }, children: [heading] },
  );
});

test.afterAll(async () => {
  await studio.context().close();
});

test("a clip is found by its short address; a channel, a removed, a private and an unknown one are told apart", async () => {
  await studio.goto(`/s/${site}/pages/${pageId}`);
  await theSection();
  await sheet().getByLabel("Add block").selectOption("video");
  const address = sheet().getByLabel("Clip’s address or id");
  const find = sheet().getByRole("button", { name: "Find this clip" });
  for (const [typed, says] of [
    [`${clipHost}/by/wrenfield`, "This is a channel, a playlist or a search."],
    ["old-0001", "It was removed from clips.localhost"],
    ["prv-0001", "does not let this be shown on other sites"],
    ["own-0001", "does not let this be shown on other sites"],
    ["abc-9999", "has nothing at this address"],
    ["two words", "Write the address as https://"],
    ["http://10.0.0.1/clip", "lies in a private network"],
  ] as const) {
    await address.fill(typed);
    await find.click();
    await expect(sheet().getByRole("alert").filter({ hasText: says })).toBeVisible();
    await expect(address).toHaveValue(typed);
  }
  await address.fill(`${clipHost}/kln-0301?t=10`);
  await find.click();
  await expect(wide().locator(".b-video img")).toBeVisible();
  await expect(sheet().getByLabel("Title", { exact: true })).toHaveValue("Kiln opening, first of March");
  await expect(sheet().getByLabel("Begins at")).toHaveValue("10");
  await sheet().getByLabel("The title stands below it").check();
  await expect(wide().locator(".b-about")).toHaveText("Kiln opening, first of March");
  await expectAccessible(studio);
  await publish();
});

test("a visitor’s browser asks nobody else until the clip is pressed; then its player comes, and at its end the poster", async ({
  page,
}) => {
  const asked = asksOthers(page);
  const policy = (await page.goto(siteAddress(site, "/from-the-kiln")))?.headers()["content-security-policy"] ?? "";
  expect(policy).toContain(`frame-src 'self' ${clipHost};`);
  const clip = page.locator(".b-video");
  const play = clip.getByRole("link", { name: "Play: Kiln opening, first of March, 12 seconds" });
  await expect(play).toHaveAttribute("href", `${clipHost}/clip/kln-0301`);
  await expect(
    clip.getByText("Playing it loads it, this once, from clips.localhost, which then keeps 3 things"),
  ).toBeVisible();
  await expect(clip.locator("img")).toHaveJSProperty("complete", true);
  await expectAccessible(page);
  // Wait: nothing is to come, which shows once the network has been still for a moment.
  await page.waitForLoadState("networkidle");
  expect(asked).toEqual([]);
  expect(await page.context().cookies()).toEqual([]);

  await play.focus();
  await page.keyboard.press("Enter");
  const player = page.frameLocator(".b-video iframe");
  await expect(player.locator("video")).toBeVisible();
  await expect(page.locator(".b-video iframe")).toBeFocused();
  await expect(page.locator(".b-video iframe")).toHaveAttribute("title", "Kiln opening, first of March");
  expect((await page.context().cookies()).map(({ name }) => name).sort()).toEqual(["clips_seen", "clips_viewer"]);
  // It began at 10 of 12 seconds.
  await expect(clip.getByText("Again")).toBeVisible();
  await expect(page.locator(".b-video iframe")).toHaveCount(0);
});

test("over the page: opened from a button by keyboard, one of its group after the other, closed by Escape; the focus is back", {
  tag: "@long",
}, async ({ page }) => {
  await wide().locator(".b-video").click();
  await sheet().getByLabel("Plays", { exact: true }).selectOption("button");
  await sheet().getByLabel("Words").fill("See the opening");
  await sheet().getByLabel("Group").fill("kiln");
  await sheet().getByLabel("Begins at").fill("0");
  await saved(studio);
  await sheet().getByRole("button", { name: "Duplicate" }).click();
  await expect(wide().locator(".b-video")).toHaveCount(2);
  await sheet().getByLabel("Clip’s address or id").fill("glz-0002");
  await sheet().getByRole("button", { name: "Find this clip" }).click();
  await expect(sheet().getByLabel("Title", { exact: true })).toHaveValue("Pouring the river green");
  await sheet().getByLabel("Words").fill("See the glaze");
  await publish();

  const asked = asksOthers(page);
  await page.goto(siteAddress(site, "/from-the-kiln"));
  const opener = page.getByRole("link", { name: "See the opening" });
  await opener.focus();
  expect(asked).toEqual([]);
  await page.keyboard.press("Enter");
  const theatre = page.getByRole("dialog", { name: "Kiln opening, first of March" });
  await expect(theatre.getByText("Kiln opening, first of March · 1 / 2")).toBeVisible();
  await expect(theatre.getByRole("button", { name: "Close" })).toBeFocused();
  await expect(page.frameLocator("dialog iframe").locator("video")).toBeVisible();
  await expectAccessible(page);
  await theatre.getByRole("button", { name: "Next video" }).click();
  await expect(page.getByRole("dialog", { name: "Pouring the river green" })).toBeVisible();
  await page.getByRole("button", { name: "Close" }).focus();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toHaveCount(0);
  await expect(page.getByRole("link", { name: "See the glaze" })).toBeFocused();
});

test("any block opens it, too, by a link to its anchor; the focus is back where it was pressed", {
  tag: "@long",
}, async ({ page }) => {
  await studio.goto(`/s/${site}/pages/${pageId}`);
  // Order: films stand as on the page.
  await wide().locator(".b-video").last().click();
  await sheet().getByLabel("Link target", { exact: true }).fill("the-clip");
  await expect(sheet().getByText("Any block whose link is #the-clip opens it, too.")).toBeVisible();
  await theSection();
  await sheet().getByLabel("Add block").selectOption("button");
  await sheet().getByLabel("Words", { exact: true }).fill("See the kiln open");
  await sheet().getByLabel("Leads to").selectOption("a place on this page…");
  await sheet().getByLabel("Place").selectOption({ label: "Pouring the river green" });
  await publish();
  await page.goto(siteAddress(site, "/from-the-kiln"));
  const link = page.getByRole("link", { name: "See the kiln open" });
  await expect(link).toHaveAttribute("href", "#the-clip");
  await expect(async () => {
    await link.press("Enter", { timeout: 1000 });
    await expect(page.getByRole("dialog")).toBeVisible({ timeout: 1000 });
  }).toPass();
  await page.keyboard.press("Escape");
  await expect(page.getByRole("dialog")).toBeHidden();
  await expect(link).toBeFocused();
});

test("a film of one’s own: refused where it is none, with captions, chapters and a poster from a frame of it; seeks by ranges", {
  tag: "@long",
}, async ({ page }) => {
  await theSection();
  await sheet().getByLabel("Add block").selectOption("video");
  await expect(wide().locator(".b-video")).toHaveCount(3);
  const film = sheet().getByLabel("A film, MP4 or WebM");
  await film.setInputFiles({ name: "river.mp4", mimeType: "video/mp4", buffer: Buffer.from("no film at all") });
  await expect(sheet().getByText("This file is called an MP4 and is none.")).toBeVisible();
  const whole = readFileSync("demo/clips/river.mp4");
  await film.setInputFiles({ name: "river.mp4", mimeType: "video/mp4", buffer: whole.subarray(0, 400) });
  await expect(sheet().getByText("This film is broken or ends in the middle.")).toBeVisible();
  await film.setInputFiles("demo/clips/river.webm");
  await expect(sheet().getByText("0:14 · 640 × 360 · nobody else hears of visitors")).toBeVisible();
  await sheet().getByRole("button", { name: "Take this frame as poster" }).click();
  await expect(wide().locator(".b-video img")).toBeVisible();
  await sheet().getByLabel("Captions are shown from the beginning").check();
  await sheet().getByRole("button", { name: "Add a language" }).click();
  const captions = sheet().getByLabel("A caption file, WebVTT");
  await captions.setInputFiles({ name: "river.vtt", mimeType: "text/vtt", buffer: Buffer.from("1\n00:01 hello") });
  await expect(sheet().getByText("has no WEBVTT in its first line")).toBeVisible();
  await captions.setInputFiles({
    name: "river.vtt",
    mimeType: "text/vtt",
    buffer: Buffer.from("WEBVTT\n\n00:00.000 --> 00:09.000\nWater over the weir\n"),
  });
  await expect(sheet().getByLabel("Captions (WebVTT)").locator("option:checked")).toHaveText("river.vtt");
  await sheet().getByRole("button", { name: "Add a chapter" }).click();
  // Order: marks stand as they were added.
  await sheet().getByLabel("Begins at").last().fill("0:08");
  // Order: marks stand as they were added.
  await sheet().getByLabel("Words").last().fill("Past the weir");
  await publish();

  const asked = asksOthers(page);
  const ranges: number[] = [];
  page.on("response", (response) => {
    if (/river\.webm$/.test(new URL(response.url()).pathname)) ranges.push(response.status());
  });
  await page.goto(siteAddress(site, "/from-the-kiln"));
  await page.getByRole("button", { name: "0:08 Past the weir" }).click();
  const video = page.locator(".b-video video");
  await expect(video).toBeVisible();
  await expect.poll(() => video.evaluate((element: HTMLVideoElement) => element.currentTime)).toBeGreaterThanOrEqual(8);
  expect(await video.evaluate((element: HTMLVideoElement) => element.textTracks[0]?.mode)).toBe("showing");
  expect(ranges).toContain(206);
  expect(asked).toEqual([]);
  expect(await page.context().cookies()).toEqual([]);
  await expectAccessible(page);
});

test("a picture becomes a video and is a picture again, with its place, words and looks", {
  tag: "@long",
}, async () => {
  const before = await wide().locator(".b-video").count();
  await sheet().getByRole("button", { name: "Make a picture of it" }).click();
  await expect(wide().locator(".b-picture img")).toBeVisible();
  await expect(wide().locator(".b-video")).toHaveCount(before - 1);
  await sheet().getByLabel("Caption").fill("The river at six");
  await sheet().getByLabel("Description").fill("Water over a weir");
  await sheet().getByRole("button", { name: "Make a video of it" }).click();
  await expect(wide().locator(".b-video")).toHaveCount(before);
  await expect(sheet().getByLabel("Caption", { exact: true })).toHaveValue("The river at six");
  await sheet().getByRole("button", { name: "Make a picture of it" }).click();
  await expect(sheet().getByLabel("Description")).toHaveValue("Water over a weir");
  await undo(studio);
  await expect(wide().locator(".b-video")).toHaveCount(before);
  // Without a film it would stop a release.
  // Order: films stand as on the page.
  await wide().locator(".b-video").last().click();
  await sheet().getByRole("button", { name: "Make a picture of it" }).click();
  await expect(wide().locator(".b-video")).toHaveCount(before - 1);
});

async function filmOver(name: string) {
  const choice = sheet().getByLabel("Film over the picture");
  // Order: films of the same name are the same file.
  const film = await choice.locator("option", { hasText: name }).first().getAttribute("value");
  await choice.selectOption(film);
}

/** The film behind what stands on the live page plays unheard, and is stopped and played by its button; answers whether it rests. */
async function playsBehind(page: Page): Promise<() => Promise<boolean>> {
  await page.emulateMedia({ reducedMotion: "no-preference" });
  await page.goto(siteAddress(site, "/from-the-kiln"));
  const film = page.locator(".b-ground video");
  const paused = () => film.evaluate((element: HTMLVideoElement) => element.paused);
  const stop = page.getByRole("button", { name: "Stop the film" });
  await expect(stop).toBeVisible();
  await expect.poll(paused).toBe(false);
  expect(await film.evaluate((element: HTMLVideoElement) => [element.muted, element.loop])).toEqual([true, true]);
  await stop.press("Enter");
  await expect.poll(paused).toBe(true);
  await page.getByRole("button", { name: "Play the film" }).click();
  await expect.poll(paused).toBe(false);
  return paused;
}

test("a film behind a section: words are measured on its frames; it stops by a button, and stands still for who wants less motion", {
  tag: "@long",
}, async ({ page, browser }) => {
  await studio.goto(`/s/${site}/pages/${pageId}`);
  await theSection();
  await choosePicture(studio, sheet(), "river.jpg");
  await expect(sheet().getByText(/^Contrast .* where the picture is weakest$/)).toBeVisible();
  await filmOver("river.webm");
  await expect(sheet().getByText(/^Contrast .* where the picture or a frame is weakest$/)).toBeVisible();
  await expectAccessible(studio);
  await publish();

  const paused = await playsBehind(page);
  // Out of sight it stops, and it goes on where it is seen again.
  await page.evaluate(() => document.body.style.setProperty("padding-top", "9000px"));
  await expect.poll(paused).toBe(true);
  await page.evaluate(() => document.body.style.removeProperty("padding-top"));
  await expect.poll(paused).toBe(false);
  await expectAccessible(page);

  const calm = await browser.newContext({ reducedMotion: "reduce" });
  const still = await calm.newPage();
  await still.goto(siteAddress(site, "/from-the-kiln"));
  await expect(still.getByRole("button", { name: "Play the film" })).toBeVisible();
  await expect(still.locator(".b-ground video")).toHaveCount(0);
  await still.getByRole("button", { name: "Play the film" }).click();
  await expect(still.locator(".b-ground video")).toHaveCount(1);
  await calm.close();

  // Later tests look at other things here.
  await theSection();
  await sheet().getByRole("button", { name: "No picture" }).click();
  await expect(wide().locator(".b-ground")).toHaveCount(0);
  await saved(studio);
});

test("a film behind the whole page stays in view while one scrolls, stops where sections cover it, and words are measured on it", {
  tag: "@long",
}, async ({ page }) => {
  await studio.goto(`/s/${site}/pages/${pageId}`);
  await choosePicture(studio, sheet(), "river.jpg");
  await filmOver("river.webm");
  await expect(sheet().getByText(/^Contrast .* where the picture or a frame is weakest$/)).toBeVisible();
  const behind = wide().locator(".b-behind > .b-ground");
  await expect(behind).toHaveCount(1);
  await expectAccessible(studio);
  // Undone and done again like any edit.
  await undo(studio);
  await expect(wide().locator(".b-behind > .b-ground[data-film]")).toHaveCount(0);
  await studio.keyboard.press("ControlOrMeta+Shift+z");
  await expect(wide().locator(".b-behind > .b-ground[data-film]")).toHaveCount(1);
  await saved(studio);
  await publish();

  const paused = await playsBehind(page);
  await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
  const [top, bottom] = await page
    .locator(".b-behind > .b-ground")
    .evaluate((element) => [element.getBoundingClientRect().top, element.getBoundingClientRect().bottom - innerHeight]);
  expect([Math.round(top as number), Math.round(bottom as number)]).toEqual([0, 0]);
  // Where every section in view has a surface of its own it is not seen, and rests.
  const cover = (on: boolean) =>
    page.evaluate((on) => {
      for (const section of document.querySelectorAll<HTMLElement>(".b-section"))
        section.style.display = on ? "none" : "";
      document.body.style.paddingBottom = on ? "3000px" : "";
    }, on);
  await cover(true);
  await expect.poll(paused).toBe(true);
  await cover(false);
  await expect.poll(paused).toBe(false);
  await page.setViewportSize({ width: 320, height: 700 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
  await expectAccessible(page);

  // Later tests look at other things here.
  await studio.goto(`/s/${site}/pages/${pageId}`);
  await sheet().getByRole("button", { name: "No picture" }).click();
  await expect(behind).toHaveCount(0);
  await saved(studio);
});

test("a feed is set up by its playlist’s address; what is wrong with a source is said at it, what it shows is ordered and filtered", {
  tag: "@long",
}, async () => {
  await makeWidget(studio, site, "Video feed", "Kiln openings");
  const steps = studio.getByRole("navigation", { name: "Steps" });
  await studio.getByLabel("Add a source").selectOption("address");
  await studio.getByLabel("Address", { exact: true }).fill("clips.localhost/by/mood-html");
  await expect(studio.getByText("This is no feed. Take the address of a channel")).toBeVisible();
  await expect(studio.getByText(/^Tried again .* What it showed before stays\.$/)).toBeVisible();
  await studio.getByLabel("Address", { exact: true }).fill("clips.localhost/list/kiln-openings");
  await expect(studio.getByText(/^8 clips, read/)).toBeVisible();
  const preview = studio.frameLocator('iframe[title="What a visitor gets"]');
  await expect(preview.getByRole("heading", { name: "Kiln opening, first of March" })).toBeVisible();
  await expectAccessible(studio);
  await steps.getByRole("button", { name: /Which clips/ }).click();
  await studio.getByLabel("Not with").fill("lamplight, neighbours");
  await expect(studio.getByText("Shows 6 of 8 clips found.")).toBeVisible();
  await studio.getByLabel("Order", { exact: true }).selectOption("mostSeen");
  // Order: clips stand by their date.
  await expect(preview.getByRole("listitem").first()).toContainText("Shelves before the holidays");
  await steps.getByRole("button", { name: /Arrangement/ }).click();
  await studio.getByLabel("At a time").fill("4");
  await studio.getByLabel("Views").check();
  await saved(studio);
});

test("on the live page its clips are in the markup, its posters on the site; one plays in its place, “more” brings the others", {
  tag: "@long",
}, async ({ page, browser }) => {
  await studio.goto(`/s/${site}/pages/${pageId}`);
  await theSection();
  await sheet().getByLabel("Add block").selectOption("widget");
  await sheet().getByLabel("Shows").selectOption({ label: "Kiln openings (video feed)" });
  await sheet().getByLabel("As", { exact: true }).selectOption("in the page");
  await expect(wide().getByRole("heading", { name: "Shelves before the holidays" })).toBeVisible();
  await publish();

  const plain = await (await browser.newContext({ javaScriptEnabled: false })).newPage();
  await plain.goto(siteAddress(site, "/from-the-kiln"));
  await expect(plain.locator(".w-card h3")).toHaveCount(6);
  await plain.context().close();

  const asked = asksOthers(page);
  await page.goto(siteAddress(site, "/from-the-kiln"));
  const feed = page.locator(".w-feed-place");
  await feed.scrollIntoViewIfNeeded();
  await expect(feed.getByRole("listitem")).toHaveCount(4);
  await expect(feed.getByText("2,207 views")).toBeVisible();
  // Order: clips stand by their date.
  await expect(feed.locator("img").first()).toHaveJSProperty("complete", true);
  await expectAccessible(page);
  expect(asked).toEqual([]);
  await feed.getByRole("button", { name: "Show more" }).press("Enter");
  await expect(feed.getByRole("listitem")).toHaveCount(6);
  // Order: clips stand by their date.
  await expect(feed.getByRole("listitem").nth(4).getByRole("link")).toBeFocused();
  await feed.getByRole("link", { name: /^Play: Shelves before the holidays/ }).click();
  await expect(page.frameLocator(".w-card iframe").locator("video")).toBeVisible();
  expect(asked.length).toBeGreaterThan(0);
  await page.setViewportSize({ width: 320, height: 640 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
});
