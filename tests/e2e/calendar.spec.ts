// Booking in one sitting: a business set up from nothing, its hours painted, placed and published; a visitor books by mouse
// and another by keys; and what the workspace says of a moment, of a file and of somebody else's work.
import { createServer, type Server } from "node:http";
import type { AddressInfo } from "node:net";
import { type Browser, expect, type Page } from "@playwright/test";
import type { BookingSetUp } from "@/core/booking/booking";
import { payByCard, takeCards } from "./paying";
import {
  deskPart,
  entryAt,
  expectAccessible,
  expectSome,
  freeDay,
  makeWidget,
  openPage,
  saved,
  signIn,
  siteAddress,
  slotAt,
} from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const key = "ferry-pottery";
let page: Page;

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await signIn(page);
  const made = await page.request.post("/api/do/sites.create", {
    data: {
      key,
      name: "Ferry Pottery",
      starter: "workshop",
      settings: {
        language: "en-IE",
        zone: "Europe/Dublin",
        currency: "EUR",
        description: "",
        mailFrom: "hello@ferry.example",
      },
    },
  });
  expect(made.ok(), await made.text()).toBe(true);
});
test.afterAll(() => page.close());

const step = (name: RegExp) => page.getByRole("navigation", { name: "Steps" }).getByRole("button", { name });
const panel = (name: string) => page.getByRole("region", { name });
const week = () => page.getByRole("grid", { name: /^Week of/ });

/** The calendar's workspace, at its first step. */
async function openCalendar() {
  await page.goto(`/s/${key}/widgets`);
  await page
    .getByRole("link", { name: /At the wheel/ })
    // Order: whichever: all of them lead to its workspace.
    .first()
    .click();
}

async function goLive() {
  await page.goto(`/s/${key}/publish`);
  await page
    .getByRole("main")
    .getByRole("button", { name: /^Publish/ })
    .click();
  await expect(page.getByRole("main").getByText("Published.")).toBeVisible();
}

/** Where a time of a weekday stands in the painted week (1 is Monday). */
async function pointAt(weekday: number, hour: number) {
  const box = await week().boundingBox();
  // Order: the week begins with its first cell.
  const first = await week().getByRole("gridcell").first().getAttribute("aria-label");
  const begins = Number(/ (\d\d):/.exec(first ?? "")?.[1]);
  if (!box) throw new Error("the week is not shown");
  return { x: box.x + ((weekday - 0.5) / 7) * box.width, y: box.y + (hour - begins) * 30 + 4 };
}

test("a service with who does it, in one sitting", async () => {
  await makeWidget(page, key, "Booking calendar", "At the wheel");
  await expect(panel("Services").getByText("Nothing can be booked yet.")).toBeVisible();
  await page.getByRole("button", { name: "Add a service" }).click();
  await page.getByLabel("Name", { exact: true }).fill("First throw");
  await page.getByRole("spinbutton", { name: "Takes" }).fill("120");
  await expect(page.getByText("It takes nobody yet, so it can’t be booked.")).toBeVisible();
  await page.getByRole("button", { name: "Say who does it" }).click();
  await expect(page.getByText("It takes New person.")).toBeVisible();
  const price = page.getByRole("textbox", { name: "Each seat" });
  for (const [typed, said] of [
    ["-1", "This can't be less than nothing."],
    ["12.345", "Is this 12345 or 12.345?"],
  ] as const) {
    await price.fill(typed);
    await expect(panel("Services").getByRole("alert").filter({ hasText: said })).toBeVisible();
  }
  await price.fill("38");
  await saved(page);
  await expectAccessible(page);
  await page.keyboard.press("Escape");
  await expect(panel("Services").getByText("2 h · €38.00 · New person")).toBeVisible();
  await expect(panel("Services").getByText("fits in no one’s hours")).toBeHidden();
  await expect(step(/Hours/)).toContainText("!");
  await step(/People and things/).click();
  await page.getByRole("button", { name: /^New person/ }).click();
  // Order: people stand as they were added.
  await page.getByLabel("Name", { exact: true }).first().fill("Maren");
  await page.getByLabel("Notice", { exact: true }).selectOption("not on the same day");
  await saved(page);
});

test("hours are painted by mouse, by touch and by keys, and typed", async ({ browser }) => {
  await step(/Hours/).click();
  await expect(panel("Hours").getByText("“First throw” fits in no one’s hours: no start a week.")).toBeVisible();
  // By mouse: Tuesday to Thursday, 10 to 14.
  const from = await pointAt(2, 10);
  const to = await pointAt(4, 13.5);
  await page.mouse.move(from.x, from.y);
  await page.mouse.down();
  await page.mouse.move(to.x, to.y, { steps: 6 });
  await expectSome(panel("Hours").getByText("10–14"));
  await page.mouse.up();
  const typed = page.getByLabel("Or type");
  await expect(typed).toHaveValue("Tue to Thu 10-14");
  await expect(panel("Hours").getByText("fits in no one’s hours")).toBeHidden();
  await expectSome(panel("Hours").getByText("3 starts"));
  // From an open one on it is closed.
  const inside = await pointAt(3, 12);
  await page.mouse.move(inside.x, inside.y);
  await page.mouse.down();
  await page.mouse.move(inside.x, inside.y + 45, { steps: 4 });
  await page.mouse.up();
  await expect(typed).toHaveValue("Tue, Thu 10-14, Wed 10-12");
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(typed).toHaveValue("Tue to Thu 10-14");
  // By keys: Friday, two hours from where the cursor is put.
  await week().focus();
  await page.keyboard.press("Home");
  for (let day = 0; day < 7; day++) await page.keyboard.press("ArrowLeft");
  for (let day = 0; day < 4; day++) await page.keyboard.press("ArrowRight");
  for (let half = 0; half < 4; half++) await page.keyboard.press("ArrowDown");
  for (let half = 0; half < 3; half++) await page.keyboard.press("Shift+ArrowDown");
  await page.keyboard.press("Space");
  await expect(typed).toHaveValue("Tue to Thu 10-14, Fri 10-12");
  await expect(page.getByRole("status").filter({ hasText: "Friday open from 10:00 to 12:00" })).toBeAttached();
  await page.keyboard.press("Delete");
  await expect(typed).toHaveValue("Tue to Thu 10-14, Fri 10-11:30");
  // Typed, with what is wrong said as one types, and nothing lost.
  await typed.fill("Tue to Fri 10-18, Sat 18-10");
  await expect(panel("Hours").getByRole("alert")).toContainText("18 to 10 ends before it begins");
  await typed.fill("Tue to Fri 10-18, Sat 9-12 and 11-13");
  await expect(panel("Hours").getByRole("alert")).toContainText("Sat has 09:00 to 12:00 already");
  await typed.fill("Mon to Sun 10-18");
  await expect(panel("Hours").getByRole("alert")).toBeHidden();
  // Kept back, in its own pattern.
  // Order: the brush stands above the list.
  await panel("Hours").getByText("Kept back", { exact: true }).first().click();
  const kept = await pointAt(1, 10);
  await page.mouse.move(kept.x, kept.y);
  await page.mouse.down();
  await page.mouse.move(kept.x, kept.y + 50, { steps: 3 });
  await page.mouse.up();
  await expect(page.getByRole("textbox", { name: "Kept back" })).toHaveValue("Mon 10-12");
  await saved(page);
  await expectAccessible(page);
  await byTouch(browser);
});

/** The same week, by a finger. */
async function byTouch(browser: Browser) {
  const context = await browser.newContext({ hasTouch: true, viewport: { width: 1280, height: 800 } });
  await context.addCookies(await page.context().cookies());
  const other = await context.newPage();
  await other.goto(`${page.url().split("?")[0]}?step=hours`);
  const grid = other.getByRole("grid", { name: /^Week of/ });
  await expect(grid).toBeVisible();
  // Order: the brush stands above the list.
  await other.getByRole("region", { name: "Hours" }).getByText("Kept back", { exact: true }).first().click();
  const box = await grid.boundingBox();
  if (!box) throw new Error("the week is not shown");
  const client = await context.newCDPSession(other);
  const x = box.x + (2.5 / 7) * box.width;
  const at = (y: number) => [{ x, y }];
  await client.send("Input.dispatchTouchEvent", { type: "touchStart", touchPoints: at(box.y + 64) });
  for (let by = 10; by <= 50; by += 10)
    await client.send("Input.dispatchTouchEvent", { type: "touchMove", touchPoints: at(box.y + 64 + by) });
  await client.send("Input.dispatchTouchEvent", { type: "touchEnd", touchPoints: [] });
  await expect(other.getByRole("textbox", { name: "Kept back" })).toHaveValue("Mon, Wed 10-12");
  await saved(other);
  await context.close();
}

