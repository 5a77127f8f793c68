// What the end-to-end tests share: signing in, the stage's frames, checks of accessibility.
import { createHash } from "node:crypto";
import { existsSync, mkdirSync, readFileSync, writeFileSync } from "node:fs";
import { createRequire } from "node:module";
import { join } from "node:path";
import { expect, type FrameLocator, type Locator, type Page, type Route } from "@playwright/test";
import { isLongRun } from "../extent";
import { phoneBeside } from "../phone-beside";

export const port = process.env.WEBITOR_PORT ?? "4480";
export const siteAddress = (key: string, path = "/") => `http://${key}.localhost:${port}${path}`;

/** For so long after its password was shown a session is used as it is; sensitive commands ask after twice that. */
const shownForMs = 5 * 60_000;

/**
 * Signs in by the form the first time in a run, and by the session of that time later, with its password shown anew. No screen
 * is opened by it.
 */
export async function signIn(page: Page, email = "rowan@marrowfield.example"): Promise<void> {
  await page.context().addInitScript(phoneBeside);
  const kept = `.webitor/e2e-${port}-${email}.json`;
  if (existsSync(kept)) {
    const { shownAt, cookies } = JSON.parse(readFileSync(kept, "utf8"));
    await page.context().addCookies(cookies);
    // Clock: the server asks for a password again by real time.
    if (Date.now() - shownAt < shownForMs) return;
    const answer = await page.request.post("/api/do/account.confirm", { data: { password: "clay-and-chains" } });
    expect(answer.ok(), await answer.text()).toBe(true);
  } else {
    await page.goto("/sign-in");
    await page.getByLabel("E-mail").fill(email);
    await page.getByRole("button", { name: "Sign in" }).click();
    await expect(page.getByRole("heading", { name: "Sites" })).toBeVisible();
  }
  // Clock: by real time, as the server does.
  writeFileSync(kept, JSON.stringify({ shownAt: Date.now(), cookies: await page.context().cookies() }));
}

/** The list of sites, where one comes after signing in. */
export async function openSites(page: Page): Promise<void> {
  await page.goto("/");
  await expect(page.getByRole("heading", { name: "Sites" })).toBeVisible();
}

/** Shows the password again where it is asked for: it is, when the session is older than some minutes. */
export async function answerPassword(page: Page, password = "clay-and-chains"): Promise<void> {
  const asked = page.getByRole("dialog", { name: "Your password again" });
  const settled = page.getByRole("alert").or(page.getByText("Saved"));
  await expectSome(asked.or(settled));
  if (!(await asked.isVisible())) return;
  await asked.getByLabel("Password").fill(password);
  await asked.getByRole("button", { name: "Go on" }).click();
}

/** Operations of the studio on a site, in the name of whoever `page` is signed in as. */
export function operator(page: () => Page, site: string) {
  const call = async <T>(name: string, input: object): Promise<T> => {
    const answer = await page().request.post(`/api/do/${name}`, { data: { site, ...input } });
    expect(answer.ok(), await answer.text()).toBe(true);
    return (await answer.json()) as T;
  };
  const change = async (widget: KeptWidget, more: object) => {
    const { id, name, revision, settings } = widget;
    await call("widgets.save", { widget: id, name, revision, settings: { ...settings, ...more } });
  };
  return {
    call,
    change,
    /** Publishes what is saved, and waits until it is live. */
    publish: async () => {
      const { job } = await call<{ job: string }>("publish.start", {});
      await expect.poll(async () => (await call<{ state: string }>("jobs.read", { job })).state).toBe("done");
    },
    /** A copy of the demo's workshop over which no letter opens by itself. */
    copyWorkshop: async (name: string) => {
      await copyWorkshop(page(), site, name);
      const { widgets } = await call<{ widgets: KeptWidget[] }>("sites.frame", {});
      for (const widget of widgets.filter(({ kind }) => kind === "popup")) await change(widget, { triggers: [] });
    },
    /** A page with one section that holds these blocks; answers its id. */
    pageWith: async (page: { title: string; slug: string }, section: object) => {
      const { id } = await call<{ id: string }>("pages.add", page);
      const { documents } = await call<{ documents: { id: string; revision: number; body: { id: string } }[] }>(
        "pages.open",
        { page: id },
      );
      const found = documents.find((one) => one.id === id);
      const edits = [{ type: "insert", parent: found?.body.id, index: 0, node: section }];
      await call("pages.edit", { document: id, batch: `${page.slug}-1`, base: found?.revision ?? 0, edits });
      return id;
    },
  };
}

