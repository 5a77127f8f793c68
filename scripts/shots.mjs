// npm run shots: one PNG of each main view at 1280x800, from the demo data, into docs/screenshots.
import { mkdirSync } from "node:fs";
import { join } from "node:path";
import { launchOptions } from "./lib/browser.mjs";
import { endProcess, playgroundNow, startPlayground, throwawayDatabase } from "./lib/playground.mjs";
import { build, ensure, root } from "./lib/setup.mjs";

await ensure("mariadbd", "chromium-headless-shell");
build();
const { chromium } = await import("@playwright/test");
const port = Number(process.env.WEBITOR_PORT ?? 4470);
const database = await throwawayDatabase("shots", Number(process.env.WEBITOR_TEST_DATABASE_PORT ?? 4410));
const { child } = await startPlayground(database, port, { WEBITOR_NOW: playgroundNow, DEMO_BARE: "" });
const folder = join(root, "docs/screenshots");
mkdirSync(folder, { recursive: true });
const browser = await chromium.launch(launchOptions);
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: "reduce" });
const studio = (path) => `http://localhost:${port}${path}`;
const live = (path) => `http://wrenfield.localhost:${port}${path}`;
const shot = async (name, on = page) => {
  await on.waitForFunction(() => [...document.images].every((image) => image.complete || image.loading === "lazy"));
  await on.evaluate(() => document.fonts.ready);
  await on.screenshot({ path: join(folder, `${name}.png`) });
};
const frame = (name) => page.frameLocator(`iframe[title^="${name},"]`);

