// Booking through the running process: a visitor's page calls the API, the letter's link works, the Desk has it all.
import { expect } from "@playwright/test";
import { expectAccessible, expectSome, signIn, siteAddress } from "./studio";
import { test } from "./test";

interface Booked {
  readonly state: string;
  readonly token: string;
  readonly title?: string;
}

test("a visitor books on the live site, and cancels by the link in the letter", async ({ page, browser }) => {
  const visitor = await browser.newPage({ locale: "en-IE" });
  await visitor.goto(siteAddress("wrenfield"));
  // What the page's own script will do: everything by the public API, under the site's policy.
  const booked = await visitor.evaluate(async (): Promise<Booked> => {
    const base = "/_w/v1/booking/calendar";
    const get = async (path: string) => (await fetch(`${base}/${path}`)).json();
    const post = async (path: string, body: unknown) =>
      (
        await fetch(`${base}/${path}`, {
          method: "POST",
          headers: { "content-type": "application/json", "idempotency-key": crypto.randomUUID() },
          body: JSON.stringify(body),
        })
      ).json();
    // Clock: the process and its browsers have the machine’s.
    const date = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
    const { days } = await get(`days?service=first-throw&from=${date(7)}&to=${date(40)}`);
    const open = days.find((day: { state: string }) => day.state === "free" || day.state === "few");
    const { times } = await get(`times?service=first-throw&date=${open.date}`);
    const { hold } = await post("holds", { service: "first-throw", start: times[0].start.instant });
    return post("bookings", {
      hold,
      client: { name: "Orla Quinn", email: "orla.books@post.example" },
      answers: { hands: "Left" },
      terms: true,
    });
  });
  expect(booked.state).toBe("confirmed");

  await signIn(page);
  await page.goto("/s/wrenfield/desk");
  await page.getByText("Outbox").click();
  await page
    .getByRole("button", { name: /Booked: First throw/ })
    // Order: the list is by time; the newest stands first.
    .first()
    .click();
  const link = await page.getByRole("link", { name: /\/page$/ }).getAttribute("href");
  await visitor.goto(link ?? "");
  await expect(visitor.getByRole("heading", { name: "Your booking" })).toBeVisible();
  await expectAccessible(visitor);
  // It is asked once: the first press changes nothing, and leads back.
  await visitor.getByRole("link", { name: "Cancel this booking" }).click();
  await expect(visitor.getByRole("heading", { name: "Cancel this booking?" })).toBeVisible();
  await visitor.getByRole("link", { name: "Go back" }).click();
  await visitor.getByRole("link", { name: "Cancel this booking" }).click();
  await visitor.getByRole("button", { name: "Cancel this booking" }).click();
  await expect(visitor.getByRole("heading", { name: "This booking is cancelled" })).toBeVisible();
  await page.reload();
  await page.getByText("Outbox").click();
  await expectSome(page.getByRole("button", { name: /Cancelled: First throw/ }));
  await visitor.close();
});

test("the Widgets list tells of the calendar and what is booked", { tag: "@long" }, async ({ page }) => {
  await signIn(page);
  await page.goto("/s/wrenfield/widgets");
  await expect(page.getByRole("heading", { name: "Wheel classes" })).toBeVisible();
  await expectSome(page.getByText(/^\d+ booked/));
  await expectAccessible(page);
});

test("on a phone the Desk's tab is in view, and nothing is wider than the window", { tag: "@long" }, async ({
  page,
}) => {
  await page.setViewportSize({ width: 360, height: 740 });
  await signIn(page);
  await page.goto("/s/wrenfield/desk");
  await expect(page.getByRole("link", { name: /^Desk/ })).toBeInViewport();
  expect(await page.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(360);
});
