// The chat: from nothing to an answer with its source on the live site, a wheel booked from the conversation, a person taking
// over in another browser and handing back, and what was not known answered by hand.
import { expect, type Page } from "@playwright/test";
import { deskPart, expectAccessible, expectSome, makeWidget, operator, saved, signIn, siteAddress } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const site = "ask-works";
let page: Page;
let visitor: Page;
const studio = operator(() => page, site);

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  visitor = await browser.newPage();
  await signIn(page);
  await studio.copyWorkshop("Ask works");
});
test.afterAll(async () => {
  await page.close();
  await visitor.close();
});

const standIn = (label: string) => `http://${label}.localhost:${new URL(page.url()).port}/`;
const steps = () => page.getByRole("navigation", { name: "Steps" });
const log = () => visitor.getByRole("log", { name: "Conversation" });
const ask = async (question: string) => {
  await visitor.getByLabel("Your question").fill(question);
  await visitor.keyboard.press("Enter");
  // Order: the conversation is by time; the newest stands last.
  await expect(log().getByText(question, { exact: true }).last()).toBeVisible();
};

test("a new chat knows the site at once, and says why it answers as it does", async () => {
  await makeWidget(page, site, "Chat", "Ask us");
  // How many pages the copied site has by now is what the files before this one made of it.
  await expect(page.getByText(/^([1-9]\d*) of \1 read$/)).toBeVisible();
  await page.getByLabel("Ask as a visitor would").fill("where can I park?");
  await page.getByRole("button", { name: "Ask", exact: true }).click();
  await expectSome(page.getByText("Leave it at the boat slip.", { exact: false }));
  await expectSome(page.getByText("Visit › By car"));
  await expectAccessible(page);
});

test("a table is brought in as it was copied, with what is wrong with it told before it is taken", async () => {
  await page.getByRole("button", { name: "Bring a table" }).click();
  const paste = page.getByLabel("CSV or cells copied from a spreadsheet");
  await paste.fill("Clay");
  await expect(page.getByText("There is no row below the names of the columns.")).toBeVisible();
  await paste.fill("Clay,Fires at (°C),Bag\nStoneware,1200–1260,€14.50\nPorcelain,1260–1280,€22\nRaku,900–1000");
  await expect(page.getByText("1 row has more or fewer cells")).toBeVisible();
  await page.getByRole("button", { name: "Take these rows" }).click();
  await page.getByLabel("Ask as a visitor would").fill("which clay at 1240?");
  await page.getByRole("button", { name: "Ask", exact: true }).click();
  await expect(page.getByText("1 of 3 rows of “New table”", { exact: false })).toBeVisible();
});

test("another site is read page by page, answered from, and what was left out says why", { tag: "@long" }, async () => {
  await steps()
    .getByRole("button", { name: /Other sites/ })
    .click();
  await page.getByRole("button", { name: "Add a site" }).click();
  await page.getByLabel("Address").fill("two words");
  await expect(page.getByText("Write an address such as", { exact: false })).toBeVisible();
  await page.getByLabel("Address").fill(standIn("quayside"));
  await expect(page.getByText(/: 6 read, 5 left out\./)).toBeVisible();
  await page.getByRole("button", { name: /^What was found/ }).click();
  await expect(page.getByText("Its robots.txt asks not to read it.")).toBeVisible();
  await page.getByLabel("Ask as a visitor would").fill("what happens if a pot breaks in the kiln?");
  await page.getByRole("button", { name: "Ask", exact: true }).click();
  await expectSome(page.getByText("fired again for nothing", { exact: false }));
  await expectAccessible(page);
});

test("a model is connected, and its words are shown only where the pages say them", async () => {
  await steps()
    .getByRole("button", { name: /Language model/ })
    .click();
  await page.getByText("A model rewords the answers").click();
  await page.getByRole("button", { name: "Try it with the stand-in" }).click();
  await expect(page.getByText("A key is kept.")).toBeVisible();
  await expect(page.getByLabel("Address")).toHaveValue(`${standIn("scribe")}answers`);
  const wear = async () => {
    await page.getByLabel("Ask as a visitor would").fill("What should I wear?");
    await page.getByRole("button", { name: "Ask", exact: true }).click();
  };
  await wear();
  await expect(page.getByText("Said in the words of the connected model", { exact: false })).toBeVisible();
  await page.getByLabel("Address").fill(`${standIn("scribe")}moods/invents`);
  await wear();
  await expect(page.getByText("The connected model’s words are not shown.", { exact: false })).toBeVisible();
  await expectAccessible(page);
  await page.getByText("A model rewords the answers").click();
});