test("why a time is not offered is seen on the day’s line, and by its reasons", { tag: "@long" }, async () => {
  await page.reload();
  await expect(panel("Services")).toBeVisible();
  await step(/Hours/).click();
  const line = page.getByRole("slider", { name: "Moment that is asked about" });
  await expect(line).toBeVisible();
  await expectSome(page.getByText("Maren needs notice;"));
  await page.getByRole("button", { name: "The day after" }).click();
  await page.getByRole("button", { name: "The day after" }).click();
  await line.focus();
  await page.keyboard.press("Home");
  await expect(page.getByText("09:00 is not offered")).toBeVisible();
  await expect(page.getByText(/Maren is not open for all of/)).toBeVisible();
  for (let by = 0; by < 4; by++) await page.keyboard.press("PageUp");
  await expect(page.getByText("13:00 is offered")).toBeVisible();
  await expectAccessible(page);
});

test("a closure is taken from the public holidays, and undone", { tag: "@long" }, async () => {
  await page.getByRole("button", { name: "Offer the public holidays" }).click();
  await expect(page.getByLabel("Country")).toHaveValue("IE");
  const christmas = page.getByLabel(/25 December: Christmas Day/);
  await christmas.click();
  await expect(panel("Hours").getByText(/25 December Christmas Day/)).toBeVisible();
  await saved(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(christmas).not.toBeChecked();
  await saved(page);
});

test("prices: who wins a moment, and who lost by what", async () => {
  await step(/Prices/).click();
  const prices = panel("Prices");
  await page.getByRole("button", { name: "Add a rule" }).click();
  await page.getByRole("textbox", { name: "Each seat" }).fill("44");
  // Until it says what it is for it is no price of anything.
  await expect(prices.getByText("Say what this price is for")).toBeVisible();
  await expect(prices.getByText("€44.00 each")).toBeHidden();
  await prices.getByLabel("Service", { exact: true }).filter({ hasText: "any service" }).selectOption("any service");
  await prices.getByRole("button", { name: "Sat", exact: true }).click();
  await prices.getByRole("button", { name: "Sun", exact: true }).click();
  await expect(prices.getByText("€44.00 each")).toBeVisible();
  await page.getByLabel("Day that is pointed at").selectOption("Tuesday");
  await expect(panel("Prices").getByText("€38.00 each, as the service says")).toBeVisible();
  await expect(panel("Prices").getByText("another weekday")).toBeVisible();
  await saved(page);
  await expectAccessible(page);
});

test("a question, and an answer that says it is not for somebody", async () => {
  await step(/Questions and words/).click();
  await page.getByRole("button", { name: "Ask something else" }).click();
  await page.getByLabel("Kind of answer").selectOption("one of a list");
  await page.getByLabel("Question", { exact: true }).fill("Are you twelve or older?");
  await page.getByLabel("Has to be answered").click();
  await page.getByRole("button", { name: "Add an answer that refuses" }).click();
  const refuses = panel("Questions and words");
  await refuses.getByLabel("Yes", { exact: true }).click();
  await expect(refuses.getByText("Choose at least one answer.")).toBeVisible();
  await refuses.getByLabel("No", { exact: true }).click();
  await refuses.getByLabel("What they are told").fill("Come with a grown-up: write to us.");
  await saved(page);
  await expectAccessible(page);
});

test("services come in as a table: the good ones wait, the broken ones are told, nothing is taken until agreed", async () => {
  await step(/Services/).click();
  const file = (text: string) => ({ name: "services.csv", mimeType: "text/csv", buffer: Buffer.from(text) });
  const chooser = page.getByLabel("CSV file of services");
  await chooser.setInputFiles(file("title,price\nMugs,3"));
  await expect(panel("Services").getByText(/The first line has to name the columns/)).toBeVisible();
  const good = Array.from({ length: 4 }, (_, nth) => `Glaze ${nth + 1},24.00,90`);
  await chooser.setInputFiles(
    file(["name,price,minutes", ...good, ",12,60", "Too fine,12.345,60", "Below,-1,60"].join("\n")),
  );
  await expect(panel("Services").getByText("4 services can be taken in.")).toBeVisible();
  await expect(panel("Services").getByText("Line 6: A service needs a name.")).toBeVisible();
  await expect(panel("Services").getByText("Line 7: price has more than 2 decimals.")).toBeVisible();
  await expect(panel("Services").getByText("Line 8: price can’t be negative.")).toBeVisible();
  await expect(panel("Services").getByRole("button", { name: /^Glaze 1/ })).toBeHidden();
  await page.getByRole("button", { name: "Take in 4 services" }).click();
  await expect(panel("Services").getByRole("button", { name: /^Glaze 4/ })).toBeVisible();
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(panel("Services").getByRole("button", { name: /^Glaze 1/ })).toBeHidden();
  await saved(page);
});

test("what another member changes meanwhile is kept, and so is one’s own", async ({ browser }) => {
  const other = await browser.newPage();
  await signIn(other, "ines@marrowfield.example");
  await other.goto(page.url());
  await other.getByRole("navigation", { name: "Steps" }).getByRole("button", { name: /Where/ }).click();
  await other.getByLabel("Told by mail").fill("desk@ferry.example");
  await saved(other);
  await step(/Questions and words/).click();
  await page.getByLabel("Notice above the calendar").fill("The ferry bell rings at ten.");
  await saved(page);
  await step(/Where/).click();
  await expect(page.getByLabel("Told by mail")).toHaveValue("desk@ferry.example");
  await page.getByLabel("Time zone").fill("Europe/Nowhere");
  await expect(panel("Where").getByRole("alert")).toBeVisible();
  await page.getByLabel("Time zone").fill("Europe/Dublin");
  await saved(page);
  await other.close();
});

test("it is placed on the home page and published", async () => {
  await openPage(page, key);
  await entryAt(page, 1).click();
  const sheet = page.getByRole("complementary", { name: "Sheet" });
  await sheet.getByLabel("Add block").selectOption("widget");
  await sheet.getByLabel("Shows").selectOption({ label: "At the wheel (booking calendar)" });
  await sheet.getByLabel("As").selectOption({ label: "in the page" });
  await saved(page);
  await page.goto(`/s/${key}/publish`);
  const main = page.getByRole("main");
  await main.getByRole("button", { name: /^Publish/ }).click();
  await expect(main.getByText("Published.")).toBeVisible();
});

const calendar = (visitor: Page) => visitor.locator("main site-booking");

/** Goes to where the calendar stands: it comes to life when it is near. */
async function bring(visitor: Page) {
  await visitor.goto(siteAddress(key));
  await visitor.locator("main .w-booking").scrollIntoViewIfNeeded();
  await expect(calendar(visitor)).toBeVisible();
}

/** A day of the calendar on the page, in whichever month it stands. */
async function dayIn(visitor: Page, date: string) {
  const day = calendar(visitor).locator(`[data-date="${date}"]`);
  const drawn = calendar(visitor).locator("table[aria-busy=false]");
  await expect(drawn).toBeVisible();
  while (!(await day.isVisible())) {
    await calendar(visitor).getByRole("button", { name: "Next month" }).click();
    await expect(drawn).toBeVisible();
  }
  return day;
}

/** The Desk's lists of bookings. */
async function openLists() {
  await page.goto(`/s/${key}/desk`);
  await deskPart(page, "Bookings");
  await page.getByText("Lists", { exact: true }).click();
}

test("a visitor books by mouse, is told what is wrong, and sees what was booked", async ({ browser }) => {
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin" });
  const asked: string[] = [];
  visitor.on("request", (request) => {
    if (request.url().includes("/_w/v1/booking/")) asked.push(new URL(request.url()).pathname.split("/").at(-1) ?? "");
  });
  await bring(visitor);
  // One service with one person: the month is the first thing, for one request.
  await expect(calendar(visitor).getByRole("grid")).toBeVisible();
  await expect(calendar(visitor).getByText("The ferry bell rings at ten.")).toBeVisible();
  const next = calendar(visitor).getByRole("button", { name: "Next month" });
  await expectSome(calendar(visitor).locator(".day.free"));
  expect(asked).toEqual(["days"]);
  await next.click();
  const day = calendar(visitor)
    .getByRole("button", { name: /, \d+ times? left$/ })
    // Order: days stand by their date.
    .nth(2);
  await day.click();
  await expectAccessible(visitor);
  await slotAt(calendar(visitor), 0).click();
  await expect(calendar(visitor).getByText(/This time is kept for you for (10:00|9:5\d)/)).toBeVisible();
  await expectAccessible(visitor);
  await calendar(visitor).getByRole("button", { name: "Book", exact: true }).click();
  await expect(calendar(visitor).getByText("Please write your name.")).toBeVisible();
  await expect(calendar(visitor).getByLabel("Name")).toBeFocused();
  await calendar(visitor).getByLabel("Name").fill("Nuala Byrne");
  await calendar(visitor).getByLabel("E-mail").fill("nuala.ferry@post.example");
  await calendar(visitor).getByLabel("Are you twelve or older?").selectOption("No");
  await calendar(visitor).getByRole("button", { name: "Book", exact: true }).click();
  await expect(calendar(visitor).getByRole("alert")).toContainText("Come with a grown-up: write to us.");
  await expect(calendar(visitor).getByLabel("Name")).toHaveValue("Nuala Byrne");
  await calendar(visitor).getByLabel("Are you twelve or older?").selectOption("Yes");
  await calendar(visitor).getByRole("button", { name: "Book", exact: true }).click();
  await expect(calendar(visitor).getByRole("heading", { name: "Booked" })).toBeVisible();
  await expect(calendar(visitor).getByText("A letter is on its way to nuala.ferry@post.example.")).toBeVisible();
  await expectAccessible(visitor);
  const file = await visitor.request.get(
    (await calendar(visitor).getByRole("link", { name: "Add to calendar" }).getAttribute("href"))?.replace(
      /^/,
      siteAddress(key, "").replace(`${key}.localhost`, "127.0.0.1"),
    ) ?? "",
    { headers: { host: new URL(siteAddress(key)).host } },
  );
  expect(await file.text()).toContain("SUMMARY:First throw");
  await calendar(visitor).getByRole("link", { name: "Move or cancel" }).click();
  await expect(visitor.getByRole("heading", { name: "Your booking" })).toBeVisible();
  // Moved by the letter's link, without any script, and looked at again.
  await visitor.getByRole("link", { name: "Move it to another time" }).click();
  await expect(visitor.getByRole("heading", { name: "Another time" })).toBeVisible();
  await expectAccessible(visitor);
  await visitor
    .getByRole("button", { name: /^\d\d:\d\d$/ })
    // Order: times stand by the clock.
    .nth(3)
    .click();
  // It is asked once, with from when to when.
  await expect(visitor.getByText(/^First throw: from .*, \d\d:\d\d to .*, \d\d:\d\d\.$/)).toBeVisible();
  await visitor.getByRole("button", { name: "Move it to that time" }).click();
  await expect(visitor.getByRole("heading", { name: "Your booking has moved" })).toBeVisible();
  await visitor.close();
});

test("another visitor books by keys alone, in their own zone, with the place’s named", async ({ browser }) => {
  const visitor = await browser.newPage({
    locale: "en-US",
    timezoneId: "America/Chicago",
    viewport: { width: 320, height: 720 },
  });
  await bring(visitor);
  await expectSome(calendar(visitor).locator(".day.free"));
  const focused = () =>
    visitor.evaluate(
      () => document.querySelector("site-booking")?.shadowRoot?.activeElement?.getAttribute("aria-label") ?? "",
    );
  // Tab reaches the grid at its first free day; the arrows go through the days, PageDown to the next month.
  await calendar(visitor).locator('[data-date][tabindex="0"]').focus();
  await visitor.keyboard.press("PageDown");
  await expectSome(calendar(visitor).locator(".day.free"));
  await expect.poll(focused).toMatch(/ 1 /);
  await visitor.keyboard.press("ArrowDown");
  await expect.poll(focused).toMatch(/ 8 .*left$/);
  await visitor.keyboard.press("ArrowRight");
  await visitor.keyboard.press("Enter");
  await expectSome(calendar(visitor).locator(".slot"));
  await expect(
    calendar(visitor).getByText("Times are those of Dublin; where you are stands beside them."),
  ).toBeVisible();
  const [there = "", here = ""] = ((await slotAt(calendar(visitor), 0).textContent()) ?? "").match(/\d\d:\d\d/g) ?? [];
  // From the list to the booking's own page the same two times are told in the same form.
  const told = new RegExp(`, ${there} in Dublin \\(${here} where you are\\)`);
  const width = await visitor.evaluate(() => document.documentElement.scrollWidth);
  expect(width).toBeLessThanOrEqual(320);
  await slotAt(calendar(visitor), 0).focus();
  await visitor.keyboard.press("Enter");
  await expect(calendar(visitor).getByRole("heading", { name: "Your details" })).toBeFocused();
  await expect(calendar(visitor).getByText(told)).toBeVisible();
  for (const words of ["Odhran Keane", "odhran.ferry@post.example", ""]) {
    await visitor.keyboard.press("Tab");
    await visitor.keyboard.type(words);
  }
  await visitor.keyboard.press("Tab");
  await visitor.keyboard.press("Y");
  await visitor.keyboard.press("Tab");
  await visitor.keyboard.press("Enter");
  await expect(calendar(visitor).getByRole("heading", { name: "Booked" })).toBeFocused();
  await expect(calendar(visitor).locator("dd").filter({ hasText: told })).toBeVisible();
  await calendar(visitor).getByRole("link", { name: "Move or cancel" }).click();
  await expect(visitor.getByText(told)).toBeVisible();
  await visitor.close();
});

test("a time that somebody else takes meanwhile: what was typed stays, and the nearest are offered", async ({
  browser,
}) => {
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin" });
  await bring(visitor);
  await expectSome(calendar(visitor).locator(".day.free"));
  await calendar(visitor).getByRole("button", { name: "Next month" }).click();
  await expectSome(calendar(visitor).locator(".day.free"));
  const day = freeDay(calendar(visitor), 4);
  const date = await day.getAttribute("data-date");
  await day.click();
  const slot = slotAt(calendar(visitor), 1);
  await expect(slot).toBeVisible();
  const taken = await visitor.evaluate(async (on) => {
    const element = document.querySelector("[data-w]") as HTMLElement;
    const base = `/_w/v1/booking/${element.dataset.w}`;
    const services = await (await fetch(`${base}/services`)).json();
    const service = services.services[0].id;
    const { times } = await (await fetch(`${base}/times?service=${service}&date=${on}`)).json();
    const held = await fetch(`${base}/holds`, {
      method: "POST",
      headers: { "content-type": "application/json", "idempotency-key": crypto.randomUUID() },
      body: JSON.stringify({ service, start: times[1].start.instant }),
    });
    return held.status;
  }, date);
  expect(taken).toBe(201);
  await slot.click();
  await expect(calendar(visitor).getByRole("alert")).toContainText("This time has just been taken.");
  // Order: times stand by the clock.
  const nearest = calendar(visitor).getByRole("alert").getByRole("button").first();
  await nearest.click();
  await expect(calendar(visitor).getByRole("heading", { name: "Your details" })).toBeVisible();
  await calendar(visitor).getByLabel("Name").fill("Levi Hill");
  await calendar(visitor).getByRole("button", { name: "Back" }).click();
  await expect(calendar(visitor).getByRole("grid")).toBeVisible();
  await freeDay(calendar(visitor), 6).click();
  await slotAt(calendar(visitor), 0).click();
  await expect(calendar(visitor).getByLabel("Name")).toHaveValue("Levi Hill");
  await visitor.close();
});

test("hours that are taken away under a booking: which one is said before it is kept", { tag: "@long" }, async () => {
  await page.goto(`/s/${key}/widgets`);
  await page.getByRole("link", { name: "At the wheel" }).click();
  await step(/Hours/).click();
  await page.getByLabel("Or type").fill("Mon 10-11");
  const asks = page.getByRole("alert").filter({ hasText: "Bookings stand that this would leave without their hours." });
  await expect(asks).toContainText("Nuala Byrne, First throw,");
  await expectAccessible(page);
  await asks.getByRole("button", { name: "Take it back" }).click();
  await expect(asks).toBeHidden();
  await expect(page.getByLabel("Or type")).toHaveValue("Mon to Sun 10-18");
  await saved(page);
});

test("asked for on the page, approved on the Desk: it arrives there by itself, and the visitor’s page follows", {
  tag: "@long",
}, async ({ browser }) => {
  await step(/Services/).click();
  await panel("Services")
    .getByRole("button", { name: /^First throw/ })
    .click();
  await page.getByLabel("Confirmed").selectOption("when somebody approves it");
  await saved(page);
  await openLists();
  await page.getByText("To answer", { exact: true }).click();
  await expect(page.getByText("Nobody waits for an answer.")).toBeVisible();
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin" });
  await bring(visitor);
  await expectSome(calendar(visitor).locator(".day.free"));
  await calendar(visitor).getByRole("button", { name: "Next month" }).click();
  await freeDay(calendar(visitor), 8).click();
  await slotAt(calendar(visitor), 0).click();
  await calendar(visitor).getByLabel("Name").fill("Tess Moor");
  await calendar(visitor).getByLabel("E-mail").fill("tess.ferry@post.example");
  await calendar(visitor).getByLabel("Are you twelve or older?").selectOption("Yes");
  await calendar(visitor)
    .getByRole("button", { name: /^(Book|Ask for this time)$/ })
    .click();
  await expect(calendar(visitor).getByRole("heading", { name: "Asked for" })).toBeVisible();
  const line = page.getByRole("button", { name: /Tess Moor/ });
  await expect(line).toBeVisible();
  await line.click();
  await expectAccessible(page);
  await page.getByRole("button", { name: "Approve" }).click();
  await expect(page.getByText("Nobody waits for an answer.")).toBeVisible();
  await expect(calendar(visitor).getByRole("heading", { name: "Booked" })).toBeVisible();
  await visitor.close();
});

test("the owner’s day on a phone: found, moved by hand against a rule that is named, declined in one’s own words", {
  tag: "@long",
}, async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
  await context.addCookies(await page.context().cookies());
  const phone = await context.newPage();
  await phone.goto(`/s/${key}/desk`);
  await deskPart(phone, "Bookings");
  await phone.getByLabel("Find a booking").fill("tess");
  await phone.getByRole("button", { name: /Tess Moor/ }).click();
  await expect(phone.getByRole("link", { name: "tess.ferry@post.example" })).toBeVisible();
  await expectAccessible(phone);
  await phone.getByRole("button", { name: "Move…" }).click();
  const dialog = phone.getByRole("dialog", { name: "Move Tess Moor" });
  await dialog.getByLabel("Another time").fill("19:30");
  await expect(dialog.getByText("It would break these rules:")).toBeVisible();
  await expect(dialog.getByText(/Maren is not open for all of/)).toBeVisible();
  await expectAccessible(phone);
  await dialog.getByLabel("Set them aside").click();
  await dialog.getByLabel("Write no letter: they know").click();
  await dialog.getByRole("button", { name: /^Move to/ }).click();
  await expect(dialog).toBeHidden();
  await expect(phone.getByRole("button", { name: /Tess Moor 19:30/ })).toBeVisible();
  await expect(phone.getByText(/Moved, by the studio/)).toBeVisible();
  await phone.getByRole("button", { name: "Cancel…" }).click();
  await phone.getByLabel("What you want to add to the letter").fill("The kiln is being mended that week.");
  await phone.getByRole("button", { name: "Cancel it" }).click();
  await expect(phone.getByText("No booking is like this.")).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await phone.getByText("Outbox", { exact: true }).click();
  await phone
    .getByRole("button", { name: /tess\.ferry@post\.example.*Cancelled|Cancelled.*tess\.ferry@post\.example/s })
    // Order: the list is by time; the newest stands first.
    .first()
    .click();
  await expectSome(phone.getByText("The kiln is being mended that week."));
  await context.close();
});

