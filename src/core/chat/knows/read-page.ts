// A page as what it says: its words by heading, sentence by sentence, and its tables. Read off the markup that visitors get, so
// that what they cannot see is not read either.
import { parseMarkup } from "@/core/input/markup";

/** What stands below one heading. */
export interface ReadSection {
  /** Headings above it, from the page's own down to the nearest. */
  readonly headings: readonly string[];
  /** Its nearest heading is a question, and this its answer. */
  readonly question: boolean;
  /** Lines as they stand: a paragraph, an item, a row. */
  readonly lines: readonly string[];
  /** It shows the opening hours or the address of the site, which the settings know better. */
  readonly shows: readonly ("hours" | "address")[];
}

/** A table as it stands on a page. */
export interface ReadTable {
  readonly headings: readonly string[];
  readonly columns: readonly string[];
  readonly rows: readonly (readonly string[])[];
}

export interface ReadPage {
  readonly title: string;
  /** BCP 47 tag that the document says it is in; "" for none. */
  readonly language: string;
  readonly description: string;
  /** It asks not to be found. */
  readonly noindex: boolean;
  /** Where it says it really stands; "" for nowhere else. */
  readonly canonical: string;
  readonly sections: readonly ReadSection[];
  readonly tables: readonly ReadTable[];
  /** Ids of the widgets that stand on it. */
  readonly widgets: readonly string[];
  /** Where it leads, as written, without what says not to follow. */
  readonly links: readonly string[];
  /** More stood there than is read of one page. */
  readonly cut: boolean;
}

/** So much of one page is read. */
export const pageLimits = {
  characters: 3_000_000,
  lines: 3000,
  lineLength: 1200,
  links: 2000,
  rows: 500,
  columns: 20,
} as const;

/** What is never part of what a page says. */
const passedOver = new Set([
  "script",
  "style",
  "template",
  "noscript",
  "svg",
  "math",
  "iframe",
  "object",
  "select",
  "button",
  "form",
  "nav",
  "head",
  "dialog",
  "textarea",
  "audio",
  "video",
  "canvas",
]);

/** Elements after which a new line of words begins. */
const lineEnds = new Set([
  "p",
  "div",
  "li",
  "ul",
  "ol",
  "dl",
  "dt",
  "dd",
  "tr",
  "table",
  "section",
  "article",
  "main",
  "header",
  "footer",
  "blockquote",
  "figure",
  "figcaption",
  "address",
  "details",
  "summary",
  "h1",
  "h2",
  "h3",
  "h4",
  "h5",
  "h6",
  "pre",
  "hr",
  "aside",
]);

const voids = new Set([
  "br",
  "img",
  "hr",
  "input",
  "meta",
  "link",
  "source",
  "wbr",
  "area",
  "col",
  "embed",
  "track",
  "base",
]);

/** Ways a page hides what it carries. */
const hides = (attributes: Readonly<Record<string, string>>): boolean =>
  attributes.hidden !== undefined ||
  attributes["aria-hidden"] === "true" ||
  // A widget's place: what it says comes from its engine.
  attributes["data-w"] !== undefined ||
  hiddenStyle.test(attributes.style ?? "");
const hiddenStyle =
  /(?:display\s*:\s*none|visibility\s*:\s*hidden|font-size\s*:\s*0|opacity\s*:\s*0(?![.\d])|clip-path|text-indent\s*:\s*-\d{3})/i;

const headingLevel = (name: string): number => (/^h[1-6]$/.test(name) ? Number(name[1]) : 0);

const tidy = (text: string): string => text.replace(/[\s\u00a0]+/g, " ").trim();

/** Characters that are not seen but read: left out, so that no order hides between letters. */
const unseen = /[\u00ad\u200b-\u200f\u202a-\u202e\u2060-\u2064\ufeff\u{e0000}-\u{e007f}]/gu;

/** A table while it is read. */
interface TableSoFar {
  columns: readonly string[];
  readonly rows: (readonly string[])[];
  row: string[];
  inHead: boolean;
  /** Whether the row so far has nothing but headings. */
  onlyHeads: boolean;
  cell: string | null;
}

interface Heading {
  /** 1 to 6; 7 for what folds open. */
  readonly level: number;
  readonly text: string;
}

/** Foldings lie below every heading around them. */
const foldLevel = 7;

/** What one open element means to the reader. */
type Role = "passed" | "main" | "footer" | "fold" | "plain";

class PageReader {
  title = "";
  language = "";
  description = "";
  canonical = "";
  noindex = false;
  private nofollow = false;
  full = false;
  readonly sections: ReadSection[] = [];
  readonly tables: ReadTable[] = [];
  readonly links: string[] = [];
  readonly widgets: string[] = [];

