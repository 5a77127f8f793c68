// What a page brings in from elsewhere: an embedded page that the server looks at first, code in a frame of its own, code on
// every page, a clip and a feed; and that a visitor's browser asks none of them before a yes, only what was chosen after
// it, and none once it was taken back.
import { type BrowserContext, expect, type Page } from "@playwright/test";
import {
  entryAt,
  expectAccessible,
  frame,
  type KeptWidget,
  makeWidget,
  operator,
  port,
  saved,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const site = "elsewhere";
const neighbours = `http://neighbours.localhost:${port}`;
let studio: Page;
let pageId = "";

const sheet = () => studio.getByRole("complementary", { name: "Sheet" });

const { call, change, copyWorkshop, pageWith, publish } = operator(() => studio, site);

async function made(kind: string, name: string, more: object): Promise<string> {
  const { id } = await call<{ id: string }>("widgets.add", { kind, name });
  await change(await call<KeptWidget>("widgets.read", { widget: id }), more);
  return id;
}

/** Writes into the editor of a field, in its window. */
async function write(field: string, text: string) {
  await sheet()
    .getByRole("button", { name: `Write ${field}` })
    .click();
  const dialog = studio.getByRole("dialog", { name: field });
  const editor = dialog.getByRole("textbox", { name: field });
  await editor.click();
  await studio.keyboard.press("Control+A");
  await studio.keyboard.insertText(text);
  await dialog.getByRole("button", { name: "Done writing" }).click();
  await expect(dialog).toBeHidden();
}

test.beforeAll(async ({ browser }) => {
  studio = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(studio);
  await copyWorkshop("Elsewhere");
  const { source, title, ratio, seconds, poster } = await call<Record<string, unknown>>("clips.find", {
    address: "kln-0301",
  });
  const feed = await made("clips", "Kiln clips", {
    sources: [{ id: "s1", of: "address", address: `http://clips.localhost:${port}/by/wrenfield` }],
  });
  const node = (id: string, kind: string, content: object) => ({ id, kind, content, look: { base: {} } });
  const shown = { alt: "", as: "here", text: "", controls: "shown", captions: [], chapters: [] };
  pageId = await pageWith(
    { title: "From elsewhere", slug: "from-elsewhere" },
    {
      ...node("els-s", "section", { name: "Elsewhere" }),
      children: [
        node("els-h", "heading", { text: "From elsewhere", level: 1 }),
        node("els-v", "video", { source, title, ratio, seconds, poster, ...shown }),
        node("els-f", "widget", { widget: feed, as: "flow", text: "" }),
      ],
    },
  );
});

test.afterAll(async () => {
  await studio.context().close();
});

test("a page is looked at before it is kept: who refuses is quoted, what leads on is followed, what it sets is told", {
  tag: "@long",
}, async () => {
  await studio.goto(`/s/${site}/pages/${pageId}`);
  await entryAt(studio, 0).click();
  await sheet().getByLabel("Add block").selectOption("embed");
  const address = sheet().getByLabel("Page’s address");
  const look = sheet().getByRole("button", { name: "Look at this page" });
  for (const [typed, says] of [
    [`${neighbours}/ledger`, "frame-ancestors 'none'"],
    [`${neighbours}/older`, "SAMEORIGIN"],
    [`${neighbours}/gone`, "It was removed"],
    [`${neighbours}/inside`, "private network"],
    ["not an address", "https://"],
  ] as const) {
    await address.fill(typed);
    await look.click();
    await expect(sheet().getByRole("alert").filter({ hasText: says })).toBeVisible();
    await expect(address).toHaveValue(typed);
  }
  await address.fill(`${neighbours}/moved`);
  await look.click();
  await expect(sheet().getByText(`It leads on to ${neighbours}/ferries`)).toBeVisible();
  await expect(sheet().getByText("It sets: stop.")).toBeVisible();
  await sheet().getByLabel("Title", { exact: true }).fill("The next ferries");
  await sheet().getByLabel("We may show it: whoever owns it agrees").check();
  await expect(frame(studio, "Wide").getByText("Load: The next ferries")).toBeVisible();
  await expectAccessible(studio);
  await saved(studio);
});

test("custom code is written in an editor, and shows its HTML and CSS on the stage, where nothing of it runs", {
  tag: "@long",
}, async () => {
  await entryAt(studio, 0).click();
  await sheet().getByLabel("Add block").selectOption("code");
  await sheet().getByLabel("Title", { exact: true }).fill("Height of the river");
  await write("HTML", "<p id=height>about 1 m</p>");
  await write("CSS", "p{font-size:20px}");
  await write(
    "Script",
    'document.getElementById("height").textContent = "1.24 m"; document.body.insertAdjacentHTML("beforeend", "<div style=height:300px>A drawing</div>"); undefined.gauge;',
  );
  await sheet().getByLabel("It is for").selectOption("needed");
  await sheet().getByLabel("Reaches").fill("https://river.example/path");
  await expect(sheet().getByText("Write an origin as https://host.example, without a path.")).toBeVisible();
  await sheet().getByLabel("Reaches").fill("https://river.example");
  await expect(sheet().getByText("Write an origin as")).toBeHidden();
  await expect(frame(studio, "Wide").frameLocator(".b-code iframe").getByText("about 1 m")).toBeVisible();
  await expectAccessible(studio);
  await saved(studio);
  // Rehearsed it runs, grows to what it holds, and tells what fails in it.
  await studio.getByRole("banner").getByRole("button", { name: "Rehearse" }).click();
  const walk = studio.getByRole("dialog", { name: "Walk through" });
  const rehearsed = studio.frameLocator('iframe[title="The site as this visitor sees it"]');
  await rehearsed.locator(".b-code").evaluate((block) => block.scrollIntoView());
  await expect(rehearsed.frameLocator(".b-code iframe").getByText("1.24 m")).toBeVisible();
  await expect(walk.getByText(/^Height of the river: .*undefined/)).toBeVisible();
  await expect.poll(async () => (await rehearsed.locator(".b-code").boundingBox())?.height ?? 0).toBeGreaterThan(300);
  await studio.keyboard.press("Escape");
});

test("code on every page is an owner’s, says what it may do, and names what it reaches before it goes live", {
  tag: "@long",
}, async () => {
  await makeWidget(studio, site, "Code for every page", "Visit counter");
  await expect(studio.getByText("This runs on the page itself and may do whatever a page may")).toBeVisible();
  const html = studio.getByRole("textbox", { name: "HTML" });
  await html.click();
  await studio.keyboard.insertText(`<script src="${neighbours}/counter.js"></script>`);
  const steps = studio.getByRole("navigation", { name: "Steps" });
  await expect(steps.getByRole("button", { name: /Code one line/ })).toBeVisible();
  await expectAccessible(studio);
  await steps.getByRole("button", { name: /What it reaches/ }).click();
  await studio.getByLabel("Origins").fill(neighbours);
  await studio.getByLabel("Leaves on this site").fill("visits\nvisits.first");
  await saved(studio);
  // The table knows all of it.
  const { found } = await call<{ found: { entry: { key: string; origin: string; purpose: string } }[] }>(
    "consent.found",
    {},
  );
  const table = found.map(({ entry }) => ({ ...entry, sorted: true }));
  const purposes = (origin: string) => table.filter((entry) => entry.origin === origin).map(({ purpose }) => purpose);
  expect(purposes(neighbours).sort()).toEqual(["marketing", "statistics"]);
  await made("consent", "Consent", { table, policy: "privacy" });
  await publish();
});

/** A visitor in Ireland, with the hosts besides the site that their browser asks. */
async function visitor(context: BrowserContext) {
  const page = await context.newPage();
  const asked: string[] = [];
  page.on("request", (request) => {
    const { host } = new URL(request.url());
    if (host !== `${site}.localhost:${port}`) asked.push(host);
  });
  const hosts = () => [...new Set(asked)].sort();
  return { page, hosts, forget: () => asked.splice(0) };
}

test("a page with all of it asks nobody before a yes; then only what was chosen; taken back, nobody again", {
  tag: "@long",
}, async ({ browser }) => {
  const context = await browser.newContext({ extraHTTPHeaders: { "x-place": "IE" }, reducedMotion: "reduce" });
  const { page, hosts, forget } = await visitor(context);
  await page.goto(siteAddress(site, "/from-elsewhere"));
  const question = page.getByRole("region", { name: "May we load things from elsewhere?" });
  await expect(question).toBeVisible();
  await page.locator(".b-code").evaluate((block) => block.scrollIntoView());
  await expect(page.frameLocator(".b-code iframe").getByText("1.24 m")).toBeVisible();
  await expect(page.getByRole("button", { name: "Load: The next ferries" })).toBeVisible();
  await expectAccessible(page);
  await page.evaluate(() => scrollTo(0, document.body.scrollHeight));
  // Wait: nothing is to come, which shows once the network has been still for a moment.
  await page.waitForLoadState("networkidle");
  expect(hosts()).toEqual([]);
  expect(await context.cookies()).toEqual([]);

  await question.getByRole("button", { name: "Choose" }).click();
  await question.getByRole("checkbox", { name: "Statistics" }).check();
  await question.getByRole("button", { name: "Save this choice" }).click();
  const cookies = async () => (await context.cookies()).map(({ name }) => name).sort();
  await expect.poll(cookies).toContain("visits");
  expect(await page.locator(".b-embed iframe").count()).toBe(0);
  expect(hosts()).toEqual([`neighbours.localhost:${port}`]);

  forget();
  await page.getByRole("button", { name: "Load: The next ferries" }).click();
  await expect(page.frameLocator(".b-embed iframe").getByText("Ferries across the Wren")).toBeVisible();
  expect(hosts()).toEqual([`neighbours.localhost:${port}`]);
  expect(await page.locator(".b-video iframe").count()).toBe(0);

  await page.getByRole("button", { name: "Privacy choices" }).click();
  const again = page.waitForEvent("load");
  await question.getByRole("button", { name: "Refuse all" }).click();
  await again;
  forget();
  await expect(page.getByRole("button", { name: "Load: The next ferries" })).toBeVisible();
  // Wait: nothing is to come, which shows once the network has been still for a moment.
  await page.waitForLoadState("networkidle");
  expect(hosts()).toEqual([]);
  expect(await page.locator(".b-embed iframe").count()).toBe(0);
  // What it left on the site's own host is gone; of other hosts nothing can be taken from here.
  expect(await page.evaluate(() => [document.cookie, localStorage.getItem("visits.first")])).toEqual(["", null]);
  await context.close();
});

test("at 320 pixels nothing is cut off, and all of it is reached by keyboard", { tag: "@long" }, async ({
  browser,
}) => {
  const context = await browser.newContext({
    viewport: { width: 320, height: 640 },
    extraHTTPHeaders: { "x-place": "IE" },
  });
  const page = await context.newPage();
  await page.goto(siteAddress(site, "/from-elsewhere"));
  const question = page.getByRole("region", { name: "May we load things from elsewhere?" });
  await expect(question).toBeVisible();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(320);
  await question.getByRole("button", { name: "Refuse all" }).press("Enter");
  await expect(question).toBeHidden();
  // Its script comes when it is near.
  await expect(async () => {
    await page.getByRole("button", { name: "Load: The next ferries" }).press("Enter", { timeout: 1000 });
    await expect(page.locator(".b-embed iframe")).toHaveCount(1, { timeout: 1000 });
  }).toPass();
  await expect(page.frameLocator(".b-embed iframe").getByText("Ferries across the Wren")).toBeVisible();
  expect(await page.evaluate(() => document.activeElement?.tagName)).toBe("IFRAME");
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBe(320);
  await context.close();
});
