// Sheets of paper (PDF) in a site's brand: its own type and colours, text that wraps, columns of figures.
// What writes paper takes a second of a core to be read: it comes with the first sheet, not with the process.
import pLimit from "p-limit";
import type { ColorTypes, PDFDocument, PDFFont, PDFPage, RGB } from "pdf-lib";
import { type Brand, families } from "@/core/brand/brand";
import { fontFile, fontSubsets } from "@/core/render/render";
import { fontAsset } from "../release/assets";

/** A4 in points (ISO 216), and its margins. */
const page = { width: 595.28, height: 841.89, margin: 56 } as const;
type Role = "head" | "text";

const decompressed = new Map<string, Promise<Uint8Array>>();
/** One after the other: what is answered lies in memory that the next one writes over. */
const inTurn = pLimit(1);

/** A bundled font as a program for paper reads it. */
function fontBytes(file: string): Promise<Uint8Array> {
  const known = decompressed.get(file);
  if (known) return known;
  const made = (async () => {
    const asset = await fontAsset(file);
    if (!asset) throw new Error(`No bundled font is called ${file}`);
    const { decompress } = await import("wawoff2");
    return inTurn(async () => Uint8Array.from(await decompress(asset.bytes)));
  })();
  decompressed.set(file, made);
  made.catch(() => decompressed.delete(file));
  return made;
}

const colourOf = (hex: string): RGB => {
  const value = Number.parseInt(hex.slice(1, 7), 16);
  const [red = 0, green = 0, blue = 0] = [16, 8, 0].map((bits) => ((value >> bits) & 255) / 255);
  return { type: "RGB" as ColorTypes.RGB, red, green, blue };
};

/** Fonts of one role: a sign stands in the first that has it. */
type Fonts = readonly { readonly font: PDFFont; readonly has: ReadonlySet<number> }[];

async function fontsOf(document: PDFDocument, family: keyof typeof families): Promise<Fonts> {
  const fonts = [];
  for (const subset of Object.keys(fontSubsets) as (keyof typeof fontSubsets)[]) {
    const font = await document.embedFont(await fontBytes(fontFile(families[family], subset)), { subset: true });
    fonts.push({ font, has: new Set(font.getCharacterSet()) });
  }
  return fonts;
}

interface Run {
  readonly font: PDFFont;
  readonly text: string;
}

/** Text as runs of one font each; what none of them has becomes a question mark. */
function runsOf(text: string, fonts: Fonts): readonly Run[] {
  const runs: { font: PDFFont; text: string }[] = [];
  for (const sign of text.normalize("NFC")) {
    const found = fonts.find(({ has }) => has.has(sign.codePointAt(0) ?? 0)) ?? fonts[0];
    if (!found) continue;
    const shown = found.has.has(sign.codePointAt(0) ?? 0) ? sign : "?";
    const last = runs.at(-1);
    if (last?.font === found.font) last.text += shown;
    else runs.push({ font: found.font, text: shown });
  }
  return runs;
}

const widthOf = (runs: readonly Run[], size: number) =>
  runs.reduce((sum, { font, text }) => sum + font.widthOfTextAtSize(text, size), 0);

export interface Styled {
  readonly size?: number;
  readonly role?: Role;
  readonly quiet?: boolean;
  readonly align?: "left" | "right" | "center";
}

/** One column: from where, in points from the left margin, and how wide. */
export interface Column {
  readonly at: number;
  readonly width: number;
  readonly align?: "left" | "right";
}

/** A document that is written from top to bottom; pages follow by themselves. */
export class Sheet {
  private page: PDFPage;
  /** From the top of the page, in points. */
  private y: number = page.margin;
  readonly width = page.width - 2 * page.margin;

  private constructor(
    private readonly document: PDFDocument,
    private readonly fonts: Readonly<Record<Role, Fonts>>,
    private readonly brand: Brand,
  ) {
    this.page = document.addPage([page.width, page.height]);
  }

  static async begin(brand: Brand, { title, author, at }: { title: string; author: string; at: Date }): Promise<Sheet> {
    const [{ PDFDocument }, { default: fontkit }] = await Promise.all([import("pdf-lib"), import("@pdf-lib/fontkit")]);
    const document = await PDFDocument.create();
    document.registerFontkit(fontkit);
    document.setTitle(title, { showInWindowTitleBar: true });
    document.setAuthor(author);
    document.setProducer("Webitor");
    document.setCreator("Webitor");
    document.setCreationDate(at);
    document.setModificationDate(at);
    const head = await fontsOf(document, brand.type.headings);
    const text = brand.type.text === brand.type.headings ? head : await fontsOf(document, brand.type.text);
    return new Sheet(document, { head, text }, brand);
  }

