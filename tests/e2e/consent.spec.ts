// Consent: set up in the studio, asked by the rule of the visitor's region, kept, proven on the Desk, and taken back. The
// tests' proxy tells the region by a header, as one in front of a real installation would.
import { type Browser, expect, type Page } from "@playwright/test";
import { expectAccessible, makeWidget, operator, port, saved, signIn, siteAddress } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const site = "asked";
let studio: Page;
/** Id of the page with the clip. */
let clipPage: string;

const { call, copyWorkshop, pageWith, publish } = operator(() => studio, site);

/** A visitor from a region, with what their browser asks other hosts for. */
async function visitor(browser: Browser, region: string, more: object = {}) {
  const context = await browser.newContext({
    extraHTTPHeaders: { "x-place": region },
    reducedMotion: "reduce",
    ...more,
  });
  const page = await context.newPage();
  const asked: string[] = [];
  page.on("request", (request) => {
    const { host } = new URL(request.url());
    if (host !== `${site}.localhost:${port}`) asked.push(request.url());
  });
  await page.goto(siteAddress(site, "/clip"));
  return { page, asked, question: page.getByRole("region", { name: "May we load things from elsewhere?" }) };
}

test.beforeAll(async ({ browser }) => {
  studio = await (await browser.newContext({ viewport: { width: 1280, height: 800 } })).newPage();
  await signIn(studio);
  await copyWorkshop("Asked");
  const { source, title, ratio, seconds, poster } = await call<Record<string, unknown>>("clips.find", {
    address: "kln-0301",
  });
  const node = (id: string, kind: string, content: object) => ({ id, kind, content, look: { base: {} } });
  const shown = { alt: "", as: "here", text: "", controls: "shown", fullScreen: true, captions: [], chapters: [] };
  const framed = { size: "fixed", rights: [], devices: [], agreed: true, purpose: "marketing", sets: [], poster: null };
  const coded = { origins: ["https://river.example"], purpose: "marketing" };
  const { id: widget } = await call<{ id: string }>("widgets.add", { kind: "popup", name: "Letter" });
  const { revision, settings } = await call<{ revision: number; settings: object }>("widgets.read", { widget });
  const later = { ...settings, enabled: true, triggers: [{ on: "after", seconds: 600 }] };
  await call("widgets.save", { widget, name: "Letter", revision, settings: later });
  clipPage = await pageWith(
    { title: "Clip", slug: "clip" },
    {
      ...node("ask-s", "section", { name: "Clip" }),
      children: [
        node("ask-h", "heading", { text: "One clip", level: 1 }),
        node("ask-v", "video", { source, title, ratio, seconds, poster, ...shown }),
        node("ask-w", "video", { source, title: "The same clip again", ratio, seconds, poster, ...shown }),
        node("ask-e", "embed", {
          address: `http://neighbours.localhost:${port}/ferries`,
          title: "The next ferries",
          ...framed,
        }),
        node("ask-f", "embed", { address: `http://quayside.localhost:${port}/`, title: "The quay", ...framed }),
        node("ask-c", "code", { title: "Height of the river", html: "<p>1 m</p>", css: "", script: "", ...coded }),
        node("ask-d", "code", { title: "Its banks", html: "<p>4 m</p>", css: "", script: "", ...coded }),
      ],
    },
  );
});

test.afterAll(async () => {
  await studio.context().close();
});

test("what there is to ask is found by itself, sorted by hand; the rules say what breaks them; a visitor’s view says why", async () => {
  await makeWidget(studio, site, "Consent", "Consent");
  const steps = studio.getByRole("navigation", { name: "Steps" });
  await expect(studio.getByText(/^\d+ things are new and not in the table yet\.$/)).toBeVisible();
  await studio.getByRole("button", { name: /^Take \d+ in$/ }).click();
  await studio
    .getByRole("button", { name: /The clip host/ })
    // Order: whichever of what the host sets: each has a row of its own.
    .first()
    .click();
  await studio.getByLabel("Name", { exact: true }).fill("Kiln-opening clips");
  await studio.getByLabel("Looked at and sorted").check();
  await expect(studio.getByRole("button", { name: /marketing Kiln-opening clips/ })).toBeVisible();
  await expectAccessible(studio);
  await steps.getByRole("button", { name: /Rules/ }).click();
  const eu = studio.locator("summary").filter({ hasText: "EU and EEA" });
  await expect(eu).toContainText("1 breach");
  await steps.getByRole("button", { name: /^\d? ?Form/ }).click();
  await studio.getByLabel("Page with the whole text").selectOption({ label: "Privacy" });
  await steps.getByRole("button", { name: /Rules/ }).click();
  await expect(eu).toContainText("fits");
  await expect(studio.getByText("marketing: a yes is needed first.")).toBeVisible();
  await studio.getByLabel("Country").selectOption("US-CA");
  await expect(studio.getByText(/^Word of what goes on/)).toBeVisible();
  await steps.getByRole("button", { name: /Look/ }).click();
  await expect(studio.getByText(/^Refusing is as easy: same size, same contrast/)).toBeVisible();
  await saved(studio);
  await publish();
});

