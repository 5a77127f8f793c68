// Every ready-made section in five brands at three widths: nothing wider than the page, nothing too faint to read.
import { createHash } from "node:crypto";
import { existsSync } from "node:fs";
import { expect, type Page } from "@playwright/test";
import type { SiteFrame } from "@/core/site/site";
import { type Brand, families } from "../../src/core/brand/brand";
import { benchBrand, clayBrand, plainBrand } from "../../src/core/brand/presets";
import { brandSchema } from "../../src/core/brand/schema";
import { sourceLocale } from "../../src/core/locale/site-locale";
import { builder } from "../../src/core/page/build";
import type { PageNode } from "../../src/core/page/node";
import { shelf } from "../../src/core/page/shelf";
import { renderPage } from "../../src/core/render/render";
import { factsOf } from "../../src/core/site/facts";
import { test } from "./test";

const nightBrand: Brand = {
  ...plainBrand,
  colours: {
    paper: "#14161a",
    soft: "#20242b",
    ink: "#f3efe6",
    quiet: "#b9b4a8",
    accent: "#ffb454",
    onAccent: "#1a1206",
    line: "#3a404a",
  },
  type: { headings: "outfit", text: "figtree", headingWeight: 500, scale: 1.2, basePx: 17 },
  shape: { radiusPx: 0, buttonRadiusPx: 0 },
};
const loudBrand: Brand = {
  ...plainBrand,
  colours: {
    paper: "#fff8f0",
    soft: "#ffe1d6",
    ink: "#2b0a3d",
    quiet: "#5b3a6b",
    accent: "#b3124a",
    onAccent: "#ffffff",
    line: "#e6bfae",
  },
  type: { headings: "bricolage", text: "karla", headingWeight: 800, scale: 1.42, basePx: 18 },
  shape: { radiusPx: 28, buttonRadiusPx: 40 },
  space: 1.4,
};
const brands = { plainBrand, clayBrand, benchBrand, nightBrand, loudBrand };
const widths = [1280, 768, 360];

const hash = createHash("sha256").update("shelf").digest("hex");
const picture =
  '<svg xmlns="http://www.w3.org/2000/svg" width="1600" height="1200"><rect width="1600" height="1200" fill="#8aa"/></svg>';

/** The sections as somebody would place them, with a picture wherever one belongs. */
function pageOfAll(site: SiteFrame): PageNode {
  let made = 0;
  const newId = () => `n${++made}`;
  const sections = shelf.map((entry) => entry.make(newId, factsOf(site.settings)));
  return JSON.parse(JSON.stringify(builder(newId).page(...sections)).replaceAll('"media":null', `"media":"${hash}"`));
}

const siteOf = (brand: Brand): SiteFrame => ({
  key: "shelf",
  name: "A workshop with rather a long name",
  settings: {
    language: "en-IE",
    zone: "Europe/Dublin",
    currency: "EUR",
    description: "",
    mailFrom: "hello@shelf.example",
    address: "12 Lower Quay\nWrenfield",
    phone: "+353 1 555 0100",
    hours: [[], ...Array.from({ length: 5 }, () => [{ from: "10:00", to: "18:00" }]), []],
    place: { latitude: 53.34, longitude: -6.26 },
  },
  brand,
  header: builder(() => "h").page(),
  footer: builder(() => "f").page(),
  pages: [{ id: "home", title: "Home", slug: "", description: "", inNavigation: true }],
  widgets: [],
  media: [{ hash, name: "picture.png", type: "image/png", widthPx: 1600, heightPx: 1200 }],
});

const host = "http://shelf.example";

async function show(page: Page, brand: Brand) {
  const site = siteOf(brand);
  const [home] = site.pages;
  if (!home) throw new Error("no page");
  const { html, css } = renderPage(site, home, pageOfAll(site), {
    locale: sourceLocale(site),
    linkBase: "",
    origin: null,
    mediaUrl: () => `${host}/picture.svg`,
    documentUrl: () => `${host}/file`,
    fontUrl: (file) => `${host}/fonts/${file}`,
    standIn: (label) => `http://${label}.example`,
  });
  await page.route(`${host}/**`, (route) => {
    const path = new URL(route.request().url()).pathname;
    const file = path.split("/").at(-1) ?? "";
    const family = Object.values(families).find(({ packageName }) => file.startsWith(`${packageName}-`));
    const font = family && `node_modules/@fontsource-variable/${family.packageName}/files/${file}`;
    if (font && existsSync(font)) return route.fulfill({ path: font, contentType: "font/woff2" });
    if (path.endsWith(".svg")) return route.fulfill({ body: picture, contentType: "image/svg+xml" });
    return route.fulfill({
      body: `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width"><style>${css}</style></head><body>${html}</body></html>`,
      contentType: "text/html",
    });
  });
  await page.goto(`${host}/`);
  await page.evaluate(() => document.fonts.ready);
}

