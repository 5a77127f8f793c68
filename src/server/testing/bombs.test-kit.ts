// Small files that become large when they are read, twenty of each kind that is: packed a thousandfold, nested without end, repeated by
// reference, or lying about their size.
import { deflateSync } from "node:zlib";
import { strToU8, zipSync } from "fflate";
import sharp from "sharp";
import type { TaskName } from "@/server/sandbox/task";

export interface Bomb {
  readonly name: string;
  /** What the task is given; made when it is asked for. */
  make(): Promise<object> | object;
}

const docx = "application/vnd.openxmlformats-officedocument.wordprocessingml.document";
const contentTypes =
  '<?xml version="1.0"?><Types xmlns="http://schemas.openxmlformats.org/package/2006/content-types"><Default Extension="xml" ContentType="application/xml"/><Default Extension="rels" ContentType="application/vnd.openxmlformats-package.relationships+xml"/><Override PartName="/word/document.xml" ContentType="application/vnd.openxmlformats-officedocument.wordprocessingml.document.main+xml"/></Types>';
const rels =
  '<?xml version="1.0"?><Relationships xmlns="http://schemas.openxmlformats.org/package/2006/relationships"><Relationship Id="r1" Type="http://schemas.openxmlformats.org/officeDocument/2006/relationships/officeDocument" Target="word/document.xml"/></Relationships>';
export const wordXml = (body: string) =>
  `<?xml version="1.0"?><w:document xmlns:w="http://schemas.openxmlformats.org/wordprocessingml/2006/main"><w:body>${body}</w:body></w:document>`;

/** A word file whose document is this, with whatever stands beside it. */
export const wordFile = (document: string, more: Record<string, Uint8Array> = {}) => ({
  type: docx,
  file: zipSync({
    "[Content_Types].xml": strToU8(contentTypes),
    "_rels/.rels": strToU8(rels),
    "word/document.xml": strToU8(document),
    ...more,
  }),
});
const words = (text: string) => `<w:p><w:r><w:t>${text}</w:t></w:r></w:p>`;
const nest = (open: string, close: string, times: number) => open.repeat(times) + close.repeat(times);

/** The same shape in four sizes. */
const inSizes = (name: string, sizes: readonly number[], make: (size: number) => object | Promise<object>): Bomb[] =>
  sizes.map((size) => ({ name: `${name}, ${size}`, make: () => make(size) }));

const pdf = (file: string | Uint8Array) => ({
  type: "application/pdf",
  file: typeof file === "string" ? strToU8(file) : file,
});
/** A PDF of one page whose content is a packed stream. */
function pdfOf(content: Uint8Array, filters = "/FlateDecode"): Uint8Array {
  const stream = Buffer.from(content);
  const head = `%PDF-1.7\n1 0 obj<</Type/Catalog/Pages 2 0 R>>endobj\n2 0 obj<</Type/Pages/Kids[3 0 R]/Count 1>>endobj\n3 0 obj<</Type/Page/Parent 2 0 R/MediaBox[0 0 9 9]/Contents 4 0 R/Resources<</Font<</F 5 0 R>>>>>>endobj\n5 0 obj<</Type/Font/Subtype/Type1/BaseFont/Helvetica>>endobj\n4 0 obj<</Length ${stream.length}/Filter ${filters}>>stream\n`;
  return Buffer.concat([Buffer.from(head), stream, Buffer.from("\nendstream endobj\ntrailer<</Root 1 0 R>>\n%%EOF")]);
}

/** A PNG of one colour (PNG, 11.2): nothing in it but its size. */
const plainPicture = (side: number, options: object) =>
  sharp({ create: { width: side, height: side, channels: 3, background: "#246" } })
    .png(options)
    .toBuffer();
const svg = (inner: string) =>
  `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="9" height="9">${inner}</svg>`;

const event = (nth: number, more = "") =>
  `BEGIN:VEVENT\r\nUID:e${nth}\r\nDTSTART:20260310T090000Z\r\n${more}END:VEVENT\r\n`;
const calendar = (inner: string) => ({
  file: strToU8(`BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${inner}END:VCALENDAR\r\n`),
  asked: { from: 0, to: 86_400_000_000, zone: "UTC", owner: "" },
});

/** Entities that name each other ten times (“billion laughs”). */
const laughs = (levels: number, root: string) =>
  `<?xml version="1.0"?><!DOCTYPE x [<!ENTITY a0 "ha">${Array.from({ length: levels }, (_, nth) => `<!ENTITY a${nth + 1} "${`&a${nth};`.repeat(10)}">`).join("")}]>${root.replace("$", `&a${levels};`)}`;

const feed = (text: string) => ({ text, from: "https://a.example/", standIns: {} });
const site = (json: string, more: Record<string, Uint8Array> = {}) => zipSync({ "site.json": strToU8(json), ...more });

