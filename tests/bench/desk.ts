// What a browser takes to draw booking: a week with 500 bookings on the Desk, and a visitor's first month.
import { createServer } from "node:http";
import type { AddressInfo } from "node:net";
import type { Browser, Page } from "@playwright/test";
import { ZoneClock } from "@/core/time/zone-clock";
import { aResource, aService, aSetUp } from "../../src/core/booking/sample.test-kit";
import { median, paced } from "./pace";

const key = "bench-booking";
const clock = ZoneClock.of("Europe/Dublin");
const tutors = Array.from({ length: 12 }, (_, nth) => `tutor${nth + 1}`);
const weekdays = [1, 2, 3, 4, 5, 6, 7];

export interface DeskFigures {
  readonly weekMs: number;
  readonly firstMonthMs: number;
  /** The month beside a bare call for its days, in the same browser. */
  readonly monthVsBare: number;
}

/** Both figures, on a site of their own that `page` (signed in) makes; medians of three. */
export async function deskFigures(browser: Browser, page: Page, port: number): Promise<DeskFigures> {
  const call = async (name: string, data: object): Promise<Record<string, unknown>> => {
    const answer = await page.request.post(`http://localhost:${port}/api/do/${name}`, { data });
    if (!answer.ok()) throw new Error(`${name}: ${await answer.text()}`);
    return (await answer.json()) as Record<string, unknown>;
  };
  const settings = {
    language: "en-IE",
    zone: "Europe/Dublin",
    currency: "EUR",
    description: "",
    mailFrom: "a@b.example",
  };
  await call("sites.create", { key, name: "Bench", starter: "workshop", settings });
  const other = createServer((_request, response) => {
    response.writeHead(200, { "content-type": "text/html" });
    response.end(lines);
  });
  await new Promise<void>((resolve) => other.listen(0, "127.0.0.1", resolve));
  const origin = `http://127.0.0.1:${(other.address() as AddressInfo).port}`;
  const week = [{ weekdays, from: "08:00", to: "20:00", validFrom: null, validTo: null }];
  const lesson = aService("lesson", { durationMinutes: 60, needs: [{ name: "tutor", oneOf: tutors }] });
  const setUp = aSetUp(
    [lesson],
    tutors.map((id) => aResource(id, { week })),
    { allowedSites: [origin] },
  );
  await call("booking.replaceSetUp", { site: key, setUp });
  const { id: widget } = await call("widgets.add", { site: key, kind: "booking", name: "Lessons" });
  const lines = `<!DOCTYPE html><div data-booking="${widget}"></div><script src="http://${key}.localhost:${port}/_w/v1/booking/elsewhere.js" async></script>`;
  await call("publish.start", { site: key });
  const monday = clock.dayOf(Date.now()) + 7 - ((clock.dayOf(Date.now()) + 3) % 7);
  const book = async (nth: number) => {
    const start = clock.instantAt(monday + (nth % 7), (8 + (Math.floor(nth / 7) % 12)) * 60);
    await call("booking.byHand", {
      site: key,
      service: "lesson",
      resource: tutors[Math.floor(nth / 84)],
      start: new Date(start).toISOString(),
      seats: 1,
      waived: ["booking.tooSoon"],
      client: { name: `Client ${nth}`, email: "", phone: "", language: "en" },
      answers: {},
      key: `bench-desk-${nth}`,
    });
  };
  for (let nth = 0; nth < 500; nth += 5) await Promise.all([0, 1, 2, 3, 4].map((more) => book(nth + more)));
  const weekMs = await paced(3, async () => {
    await page.goto(`http://localhost:${port}/s/${key}/desk`);
    await page.getByText("Bookings", { exact: true }).click();
    await page.getByText("Month", { exact: true }).click();
    // Next week may be of another month.
    await page.locator(".rbc-month-view").waitFor();
    await page.getByText("Day", { exact: true }).click();
    const days = monday - clock.dayOf(Date.now());
    for (let day = 0; day < days; day++) await page.getByRole("button", { name: "Later", exact: true }).click();
    await page.locator(".rbc-time-view .rbc-event").first().waitFor();
    const begin = performance.now();
    await page.getByText("Week", { exact: true }).click();
    await page.waitForFunction(() => document.querySelectorAll(".rbc-time-view .rbc-event").length >= 500);
    return performance.now() - begin;
  });
  const ratios: number[] = [];
  const firstMonthMs = await paced(3, async () => {
    const context = await browser.newContext();
    const visitor = await context.newPage();
    const asked = visitor.waitForRequest(/\/days\?/);
    asked.catch(() => {});
    const begin = performance.now();
    await visitor.goto(origin, { waitUntil: "commit" });
    // Twelve tutors are a choice: whoever comes for a time says that any of them will do.
    await visitor.getByText("Anybody").click();
    await visitor.locator("site-booking .day.free").first().waitFor();
    const ms = performance.now() - begin;
    const address = (await asked).url();
    const bareMs = await visitor.evaluate(async (url) => {
      const since = performance.now();
      await (await fetch(url, { cache: "no-store" })).json();
      return performance.now() - since;
    }, address);
    ratios.push(ms / bareMs);
    await context.close();
    return ms;
  });
  other.close();
  return { weekMs, firstMonthMs, monthVsBare: median(ratios) };
}
