// What a file says: PDF, DOCX, Markdown and plain text, each as the headings and lines of a page. It comes from a stranger, and
// whatever it holds besides words is passed over.

import { zipSync } from "fflate";
import type { ReadPage } from "@/core/chat/knows/read-page";
import { readPage } from "@/core/chat/knows/read-page";
import { textOfPage } from "@/core/crawl/letters";
import { plainHtml } from "@/core/crawl/plain-text";
import type { DocumentType, readableTypes } from "@/core/media/documents";
import { escapeHtml } from "@/core/render/escape";
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { unzipped } from "./unzip";

/** Pages of a PDF that are read. */
const mostPages = 300;

interface PdfWord {
  readonly text: string;
  /** Its left edge, its baseline and its height, in points. */
  readonly x: number;
  readonly y: number;
  readonly size: number;
  readonly width: number;
}

interface PdfLine {
  readonly text: string;
  readonly y: number;
  readonly size: number;
  /** Its words stand in columns. */
  readonly inColumns: boolean;
}

/** Words on one baseline as a line; what stands far apart is told apart. */
function lineOf(words: readonly PdfWord[]): PdfLine {
  const sorted = [...words].sort((a, b) => a.x - b.x);
  const size = Math.max(...sorted.map((word) => word.size));
  let text = "";
  let end = 0;
  let gaps = 0;
  for (const word of sorted) {
    const gap = word.x - end;
    if (text && gap > 2 * size) {
      text += gaps ? ", " : ": ";
      gaps += 1;
    } else if (text && gap > 0.15 * size && !text.endsWith(" ")) text += " ";
    text += word.text;
    end = word.x + word.width;
  }
  return { text: text.replace(/\s+/g, " ").trim(), y: sorted[0]?.y ?? 0, size, inColumns: gaps > 0 };
}

function linesOf(words: readonly PdfWord[]): readonly PdfLine[] {
  const lines: PdfWord[][] = [];
  for (const word of words) {
    const last = lines.at(-1);
    if (last && Math.abs((last[0] as PdfWord).y - word.y) < 0.5 * Math.max(word.size, 1)) last.push(word);
    else lines.push([word]);
  }
  return lines.map(lineOf).filter(({ text }) => text);
}

/** The size that most of the text is written in. */
function usualSize(lines: readonly PdfLine[]): number {
  const counts = new Map<number, number>();
  for (const { size, text } of lines) {
    const rounded = Math.round(size * 2) / 2;
    counts.set(rounded, (counts.get(rounded) ?? 0) + text.length);
  }
  return [...counts].sort((a, b) => b[1] - a[1])[0]?.[0] ?? 0;
}

/** Lines as markup: what is larger than the rest is a heading, the larger the higher. */
function pdfHtml(pages: readonly (readonly PdfLine[])[]): string {
  const usual = usualSize(pages.flat());
  const parts: string[] = [];
  let paragraph = "";
  const end = () => {
    if (paragraph) parts.push(`<p>${escapeHtml(paragraph)}</p>`);
    paragraph = "";
  };
  for (const lines of pages) {
    let before: PdfLine | null = null;
    for (const line of lines) {
      const larger = line.size / usual;
      if (larger > 1.12 && line.text.length < 160 && !line.inColumns) {
        end();
        const level = larger > 1.7 ? 1 : larger > 1.3 ? 2 : 3;
        parts.push(`<h${level}>${escapeHtml(line.text)}</h${level}>`);
      } else {
        const apart = before !== null && Math.abs(before.y - line.y) > 1.7 * line.size;
        const item = /^[•–*·-]\s/.test(line.text);
        if (apart || item || line.inColumns || before?.inColumns) end();
        // A word that was parted at the end of a line is one again.
        if (/\p{Ll}-$/u.test(paragraph) && /^\p{Ll}/u.test(line.text)) paragraph = paragraph.slice(0, -1) + line.text;
        else paragraph += `${paragraph ? " " : ""}${line.text}`;
      }
      before = line;
    }
    // Sentences go on over the edge of a page.
    if (/[.!?:]$/.test(paragraph)) end();
  }
  end();
  return parts.join("\n");
}

