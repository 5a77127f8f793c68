// How sites are paid in these tests: an account at the payment stand-in, a way that is set up with its keys, and cards.
import { type Browser, expect, type Page } from "@playwright/test";
import { expectAccessible, operator, port } from "./studio";

export const payHost = `http://pay.localhost:${port}`;

export interface AccountKeys {
  readonly test: { readonly secret: string; readonly hook: string };
  readonly live: { readonly secret: string; readonly hook: string };
}

/** Opens an account as an owner would, from where the studio leads, and reads its keys, which are shown once. */
export async function openAccount(studio: Page, browser: Browser, site: string, name: string): Promise<AccountKeys> {
  const { account } = await operator(() => studio, site).call<{ account: string }>("payments.list", {});
  const page = await browser.newPage();
  await page.goto(account);
  await page.getByLabel("Name of the shop").fill(name);
  await page.getByRole("button", { name: "Open an account" }).click();
  const key = async (called: string) =>
    (await page.getByRole("row", { name: called }).locator("code").textContent()) ?? "";
  const of = async (mode: "Test" | "Live") => ({
    secret: await key(`${mode}: secret key`),
    hook: await key(`${mode}: key of events`),
  });
  const keys = { test: await of("Test"), live: await of("Live") };
  await page.close();
  return keys;
}

/** Sets up cards in test mode, tried and switched on, by the studio's own operations. */
export async function takeCards(page: Page, browser: Browser, site: string): Promise<void> {
  const { call } = operator(() => page, site);
  const { test } = await openAccount(page, browser, site, site);
  const settings = { words: "", owner: "", iban: "", bic: "", days: 14, most: null };
  const kind = "card";
  const { revision } = await call<{ revision: number }>("payments.keep", { kind, revision: 0, settings });
  await call("payments.keys", { kind, revision, mode: "test", ...test });
  const { payment } = await call<{ payment: string }>("payments.try", { kind, does: "pays" });
  await expect
    .poll(async () => (await call<{ passed: boolean }>("payments.trial", { payment, ask: false })).passed)
    .toBe(true);
  await call("payments.switch", { kind, revision: revision + 1, on: true });
}

/** Pays on the page that stands there, in the frame of the payment service, by a card that does that. */
export async function payByCard(page: Page, does: string): Promise<void> {
  const card = page.frameLocator("iframe.p-frame");
  // Without script a summary opens all the same.
  await card.getByText("Cards for trying it").click();
  const row = card.getByRole("row").filter({ has: card.getByRole("cell", { name: does, exact: true }) });
  const number = (await row.locator("code").textContent()) ?? "";
  await card.getByLabel("Card number").fill(number);
  await card.getByLabel("Valid until").fill("08/29");
  await card.getByLabel("Security code").fill("123");
  await card.getByRole("button", { name: /^Pay/ }).click();
}

/** A visitor without script at 320 px, and somebody who looks at what they see: axe is a script itself. */
export async function plainVisitor(browser: Browser) {
  const viewport = { width: 320, height: 720 };
  const visitor = await (await browser.newContext({ javaScriptEnabled: false, viewport })).newPage();
  const looker = await (await browser.newContext({ viewport })).newPage();
  return {
    visitor,
    looker,
    /** No finding by axe where the visitor is, and nothing that stands out of the width. */
    visitorCan: async (address = visitor.url()) => {
      await looker.context().addCookies(await visitor.context().cookies());
      await looker.goto(address);
      await expectAccessible(looker);
      expect(await looker.evaluate(() => document.documentElement.scrollWidth)).toBeLessThanOrEqual(320);
    },
    leave: async () => {
      await visitor.context().close();
      await looker.context().close();
    },
  };
}
export type PlainVisitor = Awaited<ReturnType<typeof plainVisitor>>;
