// Two web processes on one database, as behind a load balancer: people, visitors and jobs at both, one killed under them.
import { type IncomingMessage, request as rawRequest } from "node:http";
import { type Browser, expect, type Page } from "@playwright/test";
import { deskPart, frame, openPage, port, saved, signIn } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });

const second = process.env.WEBITOR_SECOND_PORT ?? "4482";
const control = async (command: string) =>
  expect((await fetch(`http://127.0.0.1:${process.env.WEBITOR_CONTROL_PORT}/second/${command}`)).status).toBe(200);

let here: Page;
let there: Page;

/** Somebody whose browser reaches the second process. */
async function atSecond(browser: Browser, email: string): Promise<Page> {
  const context = await browser.newContext({ baseURL: `http://localhost:${second}` });
  const page = await context.newPage();
  await signIn(page, email);
  return page;
}

/** A call of a visitor of a site, by one of the processes. */
function visit(
  at: string,
  path: string,
  body?: object,
): Promise<{ readonly status: number; readonly text: string; readonly json: Record<string, never> }> {
  return new Promise((resolve, reject) => {
    const sent = rawRequest(
      {
        host: "127.0.0.1",
        port: Number(at),
        path,
        method: body ? "POST" : "GET",
        headers: {
          host: `wrenfield.localhost:${at}`,
          ...(body ? { "content-type": "application/json", "idempotency-key": crypto.randomUUID() } : {}),
        },
      },
      (response: IncomingMessage) => {
        let text = "";
        response.on("data", (part) => {
          text += part;
        });
        response.on("end", () => {
          const json = (response.headers["content-type"] ?? "").includes("json") ? JSON.parse(text) : {};
          resolve({ status: response.statusCode ?? 0, text, json });
        });
      },
    );
    sent.on("error", reject);
    sent.end(body && JSON.stringify(body));
  });
}

async function operation(page: Page, name: string, data: object) {
  const answer = await page.request.post(`/api/do/${name}`, { data });
  if (!answer.ok()) throw new Error(`${name}: ${await answer.text()}`);
  return answer.json();
}

test.beforeAll(async ({ browser }) => {
  await control("start");
  here = await (await browser.newContext()).newPage();
  await signIn(here);
  there = await atSecond(browser, "ines@marrowfield.example");
});
test.afterAll(async () => {
  await here.context().close();
  await there.context().close();
  await control("end");
});

test("words written at one process stand on the page that is open at the other, and so does who wrote them", {
  tag: "@long",
}, async () => {
  await openPage(here, "oddlane");
  await openPage(there, "oddlane");
  const mine = frame(here, "Wide").locator("h1");
  const theirs = frame(there, "Wide").locator("h1");
  const before = (await mine.textContent()) ?? "";
  await theirs.click();
  await expect(here.getByText("Also on this page")).toContainText("Ines");
  await there.keyboard.press("Control+End");
  await there.keyboard.type(" Daily");
  await expect(mine).toHaveText(`${before} Daily`);
  await mine.click();
  await here.keyboard.press("Control+End");
  await Promise.all([here.keyboard.type(", by hand"), there.keyboard.type("!")]);
  await saved(here);
  await saved(there);
  await expect.poll(async () => (await mine.textContent()) === (await theirs.textContent())).toBe(true);
  // Both write at one spot: every letter is there in its own order, wherever the other's came between.
  await expect(mine).toContainText("!");
  await expect.poll(async () => ((await mine.textContent()) ?? "").replace("!", "")).toContain(", by hand");
});

test("the number of changes that wait is the same in both, without anybody asking", { tag: "@long" }, async () => {
  const publish = (page: Page) => page.getByRole("banner").getByRole("link", { name: /^Publish \d+ change/ });
  await expect(publish(here)).toBeVisible();
  const words = (await publish(here).textContent()) ?? "";
  await expect(publish(there)).toHaveText(words);
  await there.goto("/s/oddlane/publish");
  await there
    .getByRole("main")
    .getByRole("button", { name: /^Publish/ })
    .click();
  // Whichever process takes the job, both screens hear of its end.
  await expect(there.getByText("Published.")).toBeVisible();
  // The tab, and the button, which says no number any more.
  await expect(here.getByRole("banner").getByRole("link", { name: "Publish", exact: true })).toHaveCount(2);
});

