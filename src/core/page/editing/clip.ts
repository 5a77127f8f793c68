// What the clipboard carries: blocks in a form of our own, and blocks made of words that came from elsewhere.
import { done, type Outcome, refused } from "@/core/visitor/decision";
import { builder } from "../build";
import type { PageNode } from "../node";
import { contentFault } from "../validate";
import type { Paragraph, RichDoc, RichList } from "../words/richtext";
import { carriedFormat, faultOfCarried } from "./carry";

/** The type of our own form on the clipboard, beside plain words for other programs. */
export const clipType = "application/x-webitor-blocks+json";

/** So many blocks, and so long a text, are taken at once. */
export const mostClipped = 100;
export const longestClip = 4_000_000;

export interface Clip {
  /** Key of the site they were copied on. */
  readonly site: string;
  readonly nodes: readonly PageNode[];
  /** By a shared section's place: what it shows, for a site that has not got it. */
  readonly own: Readonly<Record<string, readonly PageNode[]>>;
}

export const writeClip = (clip: Clip): string => JSON.stringify({ webitor: "blocks", format: carriedFormat, ...clip });

const isList = (value: unknown): value is readonly PageNode[] =>
  Array.isArray(value) && value.length > 0 && value.length <= mostClipped;

/** What was copied; or why it can't be used. Nothing is trusted: any program can put anything on a clipboard. */
export function readClip(text: string): Outcome<Clip> {
  if (text.length > longestClip) return refused("clip.tooLarge");
  let value: Record<string, unknown>;
  try {
    value = JSON.parse(text) as Record<string, unknown>;
  } catch {
    return refused("clip.foreign");
  }
  if (typeof value !== "object" || value?.webitor !== "blocks") return refused("clip.foreign");
  if (value.format !== carriedFormat)
    return typeof value.format === "number" && value.format > carriedFormat
      ? refused("clip.newer", { format: value.format, reads: carriedFormat })
      : refused("clip.foreign");
  const { site, nodes, own = {} } = value;
  if (typeof site !== "string" || site.length > 60 || !isList(nodes) || typeof own !== "object" || own === null)
    return refused("clip.foreign");
  const all = [nodes, ...Object.values(own)];
  for (const list of all) {
    if (!isList(list)) return refused("clip.foreign");
    for (const node of list) {
      const fault = faultOfCarried(node);
      if (fault) return refused("clip.invalid", { message: fault });
    }
  }
  return done({ site, nodes, own: own as Clip["own"] });
}

/** A part of words from elsewhere: a heading, or what stands in running text. */
export type Piece =
  | { readonly heading: number; readonly text: string }
  | { readonly rich: Paragraph | RichList }
  | { readonly rows: readonly (readonly string[])[] };

const longestHeading = 300;

/** Pieces as blocks: neighbours of running text are one block; a table is one where it is small enough to be read. */
export function blocksOfPieces(pieces: readonly Piece[], newId: () => string): readonly PageNode[] {
  const b = builder(newId);
  const blocks: PageNode[] = [];
  let running: (Paragraph | RichList)[] = [];
  const flush = () => {
    const doc: RichDoc = { type: "doc", content: running };
    if (running.length && !contentFault("richText", { doc })) blocks.push(b.node("richText", { doc }));
    running = [];
  };
  for (const piece of pieces) {
    if ("rich" in piece) {
      running.push(piece.rich);
      continue;
    }
    flush();
    if ("heading" in piece) {
      if (piece.text.trim()) blocks.push(b.heading(piece.heading, piece.text.trim().slice(0, longestHeading)));
      continue;
    }
    const width = Math.max(...piece.rows.map((row) => row.length));
    const columns = Array.from({ length: width }, (_, at) => ({ id: `c${at + 1}` }));
    const rows = piece.rows.map((row, at) => ({
      id: `r${at + 1}`,
      ...Object.fromEntries(row.map((cell, column) => [`c${column + 1}`, cell.trim()])),
    }));
    const content = { columns, rows, headRow: true, onPhones: "pairs" };
    if (!contentFault("table", content)) blocks.push(b.node("table", content));
    else running.push(...piece.rows.map((row) => paragraph(row.join(" "))));
  }
  flush();
  return blocks;
}

const paragraph = (text: string): Paragraph => ({
  type: "paragraph",
  ...(text ? { content: [{ type: "text", text }] } : {}),
});

/** Lines of a paragraph, parted by breaks. */
const broken = (lines: readonly string[]): Paragraph => ({
  type: "paragraph",
  content: lines.flatMap((text, at) => [
    ...(at ? [{ type: "hardBreak" } as const] : []),
    ...(text ? [{ type: "text", text } as const] : []),
  ]),
});

const list = (type: RichList["type"], lines: readonly string[]): RichList => ({
  type,
  content: lines.map((text) => ({ type: "listItem", content: [paragraph(text)] })),
});

const bullet = /^\s*[-*•–]\s+/;
const numbered = /^\s*\d{1,3}[.)]\s+/;
const headingMark = /^(#{1,6})\s+/;

/** Plain words as pieces: paragraphs parted by empty lines, lists by their marks, headings by #, rows by tabs. */
export function piecesOfText(text: string): readonly Piece[] {
  const pieces: Piece[] = [];
  const groups = text
    .slice(0, 200_000)
    .replace(/\r\n?/g, "\n")
    .split(/\n[ \t]*\n+/);
  for (const group of groups) {
    let lines = group.split("\n").map((line) => line.trimEnd());
    while (lines.length && !lines[0]?.trim()) lines = lines.slice(1);
    while (lines.length) {
      const [first = ""] = lines;
      const taken = (fits: (line: string) => boolean) => {
        const end = lines.findIndex((line) => !fits(line));
        const part = lines.slice(0, end < 0 ? lines.length : end);
        lines = lines.slice(part.length);
        return part;
      };
      const mark = headingMark.exec(first);
      if (mark) {
        lines = lines.slice(1);
        pieces.push({ heading: Math.max(2, (mark[1] ?? "").length), text: first.slice(mark[0].length) });
      } else if (bullet.test(first))
        pieces.push({
          rich: list(
            "bulletList",
            taken((line) => bullet.test(line)).map((line) => line.replace(bullet, "")),
          ),
        });
      else if (numbered.test(first))
        pieces.push({
          rich: list(
            "orderedList",
            taken((line) => numbered.test(line)).map((line) => line.replace(numbered, "")),
          ),
        });
      else if (first.includes("\t"))
        pieces.push({ rows: taken((line) => line.includes("\t")).map((line) => line.split("\t")) });
      else
        pieces.push({
          rich: broken(
            taken(
              (line) => !headingMark.test(line) && !bullet.test(line) && !numbered.test(line) && !line.includes("\t"),
            ),
          ),
        });
    }
  }
  return pieces;
}
