// The runner's `test`, which besides tells what every screen held where one failed: on a machine one can't look into, the
// log is all there is.
import { test as base } from "@playwright/test";

/** So much of a screen is told. */
const mostTold = 4000;

export const test = base.extend<{ screens: undefined }>({
  screens: [
    async ({ browser }, use, info) => {
      await use(undefined);
      if (info.status === info.expectedStatus) return;
      for (const page of browser.contexts().flatMap((context) => context.pages())) {
        const held = await page
          .locator("body")
          .ariaSnapshot({ timeout: 2000 })
          .catch((error: Error) => error.message);
        console.log(`\nThe screen ${page.url()} held:\n${held.slice(0, mostTold)}\n`);
      }
    },
    { auto: true },
  ],
});