test("a booking by hand, in a few presses", { tag: "@long" }, async () => {
  await page.getByText("Coming", { exact: true }).click();
  await page.getByRole("button", { name: "Booking by hand" }).click();
  const dialog = page.getByRole("dialog", { name: "Booking by hand" });
  await dialog.getByLabel("Day", { exact: true }).fill("01/06/2027");
  await dialog.getByLabel("Day", { exact: true }).press("Enter");
  // Order: times stand by the clock.
  await dialog.getByRole("group", { name: "Free times" }).getByRole("button").first().click();
  await dialog.getByLabel("Name").fill("Walk-in Wim");
  await dialog.getByRole("button", { name: /^Book Tue/ }).click();
  await expect(dialog).toBeHidden();
  await page.getByLabel("Find a booking").fill("Wim");
  await expect(page.getByRole("button", { name: /Walk-in Wim/ })).toBeVisible();
});

test.describe("on a site built elsewhere", { tag: "@long" }, () => {
  /** A page of somebody else's, with styles that take everything, in a language of its own and under a strict policy. */
  const foreignPage = (lines: string) =>
    `<!DOCTYPE html><html lang="de"><head><title>Fremde Seite</title><link rel="stylesheet" href="/style.css"></head><body><main><h1>Fremde Seite</h1>${lines}</main></body></html>`;
  const style =
    "*{letter-spacing:.4em!important;text-transform:uppercase}button,select{display:none!important}main{max-width:640px}";
  let server: Server;
  let lines = "";
  const origin = (host: string) => `http://${host}:${(server.address() as AddressInfo).port}`;

  test.beforeAll(async () => {
    server = createServer((request, response) => {
      const isStyle = request.url === "/style.css";
      response.writeHead(200, {
        "content-type": isStyle ? "text/css" : "text/html; charset=utf-8",
        "content-security-policy": `default-src 'none'; style-src 'self'; script-src ${siteAddress(key, "")}; connect-src ${siteAddress(key, "")}`,
      });
      response.end(isStyle ? style : foreignPage(lines));
    });
    await new Promise<void>((resolve) => server.listen(0, "127.0.0.1", resolve));
  });
  test.afterAll(() => new Promise((resolve) => server.close(resolve)));

  test("the workspace says which pages may have it, and what each of them would get", async ({ browser }) => {
    await page.goto(`/s/${key}/widgets`);
    await page
      .getByRole("link", { name: /At the wheel/ })
      // Order: whichever: all of them lead to its workspace.
      .first()
      .click();
    await step(/Where/).click();
    const group = page.getByRole("region", { name: "Where" });
    await group.getByLabel("A page there").fill(`${origin("127.0.0.1")}/classes`);
    await group.getByRole("button", { name: "Try it" }).click();
    await expect(group.getByText(/show no calendar, but: This calendar may not stand on pages of/)).toBeVisible();
    await group.getByLabel("Other sites").fill(origin("127.0.0.1"));
    await saved(page);
    await group.getByRole("button", { name: "Try it" }).click();
    await expect(group.getByText(/show the calendar with First throw\./)).toBeVisible();
    await group.getByLabel("A page there").fill("nowhere");
    await group.getByRole("button", { name: "Try it" }).click();
    await expect(group.getByText("Write an address of the other site as https://its-host.example.")).toBeVisible();
    await expectAccessible(page);
    lines = (await group.getByLabel("The lines for the other site").textContent()) ?? "";
    const toSend = await browser.newPage();
    await toSend.goto(
      (await group.getByRole("link", { name: "Page for whoever builds it" }).getAttribute("href")) ?? "",
    );
    await expect(toSend.locator("code")).toHaveText(lines);
    await expectAccessible(toSend);
    await toSend.close();
  });

  test("there a visitor books, whatever that page's styles and policy say", async ({ browser }) => {
    const visitor = await browser.newPage({ locale: "de-DE", timezoneId: "Europe/Berlin" });
    const problems: string[] = [];
    visitor.on("console", (message) => message.type() === "error" && problems.push(message.text()));
    await visitor.goto(origin("127.0.0.1"));
    const free = calendar(visitor).locator(".day.free");
    await expectSome(free);
    await calendar(visitor).getByRole("button", { name: "Nächster Monat" }).click();
    // Order: days stand by their date.
    await free.nth(10).click();
    await slotAt(calendar(visitor), 0).click();
    await calendar(visitor).getByLabel("Name").fill("Ute Anderswo");
    await calendar(visitor).getByLabel("E-Mail").fill("ute.ferry@post.example");
    // Order: questions stand as they were asked.
    await calendar(visitor).locator("select").last().selectOption("Yes");
    await calendar(visitor).locator("button.go").click();
    await expect(calendar(visitor).getByRole("link", { name: /verlegen|absagen/i })).toHaveAttribute(
      "href",
      new RegExp(`^${siteAddress(key, "/_w/v1/booking/")}`),
    );
    expect(problems.filter((problem) => !problem.includes("favicon"))).toEqual([]);
    await visitor.close();
    await openLists();
    await page.getByLabel("Find a booking").fill("ute");
    await expect(page.getByRole("button", { name: /Ute Anderswo/ })).toBeVisible();
  });

  test("on a site that is not named its visitors keep the link, and a sentence says why", async ({ browser }) => {
    const visitor = await browser.newPage();
    await visitor.goto(origin("localhost"));
    await expect(visitor.getByText(`This calendar may not stand on pages of ${origin("localhost")}`)).toBeVisible();
    await expect(visitor.getByRole("link", { name: "Book a time" })).toHaveAttribute("href", siteAddress(key));
    await expect(calendar(visitor)).toHaveCount(0);
    await visitor.close();
  });
});