  private readonly open: { readonly name: string; readonly role: Role; readonly before?: readonly Heading[] }[] = [];
  private readonly depth: Record<Role, number> = { passed: 0, main: 0, footer: 0, fold: 0, plain: 0 };
  private headings: readonly Heading[] = [];
  private lines: string[] = [];
  private shows: ReadSection["shows"][number][] = [];
  private lineCount = 0;
  /** Words of the line so far, and how many of its characters stand in links. */
  private text = "";
  private linked = 0;
  private inLink = 0;
  /** A piece has ended with nothing between it and the next. */
  private pieceEnded = false;
  private heading: string | null = null;
  private term: string | null = null;
  private table: TableSoFar | null = null;

  constructor(private readonly onlyMain: boolean) {}

  private get reading(): boolean {
    return !this.depth.passed && !this.depth.footer && (!this.onlyMain || this.depth.main > 0);
  }

  private endSection(): void {
    this.endLine();
    const { lines, shows } = this;
    const headings = this.headings.map(({ text }) => text);
    if (lines.length || shows.length)
      this.sections.push({ headings, question: headings.at(-1)?.endsWith("?") ?? false, lines, shows });
    this.lines = [];
    this.shows = [];
  }

  /** What stood so far is a line of its own; one that only leads elsewhere says nothing. */
  private endLine(): void {
    const line = tidy(this.text.replace(unseen, ""));
    const onlyLink = this.linked >= this.text.trim().length - 1 && !/[@\d]/.test(line);
    this.text = "";
    this.linked = 0;
    this.pieceEnded = false;
    if (!line || onlyLink || !/\p{L}{2}|\d\D*\d|[€$£]/u.test(line)) return;
    if (this.lineCount >= pageLimits.lines) this.full = true;
    else {
      this.lineCount += 1;
      this.lines.push(`${this.term === null ? "" : `${this.term}: `}${line.slice(0, pageLimits.lineLength)}`);
    }
    this.term = null;
  }

  /** A heading, by its level, stands above what follows. */
  private stand(level: number, words: string): void {
    const text = tidy(words.replace(unseen, "")).slice(0, 300);
    const above = this.headings.filter((one) => one.level < level);
    this.headings = text ? [...above, { level, text }] : above;
  }

  private readonly roles: Readonly<Record<string, Role>> = { main: "main", footer: "footer", details: "fold" };

  opened(name: string, attributes: Readonly<Record<string, string>>): void {
    this.aboutPage(name, attributes);
    if (attributes["data-w"] && this.widgets.length < 100) this.widgets.push(attributes["data-w"].slice(0, 40));
    if (voids.has(name)) {
      if (name === "br" && this.reading) this.text += " ";
      return;
    }
    const passed =
      this.depth.passed > 0 || passedOver.has(name) || (name !== "body" && name !== "html" && hides(attributes));
    const role: Role = passed ? "passed" : (this.roles[name] ?? "plain");
    if (role === "fold" && this.reading) this.endSection();
    this.open.push({ name, role, ...(role === "fold" ? { before: this.headings } : {}) });
    this.depth[role] += 1;
    if (this.reading) this.begun(name, attributes);
  }

  private aboutPage(name: string, attributes: Readonly<Record<string, string>>): void {
    if (name === "html") this.language = (attributes.lang ?? "").slice(0, 35);
    else if (name === "meta") {
      const what = (attributes.name ?? "").toLowerCase();
      if (what === "description") this.description = tidy(attributes.content ?? "").slice(0, 400);
      if (what === "robots" && /\b(?:noindex|none)\b/i.test(attributes.content ?? "")) this.noindex = true;
      if (what === "robots" && /\b(?:nofollow|none)\b/i.test(attributes.content ?? "")) this.nofollow = true;
    } else if (name === "link" && (attributes.rel ?? "").toLowerCase() === "canonical")
      this.canonical = (attributes.href ?? "").slice(0, 2000);
    else if (name === "a" && attributes.href !== undefined && !/\bnofollow\b/i.test(attributes.rel ?? ""))
      if (this.links.length < pageLimits.links) this.links.push(attributes.href.slice(0, 2000));
  }