test("both serve the new release as soon as it is live, though each keeps pages in its memory", {
  tag: "@long",
}, async () => {
  await visit(port, "/");
  await visit(second, "/");
  const frame = await operation(here, "sites.frame", { site: "wrenfield" });
  // And back again: the name belongs to other tests.
  for (const name of ["The Wrenfield Kiln", frame.name]) {
    await operation(here, "sites.settings", { site: "wrenfield", name, settings: frame.settings });
    const { job } = await operation(here, "publish.start", { site: "wrenfield", leaveOut: [] });
    for (const at of [port, second])
      await expect.poll(async () => (await visit(at, "/")).text.includes(`<title>${name}`)).toBe(true);
    expect((await operation(here, "jobs.read", { site: "wrenfield", job })).state).toBe("done");
  }
});

test("a visitor's signup at one process is counted on the Desk's tab at the other", { tag: "@long" }, async ({
  browser,
}) => {
  await openPage(there, "wrenfield");
  const desk = there.getByRole("banner").getByRole("link", { name: /^Desk/ });
  // What waits there already is counted, too.
  const counted = async () => Number(((await desk.textContent()) ?? "").replace(/\D/g, ""));
  await expect(desk).toHaveText(/^Desk\d+$/);
  const before = await counted();
  const { status } = await visit(port, "/_w/v1/signups", {
    widget: "letters",
    fields: { email: "two.processes@post.example", name: "Ada" },
    page: "/",
    language: "en",
    website: "",
    elapsedMs: 5000,
  });
  expect(status).toBeLessThan(300);
  await expect.poll(counted).toBe(before + 1);
  await desk.click();
  await deskPart(there, "Signups");
  await expect(there.getByText("two.processes@post.example")).toBeVisible();
  await expect.poll(counted).toBe(before);
  expect(browser.isConnected()).toBe(true);
});

test("twenty visitors at both processes want one start: one has it", { tag: "@long" }, async () => {
  const base = "/_w/v1/booking/calendar";
  // Clock: the process and its browsers have the machine’s.
  const date = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);
  const { days } = (await visit(port, `${base}/days?service=first-throw&from=${date(3)}&to=${date(60)}`))
    .json as unknown as { days: { date: string; state: string }[] };
  const open = days.find((day) => day.state === "free")?.date;
  const { times } = (await visit(second, `${base}/times?service=first-throw&date=${open}`)).json as unknown as {
    times: { start: { instant: string }; resources?: readonly string[] }[];
  };
  const start = times[0]?.start.instant;
  const answers = await Promise.all(
    Array.from({ length: 20 }, (_, nth) =>
      visit(nth % 2 ? port : second, `${base}/holds`, { service: "first-throw", start }),
    ),
  );
  const statuses = answers.map(({ status }) => status);
  // As many as there are tutors free at that moment, and never one time twice.
  const held = statuses.filter((status) => status === 201).length;
  expect(held).toBeGreaterThanOrEqual(1);
  expect(statuses.filter((status) => status !== 201).every((status) => status === 409)).toBe(true);
  const after = (await visit(second, `${base}/times?service=first-throw&date=${open}`)).json as unknown as {
    times: { start: { instant: string } }[];
  };
  expect(after.times.map((time) => time.start.instant)).not.toContain(start);
});

test("a process is killed: what was typed at it waits, the job it ran is done by the other, and its people come back", {
  tag: "@long",
}, async () => {
  await openPage(there, "oddlane");
  await openPage(here, "oddlane");
  const theirs = frame(there, "Wide").locator("h1");
  const mine = frame(here, "Wide").locator("h1");
  const site = await operation(there, "sites.frame", { site: "oddlane" });
  await operation(there, "brand.save", {
    site: "oddlane",
    revision: site.revision,
    brand: { ...site.brand, space: 1.05 },
  });
  const { job } = await operation(there, "publish.start", { site: "oddlane", leaveOut: [] });
  await control("kill");
  await theirs.click();
  await there.keyboard.press("Control+End");
  await there.keyboard.type(" Still here");
  await expect(there.getByRole("banner")).toContainText("No connection");
  await expect.poll(async () => (await operation(here, "jobs.read", { site: "oddlane", job })).state).toBe("done");
  await mine.click();
  await here.keyboard.press("Control+End");
  await here.keyboard.type(" Meanwhile");
  await saved(here);
  await expect(here.getByText("Also on this page")).toBeHidden();
  await control("start");
  for (const one of [mine, theirs]) {
    await expect(one).toContainText("Still here");
    await expect(one).toContainText("Meanwhile");
  }
  await saved(there);
  await expect(here.getByText("Also on this page")).toContainText("Ines");
});
