// Every block there is: written on the page by the designer, then used by a visitor, with and without script.
import { expect, type Page } from "@playwright/test";
import { everyBlock } from "../../src/core/page/every-block.test-kit";
import { everyNode, type PageNode } from "../../src/core/page/node";
import {
  expectAccessible,
  expectSome,
  frame,
  onPage,
  openSites,
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

const site = "wrenfield";
const sheet = () => page.getByRole("complementary", { name: "Sheet" });
const wide = () => frame(page, "Wide");
let pageId = "";

const call = <T>(name: string, input: object): Promise<T> =>
  page.evaluate(
    async ([operation, body]) => {
      const answer = await fetch(`/api/do/${operation}`, {
        method: "POST",
        headers: { "content-type": "application/json" },
        body: JSON.stringify(body),
      });
      if (!answer.ok) throw new Error(`${operation}: ${await answer.text()}`);
      return (await answer.json()) as never;
    },
    [name, { site, ...input }] as const,
  );

test("a page with every block is put together, and its file comes from the designer’s own disk", async () => {
  await signIn(page);
  await openSites(page);
  const { settings, name, media, widgets } = await call<{
    settings: object;
    name: string;
    media: { hash: string }[];
    widgets: { id: string; kind: string }[];
  }>("sites.frame", {});
  const day = [{ from: "10:00", to: "19:00" }];
  await call("sites.settings", {
    name,
    settings: {
      ...settings,
      address: "The old net store\nWeir Lane",
      phone: "+353 1 555 0100",
      place: { latitude: 53.3, longitude: -6.2 },
      hours: [[], day, day, day, day, day, []],
      exceptions: [{ from: "2026-12-24", to: "2027-01-02", spans: [], words: "Christmas" }],
    },
  });
  pageId = (await call<{ id: string }>("pages.add", { title: "Every block", slug: "every-block" })).id;
  const { documents } = await call<{ documents: { id: string; revision: number; body: { id: string } }[] }>(
    "pages.open",
    { page: pageId },
  );
  const document = documents.find(({ id }) => id === pageId);
  let made = 0;
  const body = everyBlock(() => `every${++made}`, {
    media: media.map(({ hash }) => hash),
    document: null,
    widget: widgets.find(({ kind }) => kind === "popup")?.id ?? "",
  });
  await call("pages.edit", {
    document: pageId,
    batch: "every-block",
    base: document?.revision ?? 0,
    edits: (body.children ?? []).map((node, index) => ({ type: "insert", parent: document?.body.id, index, node })),
  });
  await page.goto(`/s/${site}/pages/${pageId}`);
  await wide().locator(".b-file").click();
  await expect(sheet().getByRole("heading", { name: "File download" })).toBeVisible();
  const choose = sheet().getByLabel("File to take home");
  await choose.setInputFiles({
    name: "recipes.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("no PDF at all"),
  });
  await expect(sheet().getByText("This file is called a PDF and is none.")).toBeVisible();
  await choose.setInputFiles({
    name: "recipes.pdf",
    mimeType: "application/pdf",
    buffer: Buffer.from("%PDF-1.4\ntrailer<<>>\n%%EOF\n"),
  });
  await expect(wide().locator(".b-file small")).toHaveText("PDF · 1 kB");
  await saved(page);
});

test("on the stage a window is the device’s, however high the page: what is as high as it comes to rest", async () => {
  const { documents } = await call<{ documents: { id: string; revision: number; body: PageNode }[] }>("pages.open", {
    page: pageId,
  });
  const document = documents.find(({ id }) => id === pageId) as { revision: number; body: PageNode };
  const nodes = [...everyNode(document.body)];
  const sections = nodes.filter(({ kind }) => kind === "section");
  const tall = sections.map(({ id: node }) => ({ type: "setLook", node, width: "base", field: "tall" }));
  const embed = nodes.find(({ kind }) => kind === "embed");
  const size = { type: "setContent", node: embed?.id, field: "size" };
  const edits = [...tall.map((edit) => ({ ...edit, value: true })), { ...size, value: "window" }];
  await call("pages.edit", { document: pageId, batch: "as-window", base: document.revision, edits });
  for (const [name, windowPx] of [
    ["Wide", 800],
    ["Phone", 844],
  ] as const) {
    const inside = frame(page, name);
    const highest = () =>
      inside.locator("main").evaluate((main) => ({
        leastSection: Math.min(...[...main.querySelectorAll(":scope > .b-section")].map((one) => one.clientHeight)),
        embed: main.querySelector(".b-embed")?.clientHeight,
        beyondPage: (main.ownerDocument.defaultView?.innerHeight ?? 0) - main.ownerDocument.body.clientHeight,
      }));
    await expect.poll(highest).toEqual({ leastSection: windowPx, embed: windowPx, beyondPage: 0 });
  }
  const back = [...tall, { ...size, value: embed?.content.size }];
  await call("pages.edit", { document: pageId, batch: "as-before", base: document.revision + 1, edits: back });
  await expect.poll(() => sectionAt(wide(), 0).evaluate((section) => section.clientHeight)).toBeLessThan(800);
});

test("cells are typed where they stand, Tab goes on; a table too large to read is refused, one that fits takes its place", {
  tag: "@long",
}, async () => {
  const cell = wide().locator(".b-table td").filter({ hasText: "€60" });
  await cell.click();
  await expect(cell).toBeFocused();
  await page.keyboard.press("Control+A");
  await page.keyboard.type("€64");
  await page.keyboard.press("Tab");
  await page.keyboard.type(" (glazed)");
  await page.keyboard.press("Escape");
  await expect(wide().getByRole("rowheader", { name: "Stoneware (glazed)" })).toBeVisible();
  await expect(frame(page, "Phone").locator(".b-table")).toContainText("€64");
  await sheet().getByRole("button", { name: "Paste a table…" }).click();
  const paste = page.getByRole("dialog", { name: "Paste a table…" });
  const cells = paste.getByLabel("Cells, from a spreadsheet or a CSV file");
  await cells.fill(Array.from({ length: 1000 }, () => "a\tb\tc\td\te\tf\tg\th\ti\tj").join("\n"));
  await paste.getByRole("button", { name: "Put it in place" }).click();
  await expect(paste.getByText("This has 1000 rows of 10 cells.")).toBeVisible();
  await expect(cells).not.toHaveValue("");
  await cells.fill("Firing\tPrice\nBisque\t€60\nRaku\t€40");
  await paste.getByRole("button", { name: "Put it in place" }).click();
  await expect(wide().getByRole("row")).toHaveCount(3);
  await page.getByRole("button", { name: "Undo (Ctrl+Z)" }).click();
  await expect(wide().getByRole("columnheader", { name: "Temperature" })).toBeVisible();
  await saved(page);
});

test("a folded answer opens to be worked on and stays open; its icon is found by a word; a quote is written on the page", async () => {
  // Order: tabs stand as on the page.
  await wide().locator(".b-tab").nth(1).locator("summary").click();
  // Order: tabs stand as on the page.
  await expect(wide().locator(".b-tab").nth(1)).toHaveAttribute("open", "");
  await wide().getByText("You know how to centre.").click();
  await page.keyboard.press("End");
  await page.keyboard.type(" And glaze.");
  // Order: tabs stand as on the page.
  await expect(wide().locator(".b-tab").nth(1)).toHaveAttribute("open", "");
  await page.keyboard.press("Escape");
  await wide().locator(".b-quote blockquote").click();
  await page.keyboard.press("End");
  await page.keyboard.type(" Twice.");
  await page.keyboard.press("Escape");
  await expect(sheet().getByRole("textbox", { name: "Words" })).toHaveValue(/Twice\.$/);
  await wide().locator(".b-icon").click();
  await sheet()
    .getByRole("button", { name: /^Icon:/ })
    .click();
  const icons = page.getByRole("dialog", { name: "Find an icon" });
  await icons.getByLabel("Find an icon").fill("parking");
  await icons.getByRole("button", { name: "circle parking", exact: true }).click();
  await expect(sheet().getByRole("button", { name: "Icon: circle parking" })).toBeVisible();
  await expectAccessible(page);
  await saved(page);
});

test("a map is drawn by the arrow keys, and a link leads to a section that gets its anchor by that", async () => {
  await wide().locator(".b-map").click();
  await sheet().getByRole("button", { name: "Draw the map" }).click();
  const map = page.getByRole("dialog", { name: "Draw the map" });
  await map.getByLabel("Add a line…").selectOption("lane");
  await map.getByRole("button", { name: "Add a point" }).click();
  await map.getByRole("button", { name: "Add a point" }).click();
  const point = map.getByRole("button", { name: /^Point 2 at/ });
  await point.focus();
  await page.keyboard.press("Shift+ArrowDown");
  await map.getByLabel("Name").fill("Kiln Steps");
  await expect(wide().locator(".b-map")).toContainText("Kiln Steps");
  await map.getByLabel("By coordinates").fill("here");
  await map.getByRole("button", { name: "Draw it" }).click();
  await expect(map.getByText("Write pairs of latitude and longitude")).toBeVisible();
  await expectAccessible(page);
  await page.keyboard.press("Escape");
  await wide().getByText("Get the letter", { exact: true }).click();
  await sheet().getByLabel("Leads to").selectOption("a place on this page…");
  await sheet().getByLabel("Place").selectOption("Facts");
  await expect(wide().locator("section#facts")).toHaveCount(1);
  await expect(onPage(wide().getByRole("link", { name: "Get the letter" }), 0)).toHaveAttribute("href", "#facts");
  await saved(page);
});

let visitor: Page;
/** A visitor who has put the letter aside already: it does not open over what is looked at. */
const rested = (one: Page) =>
  one.addInitScript(
    // Clock: the process and its browsers have the machine’s.
    (letter) => localStorage.setItem("popups", JSON.stringify({ closedAt: { [letter]: Date.now() } })),
    "letters",
  );

test("the live page is right at both widths: no sideways scrolling, nothing axe would name", async ({ browser }) => {
  await call("publish.start", {});
  visitor = await browser.newPage();
  await rested(visitor);
  await expect.poll(async () => (await visitor.goto(siteAddress(site, "/every-block")))?.status()).toBe(200);
  for (const width of [1280, 390, 320]) {
    await visitor.setViewportSize({ width, height: 800 });
    await visitor.reload();
    await expect(visitor.locator(".b-steer")).toHaveCount(0);
    await expectAccessible(visitor);
    expect(await visitor.evaluate(() => document.documentElement.scrollWidth)).toBe(width);
    // A page asked for again is “not modified”: it has its styles all the same.
    expect(await visitor.evaluate(() => getComputedStyle(document.querySelector(".b-notice") as Element).display)).toBe(
      "flex",
    );
  }
  await visitor.setViewportSize({ width: 1280, height: 800 });
});

test("hours are said by the clock in the site’s zone, a letter opens from a link among icons, a file is taken home", async () => {
  const hours = visitor.locator(".b-hours");
  await hours.scrollIntoViewIfNeeded();
  await expect(hours.locator(".b-now")).toHaveText(/^(Open now, until 19:00|Closed now, opens .*10:00)$/);
  await visitor.getByRole("list").getByRole("button", { name: "The letter" }).click();
  const popup = visitor.getByRole("dialog");
  await expectSome(popup);
  await visitor.keyboard.press("Escape");
  const download = visitor.waitForEvent("download");
  await visitor.getByRole("link", { name: /Glaze recipes/ }).click();
  expect((await download).suggestedFilename()).toBe("recipes.pdf");
  await visitor.close();
});

test("without script the page says and shows all the same: slides scroll, answers fold, pictures lead to their files", async ({
  browser,
}) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const plain = await context.newPage();
  await plain.goto(siteAddress(site, "/every-block"));
  await expect(
    plain
      .getByText("What people make")
      .or(plain.getByRole("group", { name: "What people make" }))
      // Order: whichever of the two the letter is.
      .first(),
  ).toBeAttached();
  await plain.getByText("When can I take my pot home?").click();
  await expect(plain.getByText("About three weeks later, once it was fired twice.")).toBeVisible();
  await expect(plain.getByText("Something that may get muddy.")).toBeHidden();
  await plain.locator("summary", { hasText: "Groups" }).click();
  await expect(plain.getByText("Up to eight of you, one evening.")).toBeVisible();
  await expect(plain.getByText("No clay under your nails yet")).toBeHidden();
  expect(await onPage(plain.locator(".as-grid a.b-large"), 0).getAttribute("href")).toMatch(
    /^\/_a\/[0-9a-f]+-1600\.webp$/,
  );
  await context.close();
});