try {
  await page.goto(studio("/sign-in"));
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.waitForFunction(() => {
    const pictures = [...document.querySelectorAll("article img")];
    return pictures.length > 1 && pictures.every((picture) => picture.naturalWidth > 0);
  });
  await shot("sites");
  await page.goto(studio("/s/wrenfield/pages"));
  await frame("Wide").getByRole("heading", { level: 1 }).click();
  // How many characters fit is measured a moment later.
  await page.getByText(/^\d+ of about .* at 1180 px$/).waitFor();
  await page.waitForFunction(() => {
    const rows = [...document.querySelectorAll('nav[aria-label="Running order"] button[title]')];
    const drawn = rows.flatMap((row) => row.querySelector("iframe")?.contentDocument ?? []);
    const pictures = drawn.flatMap((inside) => [...inside.images]);
    return rows.length === drawn.length && pictures.every(({ complete }) => complete);
  });
  await shot("composer");
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  await page.getByLabel("Find a section").fill("contact");
  await page.keyboard.press("ArrowDown");
  await frame("Wide").locator('[data-n="tried"] .w-form').waitFor();
  await page.locator("[data-shelf] iframe").first().waitFor();
  await shot("shelf");
  await page.goto(studio("/s/wrenfield/pages/visit"));
  await page.locator('[data-section][title="Come by"]').click();
  await page.getByRole("button", { name: "Edit it in its place" }).click();
  await frame("Wide").getByRole("heading", { name: "Come and get muddy" }).click();
  await page.keyboard.press("End");
  await page.keyboard.type(" with us");
  await page.keyboard.press("Escape");
  await page.getByText("1 change not kept yet").waitFor();
  await shot("shared");
  await page.getByRole("button", { name: "Put back" }).click();
  await page.goto(studio("/s/wrenfield/brand"));
  await page.frameLocator('iframe[title="Home in this brand"]').getByRole("heading", { level: 1 }).waitFor();
  await shot("brand");
  await page.goto(studio("/s/wrenfield/widgets"));
  await page
    .getByText(/\d+ shown · \d+ signed up/)
    .first()
    .waitFor();
  await shot("widgets");
  await page.getByRole("link", { name: "Wheel classes" }).click();
  await page.getByRole("navigation", { name: "Steps" }).getByRole("button", { name: "Hours" }).click();
  await page.getByRole("button", { name: "The day after" }).click();
  await page.getByRole("button", { name: "The day after" }).click();
  await page.getByText(/is (not )?offered$/).waitFor();
  await shot("calendar");
  await page.goto(studio("/s/wrenfield/widgets"));
  await page.getByRole("link", { name: "Kiln-opening letter" }).click();
  await page.getByRole("navigation", { name: "Steps" }).getByRole("button", { name: "When" }).click();
  await page.getByTestId("verdict").waitFor();
  await page.getByLabel("Trigger 1", { exact: true }).waitFor();
  await shot("popup-when");
  await page.goto(studio("/s/wrenfield/widgets"));
  await page.getByRole("link", { name: "Wrenfield shop" }).click();
  await page.getByRole("button", { name: /^Bell mug/ }).click();
  await page.getByRole("button", { name: "Make Ember, Large" }).waitFor();
  await page.getByText("Options", { exact: true }).evaluate((title) => title.scrollIntoView());
  await shot("shop");
  await page.goto(studio("/s/wrenfield/widgets"));
  await page.getByRole("link", { name: "Ask the workshop" }).click();
  await page.getByRole("navigation", { name: "Steps" }).getByRole("button", { name: "Test set" }).click();
  // It runs by itself, and can be run again once it has.
  await page.getByRole("button", { name: "Run again" }).waitFor();
  await page.getByText(/^\d+ right/).waitFor();
  await page.getByRole("button", { name: /^where do I park/ }).click();
  await page.getByText("Passages looked at").waitFor();
  await shot("chat");
  await page.goto(studio("/s/wrenfield/widgets"));
  await page.getByRole("link", { name: "Consent", exact: true }).click();
  await page
    .frameLocator('iframe[title="What a visitor gets"]')
    .getByRole("region", { name: "Some things here need your yes" })
    .waitFor();
  await shot("consent");
  await page.getByRole("button", { name: "Walk through" }).click();
  await page
    .frameLocator('iframe[title="The site as this visitor sees it"]')
    .getByRole("heading", { level: 1 })
    .waitFor();
  await page
    .frameLocator('iframe[title="The site as this visitor sees it"]')
    .locator("main img")
    .nth(3)
    .evaluate((image) => image.decode());
  await shot("walk-through");
  const visitor = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: "reduce" });
  await visitor.goto(live("/visit"));
  // Nothing opens over the question.
  await visitor.getByRole("button", { name: "Refuse all" }).click();
  // Whether it is open is told by the page's script.
  await visitor.locator(".b-now:not(:empty)").first().waitFor();
  await shot("live-wide", visitor);
  await visitor.goto(live("/"));
  await visitor.evaluate(() => scrollTo(0, document.body.scrollHeight));
  const dialog = visitor.getByRole("dialog");
  await dialog.getByLabel("E-mail").fill("orla@post.example");
  await dialog.getByLabel("First name").fill("Orla");
  await dialog.getByRole("button", { name: "Write to me" }).click();
  await visitor.getByRole("dialog", { name: "The letter is on its way" }).waitFor();
  await visitor.close();
  const phone = await browser.newPage({ viewport: { width: 390, height: 800 }, reducedMotion: "reduce" });
  await phone.goto(live("/"));
  await phone.getByRole("button", { name: "Refuse all" }).click();
  await phone.evaluate(() => scrollTo(0, document.body.scrollHeight));
  await phone.getByRole("dialog").waitFor();
  await shot("live-phone", phone);
  await phone.close();
  await page.goto(studio("/s/wrenfield/desk"));
  await page.getByText("Bookings", { exact: true }).click();
  await page.locator(".rbc-time-view").waitFor();
  // A Tuesday with a course in the evening.
  for (let day = 0; day < 5; day++) await page.getByRole("button", { name: "Later", exact: true }).click();
  await page.locator(".rbc-event").nth(1).click();
  await page.getByText("What happened").waitFor();
  await shot("desk");
  await page.goto(studio("/s/wrenfield/pages/classes"));
  await frame("Wide").getByRole("heading", { level: 1 }).click();
  await page.keyboard.press("End");
  await page.keyboard.type(" and courses");
  await page.getByText("Saved").waitFor();
  await page.goto(studio("/s/wrenfield/publish"));
  await page.getByText("1 change since the last release").waitFor();
  await page.getByRole("button", { name: "Before and after of Classes" }).click();
  await page.frameLocator('iframe[title="After publishing"]').getByText("Classes and courses").waitFor();
  await shot("publish");
  await page.goto(studio("/s/wrenfield/media"));
  await page.getByRole("option", { name: /kiln/ }).click();
  await page.getByRole("complementary", { name: "Media" }).getByRole("link", { name: "Home" }).waitFor();
  await shot("media");
  await page.goto(studio("/s/wrenfield/structure"));
  await page.getByRole("button", { name: /^Classes / }).click();
  await page.getByRole("img", { name: /^A result, as search engines draw it/ }).waitFor();
  await page.getByText("Header: by its rule for the whole site.").waitFor();
  await shot("structure");
  await page.goto(studio("/s/oddlane/pages"));
  await page.getByRole("button", { name: "Header settings" }).click();
  await page.getByLabel("Over the first section").selectOption("ink");
  await frame("Wide").locator("main .b-button").first().click();
  await page.getByLabel("Words", { exact: true }).fill("Bicyclebellrepairappointmentsinwinterandspring");
  await page.getByText("Saved").waitFor();
  await page.goto(studio("/s/oddlane/checks"));
  await page.getByText(/pages at six widths, measured/).waitFor();
  await page.getByRole("main").getByRole("listitem").first().getByRole("button").first().click();
  await page.getByRole("img", { name: /px$/ }).waitFor();
  await shot("checks");
} finally {
  await browser.close();
  await endProcess(child);
  await database.end();
}