test("nothing opens over a booking by itself; once it is left, it does", { tag: "@long" }, async ({ browser }) => {
  // A window as high as the page: nothing is scrolled, and so only time opens anything.
  const window = { width: 1280, height: 9000 };
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin", viewport: window });
  await visitor.clock.install();
  await visitor.goto(siteAddress("wrenfield", "/classes"));
  const first = calendar(visitor).getByRole("button", { name: /Open bench/ });
  await first.click();
  await expect(calendar(visitor).getByRole("grid")).toBeVisible();
  await visitor.clock.runFor(60_000);
  await expect(visitor.locator("site-popup")).toHaveCount(0);
  await calendar(visitor).getByRole("button", { name: "Back" }).click();
  await expect(first).toBeVisible();
  await visitor.clock.runFor(2000);
  await expect(visitor.locator("site-popup").getByRole("dialog")).toBeVisible();
  await visitor.close();
});

test("letters in one’s own words: filled in, seen as a client gets them, a wrong one told; the next booking gets it", {
  tag: "@long",
}, async () => {
  await openCalendar();
  await step(/Questions and words/).click();
  const letters = panel("Questions and words");
  const preview = letters.getByRole("article", { name: "The letter “Booked” as a client gets it" });
  await expect(preview.getByText("Your booking is confirmed.")).toBeVisible();
  await letters.getByLabel("Subject").fill("{nmae}, you are in");
  await expect(letters.getByText(/There is no \{nmae\} to fill in; there are \{name\}, \{service\}/)).toBeVisible();
  await letters.getByLabel("Subject").fill("{name}, you are in");
  await letters.getByLabel("Words", { exact: true }).fill("Dear , bring an apron.");
  await letters.getByLabel("Words", { exact: true }).press("Home");
  for (let times = 0; times < 5; times++) await page.keyboard.press("ArrowRight");
  await letters.getByRole("group", { name: "Fill in:" }).getByRole("button", { name: "name", exact: true }).click();
  await expect(preview.getByText("Nuala Byrne, you are in")).toBeVisible();
  await expect(preview.getByText("Dear Nuala Byrne, bring an apron.")).toBeVisible();
  await expect(letters.getByLabel("Letter", { exact: true })).toContainText("Booked, in own words");
  await expectAccessible(page);
  await saved(page);
  const made = await page.request.post("/api/do/booking.byHand", {
    data: {
      site: key,
      service: (await services())[0],
      resource: null,
      start: "2027-06-08T09:00:00Z",
      seats: 1,
      waived: ["booking.notAStart", "booking.tooFar"],
      client: { name: "Odhran Keane", email: "odhran.ferry@post.example", phone: "", language: "en" },
      answers: {},
      key: "calendar-letters-1",
    },
  });
  expect(made.ok(), await made.text()).toBe(true);
  await page.goto(`/s/${key}/desk`);
  await page.getByText("Outbox", { exact: true }).click();
  await page.getByRole("button", { name: /Odhran Keane, you are in/ }).click();
  await expectSome(page.getByText("Dear Odhran Keane, bring an apron."));
});

