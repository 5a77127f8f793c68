// Media: many pictures at once, described in one pass, one put in the place of another everywhere; hostile files refused.
import { randomBytes } from "node:crypto";
import { deflateSync } from "node:zlib";
import { expect, type Page } from "@playwright/test";
import sharp from "sharp";
import { extent } from "../extent";
import { choosePicture, copyWorkshop, expectAccessible, operator, signIn } from "./studio";
import { test } from "./test";

test.describe.configure({ mode: "serial" });
test.beforeEach(({ page }) => signIn(page));

const site = "pictured";
const aside = (page: Page) => page.getByRole("complementary", { name: "Media" });
const grid = (page: Page) => page.getByRole("listbox", { name: "Media of the site" });

const noise = (width: number, height: number) =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .jpeg({ quality: 60 })
    .toBuffer();

/** A PNG that says it is enormous: a few hundred bytes that would be gigabytes (PNG, third edition, 11.2.1). */
function bomb(): Buffer {
  const crcTable = Array.from({ length: 256 }, (_, index) => {
    let crc = index;
    for (let bit = 0; bit < 8; bit++) crc = crc & 1 ? (crc >>> 1) ^ 0xedb88320 : crc >>> 1;
    return crc >>> 0;
  });
  const crc = (bytes: Buffer) => {
    let sum = 0xffffffff;
    for (const byte of bytes) sum = (sum >>> 8) ^ (crcTable[(sum ^ byte) & 255] as number);
    return (sum ^ 0xffffffff) >>> 0;
  };
  const chunk = (type: string, data: Buffer) => {
    const body = Buffer.concat([Buffer.from(type, "latin1"), data]);
    const [length, check] = [Buffer.alloc(4), Buffer.alloc(4)];
    length.writeUInt32BE(data.length);
    check.writeUInt32BE(crc(body));
    return Buffer.concat([length, body, check]);
  };
  const head = Buffer.alloc(13);
  head.writeUInt32BE(50_000, 0);
  head.writeUInt32BE(50_000, 4);
  head.set([8, 2, 0, 0, 0], 8);
  return Buffer.concat([
    Buffer.from([0x89, 0x50, 0x4e, 0x47, 0x0d, 0x0a, 0x1a, 0x0a]),
    chunk("IHDR", head),
    chunk("IDAT", deflateSync(Buffer.alloc(2000))),
    chunk("IEND", Buffer.alloc(0)),
  ]);
}

test("a site of its own", async ({ page }) => {
  await copyWorkshop(page, site, "Pictured");
});

/** Pictures that come at once, beside those that a copy of the workshop has. */
const many = extent(8, 40);
const shelved = (nth: number) => `shelf-${String(nth).padStart(2, "0")}`;
const before = shelved(many - 1);

test("many pictures at once, with hostile ones among them: a line for each that is not taken, the rest is here", async ({
  page,
}) => {
  await page.goto(`/s/${site}/media`);
  const { media } = await operator(() => page, site).call<{ media: readonly object[] }>("sites.frame", {});
  await expect(page.getByText(`${media.length} media`, { exact: true })).toBeVisible();
  const pictures = await Promise.all(
    Array.from({ length: many }, async (_, index) => ({
      name: `${shelved(index + 1)}.jpg`,
      mimeType: "image/jpeg",
      buffer: await noise(64 + index, 48),
    })),
  );
  const hostile = [
    {
      name: "logo.svg",
      mimeType: "image/svg+xml",
      buffer: Buffer.from('<svg xmlns="http://www.w3.org/2000/svg"><script>alert(1)</script></svg>'),
    },
    { name: "photo.jpg", mimeType: "image/jpeg", buffer: Buffer.from("<html><script>alert(1)</script></html>") },
    { name: "huge.png", mimeType: "image/png", buffer: bomb() },
    { name: "tiny.png", mimeType: "image/png", buffer: Buffer.alloc(0) },
  ];
  // Dropped as from a folder of the machine.
  const files = [...pictures, ...hostile].map(({ name, mimeType, buffer }) => ({
    name,
    mimeType,
    bytes: buffer.toString("base64"),
  }));
  const carried = await page.evaluateHandle((list) => {
    const data = new DataTransfer();
    for (const { name, mimeType, bytes } of list)
      data.items.add(new File([Uint8Array.from(atob(bytes), (one) => one.charCodeAt(0))], name, { type: mimeType }));
    return data;
  }, files);
  await page.getByRole("main").dispatchEvent("drop", { dataTransfer: carried });
  await expect(page.getByText(`${many} media are here.`)).toBeVisible();
  await expect(page.getByText("4 files were not taken:")).toBeVisible();
  const line = (name: string) => page.getByRole("status").getByRole("listitem").filter({ hasText: name });
  await expect(line("logo.svg")).toContainText("holds a script, which a picture has no use for");
  await expect(line("photo.jpg")).toContainText("not a picture we can use");
  await expect(line("huge.png")).toContainText(/million pixels|at most 16000 a side/);
  await expect(line("tiny.png")).toContainText("This file is empty");
  await expect(page.getByText(`${media.length + many} media`, { exact: true })).toBeVisible();
  await expectAccessible(page);
  await page.getByLabel("Search").fill("shelf-07");
  await expect(page.getByText(`1 of ${media.length + many} media`)).toBeVisible();
});