async function readPdf(file: Uint8Array): Promise<Outcome<ReadPage>> {
  // Its worker is this thread: it looks for it here before it would load a file.
  Object.assign(globalThis, { pdfjsWorker: await import("pdfjs-dist/legacy/build/pdf.worker.mjs") });
  const { getDocument, VerbosityLevel } = await import("pdfjs-dist/legacy/build/pdf.mjs");
  const loading = getDocument({
    data: new Uint8Array(file),
    isEvalSupported: false,
    disableFontFace: true,
    useSystemFonts: false,
    stopAtErrors: false,
    verbosity: VerbosityLevel.ERRORS,
  });
  try {
    const document = await loading.promise;
    const pages: (readonly PdfLine[])[] = [];
    for (let nth = 1; nth <= Math.min(document.numPages, mostPages); nth++) {
      const page = await document.getPage(nth);
      const { items } = await page.getTextContent();
      pages.push(
        linesOf(
          items.flatMap((one) => {
            if (!("str" in one) || !one.str) return [];
            const [, , , scale = 0, x = 0, y = 0] = one.transform as number[];
            return [{ text: one.str, x, y, size: one.height || Math.abs(scale), width: one.width }];
          }),
        ),
      );
      page.cleanup();
    }
    return worded(readPage(pdfHtml(pages), { onlyMain: false }), document.numPages > mostPages);
  } catch (error) {
    return refused((error as Error).name === "PasswordException" ? "crawl.locked" : "crawl.broken");
  } finally {
    await loading.destroy();
  }
}

/** A thousand pages of words are some ten MB of markup; pictures are never unpacked. */
const docxLimits = { entries: 2000, bytes: 24 * 2 ** 20, ratio: 100 } as const;

async function readDocx(file: Uint8Array): Promise<Outcome<ReadPage>> {
  try {
    const parts = unzipped(file, (name) => /\.(?:xml|rels)$/.test(name), docxLimits);
    if (!parts) return refused("crawl.unpacksTooLarge", { mostMiB: docxLimits.bytes >> 20 });
    // What has been counted is packed again, unpacked: the library unpacks whatever it is given.
    const buffer = Buffer.from(zipSync(Object.fromEntries(parts), { level: 0 }));
    const { default: mammoth } = await import("mammoth");
    const { value } = await mammoth.convertToHtml(
      { buffer },
      { convertImage: mammoth.images.imgElement(async () => ({ src: "" })) },
    );
    return worded(readPage(value, { onlyMain: false }));
  } catch {
    return refused("crawl.broken");
  }
}

/** What was read, where there are words in it. */
const worded = (page: ReadPage, cut = false): Outcome<ReadPage> =>
  page.sections.length ? done(cut ? { ...page, cut } : page) : refused("crawl.noWords");

const readers: Readonly<Record<(typeof readableTypes)[number], (file: Uint8Array) => Promise<Outcome<ReadPage>>>> = {
  "application/pdf": readPdf,
  "application/vnd.openxmlformats-officedocument.wordprocessingml.document": readDocx,
  "text/markdown": async (file) => {
    const { marked } = await import("marked");
    return worded(readPage(await marked.parse(textOfPage(file, "")), { onlyMain: false }));
  },
  "text/plain": async (file) => worded(readPage(plainHtml(textOfPage(file, "")), { onlyMain: false })),
};

/** What a file says. Refused with `crawl.noWords`, `.locked`, `.broken` or `.unpacksTooLarge`. */
export const readWords = (file: Uint8Array, type: DocumentType): Promise<Outcome<ReadPage>> =>
  readers[type as keyof typeof readers]?.(file) ?? Promise.resolve(refused("crawl.type", { type }));