test("a test set is proposed from the pages, run, and a failure leads to its reasons", async () => {
  await steps()
    .getByRole("button", { name: /Test set/ })
    .click();
  await page.getByRole("button", { name: "Propose from pages" }).click();
  await page.getByRole("button", { name: /^Take all/ }).click();
  await page.getByRole("button", { name: "Close", exact: true }).click();
  // It runs by itself.
  await expect(page.getByText(/^\d+ right/)).toBeVisible();
  await page.getByRole("button", { name: /^What should I wear\?/ }).click();
  await expectSome(page.getByText("muddy up to the elbows", { exact: false }));
  // What is asked before a question may be left out again.
  await page.getByRole("button", { name: "Change “What should I wear?”" }).click();
  const before = page.getByLabel("Asked before it");
  await before.fill("Do you have an oven?");
  await before.fill("");
  await page.getByRole("button", { name: "Done", exact: true }).click();
  await expect(page.getByText("Write the question.")).toBeHidden();
  await expect(before).toBeHidden();
  await expectAccessible(page);
  await saved(page);
  await studio.publish();
});

test("a visitor asks with the keyboard alone, and the source leads to the passage and marks it", async () => {
  await visitor.goto(siteAddress(site, "/visit"));
  const button = visitor.getByRole("button", { name: "Ask us" });
  await button.focus();
  await visitor.keyboard.press("Enter");
  await expect(log()).toBeVisible();
  await expectAccessible(visitor);
  await ask("How do I get there by bus?");
  await expect(log().getByText("Bus 7 to Quay Bridge", { exact: false })).toBeVisible();
  await log()
    .getByRole("link", { name: /By bus/ })
    .click();
  await expect
    .poll(() =>
      visitor.evaluate(() => {
        const all = (CSS as unknown as { highlights: Map<string, Iterable<Range>> }).highlights.get("w-chat-said");
        return [...(all ?? [])].map((range) => range.toString());
      }),
    )
    .toEqual([expect.stringContaining("Bus 7 to Quay Bridge")]);
  await visitor.keyboard.press("Escape");
  await expect(log()).toBeHidden();
});

test("the conversation goes on on another page, and a wheel is booked from it", async () => {
  await visitor.goto(siteAddress(site, "/classes"));
  await visitor.getByRole("button", { name: "Ask us" }).click();
  await expect(log().getByText("Bus 7 to Quay Bridge", { exact: false })).toBeVisible();
  await ask("When is an open bench free?");
  await log()
    .getByRole("button", { name: /\d\d:\d\d$/ })
    // Order: times stand by the clock.
    .first()
    .click();
  const book = log().getByRole("button", { name: /^Book this time/ });
  await log().getByLabel("Your name").fill("Nuala");
  await log().getByLabel("Your e-mail").fill("not an address");
  await book.click();
  await expectSome(log().getByRole("alert"));
  await log().getByLabel("Your e-mail").fill("nuala@post.example");
  const before = log().getByLabel("Have you thrown before?");
  await before.selectOption("No");
  await book.click();
  await expect(log().getByText("The open bench is without a tutor.", { exact: false })).toBeVisible();
  await before.selectOption("Yes");
  await book.click();
  await expect(log().getByText(/It is booked|Your wish has arrived/)).toBeVisible();
  const known = await studio.call<object>("desk.person", { email: "nuala@post.example" });
  expect(JSON.stringify(known)).toContain("Open bench");
});

test("a person takes over in another browser; the visitor sees who, both see the other write, and it is handed back", {
  tag: "@long",
}, async () => {
  await ask("I would like to speak to a human");
  await page.goto(`/s/${site}/desk`);
  await deskPart(page, "Conversations");
  await page.getByRole("button", { name: /How do I get there by bus/ }).click();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Answer it yourself" }).click();
  await expect(log().getByText("Rowan Marr is answering now.")).toBeVisible();
  await page.getByLabel("Write to the visitor").fill("Bring boots.");
  await expect(log().getByText("Rowan Marr is writing …")).toBeVisible();
  await page.getByRole("button", { name: "Send", exact: true }).click();
  await expect(log().getByText("Bring boots.")).toBeVisible();
  await ask("Thank you, I will.");
  await expect(page.getByRole("log").getByText("Thank you, I will.")).toBeVisible();
  await page.getByRole("button", { name: "Hand back to the chat" }).click();
  await expect(log().getByText("You are talking to the site’s own answers again.")).toBeVisible();
});

test("what it did not know becomes an own answer with one click", { tag: "@long" }, async () => {
  await ask("Do you have a discount for students?");
  // Order: the conversation is by time; the newest stands last.
  await expect(log().getByText("I would rather not guess", { exact: false }).last()).toBeVisible();
  await page.goto(`/s/${site}/desk`);
  await deskPart(page, "Conversations");
  await page.getByText("Not known", { exact: true }).click();
  // Order: conversations are by time.
  await page.getByRole("link", { name: "Write an own answer" }).first().click();
  await expect(page.getByLabel("The question in several wordings")).toHaveValue("Do you have a discount for students?");
  await page.getByLabel("Answer", { exact: true }).fill("Students pay half on Thursdays.");
  await expectAccessible(page);
  await saved(page);
  await studio.publish();
  await expect
    .poll(async () => {
      await ask("discount for students?");
      return log().getByText("Students pay half on Thursdays.").count();
    })
    .toBeGreaterThan(0);
});