/** What is wider than the window, and words that stand out too little: each with the section it stands in. */
const troubles = (page: Page) =>
  page.evaluate(() => {
    const found: string[] = [];
    const sectionOf = (element: Element) =>
      element.closest("section")?.querySelector("h1,h2,h3")?.textContent ??
      element.closest("section")?.textContent ??
      "";
    const say = (what: string, element: Element) => {
      const text = `${what}: ${(element.textContent ?? "").trim().slice(0, 40)} (${sectionOf(element).slice(0, 40)})`;
      if (!found.includes(text)) found.push(text);
    };
    const scrolls = (element: Element | null): boolean =>
      element !== null &&
      (["auto", "scroll", "hidden", "clip"].includes(getComputedStyle(element).overflowX) ||
        scrolls(element.parentElement));
    for (const element of document.querySelectorAll("main *"))
      if (element.getBoundingClientRect().right > innerWidth + 1 && !scrolls(element.parentElement))
        say("wider than the page", element);
    if (document.documentElement.scrollWidth > innerWidth) found.push("the page scrolls sideways");
    const canvas = document.createElement("canvas").getContext("2d", { willReadFrequently: true });
    if (!canvas) return ["no canvas"];
    const read = (colour: string): [number, number, number, number] => {
      canvas.clearRect(0, 0, 1, 1);
      canvas.fillStyle = colour;
      canvas.fillRect(0, 0, 1, 1);
      const [red = 0, green = 0, blue = 0, alpha = 0] = canvas.getImageData(0, 0, 1, 1).data;
      return [red, green, blue, alpha / 255];
    };
    const mix = (over: readonly number[], under: readonly number[]) =>
      [0, 1, 2].map((at) => (over[at] ?? 0) * (over[3] ?? 1) + (under[at] ?? 0) * (1 - (over[3] ?? 1)));
    const groundOf = (element: Element): readonly number[] => {
      const own = read(getComputedStyle(element).backgroundColor);
      if (own[3] === 1) return own;
      const under = element.parentElement ? groundOf(element.parentElement) : [255, 255, 255];
      return own[3] ? mix(own, under) : under;
    };
    const luminance = (colour: readonly number[]) =>
      [0.2126, 0.7152, 0.0722].reduce((sum, weight, at) => {
        const part = (colour[at] ?? 0) / 255;
        return sum + weight * (part <= 0.04045 ? part / 12.92 : ((part + 0.055) / 1.055) ** 2.4);
      }, 0);
    const texts = document.createTreeWalker(document.querySelector("main") as Element, NodeFilter.SHOW_TEXT);
    for (let text = texts.nextNode(); text; text = texts.nextNode()) {
      const element = text.parentElement;
      if (!element || !text.textContent?.trim() || element.closest("svg")) continue;
      const ground = groundOf(element);
      const [one, other] = [luminance(mix(read(getComputedStyle(element).color), ground)), luminance(ground)];
      const ratio = (Math.max(one, other) + 0.05) / (Math.min(one, other) + 0.05);
      if (ratio < 4.49) say(`contrast ${ratio.toFixed(2)}`, element);
    }
    return found;
  });

test("the shelf has at least thirty sections, each of a group, with a name of its own", () => {
  expect(shelf.length).toBeGreaterThanOrEqual(30);
  for (const part of ["key", "name"] as const)
    expect(new Set(shelf.map((entry) => entry[part])).size).toBe(shelf.length);
});

for (const [name, brand] of Object.entries(brands))
  test(
    `${name}: every section fits and reads at three widths`,
    name === "clayBrand" ? {} : { tag: "@long" },
    async ({ page }) => {
      expect(brandSchema.validate(brand).error).toBeUndefined();
      await page.setViewportSize({ width: 1280, height: 900 });
      await show(page, brand);
      for (const width of widths) {
        await page.setViewportSize({ width, height: 900 });
        expect({ width, found: await troubles(page) }).toEqual({ width, found: [] });
      }
    },
  );