  private begun(name: string, attributes: Readonly<Record<string, string>>): void {
    if (attributes["data-hours"] !== undefined) this.shows.push("hours");
    if (name === "address") this.shows.push("address");
    if (name === "a") this.inLink += 1;
    if (this.table) this.inTable(this.table, name);
    else if (headingLevel(name)) {
      this.endSection();
      this.heading = "";
    } else if (name === "summary") this.heading = "";
    else if (name === "table") {
      this.endLine();
      this.table = { columns: [], rows: [], row: [], inHead: false, onlyHeads: true, cell: null };
    } else if (lineEnds.has(name)) {
      if (this.heading === null) this.endLine();
    } else if (this.pieceEnded && this.text) this.text += ": ";
    this.pieceEnded = false;
  }

  private inTable(table: TableSoFar, name: string): void {
    if (name === "thead") table.inHead = true;
    else if (name === "tr") {
      table.row = [];
      table.onlyHeads = true;
    } else if (name === "td" || name === "th") {
      table.cell = "";
      if (name === "td") table.onlyHeads = false;
    }
  }

  said(words: string): void {
    if (this.open.at(-1)?.name === "title" && this.depth.passed <= 2) this.title += words;
    if (!this.reading) return;
    if (this.heading !== null) this.heading += words;
    else if (this.table) {
      if (this.table.cell !== null && this.table.cell.length < pageLimits.lineLength) this.table.cell += words;
    } else {
      if (this.pieceEnded && this.text && /^[\p{L}\p{N}]/u.test(words)) this.text += " ";
      this.text += words;
      if (this.inLink) this.linked += words.length;
    }
    this.pieceEnded = false;
  }

  closed(name: string): void {
    if (voids.has(name)) return;
    const was = this.open.pop();
    if (!was) return;
    if (this.reading) this.ended(was.name);
    this.depth[was.role] -= 1;
    if (was.role === "fold" && this.reading) {
      this.endSection();
      this.headings = was.before ?? [];
    }
  }

  private ended(name: string): void {
    if (name === "a") this.inLink = Math.max(0, this.inLink - 1);
    const level = name === "summary" ? foldLevel : headingLevel(name);
    if (level && this.heading !== null) {
      this.stand(level, this.heading);
      this.heading = null;
    } else if (this.table) this.endOfTable(this.table, name);
    else if (name === "dt") {
      this.term = tidy(this.text) || null;
      this.text = "";
      this.linked = 0;
    } else if (name === "span") this.pieceEnded = true;
    else if (lineEnds.has(name) && this.heading === null) this.endLine();
  }

  private endOfTable(table: TableSoFar, name: string): void {
    if (name === "td" || name === "th") {
      if (table.row.length < pageLimits.columns) table.row.push(tidy((table.cell ?? "").replace(unseen, "")));
      table.cell = null;
    } else if (name === "thead") table.inHead = false;
    else if (name === "tr") {
      const heads = table.inHead || (table.onlyHeads && !table.rows.length);
      if (heads && !table.columns.length) table.columns = table.row;
      else if (table.row.some(Boolean) && table.rows.length < pageLimits.rows) table.rows.push(table.row);
    } else if (name === "table") {
      this.table = null;
      const { columns, rows } = table;
      if (!rows.length) return;
      this.tables.push({ headings: this.headings.map(({ text }) => text), columns, rows });
      for (const row of rows) {
        this.text = rowWords(columns, row);
        this.endLine();
      }
    }
  }

  finish(): void {
    this.endSection();
    if (this.nofollow) this.links.length = 0;
  }
}

/** A row as a line: "Stoneware: Top 1,240 °C, Whole kiln €78". */
export function rowWords(columns: readonly string[], [first = "", ...others]: readonly string[]): string {
  const said = others.flatMap((cell, at) => {
    const column = columns[at + 1];
    return cell ? [column ? `${column} ${cell}` : cell] : [];
  });
  return said.length ? `${first}: ${said.join(", ")}` : first;
}

/**
 * Reads the markup of one page. `onlyMain`: nothing outside of its main part, where every page of a site has one; pages of
 * other makers are read whole unless they have one.
 */
export function readPage(html: string, { onlyMain = true }: { onlyMain?: boolean } = {}): ReadPage {
  const read = html.slice(0, pageLimits.characters);
  const reader = new PageReader(onlyMain || /<main[\s>]/i.test(read));
  const whole = parseMarkup(read, {
    onopentag: (name, attributes) => reader.opened(name, attributes),
    ontext: (words) => reader.said(words),
    onclosetag: (name) => reader.closed(name),
  });
  reader.finish();
  const { title, language, description, noindex, canonical, sections, tables, links, widgets } = reader;
  return {
    title: tidy(title).slice(0, 300),
    language,
    description,
    noindex,
    canonical,
    sections,
    tables,
    links,
    widgets,
    cut: html.length > read.length || reader.full || !whole,
  };
}
