// The Desk's calendar: a day by person drawn, moved by mouse and by keys, booked from a free spot, blocked, printed; weeks,
// months and figures; on a phone.
import { expect, type Page } from "@playwright/test";
import type { BookingSetUp } from "@/core/booking/booking";
import { dateOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { aResource, aService, aSetUp } from "../../src/core/booking/sample.test-kit";
import { deskPart, expectAccessible, expectSome, signIn } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const key = "quay-lessons";
const clock = ZoneClock.of("Europe/Dublin");
// Clock: the process and its browsers have the machine’s.
const today = clock.dayOf(Date.now());
/** A week on, whatever the day of the week: as many days are before it as after it. */
const date = dateOf(today + 7);
const at = (time: string, on = date) => new Date(clock.instantOf(`${on}T${time}`)).toISOString();
const needs = [
  { name: "tutor", oneOf: ["maren", "tobi"] },
  { name: "wheel", oneOf: ["wheel1", "wheel2"] },
];
const setUp: BookingSetUp = aSetUp(
  [
    aService("lesson", { name: "Lesson", needs, durationMinutes: 60 }),
    aService("talk", { name: "Talk", needs: [{ name: "tutor", oneOf: ["tobi"] }] }),
  ],
  [
    aResource("maren"),
    aResource("tobi"),
    aResource("wheel1", { name: "Wheel 1", kind: "thing", week: null }),
    aResource("wheel2", { name: "Wheel 2", kind: "thing", week: null }),
  ],
);
let page: Page;

async function done<T = { id: string }>(name: string, data: object): Promise<T> {
  const answer = await page.request.post(`/api/do/${name}`, { data: { site: key, ...data } });
  expect(answer.ok(), await answer.text()).toBe(true);
  return (await answer.json()) as T;
}
let commands = 0;
const book = (name: string, time: string, resource: string, more: object = {}) =>
  done("booking.byHand", {
    service: "lesson",
    resource,
    start: at(time),
    seats: 1,
    waived: ["booking.tooFar", "booking.tooSoon"],
    client: {
      name,
      email: `${name.toLowerCase().replace(" ", ".")}@post.example`,
      phone: "+353 1 555 0134",
      language: "en",
    },
    answers: {},
    key: `desk-calendar-${++commands}`,
    ...more,
  });

test.beforeAll(async ({ browser }) => {
  page = await browser.newPage();
  await signIn(page);
  const made = await page.request.post("/api/do/sites.create", {
    data: {
      key,
      name: "Quay Lessons",
      starter: "workshop",
      settings: {
        language: "en-IE",
        zone: "Europe/Dublin",
        currency: "EUR",
        description: "",
        mailFrom: "hello@quay.example",
      },
    },
  });
  expect(made.ok(), await made.text()).toBe(true);
  await done("booking.replaceSetUp", { setUp });
  await book("Ann Early", "10:00", "maren");
  await book("Ben Later", "13:00", "tobi");
});
test.afterAll(() => page.close());

const block = (name: string) => page.locator(".rbc-event").filter({ hasText: name });
const details = () => page.getByRole("complementary", { name: "The booking" });
const box = async (name: string) => {
  const found = await block(name).boundingBox();
  if (!found) throw new Error(`${name} is not drawn`);
  return found;
};
/** Where it stands while the screen is drawn anew: it may be between two drawings. */
const placeOf = async (name: string, side: "x" | "y") => (await block(name).boundingBox())?.[side] ?? Number.NaN;
const columnOf = async (name: string) => {
  const found = await page.locator(".rbc-time-header .rbc-header", { hasText: name }).boundingBox();
  if (!found) throw new Error(`${name} has no column`);
  return found;
};

test("a day stands in columns of its people, or of its things; what is booked opens by mouse and by keys", async () => {
  await page.goto(`/s/${key}/desk`);
  await deskPart(page, "Bookings");
  await expect(page.getByText("0 bookings", { exact: true })).toBeVisible();
  for (let day = 0; day < 7; day++) await page.getByRole("button", { name: "Later", exact: true }).click();
  await expect(page.getByText("2 bookings", { exact: true })).toBeVisible();
  await block("Ann Early").click();
  await expect(details().getByText("Maren, Wheel 1")).toBeVisible();
  await expectAccessible(page);
  await block("Ben Later").focus();
  await page.keyboard.press("Enter");
  await expect(details().getByRole("heading", { name: "Ben Later" })).toBeVisible();
  const [ann, maren] = [await box("Ann Early"), await columnOf("Maren")];
  expect(ann.x).toBeGreaterThanOrEqual(maren.x - 2);
  expect(ann.x + ann.width).toBeLessThanOrEqual(maren.x + maren.width + 2);
  // What any one of is needed is counted in a column of its own, with who has it.
  await expect(page.locator(".rbc-event", { hasText: "1 of 2 in use" })).toHaveCount(2);
  // Order: both say the same.
  await page.locator(".rbc-event", { hasText: "1 of 2 in use" }).first().press("Enter");
  await expect(details().getByRole("heading", { name: "1 of 2 in use" })).toBeVisible();
  await expectAccessible(page);
  await details()
    .getByRole("button", { name: /^Ann Early, / })
    .click();
  await expect(details().getByRole("heading", { name: "Ann Early" })).toBeVisible();
  await page.getByText("Things", { exact: true }).click();
  await expect(page.locator(".rbc-time-header").getByText("Wheel 2")).toBeVisible();
  await expect(block("Ann Early")).toBeVisible();
  await expectAccessible(page);
  await page.getByText("People", { exact: true }).click();
});

test("on a machine far away the hours are the place's", { tag: "@long" }, async ({ browser }) => {
  const context = await browser.newContext({
    timezoneId: "America/Los_Angeles",
    storageState: await page.context().storageState(),
  });
  const there = await context.newPage();
  await there.goto(`/s/${key}/desk`);
  await deskPart(there, "Bookings");
  await expect(there.getByText("0 bookings", { exact: true })).toBeVisible();
  for (let day = 0; day < 7; day++) await there.getByRole("button", { name: "Later", exact: true }).click();
  await expect(there.getByText("2 bookings", { exact: true })).toBeVisible();
  const hours = (on: Page) => on.locator(".rbc-time-gutter .rbc-label").allTextContents();
  expect(await hours(there)).toEqual(await hours(page));
  for (const name of ["Ann Early", "Ben Later"]) {
    const drawn = await there.locator(".rbc-event").filter({ hasText: name }).boundingBox();
    expect(drawn).toEqual(await box(name));
  }
  await context.close();
});

test("drawn to another column it is asked for first; put aside, nothing has happened", { tag: "@long" }, async () => {
  const draw = async () => {
    const [from, to] = [await box("Ann Early"), await columnOf("Tobi")];
    await page.mouse.move(from.x + 20, from.y + 10);
    await page.mouse.down();
    await page.mouse.move(from.x + 60, from.y + 12, { steps: 4 });
    await page.mouse.move(to.x + 30, from.y + 10, { steps: 8 });
    await page.mouse.up();
  };
  await draw();
  const dialog = page.getByRole("dialog", { name: "Move Ann Early" });
  await expect(dialog.getByLabel("With")).toHaveValue("tobi");
  await expect(dialog.getByRole("button", { name: "10:00", exact: true })).toHaveAttribute("aria-pressed", "true");
  await dialog.getByRole("button", { name: "Leave it as it is" }).click();
  await expect(dialog).toBeHidden();
  const maren = await columnOf("Maren");
  expect((await box("Ann Early")).x).toBeLessThan(maren.x + maren.width);
  await draw();
  await dialog.getByLabel("Write no letter: they know").click();
  await dialog.getByRole("button", { name: /^Move to/ }).click();
  await expect(dialog).toBeHidden();
  const tobi = await columnOf("Tobi");
  await expect.poll(() => placeOf("Ann Early", "x")).toBeGreaterThanOrEqual(tobi.x - 2);
  await expect(details().getByText(/Moved, by the studio/)).toBeVisible();
});

test("by keys it moves a quarter of an hour, or to the column beside it; a time that is taken is refused with its reason", async () => {
  const before = await box("Ann Early");
  await block("Ann Early").focus();
  await page.keyboard.press("Alt+ArrowDown");
  const dialog = page.getByRole("dialog", { name: "Move Ann Early" });
  await expect(dialog.getByRole("button", { name: /^Move to .*10:15$/ })).toBeVisible();
  await dialog.getByLabel("Another time").fill("13:00");
  await dialog.getByLabel("With").selectOption("tobi");
  await expect(dialog.getByText(/Tobi has Lesson/)).toBeVisible();
  await expect(dialog.getByRole("button", { name: /^Move to / })).toBeDisabled();
  await dialog.getByLabel("Another time").fill("10:15");
  await expect(dialog.getByText(/No start with Tobi/)).toBeVisible();
  await dialog.getByLabel("Set them aside").click();
  await dialog.getByRole("button", { name: /^Move to .*10:15$/ }).click();
  await expect(dialog).toBeHidden();
  await expect.poll(() => placeOf("Ann Early", "y")).toBeGreaterThan(before.y + 4);
  await block("Ann Early").focus();
  await page.keyboard.press("Alt+ArrowLeft");
  await expect(dialog.getByLabel("With")).toHaveValue("maren");
  await page.keyboard.press("Escape");
  await expect(dialog).toBeHidden();
});

test("a free spot is booked in a press, a name and a press; the block is there", async () => {
  const maren = await columnOf("Maren");
  const ben = await box("Ben Later");
  // At the height of one o'clock, where Maren is free.
  await page.mouse.click(maren.x + 40, ben.y + 4);
  const dialog = page.getByRole("dialog", { name: "Booking by hand" });
  await expect(dialog.getByLabel("With")).toHaveValue("maren");
  await expect(dialog.getByRole("button", { name: "13:00", exact: true })).toHaveAttribute("aria-pressed", "true");
  await expectAccessible(page);
  await dialog.getByLabel("Name").fill("Cleo Spot");
  await dialog.getByRole("button", { name: /^Book .*13:00$/ }).click();
  await expect(dialog).toBeHidden();
  await expect(block("Cleo Spot")).toBeVisible();
  await expect(details().getByRole("heading", { name: "Cleo Spot" })).toBeVisible();
});

test("time is blocked: what stands in it is named and stays; given free it is free", { tag: "@long" }, async () => {
  const maren = await columnOf("Maren");
  const ben = await box("Ben Later");
  await page.mouse.click(maren.x + 40, ben.y - 12);
  await page.getByRole("dialog").getByRole("button", { name: "Block this time instead…" }).click();
  const dialog = page.getByRole("dialog", { name: "Block time" });
  await expect(dialog.getByLabel("Whose")).toHaveValue("maren");
  await dialog.getByLabel("Why").fill("dentist");
  // Order: “from” stands before “to”.
  await dialog.getByRole("group", { name: "To" }).or(dialog).getByLabel("Time of day").last().fill("09:00");
  await dialog.getByRole("button", { name: "Block it" }).click();
  await expect(dialog.getByText("It ends before it begins.")).toBeVisible();
  // Order: “from” stands before “to”.
  await dialog.getByLabel("Time of day").last().fill("14:00");
  await dialog.getByRole("button", { name: "Block it" }).click();
  await expect(dialog.getByText(/Cleo Spot, Lesson/)).toBeVisible();
  await expectAccessible(page);
  await dialog.getByRole("button", { name: "Block it all the same" }).click();
  await expect(dialog).toBeHidden();
  await expect(block("dentist")).toBeVisible();
  await expect(block("Cleo Spot")).toBeVisible();
  await expect(details().getByRole("heading", { name: "Maren is off" })).toBeVisible();
  await expectAccessible(page);
  await details().getByRole("button", { name: "Give it free again" }).click();
  await expect(block("dentist")).toHaveCount(0);
});

test("the day is printed as a list, and nothing else of the screen; the file holds it, too", {
  tag: "@long",
}, async () => {
  await page.emulateMedia({ media: "print" });
  const paper = page.locator("[data-paper]");
  await expect(paper.getByRole("row")).toHaveCount(4);
  // Order: rows stand by time, below their head.
  await expect(paper.getByRole("row").nth(1)).toContainText("Ann Early");
  // Order: rows stand by time, below their head.
  await expect(paper.getByRole("row").nth(1)).toContainText("+353 1 555 0134");
  await expect(page.getByRole("button", { name: "Booking by hand" })).toBeHidden();
  await page.emulateMedia({ media: "screen" });
  await expect(paper).toBeHidden();
  const link = page.getByRole("link", { name: "CSV" });
  const file = await page.request.get((await link.getAttribute("href")) ?? "");
  expect(file.headers()["content-type"]).toContain("text/csv");
  expect(await file.text()).toContain("Cleo Spot");
});

test("a week and a month hold it; somebody who walks in is booked and has come; figures tell of it", {
  tag: "@long",
}, async () => {
  await page.getByText("Week", { exact: true }).click();
  await expect(block("Cleo Spot")).toBeVisible();
  await expectAccessible(page);
  await page.getByText("Month", { exact: true }).click();
  await expect(page.locator(".rbc-month-view")).toBeVisible();
  await expectSome(block("Lesson"));
  await expectAccessible(page);
  await page.getByText("Day", { exact: true }).click();
  await page.getByRole("button", { name: "Today", exact: true }).click();
  await page.getByRole("button", { name: "Walk-in" }).click();
  const dialog = page.getByRole("dialog", { name: "Walk-in" });
  await dialog.getByLabel("Service").selectOption("talk");
  await dialog.getByLabel("With").selectOption("tobi");
  // At night the hours are over, too: that is named, and set aside like the rest.
  const aside = dialog.getByRole("checkbox", { name: "Set them aside" });
  await expect(aside).toBeAttached();
  if (!(await aside.isChecked())) await dialog.getByText("Set them aside").click();
  await dialog.getByRole("button", { name: /^Book/ }).click();
  await expect(dialog).toBeHidden();
  await expect(details().getByText("came", { exact: true })).toBeVisible();
  await page.getByText("Figures", { exact: true }).click();
  await expect(page.getByRole("heading", { name: "How early is booked" })).toBeVisible();
  // Order: charts stand below each other; the first one’s.
  await page.getByText("As a table").first().click();
  await expect(page.getByRole("columnheader", { name: "Talk" })).toBeVisible();
  await expectAccessible(page);
});

test("on a phone the lists come first, and a day can be looked at without scrolling sideways", {
  tag: "@long",
}, async ({ browser }) => {
  const context = await browser.newContext({ viewport: { width: 360, height: 740 } });
  await context.addCookies(await page.context().cookies());
  const phone = await context.newPage();
  await phone.goto(`/s/${key}/desk`);
  await deskPart(phone, "Bookings");
  await phone.getByRole("button", { name: /Cleo Spot/ }).click();
  await phone.getByText("Day", { exact: true }).click();
  await expect(phone.locator(".rbc-time-view")).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await expectAccessible(phone);
  await phone.getByText("Figures", { exact: true }).click();
  await expect(phone.getByRole("heading", { name: "How early is booked" })).toBeVisible();
  expect(await phone.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
  await context.close();
});