test("a connected model’s sentences come as they are ready", { tag: "@long" }, async () => {
  const { widgets } = await studio.call<{ widgets: { id: string; kind: string }[] }>("sites.frame", {});
  const widget = widgets.find(({ kind }) => kind === "chat")?.id;
  const { revision, name, settings } = await studio.call<{ revision: number; name: string; settings: object }>(
    "widgets.read",
    { widget },
  );
  const model = { address: `${standIn("scribe")}answers`, mostCalls: 100, costIn: 0, costOut: 0 };
  await studio.call("widgets.save", { widget, name, revision, settings: { ...settings, model } });
  await studio.publish();
  const streamed = visitor.waitForResponse((response) => response.url().endsWith("/questions"));
  await ask("What should I wear?");
  await expect(log().getByText("As this page says: Something that may get muddy", { exact: false })).toHaveCount(1);
  expect((await streamed).headers()["content-type"]).toBe("application/x-ndjson");
});

test("it fits a phone of 320 px, and can be erased", async () => {
  await visitor.setViewportSize({ width: 320, height: 600 });
  expect(await visitor.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
  await expectAccessible(visitor);
  await visitor.locator(".c-more summary").click();
  await visitor.getByRole("button", { name: "Erase this conversation" }).click();
  await expect(log().getByText("This conversation is erased.")).toBeVisible();
  await expect(log().getByText("Bring boots.")).toHaveCount(0);
});

test("without script the same answer comes as a page", async ({ browser }) => {
  const context = await browser.newContext({ javaScriptEnabled: false });
  const plain = await context.newPage();
  await plain.goto(siteAddress(site, "/visit"));
  await plain.getByRole("button", { name: "Ask us" }).click();
  await plain.getByLabel("Your question").fill("What should I wear?");
  await plain.getByRole("button", { name: "Ask", exact: true }).click();
  await expect(plain.getByText("muddy up to the elbows", { exact: false })).toBeVisible();
  await expect(plain.getByRole("link", { name: /What should I wear/ })).toHaveAttribute("href", "/classes");
  await context.close();
});

test("it stands on another business's page by two lines, once that site is listed and published", {
  tag: "@long",
}, async () => {
  const neighbours = standIn("neighbours");
  const { widgets } = await studio.call<{ widgets: { id: string; kind: string }[] }>("sites.frame", {});
  const widget = widgets.find(({ kind }) => kind === "chat")?.id;
  await page.goto(`/s/${site}/widgets/${widget}`);
  const boatyard = `${neighbours}carries?site=${site}&kind=chat&widget=${widget}&place=corner`;
  await visitor.goto(boatyard);
  await expect(visitor.getByText("This chat may not stand on pages of", { exact: false })).toBeVisible();
  await steps()
    .getByRole("button", { name: /Where and when/ })
    .click();
  const sites = page.getByLabel("Other sites that may have it");
  await sites.fill("the boatyard");
  await expect(page.getByText("Write another site as https://its-host.example, without a path.")).toBeVisible();
  await sites.fill(neighbours.slice(0, -1));
  await page.getByLabel("A page there").fill(boatyard);
  await page.getByRole("button", { name: "Try it", exact: true }).click();
  await expect(page.getByText("show the chat once the site is published", { exact: false })).toBeVisible();
  await expectAccessible(page);
  await page.getByText("64 px", { exact: true }).click();
  await saved(page);
  await studio.publish();
  await visitor.goto(boatyard);
  const button = visitor.getByRole("button", { name: "Ask us" });
  await expect(button).toHaveCSS("inset-block-end", "64px");
  await button.focus();
  await visitor.keyboard.press("Enter");
  await expect(visitor.getByLabel("Your question")).toBeFocused();
  await ask("where can I park?");
  await expect(log().getByText("Leave it at the boat slip.", { exact: false })).toBeVisible();
  await expect(log().getByRole("link", { name: /By car/ })).toHaveAttribute(
    "href",
    new RegExp(`^${siteAddress(site, "/visit")}#`),
  );
  await expectAccessible(visitor);
  // Nothing of the page's own style comes in.
  await expect(visitor.getByRole("button", { name: "Ask", exact: true })).toHaveCSS("text-transform", "none");
  await visitor.keyboard.press("Escape");
  await expect(button).toBeFocused();
});