async function services(): Promise<readonly string[]> {
  const answer = await page.request.post("/api/do/booking.readSetUp", { data: { site: key } });
  const { setUp } = (await answer.json()) as { setUp: { services: readonly { id: string }[] } };
  return setUp.services.map(({ id }) => id);
}

test("the calendar’s own words and thanks: seen beside as they are typed, and read by the next visitor", {
  tag: "@long",
}, async ({ browser }) => {
  await openCalendar();
  await step(/Questions and words/).click();
  const own = panel("Questions and words");
  await own.getByLabel("When", { exact: true }).fill("Pick your hour");
  await own.getByLabel("Button", { exact: true }).fill("Save my wheel");
  await own.getByLabel("Button to ask").fill("Ask for my wheel");
  await own.getByText("Say something of one’s own").click();
  await own.getByRole("textbox", { name: "Title" }).fill("");
  await expectSome(own.getByText("This needs a few words."));
  await own.getByRole("textbox", { name: "Title" }).fill("See you at the ferry");
  await own.getByRole("textbox", { name: "Text" }).fill("The bell rings at ten.");
  await expect(
    // Order: the wide view stands before the phone’s.
    page.frameLocator("iframe[title*='visitor']").first().locator("site-booking").getByText("Pick your hour"),
  ).toBeVisible();
  await expectAccessible(page);
  await saved(page);
  await goLive();
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin" });
  await bring(visitor);
  await expect(calendar(visitor).getByRole("heading", { name: "Pick your hour" })).toBeVisible();
  await calendar(visitor).getByRole("button", { name: "Next month" }).click();
  await freeDay(calendar(visitor), 12).click();
  await slotAt(calendar(visitor), 0).click();
  await calendar(visitor).getByLabel("Name").fill("Wilma Words");
  await calendar(visitor).getByLabel("E-mail").fill("wilma.ferry@post.example");
  await calendar(visitor).getByLabel("Are you twelve or older?").selectOption("Yes");
  await calendar(visitor)
    .getByRole("button", { name: /^(Save|Ask for) my wheel$/ })
    .click();
  await expect(calendar(visitor).getByRole("heading", { name: "See you at the ferry" })).toBeVisible();
  await expect(calendar(visitor).getByText("The bell rings at ten.")).toBeVisible();
  await visitor.close();
});

test("text messages: offered by the place and seen before, wanted by a visitor with a number that can be reached, read on the Desk; and a note of that client", {
  tag: "@long",
}, async ({ browser }) => {
  await openCalendar();
  await step(/Questions and words/).click();
  const own = panel("Questions and words");
  await own.getByText("Clients may have text messages too").click();
  const preview = own.getByRole("article", { name: "The text message “Booked” as it comes to a phone" });
  await expect(preview.getByText(/^Booked: .*Ferry Pottery\. http/)).toBeVisible();
  await expect(preview.getByText(/^\d+ characters, sent in \d parts?/)).toBeVisible();
  const text = own.getByRole("textbox", { name: "Text message" });
  await text.fill("Hello {nmae}");
  await expect(own.getByText(/There is no \{nmae\} to fill in/)).toBeVisible();
  await text.fill("{name}, your wheel is yours: {when}.");
  await expect(preview.getByText(/^Nuala Byrne, your wheel is yours: /)).toBeVisible();
  await expectAccessible(page);
  await saved(page);
  await goLive();
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin" });
  await bring(visitor);
  await calendar(visitor).getByRole("button", { name: "Next month" }).click();
  await freeDay(calendar(visitor), 13).click();
  await slotAt(calendar(visitor), 0).click();
  await calendar(visitor).getByLabel("Name").fill("Tessa Quick");
  await calendar(visitor).getByLabel("E-mail").fill("tessa.ferry@post.example");
  await calendar(visitor).getByLabel("Phone").fill("12");
  await calendar(visitor)
    .getByLabel(/Send text messages to this number too/)
    .check();
  await calendar(visitor).getByLabel("Are you twelve or older?").selectOption("Yes");
  const book = calendar(visitor).getByRole("button", { name: /^(Save|Ask for) my wheel$/ });
  await book.click();
  await expect(calendar(visitor).getByText(/Write the number for text messages/)).toBeVisible();
  await expectAccessible(visitor);
  await calendar(visitor).getByLabel("Phone").fill("087 555 0123");
  await book.click();
  await expect(calendar(visitor).getByRole("heading", { name: "See you at the ferry" })).toBeVisible();
  await visitor.close();
  await openLists();
  await page.getByText("To answer", { exact: true }).click();
  const line = page.getByRole("button", { name: /Tessa Quick/ });
  await line.click();
  await expect(page.getByText("gets text messages")).toBeVisible();
  await page.getByRole("button", { name: "Everything of this client" }).click();
  await page.getByLabel("New note").fill("Left-handed: wheel 2.");
  await page.getByRole("button", { name: "Note it" }).click();
  const notes = page.getByRole("region", { name: "Notes" });
  await expect(notes.getByText("Left-handed: wheel 2.", { exact: true })).toBeVisible();
  await expect(notes.getByLabel("New note")).toHaveValue("");
  await expectAccessible(page);
  await page.getByRole("button", { name: "Back" }).click();
  await expect(page.getByText("Left-handed: wheel 2.")).toBeVisible();
  await page.getByRole("button", { name: "Approve" }).click();
  await expect(line).toBeHidden();
  await page.getByText("Outbox", { exact: true }).click();
  await page
    .getByRole("button", { name: /\+353875550123/ })
    // Order: the list is by time; the newest stands first.
    .first()
    .click();
  await expect(page.getByRole("heading", { name: "Text message" })).toBeVisible();
});