/** A site of one's own: a copy of the demo's workshop, made from one that no test changes. */
export async function copyWorkshop(page: Page, key: string, name: string): Promise<void> {
  const made = await page.request.post("/api/do/sites.copy", { data: { site: "wrenfield-kept", key, name } });
  expect(made.ok(), await made.text()).toBe(true);
}

export interface KeptWidget {
  readonly id: string;
  readonly kind: string;
  readonly name: string;
  readonly revision: number;
  readonly settings: object;
}

/** That what may be said in several places is seen in one of them. */
export const expectSome = (found: Locator) => expect(found.filter({ visible: true })).not.toHaveCount(0);

/** A section of the page in the running order, from 0; from the end where it is negative. */
export const entryAt = (page: Page, nth: number): Locator =>
  // Order: of the page, from top to bottom.
  page.locator("[data-section]").nth(nth);

/** A section of a page, from 0; from the end where it is negative. */
export const sectionAt = (page: Page | FrameLocator, nth: number): Locator =>
  // Order: of the page, from top to bottom.
  page.locator("main > section").nth(nth);

/** One of the same blocks of a page, from 0; from the end where it is negative. */
export const onPage = (blocks: Locator, nth: number): Locator =>
  // Order: of the page, from top to bottom.
  blocks.nth(nth);

/** A day with free times, from 0. */
export const freeDay = (calendar: Locator, nth: number): Locator =>
  // Order: days stand by their date.
  calendar.locator(".day.free").nth(nth);

/** A time of the chosen day, from 0. */
export const slotAt = (calendar: Locator, nth: number): Locator =>
  // Order: times stand by the clock.
  calendar.locator(".slot").nth(nth);

/** The wide or the phone frame of the stage. */
export const frame = (page: Page, name: "Wide" | "Phone"): FrameLocator =>
  page.frameLocator(`iframe[title^="${name},"]`);

export async function openPage(page: Page, site: string, path = "pages"): Promise<void> {
  await page.goto(`/s/${site}/${path}`);
  await expectSome(frame(page, "Wide").locator("main > section"));
}

/** Puts the shelf away, which stays open until then. */
export async function closeShelf(page: Page) {
  await page.getByRole("button", { name: "Close the shelf" }).click();
  await expect(page.getByRole("region", { name: "Shelf" })).toBeHidden();
}

/** Chooses a picture of the site in the window that opens from a place on the screen: the newest of that name. */
export async function choosePicture(page: Page, at: Page | Locator, name: string) {
  await at.getByRole("button", { name: /^(Choose a|Another) picture…$/ }).click();
  // Order: pictures stand by time, the newest first.
  await page.getByRole("dialog", { name: "Choose a picture" }).getByRole("radio", { name }).first().click();
}

/** Makes a widget and stands in its workspace. */
export async function makeWidget(page: Page, site: string, kind: string, called: string) {
  await page.goto(`/s/${site}/widgets`);
  await page.getByRole("button", { name: "New widget" }).click();
  const dialog = page.getByRole("dialog", { name: "New widget" });
  await dialog.getByText(kind, { exact: true }).click();
  await dialog.getByLabel("Name").fill(called);
  await dialog.getByRole("button", { name: `Make the ${kind.toLowerCase()}` }).click();
  await expect(page.getByLabel("Name of the widget")).toHaveValue(called);
}

/** One step back, once the server has it: what was saved before still says so for a moment. */
export async function undo(page: Page) {
  const kept = page.waitForResponse((response) => response.url().endsWith("/api/do/pages.edit"));
  await page.keyboard.press("Control+Z");
  await kept;
  await saved(page);
}

/** Holds the next call of an operation back until it is let go: what is pressed meanwhile comes before its answer. */
export async function heldBack(page: Page, operation: string): Promise<() => void> {
  let letGo = () => {};
  const pressed = new Promise<void>((resolve) => {
    letGo = resolve;
  });
  const answer = async (route: Route) => {
    await pressed;
    await route.continue();
  };
  await page.route(`**/api/do/${operation}`, answer, { times: 1 });
  return letGo;
}

