// The whole line through Webitor: a page composed, a popup set up, a release, a signup, the Desk, a restart.
import { expect, type Page } from "@playwright/test";
import {
  closeShelf,
  deskPart,
  entryAt,
  expectAccessible,
  frame,
  openPage,
  openSites,
  port,
  saved,
  sectionAt,
  signIn,
  siteAddress,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

let page: Page;
test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
});
test.afterAll(() => page.close());

const heading = (name: "Wide" | "Phone") => frame(page, name).locator("h1");

test("the designer signs in with the demo's form and opens Wrenfield Clayworks", async () => {
  await signIn(page);
  await openSites(page);
  await expectAccessible(page);
  await page.getByRole("link", { name: "Wrenfield Clayworks" }).click();
  await expect(heading("Wide")).toHaveText("Hands in clay by Saturday.");
});

test("rewrites the heading by clicking into it; both frames show it", async () => {
  await heading("Wide").click();
  await expect(heading("Wide")).toBeFocused();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("Hands in clay by Sunday.");
  await expect(heading("Phone")).toHaveText("Hands in clay by Sunday.");
  await saved(page);
});

test("drags a section from the shelf into the running order", async () => {
  await page.keyboard.press("Escape");
  await page.getByRole("button", { name: "Add a section (+)" }).click();
  const entry = page.getByRole("region", { name: "Shelf" }).getByRole("button", { name: /^Price list/ });
  const target = page.locator('[data-section][title="What learners say"]');
  await entry.hover();
  await page.mouse.down();
  const box = await target.boundingBox();
  if (!box) throw new Error("The section has no place");
  await page.mouse.move(box.x + 40, box.y + 60, { steps: 8 });
  await page.mouse.move(box.x + 40, box.y + 20, { steps: 4 });
  await page.mouse.up();
  await expect(entryAt(page, 2)).toHaveAttribute("title", "Price list");
  await closeShelf(page);
  await expect(sectionAt(frame(page, "Wide"), 2)).toContainText("The usual one");
});

test("changes its colours on the sheet", async () => {
  const sheet = page.getByRole("complementary", { name: "Sheet" });
  await expect(sheet.getByRole("heading", { name: "Price list" })).toBeVisible();
  await sheet.getByLabel("Surface").selectOption("accent");
  await expect(sectionAt(frame(page, "Wide"), 2)).toHaveCSS("background-color", "rgb(122, 58, 28)");
});

test("makes the heading smaller on phones only", async () => {
  const before = await heading("Wide").evaluate((element) => getComputedStyle(element).fontSize);
  await heading("Phone").click();
  const sheet = page.getByRole("complementary", { name: "Sheet" });
  await expect(sheet.getByText("phones only")).toBeVisible();
  await sheet.getByLabel("Size", { exact: true }).fill("1.5");
  await expect(heading("Phone")).toHaveCSS("font-size", "24px");
  await expect(heading("Wide")).toHaveCSS("font-size", before);
  await expect(sheet.getByRole("button", { name: "Back to the inherited size" })).toBeVisible();
  await saved(page);
});

test("undoes two steps and redoes one", async () => {
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await expect(heading("Phone")).not.toHaveCSS("font-size", "24px");
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  const section = sectionAt(frame(page, "Wide"), 2);
  await expect(section).not.toHaveCSS("background-color", "rgb(122, 58, 28)");
  await page.getByRole("button", { name: "Redo (Ctrl+Shift+Z)" }).click();
  await expect(section).toHaveCSS("background-color", "rgb(122, 58, 28)");
  await saved(page);
  await expectAccessible(page);
});

test("sets the popup to open after 5 seconds or at 40 % and sees when and why", async () => {
  await page.getByRole("link", { name: "Widgets" }).click();
  await page.getByRole("link", { name: "Kiln-opening letter" }).click();
  await page.getByRole("button", { name: /^3?\s*When/ }).click();
  await page.getByLabel("Seconds", { exact: true }).fill("5");
  await page.getByLabel("Depth in percent").fill("40");
  await saved(page);
  const verdict = page.getByTestId("verdict");
  await expect(verdict).toContainText("Opens after 5 s. Opens by: 5 s on the page.");
  await page.getByLabel("Second of the scroll").fill("2");
  await expect(verdict).toContainText("scrolled to 40 %");
  await expectAccessible(page);
  await page.getByRole("region", { name: "Rehearse as" }).getByLabel("Visit").selectOption("known");
  await expect(verdict).toContainText("Does not open for this visitor.");
  await expect(verdict).toContainText("The visitor has already done what it is for.");
  await page.getByRole("region", { name: "Rehearse as" }).getByLabel("Visit").selectOption("first");
});