/** A site file as its zip, asked for in one part. */
export const zippedSite = (zip: Uint8Array) => ({ zip });

const html = (text: string) => ({ file: strToU8(text), type: "text/html" });
const sitemap = (text: string) => ({ file: strToU8(text), type: "application/xml", from: "https://a.example/" });

const u32 = (value: number) => Buffer.from([value >>> 24, (value >>> 16) & 255, (value >>> 8) & 255, value & 255]);
/** A box of an MP4 (ISO/IEC 14496-12, 4.2). */
const box = (type: string, ...inside: readonly Buffer[]): Buffer => {
  const content = Buffer.concat(inside);
  return Buffer.concat([u32(content.length + 8), Buffer.from(type, "latin1"), content]);
};
/** Fixed fields of a box: so many bytes, with these values at these places. */
const fields = (length: number, values: Readonly<Record<number, number>>) => {
  const made = Buffer.alloc(length);
  for (const [at, value] of Object.entries(values)) made.writeUInt32BE(value >>> 0, Number(at));
  return made;
};
const identity = (at: number) => ({ [at]: 0x1_0000, [at + 16]: 0x1_0000, [at + 32]: 0x4000_0000 });
const parameters = Buffer.from("0142001effe10004674200" + "1e01000468ce3c80", "hex");

/** A film whose tables say what they like: how often which length, and how many frames of which size. */
function filmOf(times: readonly (readonly [number, number])[], frames: readonly [number, number], more: Buffer[] = []) {
  const sample = box(
    "avc1",
    fields(78, { 24: (640 << 16) | 360, 28: 0x48_0000, 32: 0x48_0000 }),
    box("avcC", parameters),
  );
  const table = box(
    "stbl",
    box("stsd", u32(0), u32(1), sample),
    box(
      "stts",
      u32(0),
      u32(times.length),
      Buffer.concat(times.flatMap(([count, length]) => [u32(count), u32(length)])),
    ),
    box("stsc", u32(0), u32(1), u32(1), u32(1), u32(1)),
    box("stsz", u32(0), u32(frames[1]), u32(frames[0])),
    box("stco", u32(0), u32(1), u32(32)),
  );
  const track = box(
    "trak",
    box("tkhd", fields(84, { 0: 7, 12: 1, ...identity(40), 76: 640 << 16, 80: 360 << 16 })),
    box(
      "mdia",
      box("mdhd", fields(24, { 12: 1000, 16: 1000, 20: 0x55c4_0000 })),
      box("hdlr", fields(25, { 8: 0x7669_6465 })),
      box("minf", box("vmhd", u32(1), Buffer.alloc(8)), table),
    ),
  );
  const head = box("moov", box("mvhd", fields(100, { 12: 1000, 16: 1000, ...identity(36), 96: 2 })), track, ...more);
  return Buffer.concat([box("ftyp", Buffer.from("isom\0\0\0\0isom", "latin1")), head, box("mdat", Buffer.alloc(64))]);
}

/** The head of a WebM (EBML, RFC 8794), and a segment that tells no length. */
const webm = (inside: Buffer) => ({
  file: Buffer.concat([Buffer.from("1a45dfa38742828477656262", "hex"), Buffer.from("18538067ff", "hex"), inside]),
});
/** An element that says it is larger than it is. */
const lying = (id: string, size: number) =>
  Buffer.concat([Buffer.from(id, "hex"), Buffer.from([8]), u32(size).subarray(1), u32(0)]);