test("pictures without a description are described in one pass, by Enter; others are decoration", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto(`/s/${site}/media`);
  await page.getByRole("button", { name: /^Describe \d+$/ }).click();
  const pass = page.getByRole("dialog", { name: "Describe pictures" });
  const left = async () =>
    Number(/^(\d+) /.exec((await pass.getByText(/no description yet/).textContent()) ?? "")?.[1]);
  const all = await left();
  await pass.getByLabel("Description").fill("A pot on the shelf");
  await page.keyboard.press("Enter");
  await expect.poll(left).toBe(all - 1);
  await pass.getByRole("button", { name: "It is decoration" }).click();
  await expect.poll(left).toBe(all - 2);
  await pass.getByRole("button", { name: "Skip" }).click();
  await expect.poll(left).toBe(all - 3);
  await expectAccessible(page);
  await pass.getByRole("button", { name: "Close" }).click();
  await expect(page.getByRole("button", { name: `Describe ${all - 2}` })).toBeVisible();
  await page.getByLabel("Search").fill("A pot on the shelf");
  await expect(grid(page).getByRole("option")).toHaveCount(1);
});

test("one put in the place of another everywhere, taken back; what is used is not removed, what is not comes back", async ({
  page,
}) => {
  await page.goto(`/s/${site}/media`);
  await page.getByLabel("Search").fill("opening.jpg");
  await grid(page).getByRole("option").click();
  await expect(aside(page).getByRole("link", { name: "Home" })).toBeVisible();
  await expect(aside(page).getByRole("button", { name: "Remove" })).toHaveCount(0);
  await aside(page).getByRole("button", { name: "Put another in its place everywhere" }).click();
  const dialog = page.getByRole("dialog", { name: "Another in the place of opening.jpg" });
  await choosePicture(page, dialog, `${shelved(many)}.jpg`);
  await dialog.getByRole("button", { name: "Put it everywhere" }).click();
  await expect(page.getByText(/^It stands in \d+ places? now\.$/)).toBeVisible();
  await expect(aside(page).getByText("Nowhere.")).toBeVisible();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(aside(page).getByRole("link", { name: "Home" })).toBeVisible();
  await page.getByLabel("Search").fill(before);
  await grid(page).getByRole("option").click();
  await aside(page).getByRole("button", { name: "Remove" }).click();
  await expect(page.getByText(`${before}.jpg is removed.`)).toBeVisible();
  await expect(page.getByText("Nothing is like that.")).toBeVisible();
  await page.getByRole("button", { name: "Take it back" }).click();
  await expect(grid(page).getByRole("option")).toHaveCount(1);
});

test("by keyboard: the grid is walked by the arrows, the point that stays in view is moved, tags are set", {
  tag: "@long",
}, async ({ page }) => {
  await page.goto(`/s/${site}/media`);
  // Order: pictures stand by time; the newest first.
  await grid(page).getByRole("option").first().focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowDown");
  await expect(aside(page).getByRole("heading", { level: 2 })).toBeVisible();
  await aside(page)
    .getByRole("button", { name: /^The point that stays in view/ })
    .focus();
  await page.keyboard.press("ArrowRight");
  await page.keyboard.press("ArrowUp");
  await expect(aside(page).getByText("Stays in view: 52 % across, 48 % down")).toBeVisible();
  await aside(page).getByLabel("Tags").fill("shelf, winter");
  await aside(page).getByRole("button", { name: "Save" }).click();
  await expect(aside(page).getByText("Saved")).toBeVisible();
  await page.getByLabel("Tag", { exact: true }).selectOption("winter");
  await expect(grid(page).getByRole("option")).toHaveCount(1);
  await expectAccessible(page);
  await page.setViewportSize({ width: 320, height: 740 });
  expect(await page.evaluate(() => document.documentElement.scrollWidth - innerWidth)).toBe(0);
});