test("how long it takes is the client’s to choose: priced by its length, and only where it fits", {
  tag: "@long",
}, async ({ browser }) => {
  await openCalendar();
  await panel("Services")
    .getByRole("button", { name: /^First throw/ })
    .click();
  await page.getByText("Clients choose how long").click();
  await expect(page.getByRole("spinbutton", { name: "Usually" })).toHaveValue("120");
  const second = page.getByRole("spinbutton", { name: "Choice 2" });
  await second.fill("120");
  await expect(panel("Services").getByText("A length is named twice.")).toBeVisible();
  await second.fill("300");
  const prices = page.getByRole("textbox", { name: "Price", exact: true });
  // Order: prices stand as they were added.
  await prices.nth(1).fill("70");
  // Who shares a start shares its end.
  await page.getByRole("spinbutton", { name: "Seats", exact: true }).fill("4");
  await expect(panel("Services").getByText(/Clients choose the length only of what has one seat/)).toBeVisible();
  await page.getByRole("spinbutton", { name: "Seats", exact: true }).fill("1");
  await expect(panel("Services").getByText(/Clients choose the length only/)).toBeHidden();
  await saved(page);
  await expectAccessible(page);
  await goLive();
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin" });
  await bring(visitor);
  const how = calendar(visitor).getByRole("group", { name: "How long?" });
  await expect(how.getByRole("radio", { name: /^2 h/ })).toBeChecked();
  await calendar(visitor).getByRole("button", { name: "Next month" }).click();
  await freeDay(calendar(visitor), 14).click();
  await expectSome(calendar(visitor).locator(".slot"));
  const many = await calendar(visitor).locator(".slot").count();
  await how.getByRole("radio", { name: /^5 h/ }).check();
  // Order: days stand by their date.
  await calendar(visitor).locator(".day.free, .day.few").nth(14).click();
  await expect.poll(() => calendar(visitor).locator(".slot").count()).toBeGreaterThan(0);
  expect(await calendar(visitor).locator(".slot").count()).toBeLessThan(many);
  await expectAccessible(visitor);
  await slotAt(calendar(visitor), 0).click();
  await expect(calendar(visitor).getByText(/First throw, 5 h/)).toBeVisible();
  await expect(calendar(visitor).locator(".bill")).toContainText("€70.00");
  await visitor.close();
});

test("hours of other weeks and of a summer, kept-back time of single dates: written once, and told where they can’t be", {
  tag: "@long",
}, async () => {
  await openCalendar();
  await step(/Hours/).click();
  const season = page.getByRole("combobox", { name: "Season" });
  const typed = page.getByLabel("Or type");
  const usual = await typed.inputValue();
  await season.selectOption({ label: "a season of every year…" });
  await page.getByLabel("Its name").fill("High summer");
  await page.getByRole("combobox", { name: "First day of every year: month" }).selectOption({ label: "June" });
  await typed.fill("Mon to Sun 7-20");
  await expect(season.getByRole("option", { name: /^High summer \(1 Jun to 30 Sept?\)$/ })).toBeAttached();
  await saved(page);
  // Another season that meets it is refused where it begins.
  await season.selectOption({ label: "a season of every year…" });
  await page.getByRole("combobox", { name: "First day of every year: month" }).selectOption({ label: "September" });
  await expect(panel("Hours").getByText(/This meets “High summer”/)).toBeVisible();
  await page.getByRole("button", { name: "Remove", exact: true }).click();
  await expect(panel("Hours").getByText(/This meets “High summer”/)).toBeHidden();
  await expect(typed).toHaveValue(usual);
  // Hours of every other week that the usual ones cover already are told as one types.
  await season.selectOption({ label: "every other week…" });
  await typed.fill("Mon 12-13");
  await expect(panel("Hours").getByText(/This overlaps 10:00 to 18:00/)).toBeVisible();
  await typed.fill("Mon 19-21");
  await expect(panel("Hours").getByText(/This overlaps/)).toBeHidden();
  await saved(page);
  // A day with kept-back time of its own.
  // Order: days stand by their date.
  await page.getByRole("group", { name: /^May / }).getByRole("button").nth(12).click();
  await page.getByLabel("Other hours").fill("10-12");
  await page.getByRole("button", { name: "Keep them back" }).click();
  await expect(panel("Hours").getByText("kept back 10-12")).toBeVisible();
  await saved(page);
  await expectAccessible(page);
  await page.getByRole("button", { name: "Undo" }).click();
  await expect(panel("Hours").getByText("kept back 10-12")).toBeHidden();
  await saved(page);
});