/** By the task that reads it. */
export const bombs: Readonly<Partial<Record<TaskName, readonly Bomb[]>>> = {
  words: [
    ...inSizes("a word file of blanks", [40, 120, 300, 400], (size) =>
      wordFile(wordXml(words(" ".repeat(size << 20)))),
    ),
    ...inSizes("a word file of empty runs", [1, 2, 3, 4], (size) => wordFile(wordXml("<w:r/>".repeat(size << 20)))),
    ...inSizes("a word file without end inside", [1e3, 1e4, 1e5, 1e6], (size) =>
      wordFile(wordXml(nest("<w:p>", "</w:p>", size))),
    ),
    ...inSizes("a word file with packed parts beside", [10, 30, 60, 90], (size) =>
      wordFile(wordXml(words("hello")), { "word/other.xml": new Uint8Array(size << 20) }),
    ),
    ...inSizes("a PDF whose page is blanks", [40, 100, 200, 300], (size) =>
      pdf(pdfOf(deflateSync(Buffer.alloc(size << 20, 32)))),
    ),
    ...inSizes("a PDF packed twice", [50, 100, 200, 300], (size) =>
      pdf(pdfOf(deflateSync(deflateSync(Buffer.alloc(size << 20, 32))), "[/FlateDecode/FlateDecode]")),
    ),
    ...inSizes("a PDF of lists in lists", [1e3, 1e4, 1e5, 5e5], (size) =>
      pdf(`%PDF-1.7\n1 0 obj${nest("[", "]", size)}endobj\ntrailer<</Root 1 0 R>>\n%%EOF`),
    ),
    ...inSizes("a PDF that writes very much", [1, 2, 4, 8], (size) =>
      pdf(pdfOf(deflateSync(Buffer.from(`BT /F 9 Tf ${"(a) Tj ".repeat(size << 17)} ET`)))),
    ),
  ],
  picture: [
    ...inSizes("a picture of one colour", [4000, 6000, 7000, 7700], async (side) => ({
      file: await plainPicture(side, { compressionLevel: 9 }),
    })),
    ...inSizes("the same, woven", [4000, 6000, 7000, 7700], async (side) => ({
      file: await plainPicture(side, { compressionLevel: 9, progressive: true }),
    })),
    ...inSizes("a progressive JPEG of one colour", [4000, 6000, 7000, 7700], async (side) => ({
      file: await sharp({ create: { width: side, height: side, channels: 3, background: "#246" } })
        .jpeg({ progressive: true, chromaSubsampling: "4:4:4" })
        .toBuffer(),
    })),
    ...inSizes("a drawing without end inside", [1e3, 1e4, 1e5, 1.4e5], (size) => ({
      file: strToU8(svg(nest("<g>", "</g>", size))),
    })),
    ...inSizes("a drawing that repeats itself", [3, 5, 7, 9], (levels) => ({
      file: strToU8(
        svg(
          `<g id="a0"><rect width="9" height="9"/></g>${Array.from({ length: levels }, (_, nth) => `<g id="a${nth + 1}">${`<use xlink:href="#a${nth}"/>`.repeat(10)}</g>`).join("")}`,
        ),
      ),
    })),
    ...inSizes("a drawing of entities", [3, 5, 7, 9], (levels) => ({
      file: strToU8(laughs(levels, svg("<text>$</text>")).replace('<?xml version="1.0"?>', "")),
    })),
  ],
  calendar: [
    ...inSizes("a calendar of very many", [2000, 5000, 10_000, 15_000], (count) =>
      calendar(Array.from({ length: count }, (_, nth) => event(nth)).join("")),
    ),
    ...inSizes("a calendar that repeats every second", [1, 5, 20, 100], (count) =>
      calendar(Array.from({ length: count }, (_, nth) => event(nth, "RRULE:FREQ=SECONDLY\r\n")).join("")),
    ),
    ...inSizes("a calendar with one long line", [1e4, 1e5, 5e5, 1e6], (size) =>
      calendar(event(1, `SUMMARY:${"x".repeat(size)}\r\n`)),
    ),
    ...inSizes("a calendar folded at every letter", [1e4, 5e4, 1e5, 3e5], (size) =>
      calendar(event(1, `SUMMARY:${"x\r\n ".repeat(size)}\r\n`)),
    ),
    ...inSizes("a calendar of parts in parts", [1e3, 1e4, 2e4, 4e4], (size) =>
      calendar(nest("BEGIN:VEVENT\r\n", "END:VEVENT\r\n", size)),
    ),
  ],
  feed: [
    ...inSizes("a feed of entities", [3, 5, 7, 9], (levels) =>
      feed(laughs(levels, "<rss><channel><title>$</title></channel></rss>")),
    ),
    ...inSizes("a feed without end inside", [1e3, 1e4, 1e5, 2e5], (size) =>
      feed(`<rss>${nest("<a>", "</a>", size)}</rss>`),
    ),
    ...inSizes("a feed of empty clips", [1e3, 1e4, 5e4, 1e5], (size) =>
      feed(`<rss><channel>${"<item/>".repeat(size)}</channel></rss>`),
    ),
    ...inSizes("a feed with one long name", [1e4, 1e5, 5e5, 1e6], (size) => feed(`<rss><${"a".repeat(size)}/></rss>`)),
    ...inSizes("a feed of attributes", [1e3, 1e4, 5e4, 1e5], (size) =>
      feed(`<rss ${Array.from({ length: size }, (_, nth) => `a${nth}="1"`).join(" ")}/>`),
    ),
  ],
  sitemap: [
    ...inSizes("a sitemap of entities", [3, 5, 7, 9], (levels) =>
      sitemap(laughs(levels, "<urlset><url><loc>$</loc></url></urlset>")),
    ),
    ...inSizes("a sitemap without end inside", [1e3, 1e4, 1e5, 2e5], (size) =>
      sitemap(`<urlset>${nest("<url>", "</url>", size)}</urlset>`),
    ),
    ...inSizes("a sitemap of empty addresses", [1e3, 1e4, 5e4, 1e5], (size) =>
      sitemap(`<urlset>${"<url/>".repeat(size)}</urlset>`),
    ),
    ...inSizes("a sitemap with one long address", [1e4, 1e5, 5e5, 1e6], (size) =>
      sitemap(`<urlset><url><loc>https://a.example/${"a".repeat(size)}</loc></url></urlset>`),
    ),
    ...inSizes("a sitemap of attributes", [1e3, 1e4, 5e4, 1e5], (size) =>
      sitemap(`<urlset ${Array.from({ length: size }, (_, nth) => `a${nth}="1"`).join(" ")}/>`),
    ),
  ],
  page: [
    ...inSizes("a page without end inside", [1e3, 1e4, 1e5, 2e5], (size) => html(nest("<div>", "</div>", size))),
    ...inSizes("a page of open letters", [1e3, 1e4, 1e5, 3e5], (size) => html("<b>".repeat(size))),
    ...inSizes("a page of cells", [1e3, 1e4, 5e4, 1e5], (size) => html(`<table>${"<td>x".repeat(size)}</table>`)),
    ...inSizes("a page with one long word", [1e4, 1e5, 5e5, 1e6], (size) => html(`<p>${"a".repeat(size)}</p>`)),
    ...inSizes("a page of attributes", [1e3, 1e4, 5e4, 1e5], (size) =>
      html(`<p ${Array.from({ length: size }, (_, nth) => `a${nth}`).join(" ")}>x</p>`),
    ),
  ],
  table: [
    ...inSizes("a table of columns", [1e3, 1e4, 1e5, 5e5], (size) => ({ file: strToU8(`${"a,".repeat(size)}\n1\n`) })),
    ...inSizes("a table of lines", [1e4, 5e4, 1e5, 3e5], (size) => ({ file: strToU8(`a,b\n${"1,2\n".repeat(size)}`) })),
    ...inSizes("a table with one open quote", [1e4, 1e5, 5e5, 1e6], (size) => ({
      file: strToU8(`a,b\n"${"x\n".repeat(size)}`),
    })),
    ...inSizes("a table of quotes", [1e4, 1e5, 2e5, 5e5], (size) => ({ file: strToU8(`a,b\n${'""'.repeat(size)}\n`) })),
    ...inSizes("a table of empty cells", [100, 1000, 2000, 5000], (size) => ({
      file: strToU8(`a,b\n${`${",".repeat(199)}\n`.repeat(size)}`),
    })),
  ],
  film: [
    ...inSizes("a film of very many frames, all said in one line", [1e6, 1e7, 1e8, 0xffff_ffff], (count) => ({
      file: filmOf([[count, 1]], [count, 1]),
    })),
    ...inSizes("a film of many lines of frames", [10, 1000, 50_000, 200_000], (lines) => ({
      file: filmOf(Array(lines).fill([0xffff, 1]), [1, 1]),
    })),
    ...inSizes("a film of empty boxes", [1e3, 1e4, 1e5, 5e5], (size) => ({
      file: filmOf([[1, 1]], [1, 1], [Buffer.concat(Array(size).fill(box("udta")))]),
    })),
    ...inSizes("a film of boxes in boxes", [10, 1e3, 1e4, 2e4], (deep) => ({
      file: Array(deep)
        .fill("moov")
        .reduceRight<Buffer>(
          (inside, type) => Buffer.concat([u32(inside.length + 8), Buffer.from(type), inside]),
          Buffer.alloc(0),
        ),
    })),
    ...inSizes("a WebM that says it is larger", [1e5, 1e6, 1e7, 0x0fff_ffff], (size) =>
      webm(Buffer.concat([lying("1549a966", size), lying("1654ae6b", size), lying("1f43b675", size)])),
    ),
  ],
  siteFile: [
    ...inSizes("a site of naughts", [4, 12, 24, 60], (size) => zippedSite(site(`[${"0,".repeat((size << 20) / 2)}0]`))),
    ...inSizes("a site of empty things", [4, 12, 24, 60], (size) =>
      zippedSite(site(`[${"{},".repeat((size << 20) / 3)}0]`)),
    ),
    ...inSizes("a site of lists in lists", [1e3, 1e4, 1e6, 8e6], (size) => zippedSite(site(nest("[", "]", size)))),
    ...inSizes("a site of one long word", [4, 12, 24, 60], (size) => zippedSite(site(`"${"a".repeat(size << 20)}"`))),
    ...inSizes("a site with packed pictures", [4, 8, 16, 19], (size) =>
      zippedSite(site("{}", { [`media/${"0".repeat(64)}.png`]: new Uint8Array(size << 20) })),
    ),
  ],
};