  private colour(quiet: boolean) {
    return colourOf(quiet ? this.brand.colours.quiet : this.brand.colours.ink);
  }

  private wrapped(text: string, fonts: Fonts, size: number, width: number): readonly (readonly Run[])[] {
    const lines: (readonly Run[])[] = [];
    for (const paragraph of text.split("\n")) {
      let line = "";
      for (const word of paragraph.split(" ")) {
        const next = line ? `${line} ${word}` : word;
        if (line && widthOf(runsOf(next, fonts), size) > width) {
          lines.push(runsOf(line, fonts));
          line = word;
        } else line = next;
      }
      lines.push(runsOf(line, fonts));
    }
    return lines;
  }

  /** Has so much room on this page, or goes on to the next. */
  private room(height: number): void {
    if (this.y + height <= page.height - page.margin) return;
    this.page = this.document.addPage([page.width, page.height]);
    this.y = page.margin;
  }

  private drawn(runs: readonly Run[], x: number, y: number, size: number, quiet: boolean): void {
    let at = x;
    for (const { font, text } of runs) {
      this.page.drawText(text, { x: at, y: page.height - y - size, size, font, color: this.colour(quiet) });
      at += font.widthOfTextAtSize(text, size);
    }
  }

  gap(points: number): this {
    this.y += points;
    return this;
  }

  text(text: string, { size = 10, role = "text", quiet = false, align = "left" }: Styled = {}): this {
    const fonts = this.fonts[role];
    for (const runs of this.wrapped(text, fonts, size, this.width)) {
      this.room(size * 1.4);
      const free = this.width - widthOf(runs, size);
      const x = page.margin + (align === "left" ? 0 : align === "right" ? free : free / 2);
      this.drawn(runs, x, this.y, size, quiet);
      this.y += size * 1.4;
    }
    return this;
  }

  /** One row of columns; what is too long for its column wraps. */
  row(
    columns: readonly Column[],
    cells: readonly string[],
    { size = 10, role = "text", quiet = false }: Styled = {},
  ): this {
    const fonts = this.fonts[role];
    const lines = cells.map((cell, at) => this.wrapped(cell, fonts, size, columns[at]?.width ?? this.width));
    const height = Math.max(1, ...lines.map((cell) => cell.length)) * size * 1.4;
    this.room(height);
    for (const [at, cell] of lines.entries()) {
      const column = columns[at];
      if (!column) continue;
      for (const [nth, runs] of cell.entries()) {
        const free = column.align === "right" ? column.width - widthOf(runs, size) : 0;
        this.drawn(runs, page.margin + column.at + free, this.y + nth * size * 1.4, size, quiet);
      }
    }
    this.y += height;
    return this;
  }

  rule(): this {
    this.room(10);
    const y = page.height - this.y - 4;
    this.page.drawLine({
      ...{ start: { x: page.margin, y }, end: { x: page.width - page.margin, y } },
      ...{ thickness: 0.7, color: colourOf(this.brand.colours.line) },
    });
    this.y += 10;
    return this;
  }

  /** A band of the brand's accent across the page, with words on it. */
  band(height: number, lines: readonly { readonly text: string; readonly size: number; readonly role?: Role }[]): this {
    this.room(height);
    const top = page.height - this.y;
    this.page.drawRectangle({
      ...{ x: page.margin, y: top - height, width: this.width, height },
      color: colourOf(this.brand.colours.accent),
    });
    let y = this.y + 24;
    for (const { text, size, role = "head" } of lines) {
      let x = page.margin + 28;
      for (const { font, text: part } of runsOf(text, this.fonts[role])) {
        this.page.drawText(part, {
          ...{ x, y: page.height - y - size, size, font, color: colourOf(this.brand.colours.onAccent) },
        });
        x += font.widthOfTextAtSize(part, size);
      }
      y += size * 1.45;
    }
    this.y += height;
    return this;
  }

  /** The file. */
  end = (): Promise<Uint8Array> => this.document.save();
}
