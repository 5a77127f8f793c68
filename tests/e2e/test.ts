// The runner's `test`, which besides tells what every screen held where one failed: on a machine one can't look into, the
// log is all there is.
import { type BrowserContext, test as base, type TestInfo } from "@playwright/test";

/** So much of a screen is told. */
const mostTold = 4000;

async function tellScreens(contexts: readonly BrowserContext[], info: TestInfo): Promise<void> {
  if (info.status === info.expectedStatus) return;
  for (const page of contexts.flatMap((context) => context.pages())) {
    const held = await page
      .locator("body")
      .ariaSnapshot({ timeout: 2000 })
      .catch((error: Error) => error.message);
    console.log(`\nThe screen ${page.url()} held:\n${held.slice(0, mostTold)}\n`);
  }
}

export const test = base.extend<{ others: undefined }>({
  // The test's own context, before it is closed.
  context: async ({ context }, use, info) => {
    await use(context);
    await tellScreens([context], info);
  },
  // And those that it opened besides.
  others: [
    async ({ browser }, use, info) => {
      await use(undefined);
      await tellScreens(browser.contexts(), info);
    },
    { auto: true },
  ],
});
