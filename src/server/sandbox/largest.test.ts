// The largest of what is taken, of each sort of file: read whole within the memory that its process has.
import { randomBytes } from "node:crypto";
import { resolve } from "node:path";
import { strToU8, zipSync } from "fflate";
import sharp from "sharp";
import { calendarLimits } from "@/core/calendar/read";
import { mostLines } from "@/core/catalog/table";
import { feedLimits } from "@/core/clips/clips";
import { crawlLimits } from "@/core/crawl/crawl";
import type { Helpers, TaskName } from "@/server/sandbox/task";
import { sampled } from "../../../tests/extent";
import { wordFile, wordXml } from "../testing/bombs.test-kit";
import { sandboxed } from "./sandbox";

const settings = { buildFolder: resolve(".webitor/build") };

/** So many pieces as fit into so many bytes, between a beginning and an end. */
function filled(bytes: number, begin: string, piece: (nth: number) => string, end: string): string {
  const pieces: string[] = [];
  for (let size = begin.length + end.length; ; ) {
    const next = piece(pieces.length);
    size += next.length;
    if (size > bytes) return begin + pieces.join("") + end;
    pieces.push(next);
  }
}
const two = (value: number) => String(value).padStart(2, "0");
const sentence =
  "Kiln openings are on the first Saturday of the month, and everybody who has thrown something may come. ";

/** Letters that nothing packs. */
// Chance: which letters they are decides nothing.
const noise = () => randomBytes(60).toString("base64");

const largest: Readonly<Partial<Record<TaskName, () => object | Promise<object>>>> = {
  calendar: () => {
    const from = Date.parse("2026-03-05T00:00Z");
    const event = (nth: number) =>
      `BEGIN:VEVENT\r\nUID:e${nth}@far.example\r\nDTSTART;TZID=Europe/Dublin:20${two(nth % 60)}${two(1 + (nth % 12))}${two(1 + (nth % 28))}T090000\r\nDURATION:PT30M\r\nSUMMARY:Wheel ${nth}\r\nEND:VEVENT\r\n`;
    const text = filled(calendarLimits.bytes, "BEGIN:VCALENDAR\r\nVERSION:2.0\r\n", event, "END:VCALENDAR\r\n");
    const asked = { from, to: from + 400 * 86_400_000, zone: "Europe/Dublin", owner: "" };
    return { file: strToU8(text), asked };
  },
  feed: () => {
    const item = (nth: number) =>
      `<item><title>Clip ${nth}</title><link>https://a.example/${nth}</link><guid>${nth}</guid><description>${sentence.repeat(8)}</description></item>`;
    const text = filled(feedLimits.bytes, "<rss version='2.0'><channel><title>a</title>", item, "</channel></rss>");
    return { text, from: "https://a.example/", standIns: {} };
  },
  table: () => ({
    file: strToU8(
      ["name,price,words", ...Array.from({ length: mostLines }, (_, nth) => `Mug ${nth},${nth}.00,"${sentence}"`)].join(
        "\n",
      ),
    ),
  }),
  page: () => ({
    file: strToU8(
      filled(
        crawlLimits.pageBytes,
        "<title>a</title><main>",
        (nth) => `<h2>Part ${nth}</h2><p>${sentence}</p>`,
        "</main>",
      ),
    ),
    type: "text/html",
  }),
  sitemap: () => ({
    file: strToU8(
      filled(
        crawlLimits.sitemapBytes,
        "<urlset>",
        (nth) => `<url><loc>https://a.example/${nth}</loc><lastmod>2026-03-01</lastmod></url>`,
        "</urlset>",
      ),
    ),
    type: "application/xml",
    from: "https://a.example/sitemap.xml",
  }),
  words: () =>
    wordFile(
      wordXml(filled(12 << 20, "", (nth) => `<w:p><w:r><w:t>${nth}. ${sentence}${noise()}</w:t></w:r></w:p>`, "")),
      {
        "word/media/one.jpg": randomBytes(8 << 20),
      },
    ),
  picture: async () => ({
    // Chance: what is in it is noise, so that it is as large as such a picture may be.
    file: await sharp(randomBytes(7600 * 7600 * 3), { raw: { width: 7600, height: 7600, channels: 3 } })
      .jpeg({ quality: 80 })
      .toBuffer(),
  }),
  siteFile: () => {
    const site = JSON.stringify({ words: filled(30 << 20, "", noise, "") });
    return { given: null, zip: zipSync({ "site.json": strToU8(site) }) };
  },
};

test.each([...sampled(Object.entries(largest), 3)])("%s", async (name, make) => {
  const { zip = null, ...given } = (await make()) as { zip?: Uint8Array | null };
  let left = zip;
  const helpers = {
    part: async () => {
      const part = left;
      left = null;
      return part;
    },
    keep: async () => null,
  };
  const found = await sandboxed(
    settings,
    name as TaskName,
    given as never,
    helpers as unknown as Helpers<TaskName>,
    undefined,
    zip?.length,
  );
  expect(found).not.toHaveProperty("givenUp");
});