test("walks through as a visitor: the real popup opens in the rehearsal", async () => {
  await page.getByRole("button", { name: "Walk through" }).click();
  const rehearsal = page.frameLocator('iframe[title="The site as this visitor sees it"]');
  await expect(rehearsal.getByRole("dialog", { name: "Be there when the kiln opens" })).toBeVisible();
  await expect(page.getByText("“Kiln-opening letter” opens")).toBeVisible();
  await page.getByRole("button", { name: "End the rehearsal" }).click();
});

test("publishes", async () => {
  await page
    .getByRole("banner")
    .getByRole("link", { name: /^Publish \d+ changes/ })
    .click();
  const main = page.getByRole("main");
  await expect(main.getByRole("link", { name: "Home", exact: true })).toBeVisible();
  await expect(main.getByText("Kiln-opening letter")).toBeVisible();
  await expectAccessible(page);
  await main.getByRole("button", { name: /^Publish \d+ changes$/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
  await expect(main.getByText("Everything is published")).toBeVisible();
});

test("a visitor signs up through the popup on the live site and confirms by the mail", async ({ browser }) => {
  const visitor = await browser.newPage({ locale: "en-IE" });
  const errors: string[] = [];
  visitor.on("console", (message) => message.type() === "error" && errors.push(message.text()));
  await visitor.goto(siteAddress("wrenfield"));
  await expect(visitor.getByRole("heading", { level: 1 })).toHaveText("Hands in clay by Sunday.");
  const dialog = visitor.getByRole("dialog", { name: "Be there when the kiln opens" });
  await expect(dialog).toBeVisible();
  await expectAccessible(visitor);
  await dialog.getByLabel("E-mail").fill("no address");
  await dialog.getByRole("button", { name: "Write to me" }).click();
  await expect(dialog.getByText("This is not an e-mail address. One looks like ana@mail.example.")).toBeVisible();
  await expect(dialog.getByLabel("E-mail")).toHaveValue("no address");
  await dialog.getByLabel("E-mail").fill("visitor@post.example");
  await dialog.getByLabel("First name").fill("Orla");
  await dialog.getByRole("button", { name: "Write to me" }).click();
  await expect(visitor.getByRole("dialog", { name: "The letter is on its way" })).toBeVisible();
  expect(errors.filter((error) => !error.includes("422"))).toEqual([]);

  await page.getByRole("link", { name: "Desk" }).click();
  await expect(page.getByRole("row").filter({ hasText: "visitor@post.example" })).toContainText(
    "waiting for confirmation",
  );
  await page.getByText("Outbox").click();
  await page.getByRole("button", { name: /visitor@post\.example/ }).click();
  const link = await page.getByRole("link", { name: /\/confirm$/ }).getAttribute("href");
  await visitor.goto(link ?? "");
  await expectAccessible(visitor);
  await visitor.getByRole("button", { name: "Confirm this address" }).click();
  await expect(visitor.getByRole("heading", { name: "Your address is confirmed" })).toBeVisible();
  await visitor.close();
});

test("the signup stands on the Desk, and the CSV holds it", async () => {
  await deskPart(page, "Signups");
  await page.reload();
  const row = page.getByRole("row").filter({ hasText: "visitor@post.example" });
  await expect(row).toContainText("confirmed");
  await expect(row).toContainText("Orla");
  await expectAccessible(page);
  const csv = await page.request.get("/api/sites/wrenfield/signups.csv?words=visitor");
  expect(csv.headers()["content-type"]).toContain("text/csv");
  const lines = (await csv.text()).split("\r\n");
  expect(lines[1]).toContain("visitor@post.example,Orla,confirmed,Kiln-opening letter,/,en-IE");
});

test("a restart of everything loses nothing", { tag: "@long" }, async ({ request }) => {
  // The test command restarts process and database when asked for it by this file.
  const restart = await request.post(`http://127.0.0.1:${process.env.WEBITOR_CONTROL_PORT}/restart`, {
    timeout: 0,
  });
  expect(restart.ok()).toBe(true);
  await openPage(page, "wrenfield");
  await expect(heading("Wide")).toHaveText("Hands in clay by Sunday.");
  await page.goto("/s/wrenfield/desk?part=popup");
  await expect(page.getByRole("row").filter({ hasText: "visitor@post.example" })).toContainText("confirmed");
  const live = await request.get(`http://127.0.0.1:${port}/`, { headers: { host: `wrenfield.localhost:${port}` } });
  expect(await live.text()).toContain("Hands in clay by Sunday.");
});
