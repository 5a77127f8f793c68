// How long a page takes to be measured at its six widths, and how far anything of the demo's released pages shifts.
import { readFileSync } from "node:fs";
import type { Browser } from "@playwright/test";
import { surfaceRoles, surfaces } from "@/core/brand/brand";
import { sourceLocale } from "@/core/locale/site-locale";
import { documentHtml } from "@/core/render/document";
import { createRenderer } from "@/core/render/render";
import { metaOf } from "@/core/site/site";
import { frameOf } from "@/data/site/queries";
import { median, paced } from "./pace";
import { largeSite } from "./sample";

/** Median time of one page of eight sections of the shelf, in ms; its findings are the same each time. */
export async function checkMsPerPage(browser: Browser): Promise<number> {
  const site = largeSite("bench-check", 2);
  const frame = frameOf(site);
  const renderer = createRenderer(frame, {
    locale: sourceLocale(site),
    marks: true,
    linkBase: "",
    origin: null,
    mediaUrl: () => "",
    documentUrl: () => "",
    fontUrl: () => "",
    standIn: (label) => `http://${label}.example`,
  });
  const kept = site.pages[1];
  if (!kept) throw new Error("The bench's site has no second page.");
  const rendered = renderer.render(metaOf(kept), kept.body);
  const given = {
    html: documentHtml({ language: "en", head: "", html: rendered.html, css: { text: rendered.css }, widgets: null }),
    roots: { main: kept.body, header: site.header, footer: site.footer },
    surfaces: surfaces.map((name) => ({
      name,
      ground: site.brand.colours[surfaceRoles[name].ground],
      words: site.brand.colours[surfaceRoles[name].words],
    })),
  };
  const page = await browser.newPage();
  await page.goto("about:blank");
  await page.addScriptTag({ content: readFileSync(".webitor/build/check.js", "utf8") });
  const three = () =>
    page.evaluate(async (input) => {
      const { measure } = window as unknown as { measure(of: unknown): Promise<unknown> };
      const taken: number[] = [];
      for (let count = 0; count < 3; count++) {
        const begin = performance.now();
        await measure(input);
        taken.push(performance.now() - begin);
      }
      return taken;
    }, given);
  await three();
  const ms = await paced(3, async () => median(await three()));
  await page.close();
  return ms;
}

/** The largest sum of layout shifts (Layout Instability API) of some released pages, wide and on a phone, scrolled to their end. */
export async function clsMax(browser: Browser, addresses: readonly string[]): Promise<number> {
  let most = 0;
  for (const width of [1280, 390]) {
    const page = await browser.newPage({ viewport: { width, height: 800 } });
    for (const address of addresses) {
      await page.goto(address);
      await page.evaluate(() => {
        const shifts = { sum: 0 };
        Object.assign(window, { shifts });
        new PerformanceObserver((list) => {
          for (const entry of list.getEntries()) shifts.sum += (entry as unknown as { value: number }).value;
        }).observe({ type: "layout-shift", buffered: true });
      });
      for (let step = 0; step < 8; step++) {
        await page.mouse.wheel(0, 500);
        await page.waitForTimeout(120);
      }
      most = Math.max(most, await page.evaluate(() => (window as unknown as { shifts: { sum: number } }).shifts.sum));
    }
    await page.close();
  }
  return most;
}
