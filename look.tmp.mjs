import { endProcess, playgroundNow, startPlayground, throwawayDatabase } from "./scripts/lib/playground.mjs";
import { build } from "./scripts/lib/setup.mjs";

build();
const { chromium } = await import("@playwright/test");
const port = 4470;
const database = await throwawayDatabase("shots", 4410);
const { child } = await startPlayground(database, port, { WEBITOR_NOW: playgroundNow });
const browser = await chromium.launch({
  executablePath: "/usr/bin/chromium",
  args: [
    "--no-sandbox",
    "--disable-gpu",
    "--disable-quic",
    "--no-first-run",
    "--disable-background-networking",
    "--disable-component-update",
    "--disable-sync",
  ],
});
const page = await browser.newPage({ viewport: { width: 1280, height: 800 }, reducedMotion: "reduce" });
const base = `http://localhost:${port}`;
const shot = async (name, on = page) => {
  await on.waitForTimeout(700);
  await on.screenshot({ path: `/tmp/${name}.png` });
};
const frame = (name) => page.frameLocator(`iframe[title^="${name},"]`);
try {
  await page.goto(`${base}/sign-in`);
  await page.getByRole("button", { name: "Sign in" }).click();
  await page.getByRole("heading", { name: "Sites" }).waitFor();
  const { default: x } = await import(process.argv[2]);
  await x({ page, frame, shot, base, browser, port, database });
} catch (e) {
  console.error(e);
  await page.screenshot({ path: "/tmp/failed.png" });
} finally {
  await browser.close();
  await endProcess(child);
  await database.end();
}
process.exit(0);