test("measured by a browser, the pages leave and ask nothing before a yes that is not in the table", {
  tag: "@long",
}, async () => {
  const steps = studio.getByRole("navigation", { name: "Steps" });
  await steps.getByRole("button", { name: /What there is to ask/ }).click();
  await studio.getByRole("button", { name: "Measure", exact: true }).click();
  await expect(studio.getByText("Nothing optional came before a yes.")).toBeVisible();
  await expect(studio.getByText(/^Worked out .* Then measured: \d+ pages run/)).toBeVisible();
  await expectAccessible(studio);
});

test("in Ireland nothing loads before a yes; refusing is as easy, is kept, and holds", async ({ browser }) => {
  const { page, asked, question } = await visitor(browser, "IE");
  await expect(question).toBeVisible();
  await expectAccessible(page);
  const accept = question.getByRole("button", { name: "Accept all" });
  const refuse = question.getByRole("button", { name: "Refuse all" });
  const [yes, no] = [await accept.boundingBox(), await refuse.boundingBox()];
  expect(no?.height).toBe(yes?.height);
  expect(Math.abs((no?.width ?? 0) - (yes?.width ?? 0))).toBeLessThanOrEqual(2);
  const drawn = (button: typeof accept) =>
    button.evaluate((element) => {
      const { backgroundColor, color, fontSize, fontWeight } = getComputedStyle(element);
      return { backgroundColor, color, fontSize, fontWeight };
    });
  expect(await drawn(refuse)).toEqual(await drawn(accept));
  // Reached first by the keyboard, behind the skip link.
  await page.keyboard.press("Tab");
  await page.keyboard.press("Tab");
  expect(await question.evaluate((element) => element.contains(document.activeElement))).toBe(true);
  await refuse.click();
  await expect(question).toBeHidden();
  await page.reload();
  await expect(page.getByRole("button", { name: "Privacy choices" })).toBeVisible();
  await expect(question).toBeHidden();
  expect(asked).toEqual([]);
  // Their visits are not counted either, by which the site's letter would open.
  const kept = () => page.evaluate(() => Object.keys({ ...localStorage, ...sessionStorage }).sort());
  expect(await kept()).toEqual(["consent"]);
  await page.getByRole("button", { name: "Privacy choices" }).click();
  await question.getByRole("checkbox", { name: "Preferences" }).check();
  await question.getByRole("button", { name: "Save this choice" }).click();
  await expect.poll(kept).toEqual(["consent", "popup-visits"]);
  await page.getByRole("button", { name: "Privacy choices" }).click();
  const again = page.waitForEvent("load");
  await question.getByRole("button", { name: "Refuse all" }).click();
  await again;
  expect(await kept()).toEqual(["consent"]);
  expect(await page.context().cookies()).toEqual([]);
});

// One thing of each kind that waits, beside another for the same purpose that nobody presses.
const waiting = [
  { what: "a clip", role: "link", name: /^Play: Kiln opening/, title: "Kiln opening, first of March", host: "clips" },
  {
    what: "a framed page",
    role: "button",
    name: "Load: The next ferries",
    title: "The next ferries",
    host: "neighbours",
  },
  {
    what: "the site’s own code",
    role: "button",
    name: "Load: Height of the river",
    title: "Height of the river",
    host: site,
  },
] as const;

for (const thing of waiting)
  test(`after “Refuse all” a press on ${thing.what} loads that alone, this once`, async ({ browser }) => {
    const { page, asked, question } = await visitor(browser, "IE");
    await question.getByRole("button", { name: "Refuse all" }).click();
    const kept = () => page.evaluate(() => localStorage.getItem("consent"));
    const refused = await kept();
    const frames = page.locator("main iframe");
    const proof = page.waitForResponse((answer) => answer.url().endsWith("/_w/v1/consents"));
    await page.getByRole(thing.role, { name: thing.name }).click();
    await expect(page.locator(`iframe[title="${thing.title}"]`)).toBeVisible();
    expect((await proof).status()).toBe(204);
    await expect(frames).toHaveCount(1);
    // The host that was pressed, with the host of its files, and nobody else.
    for (const address of asked) expect(new URL(address).hostname).toMatch(new RegExp(`(^|\\.)${thing.host}\\.`));
    expect(await kept()).toBe(refused);
    expect(await granted(page)).toEqual({ preferences: "denied", statistics: "denied", marketing: "denied" });
    // A no said after it takes the thing back, too; it was never more than this once.
    await page.getByRole("button", { name: "Privacy choices" }).click();
    const again = page.waitForEvent("load");
    await question.getByRole("button", { name: "Refuse all" }).click();
    await again;
    await expect(frames).toHaveCount(0);
  });