test("a button floats over the pages that are chosen, opens the calendar by keys, and gives the focus back", {
  tag: "@long",
}, async ({ browser }) => {
  await openCalendar();
  await step(/Where/).click();
  const where = panel("Where");
  await where.getByText("A button floats over pages and opens it").click();
  await where.getByLabel("Its words").fill("");
  await expect(where.getByText("The button needs a word or two.")).toBeVisible();
  await where.getByLabel("Its words").fill("Book the ferry wheel");
  await where.getByText("only the ticked").click();
  await where
    .getByLabel(/^Home {2}\//)
    // Order: pages stand as in the menu, the home page first.
    .first()
    .check({ force: true });
  await saved(page);
  await expectAccessible(page);
  await goLive();
  const visitor = await browser.newPage({
    locale: "en-IE",
    timezoneId: "Europe/Dublin",
    reducedMotion: "reduce",
  });
  await visitor.setViewportSize({ width: 390, height: 800 });
  await visitor.goto(siteAddress(key));
  const button = visitor.getByRole("button", { name: "Book the ferry wheel" });
  await expect(button).toBeInViewport();
  await expectAccessible(visitor);
  await button.focus();
  await visitor.keyboard.press("Enter");
  const over = visitor.getByRole("dialog", { name: "At the wheel" });
  await expectSome(over.locator("site-booking .day"));
  await expectAccessible(visitor);
  await visitor.keyboard.press("Escape");
  await expect(over).toBeHidden();
  await expect(button).toBeFocused();
  await visitor.close();
});

/** The last Sunday of a March, at least three days ahead: the clocks of Dublin go forward. */
function clocksForward(): string {
  // Clock: the process and its browsers have the machine’s.
  const soon = Date.now() + 3 * 86_400_000;
  for (let year = new Date(soon).getUTCFullYear(); ; year++) {
    const last = new Date(Date.UTC(year, 2, 31));
    const sunday = Date.UTC(year, 2, 31 - last.getUTCDay());
    if (sunday > soon) return new Date(sunday).toISOString().slice(0, 10);
  }
}

test("on the Sunday on which the clocks go forward two hours stay two hours, and no time is offered that does not exist", {
  tag: "@long",
}, async ({ browser }) => {
  const sunday = clocksForward();
  const after = new Date(Date.parse(sunday) + 7 * 86_400_000).toISOString().slice(0, 10);
  await openCalendar();
  await step(/Hours/).click();
  await page.getByLabel("Or type").fill("Mon to Sun 10-18, Sun 0-7");
  await saved(page);
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin" });
  await bring(visitor);
  const timesOn = async (date: string) => {
    const day = await dayIn(visitor, date);
    await expect(day).toHaveClass(/free|few/);
    await day.click();
    await expectSome(calendar(visitor).locator(".slot"));
    return (await calendar(visitor).locator(".slot").allInnerTexts()).map((text) => text.trim().split(/\s/)[0]);
  };
  // From 0 to 7 are six hours that night: the last start is the fifth.
  expect((await timesOn(sunday)).slice(0, 6)).toEqual(["00:00", "02:00", "03:00", "04:00", "05:00", "10:00"]);
  expect((await timesOn(after)).slice(0, 7)).toEqual(["00:00", "01:00", "02:00", "03:00", "04:00", "05:00", "10:00"]);
  await visitor.close();
});

test("two places take two wheels: said as a sentence, refused beyond what there is, booked for two, both on the Desk", {
  tag: "@long",
}, async ({ browser }) => {
  const read = await page.request.post("/api/do/booking.readSetUp", { data: { site: key } });
  const { setUp } = (await read.json()) as { setUp: BookingSetUp };
  const [first] = setUp.resources;
  if (!first) throw new Error("there is nobody");
  const wheels = ["Wheel 1", "Wheel 2"].map((name, nth) => {
    return {
      ...first,
      id: `ferry-wheel-${nth + 1}`,
      kind: "thing" as const,
      name,
      week: null,
      keptBack: [],
      offers: [],
    };
  });
  const kept = await page.request.post("/api/do/booking.replaceSetUp", {
    data: { site: key, setUp: { ...setUp, resources: [...setUp.resources, ...wheels] } },
  });
  expect(kept.ok(), await kept.text()).toBe(true);
  await openCalendar();
  await panel("Services")
    .getByRole("button", { name: /^First throw/ })
    .click();
  await page.getByRole("button", { name: "It takes something else too" }).click();
  const who = page.getByRole("group", { name: "Who may be the thing" });
  await who.getByRole("button", { name: "Wheel 2" }).click();
  await page.getByRole("spinbutton", { name: "Seats", exact: true }).fill("3");
  // Order: the choice of the set that was added last.
  await page.getByText("One for each seat: a start is then one booking’s").last().click();
  await expect(panel("Services").getByText(/with 2 of thing a booking has at most 2 seats, not 3/)).toBeVisible();
  await page.getByRole("spinbutton", { name: "Seats", exact: true }).fill("2");
  await expect(panel("Services").getByText(/at most 2 seats/)).toBeHidden();
  await expect(panel("Services").getByText(/one of Wheel 1 or Wheel 2 for each seat/)).toBeVisible();
  await expectAccessible(page);
  await saved(page);
  await goLive();
  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin", reducedMotion: "reduce" });
  await bring(visitor);
  await calendar(visitor).getByLabel("Places").fill("2");
  await calendar(visitor).getByLabel("Places").press("Tab");
  await calendar(visitor).getByRole("button", { name: "Next month" }).click();
  await freeDay(calendar(visitor), 15).click();
  await slotAt(calendar(visitor), 0).click();
  await expect(calendar(visitor).getByText(/Places: 2/)).toBeVisible();
  await calendar(visitor).getByLabel("Name").fill("Pia Pair");
  await calendar(visitor).getByLabel("E-mail").fill("pia.ferry@post.example");
  await calendar(visitor).getByLabel("Are you twelve or older?").selectOption("Yes");
  await calendar(visitor)
    .getByRole("button", { name: /^(Save|Ask for) my wheel$/ })
    .click();
  await expect(calendar(visitor).getByRole("heading", { name: "See you at the ferry" })).toBeVisible();
  await visitor.close();
  await openLists();
  await page.getByText("To answer", { exact: true }).click();
  await page.getByRole("button", { name: /Pia Pair/ }).click();
  await expect(page.getByText(/Wheel 1, Wheel 2$/)).toBeVisible();
});

test("a calendar that begins with a day asks one question, then offers only what has a time on it; its own ground is marked", {
  tag: "@long",
}, async ({ browser }) => {
  const read = await page.request.post("/api/do/booking.readSetUp", { data: { site: key } });
  const { setUp } = (await read.json()) as { setUp: BookingSetUp };
  const [first] = setUp.services;
  if (!first) throw new Error("there is no service");
  const { lengths: _theirs, ...usual } = first;
  // It begins on no day but one.
  const after = new Date(Date.parse(clocksForward()) + 7 * 86_400_000).toISOString().slice(0, 10);
  const course = [`${clocksForward()}T12:00`, `${after}T12:00`];
  const second = {
    ...usual,
    id: "sunday-glazing",
    name: "Sunday glazing",
    confirm: "atOnce" as const,
    course: [course],
    needs: usual.needs.filter(({ each }) => !each),
    capacity: 6,
    least: { seats: 3, hours: 24 },
  };
  const services = [first, second];
  const kept = await page.request.post("/api/do/booking.replaceSetUp", {
    data: { site: key, setUp: { ...setUp, services } },
  });
  expect(kept.ok(), await kept.text()).toBe(true);
  await openCalendar();
  await panel("Services").getByRole("button", { name: "Take Sunday glazing into the calendar" }).click();
  // The least group is of seats that there are.
  await panel("Services")
    .getByRole("button", { name: /^Sunday glazing/ })
    .click();
  await page.getByRole("spinbutton", { name: "At least" }).fill("7");
  await expect(panel("Services").getByText(/at most as many as a start has/)).toBeVisible();
  await page.getByRole("spinbutton", { name: "At least" }).fill("2");
  await expect(panel("Services").getByText(/at most as many as a start has/)).toBeHidden();
  await expectAccessible(page);
  await step(/Look/).click();
  const look = panel("Look");
  await look.getByText("a day", { exact: true }).click();
  await look.getByLabel("Ground", { exact: true }).selectOption({ label: "Ink" });
  await look.getByLabel("Corners", { exact: true }).selectOption({ label: "round" });
  await expect(step(/Look/)).toContainText("departs from Brand");
  // Order: the wide view stands before the phone’s.
  const beside = page.frameLocator("iframe[title*='visitor']").first().locator("site-booking");
  await expect(beside.getByRole("heading", { name: "Which day?" })).toBeVisible();
  await expectSome(beside.locator(".w-on-ink .day.free"));
  await look.getByRole("button", { name: "Back to the inherited corners" }).click();
  await expect(look.getByLabel("Corners", { exact: true })).toHaveValue("");
  await expectAccessible(page);
  await saved(page);
  await goLive();
  const visitor = await browser.newPage({
    locale: "en-IE",
    timezoneId: "Europe/Dublin",
    reducedMotion: "reduce",
  });
  const asked: string[] = [];
  visitor.on("request", (request) => {
    if (request.url().includes("/_w/v1/booking/")) asked.push(new URL(request.url()).pathname.split("/").at(-1) ?? "");
  });
  await bring(visitor);
  await expect(calendar(visitor).getByRole("heading", { name: "Which day?" })).toBeVisible();
  await expect(calendar(visitor).locator("table[aria-busy=false]")).toBeVisible();
  expect(asked).toEqual(["dates"]);
  await expectAccessible(visitor);
  const sunday = await dayIn(visitor, clocksForward());
  // The Saturday before has the one service: it is not asked about, and its times are there at once.
  await sunday.focus();
  await visitor.keyboard.press("ArrowLeft");
  await visitor.keyboard.press("Enter");
  await expect(calendar(visitor).getByRole("heading", { name: "Pick your hour" })).toBeFocused();
  await expectSome(calendar(visitor).locator(".slot"));
  await calendar(visitor).getByRole("button", { name: "Back" }).click();
  await expect(calendar(visitor).getByRole("heading", { name: "Which day?" })).toBeFocused();
  // The month is asked for again, and its days are drawn anew.
  await expect(calendar(visitor).locator("table[aria-busy=false]")).toBeVisible();
  await sunday.press("Enter");
  await expect(calendar(visitor).getByRole("heading", { name: "What would you like to book?" })).toBeFocused();
  await expectAccessible(visitor);
  await calendar(visitor)
    .getByRole("button", { name: /^Sunday glazing/ })
    .click();
  await expect(sunday).toHaveAttribute("aria-pressed", "true");
  await expect(calendar(visitor).locator(".slot")).toHaveCount(1);
  await expectAccessible(visitor);
  await calendar(visitor).locator(".slot").click();
  await expect(calendar(visitor).getByRole("heading", { name: "Your details" })).toBeFocused();
  await expect(
    calendar(visitor).getByText("It takes place with at least 2 places booked. That is decided 24 hours before"),
  ).toBeVisible();
  await expectAccessible(visitor);
  await visitor.close();
});

test("one date of a course for a deposit: sold on its sheet, booked on the page, called off on the Desk and given back", {
  tag: "@long",
}, async ({ browser }) => {
  await openCalendar();
  await panel("Services")
    .getByRole("button", { name: /^Sunday glazing/ })
    .click();
  await page.getByLabel("One date may be booked by itself").check();
  await page.getByRole("textbox", { name: "A date costs" }).fill("9");
  await page.getByLabel("Who comes late may book what is left of a run").check();
  await page.getByLabel("Confirmed").selectOption("when it is paid");
  await page.getByLabel("Paid then", { exact: true }).selectOption("a share of the price");
  await page.getByRole("spinbutton", { name: "Paid then, in per cent" }).fill("101");
  await expect(panel("Services").getByText("A share in per cent is at most 100.")).toBeVisible();
  await page.getByRole("spinbutton", { name: "Paid then, in per cent" }).fill("50");
  await page.getByLabel("Cancelled late", { exact: true }).selectOption("so much a seat");
  await page.getByRole("spinbutton", { name: "Cancelled late, a seat" }).fill("5");
  await expect(panel("Services").getByText("A share in per cent is at most 100.")).toBeHidden();
  await expectAccessible(page);
  await saved(page);
  await takeCards(page, browser, key);
  await goLive();

  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin", reducedMotion: "reduce" });
  await bring(visitor);
  await expect(calendar(visitor).locator("table[aria-busy=false]")).toBeVisible();
  // The second date begins no course, but is sold by itself: where a day comes first it is found.
  const after = new Date(Date.parse(clocksForward()) + 7 * 86_400_000).toISOString().slice(0, 10);
  const second = await dayIn(visitor, after);
  await second.click();
  const glazing = calendar(visitor).getByRole("button", { name: /^Sunday glazing/ });
  const single = calendar(visitor).getByLabel("One date");
  await expect(glazing.or(single)).toBeVisible();
  if (await glazing.isVisible()) await glazing.click();
  await expect(single).toBeChecked();
  await expect(calendar(visitor).locator(".slot")).toHaveCount(1);
  await bring(visitor);
  const sunday = await dayIn(visitor, clocksForward());
  await sunday.click();
  await glazing.click();
  // Of two dates nothing is left that is more than one.
  await expect(calendar(visitor).getByLabel("The whole course")).toBeChecked();
  await expect(calendar(visitor).getByLabel("What is left of it")).toHaveCount(0);
  await single.check();
  await expect(calendar(visitor).getByRole("group", { name: "How much of it?" })).toContainText("€9.00");
  await calendar(visitor).locator(`[data-date="${clocksForward()}"]`).click();
  await expectAccessible(visitor);
  await calendar(visitor).locator(".slot").click();
  const details = calendar(visitor);
  await expect(details.getByText(/Sunday glazing, One date/)).toBeVisible();
  await expect(details.locator(".parts")).toHaveText("To be paid now€4.50To be paid at the place€4.50");
  await expect(details.getByText(/After that cancelling costs €5\.00\./)).toBeVisible();
  await expectAccessible(visitor);
  await details.getByLabel("Name").fill("Ona Single");
  await details.getByLabel("E-mail").fill("ona@post.example");
  const asked = details.getByLabel("Are you twelve or older?");
  if (await asked.count()) await asked.selectOption("Yes");
  await details.getByRole("button", { name: "Book and pay" }).click();
  // On the site's own page, in the frame of the payment service; then the booking's own page.
  await expect(visitor.locator(".p-sum")).toHaveText("To pay €4.50");
  await expectAccessible(visitor);
  await payByCard(visitor, "Declined: expired");
  await expect(visitor.getByText("This card is not valid any more. Nothing was taken.")).toBeVisible();
  await payByCard(visitor, "Pays");
  await expect(visitor.getByRole("heading", { name: "Your booking" })).toBeVisible();
  await visitor.close();

  await openLists();
  await page.getByLabel("Find a booking").fill("ona single");
  await page.getByRole("button", { name: /Ona Single/ }).click();
  await expect(page.getByText("€4.50", { exact: true })).toBeVisible();
  await page.getByRole("button", { name: "Cancel…" }).click();
  await page.getByRole("button", { name: "Cancel it" }).click();
  // Cancelled, it is none of those that are coming; a refusal would stand in the window.
  await expect(page.getByRole("button", { name: /Ona Single/ })).toBeHidden();
  await page.getByLabel("Find a booking").fill("");
  await page.getByText("To settle", { exact: true }).click();
  await page.getByRole("button", { name: /Ona Single/ }).click();
  await expect(page.getByText("€4.50 of what was paid is to be given back.")).toBeVisible();
  await expectAccessible(page);
  await page.getByRole("button", { name: "It is given back" }).click();
  // The whole part, so that a refusal would be told here.
  await expect(page.getByRole("main")).toContainText("Nothing is to be given back, and nobody owes a fee.");
});

test("what is full has a waiting list: joined on the page, seen on the Desk, offered by letter, taken by its link", {
  tag: "@long",
}, async ({ browser }) => {
  await openCalendar();
  await panel("Services")
    .getByRole("button", { name: /^Sunday glazing/ })
    .click();
  await page.getByLabel("A waiting list for what is full").check();
  await page.getByRole("spinbutton", { name: "An offer holds" }).fill("5");
  await expect(panel("Services").getByText("A length in minutes is at least 10.")).toBeVisible();
  await page.getByRole("spinbutton", { name: "An offer holds" }).fill("240");
  await page.getByRole("spinbutton", { name: "Seats", exact: true }).fill("2");
  await page.getByLabel("Confirmed").selectOption("at once");
  await expect(panel("Services").getByText("A length in minutes is at least 10.")).toBeHidden();
  await expectAccessible(page);
  await saved(page);
  // Of two places one was sold before; this is the other.
  const start = `${clocksForward()}T11:00:00Z`;
  const byHand = await page.request.post("/api/do/booking.byHand", {
    data: {
      ...{ site: key, service: "sunday-glazing", resource: null, start, seats: 1, waived: ["booking.tooFar"] },
      client: { name: "Full House", email: "full@post.example", phone: "", textMessages: false, language: "en" },
      ...{ answers: {}, key: "full-house-1" },
    },
  });
  expect(byHand.ok(), await byHand.text()).toBe(true);
  const { id } = (await byHand.json()) as { id: string };
  await goLive();

  const visitor = await browser.newPage({ locale: "en-IE", timezoneId: "Europe/Dublin", reducedMotion: "reduce" });
  await bring(visitor);
  const sunday = await dayIn(visitor, clocksForward());
  await sunday.click();
  const course = calendar(visitor).getByRole("button", { name: /^Sunday glazing/ });
  await expect(course).toBeVisible();
  await course.click();
  await calendar(visitor)
    .getByRole("button", { name: /^12:00\s+waiting list$/ })
    .click();
  await expect(calendar(visitor).getByText("This time is full.")).toBeVisible();
  await expectAccessible(visitor);
  await calendar(visitor).getByRole("button", { name: "Put me on the list" }).click();
  await expect(calendar(visitor).getByText("Please write your name.")).toBeVisible();
  await calendar(visitor).getByLabel("Name").fill("Wanda Wait");
  await calendar(visitor).getByLabel("E-mail").fill("wanda@post.example");
  const asked = calendar(visitor).getByLabel("Are you twelve or older?");
  if (await asked.count()) await asked.selectOption("Yes");
  await calendar(visitor).getByRole("button", { name: "Put me on the list" }).click();
  await expect(calendar(visitor).getByRole("heading", { name: "On the waiting list" })).toBeVisible();
  await expectAccessible(visitor);
  const link = await calendar(visitor).getByRole("link", { name: "See it, or leave the list" }).getAttribute("href");

  await openLists();
  await page.getByText("Waiting list", { exact: true }).click();
  await page.getByRole("button", { name: /Wanda Wait/ }).click();
  await expectSome(page.getByText("on the waiting list"));
  await expectAccessible(page);
  const cancelled = await page.request.post("/api/do/booking.cancel", {
    data: { site: key, booking: id, words: "", key: "full-house-2" },
  });
  expect(cancelled.ok(), await cancelled.text()).toBe(true);
  await expectSome(page.getByText("offered, not taken yet"));
  await page.getByText("Outbox", { exact: true }).click();
  await expectSome(page.getByText(/A place is free: Sunday glazing/));

  await visitor.goto(new URL(link ?? "", visitor.url()).href);
  await expect(visitor.getByRole("heading", { name: "A place is free" })).toBeVisible();
  await expect(visitor.getByText(/It is kept for you until/)).toBeVisible();
  await expectAccessible(visitor);
  await visitor.getByRole("button", { name: "Take it" }).click();
  await expect(visitor.getByRole("heading", { name: "Your booking" })).toBeVisible();
  await visitor.close();
});