export const saved = (page: Page) => expect(page.getByRole("banner").getByText("Saved", { exact: true })).toBeVisible();

const axeSource = readFileSync(createRequire(`${process.cwd()}/package.json`).resolve("axe-core/axe.min.js"), "utf8");

interface AxeResult {
  readonly violations: readonly {
    readonly id: string;
    readonly impact: string;
    readonly nodes: readonly { readonly html: string; readonly failureSummary: string }[];
  }[];
}

/** Screen states that were looked at in this run, by either worker; emptied before a run by scripts/e2e.mjs. */
const seenStates = ".webitor/e2e-states";

/**
 * Whether a screen's state is new in this run. Its key is its address but for names of sites and ids, its width, what is open
 * over it, which step or tab it is at, and whether something is refused; in the long run also which kinds of elements it
 * shows: their tags, styles and roles.
 */
async function isNewState(page: Page): Promise<boolean> {
  const state = await page.evaluate((whole) => {
    const named = (selector: string) =>
      [...document.querySelectorAll(selector)].map(
        (one) => `${selector} ${one.getAttribute("aria-label") ?? one.textContent?.trim().slice(0, 60)}`,
      );
    const kinds = new Set<string>();
    if (whole)
      for (const element of document.querySelectorAll("*")) {
        const told = [...element.attributes]
          .filter(({ name }) => /^(aria-|role|disabled|type|alt|lang)/.test(name))
          .map(({ name, value }) => `${name}=${/id|label|controls|by|alt/.test(name) ? !!value : value}`);
        kinds.add(`${element.localName} ${element.getAttribute("class")} ${told.sort()}`);
      }
    const open = ["dialog[open]", "[role=dialog]", "[role=alert]", "[aria-current]", "[aria-selected=true]", "h1"];
    return [location.host, location.pathname, innerWidth, ...open.flatMap(named), ...[...kinds].sort()].join("\n");
  }, isLongRun);
  // Paths of the studio hold names and ids; a released page is its own.
  const key = createHash("sha256").update(state.replace(/^[^\n]*\n\/s\/[^/\n]+(\/[a-z-]+)?[^\n]*/, "$1"));
  mkdirSync(seenStates, { recursive: true });
  try {
    writeFileSync(join(seenStates, key.digest("hex")), "", { flag: "wx" });
    return true;
  } catch {
    return false;
  }
}

/** No serious finding by axe for WCAG 2.2 AA on the page as it stands; each state of a screen is looked at once a run. */
export async function expectAccessible(page: Page): Promise<void> {
  // A screen that has just been gone to gets its title a moment after its content.
  await expect(page).toHaveTitle(/\S/);
  // A button that was busy a moment ago is still on its way back to its full colour.
  await page.waitForFunction(() => document.getAnimations().every((one) => !(one instanceof CSSTransition)));
  if (!(await isNewState(page))) return;
  // Evaluated by the test's own protocol, which the page's policy does not concern.
  await page.evaluate(axeSource);
  const violations = await page.evaluate(async () => {
    const { axe } = window as unknown as { axe: { run(context: unknown, options: object): Promise<AxeResult> } };
    const result = await axe.run(document, {
      iframes: false,
      runOnly: ["wcag2a", "wcag2aa", "wcag21a", "wcag21aa", "wcag22aa"],
      // Of what is fine nothing is told, and style sheets are asked by no rule of these.
      resultTypes: ["violations"],
      preload: { assets: ["media"] },
    });
    return result.violations;
  });
  const serious = violations.filter((one) => one.impact === "serious" || one.impact === "critical");
  expect(
    serious.map(
      (one) => `${one.id}: ${one.nodes.map((node) => `${node.html.slice(0, 160)} ${node.failureSummary}`).join(" | ")}`,
    ),
  ).toEqual([]);
}

/** Opens a part of the Desk by its tab: what it holds may say the same word. */
export const deskPart = (page: Page, name: string): Promise<void> =>
  page.getByRole("radiogroup", { name: "Part of the Desk" }).getByText(name, { exact: true }).click();
