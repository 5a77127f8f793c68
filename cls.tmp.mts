import { launchOptions } from "./scripts/lib/browser.mjs";
import { chromium } from "@playwright/test";
const browser = await chromium.launch(launchOptions);
for (const [w, thr] of [[1280, 0], [390, 0], [390, 1], [1280, 1]] as const) for (const a of ["http://wrenfield.localhost:4470/", "http://wrenfield.localhost:4470/classes", "http://wrenfield.localhost:4470/kiln-hire", "http://wrenfield.localhost:4470/shop", "http://wrenfield.localhost:4470/visit", "http://wrenfield.localhost:4470/journal", "http://oddlane.localhost:4470/", "http://oddlane.localhost:4470/prices", "http://oddlane.localhost:4470/visit"]) {
  const page = await browser.newPage({ viewport: { width: w, height: 800 } });
  if (thr) { const c = await page.context().newCDPSession(page); await c.send("Network.enable"); await c.send("Network.emulateNetworkConditions", { offline: false, latency: 150, downloadThroughput: 200e3, uploadThroughput: 90e3 }); }
  await page.addInitScript(() => { (window as any).shifts = []; new PerformanceObserver((l) => { for (const e of l.getEntries() as any) (window as any).shifts.push([e.value, Math.round(e.startTime), (e.sources || []).slice(0, 2).map((s: any) => s.node?.nodeName + "." + s.node?.className + " " + (s.node?.textContent || "").slice(0, 20))]); }).observe({ type: "layout-shift", buffered: true }); });
  await page.goto(a, { waitUntil: "load" }); await page.evaluate(() => document.fonts.ready);
  for (let i = 0; i < 6; i++) { await page.mouse.wheel(0, 500); await page.waitForTimeout(100); }
  const s = await page.evaluate(() => (window as any).shifts);
  const sum = s.reduce((x: number, y: any) => x + y[0], 0);
  console.log(w, thr ? "slow" : "fast", a.slice(7), sum.toFixed(4), JSON.stringify(s.sort((x: any, y: any) => y[0] - x[0]).slice(0, 2)).slice(0, 260));
  await page.close();
}
await browser.close();