const granted = (page: Page) =>
  page.evaluate(() => (window as unknown as { webitor: { consent: { granted: object } } }).webitor.consent.granted);

test("before any answer a press on the clip leaves the question open; a yes to all of them loads the rest", async ({
  browser,
}) => {
  const { page, question } = await visitor(browser, "IE");
  await page.getByRole("link", { name: /^Play: Kiln opening/ }).click();
  await expect(page.locator(`iframe[title="${waiting[0].title}"]`)).toBeVisible();
  await expect(question).toBeVisible();
  expect(await page.evaluate(() => localStorage.getItem("consent"))).toBeNull();
  await question.getByRole("button", { name: "Accept all" }).click();
  // What is far away loads when it comes near.
  for (const thing of waiting.slice(1))
    await expect(async () => {
      await page.mouse.wheel(0, 300);
      await expect(page.locator(`iframe[title="${thing.title}"]`)).toBeVisible({ timeout: 500 });
    }).toPass();
  await page.getByRole("button", { name: "Privacy choices" }).click();
  await expect(question.getByText(/^Your choice is kept as /)).toBeVisible();
  await question.getByRole("checkbox", { name: "Marketing" }).uncheck();
  const again = page.waitForEvent("load");
  await question.getByRole("button", { name: "Save this choice" }).click();
  await again;
  await expect(page.locator("main iframe")).toHaveCount(0);
  expect(await granted(page)).toMatchObject({ marketing: "denied" });
});

test("a rehearsal keeps no choice, and yet what is taken back in it is gone", async () => {
  await studio.goto(`/s/${site}/pages/${clipPage}`);
  await studio.getByRole("banner").getByRole("button", { name: "Rehearse" }).click();
  const rehearsed = studio.frameLocator('iframe[title="The site as this visitor sees it"]');
  const question = rehearsed.getByRole("region", { name: "May we load things from elsewhere?" });
  await question.getByRole("button", { name: "Accept all" }).click();
  await rehearsed.getByRole("link", { name: /^Play: Kiln opening/ }).click();
  await expect(rehearsed.locator(".b-video iframe")).toHaveCount(1);
  await rehearsed.getByRole("button", { name: "Privacy choices" }).click();
  await question.getByRole("checkbox", { name: "Marketing" }).uncheck();
  await question.getByRole("button", { name: "Save this choice" }).click();
  await expect(rehearsed.locator(".b-video iframe")).toHaveCount(0);
  await expect(rehearsed.getByRole("button", { name: "Privacy choices" })).toBeVisible();
  await expect(question).toBeHidden();
  await studio.keyboard.press("Escape");
});

test("in Switzerland it is told and may be refused; in California selling is refused by a link, or by the browser’s signal", async ({
  browser,
}) => {
  const swiss = await visitor(browser, "CH");
  const told = swiss.page.getByRole("region", { name: "What this site brings in" });
  await expect(told).toBeVisible();
  await told.getByRole("button", { name: "Go on" }).click();
  await expect(told).toBeHidden();
  const california = await visitor(browser, "US-CA");
  const word = california.page.getByRole("region", { name: "What this site brings in" });
  await word.getByRole("button", { name: "Do not sell or share my personal information" }).click();
  await expect(word).toBeHidden();
  const granted = () =>
    california.page.evaluate(
      () =>
        (window as unknown as { webitor: { consent: { granted: { marketing: string } } } }).webitor.consent.granted
          .marketing,
    );
  expect(await granted()).toBe("denied");
});

test("each choice is on the Desk with its texts; a visitor’s proof finds it; nobody’s address is there", async () => {
  await studio.goto(`/s/${site}/desk`);
  await studio.getByText("Consent", { exact: true }).click();
  const choice = (region: string) => studio.getByRole("button", { name: region });
  await expect(choice("EU and EEA")).toHaveCount(15);
  await expect(choice("California and other US states")).toHaveCount(1);
  await choice("Switzerland").click();
  const id = (await studio.getByText(/^[a-z0-9]{20}$/).textContent()) ?? "";
  await studio.getByLabel("Find by the visitor’s proof").fill(id);
  await expect(choice("EU and EEA")).toHaveCount(0);
  await expect(choice("Switzerland")).toBeVisible();
  await expect(studio.getByText("The texts it was made by")).toBeVisible();
  await expect(studio.getByText(/Kiln-opening clips/)).toBeVisible();
  await expectAccessible(studio);
});
