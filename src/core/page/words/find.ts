// Finding words in a page, and putting others in their place: in lines, in running text, in what a page fills in.

import { type Definitions, isPlacement, sharedContent } from "@/core/page/shared/placement";
import type { Edit } from "../editing/edit";
import { spliceBetween } from "../edits/line";
import { stepsBetween } from "../edits/steps";
import type { WordsForm } from "../kind";
import { kinds } from "../kinds";
import { everyNode, findNode, type PageNode } from "../node";
import { wordsForm } from "./words";

export interface Query {
  readonly text: string;
  readonly matchCase: boolean;
  readonly wholeWords: boolean;
}

/** One place where the words stand. */
export interface Found {
  readonly node: string;
  /** The field, or the part of a line in it. */
  readonly field: string;
  /** Which of the places in this field it is, from 0. */
  readonly nth: number;
  /** The words around it, and it itself as it is written there. */
  readonly before: string;
  readonly match: string;
  readonly after: string;
}

export const longestQuery = 200;
const around = 36;

const isWordLetter = (letter: string | undefined) => letter !== undefined && /[\p{L}\p{N}_]/u.test(letter);

/** Where the words begin in a text; no two places overlap. */
export function placesIn(text: string, { text: wanted, matchCase, wholeWords }: Query): readonly number[] {
  const found: number[] = [];
  if (!wanted) return found;
  // Letter by letter, so that a letter that has two when it is small does not shift the places behind it.
  const same = (one: string, other: string) =>
    matchCase ? one === other : one.toLocaleLowerCase() === other.toLocaleLowerCase();
  for (let at = 0; at + wanted.length <= text.length; at++) {
    if (!same(text.slice(at, at + wanted.length), wanted)) continue;
    const whole = !isWordLetter(text[at - 1]) && !isWordLetter(text[at + wanted.length]);
    if (wholeWords && !whole) continue;
    found.push(at);
    at += wanted.length - 1;
  }
  return found;
}

type Rich = { readonly type?: string; readonly text?: string; readonly content?: readonly Rich[] };

/** Texts of a document, each with the way to it. A place is found within one text: across a change of marks it is not. */
function* textsOf(doc: Rich, path: readonly number[] = []): Generator<{ path: readonly number[]; text: string }> {
  if (doc.text !== undefined) yield { path, text: doc.text };
  for (const [at, child] of (doc.content ?? []).entries()) yield* textsOf(child, [...path, at]);
}

/** A line of words in a block, or its running text. */
interface Text {
  readonly field: string;
  readonly text: string;
  /** The way to it in running text; absent for a line. */
  readonly path?: readonly number[];
  /** In what a page fills in: where it stands in the block that is filled. */
  readonly inner?: string;
}

function* fieldTexts(node: PageNode, field: string, form: WordsForm): Generator<Text> {
  const value = node.content[field];
  if (form === "line" && typeof value === "string") yield { field, text: value };
  if (form === "rich" && value) for (const found of textsOf(value as Rich)) yield { field, ...found };
  if (typeof form !== "object" || !Array.isArray(value)) return;
  for (const line of value as readonly Record<string, unknown>[])
    for (const [part, text] of Object.entries(line)) {
      const path = `${field}.${String(line.id)}.${part}`;
      if (part !== "id" && typeof text === "string" && wordsForm(node, path) === "line") yield { field: path, text };
    }
}

/** What a page fills into a shared section, as far as its blocks take it for words. */
function* fillTexts(placement: PageNode, shared: Definitions): Generator<Text> {
  const { shared: id, fills } = sharedContent(placement);
  const body = shared.get(id);
  for (const { id: fill, node, field, value } of body ? fills : []) {
    const target = findNode(body as PageNode, node);
    const form = target && (kinds[target.kind].words as Readonly<Record<string, WordsForm>>)[field];
    if (!target || !form) continue;
    for (const found of fieldTexts({ ...target, content: { ...target.content, [field]: value } }, field, form))
      yield { ...found, field: `fills.${fill}.value`, inner: found.field };
  }
}

function* textsIn(node: PageNode, shared: Definitions): Generator<Text> {
  if (isPlacement(node)) yield* fillTexts(node, shared);
  else
    for (const [field, form] of Object.entries(kinds[node.kind].words) as [string, WordsForm][])
      yield* fieldTexts(node, field, form);
}

/** Every place in a page where the words stand, in its order; of shared sections in what the page fills in. */
export function* findIn(root: PageNode, query: Query, shared: Definitions): Generator<Found> {
  for (const node of everyNode(root)) {
    const counts = new Map<string, number>();
    for (const { field, text } of textsIn(node, shared))
      for (const at of placesIn(text, query)) {
        const nth = counts.get(field) ?? 0;
        counts.set(field, nth + 1);
        const end = at + query.text.length;
        yield {
          node: node.id,
          field,
          nth,
          before: (at > around ? "…" : "") + text.slice(Math.max(0, at - around), at),
          match: text.slice(at, end),
          after: text.slice(end, end + around) + (end + around < text.length ? "…" : ""),
        };
      }
  }
}

/** Names one place among all: what is left out is named so. */
export const placeName = ({ node, field, nth }: Pick<Found, "node" | "field" | "nth">): string =>
  `${node} ${field} ${nth}`;

/** A text with other words in its places; `takes` is asked for each of them in turn. */
function replaced(text: string, query: Query, put: string, takes: () => boolean): string {
  let next = "";
  let from = 0;
  for (const at of placesIn(text, query)) {
    const end = at + query.text.length;
    next += text.slice(from, at) + (takes() ? put : text.slice(at, end));
    from = end;
  }
  return next + text.slice(from);
}

/** A document with texts exchanged; texts that became empty go. */
function withTexts(doc: Rich, texts: ReadonlyMap<string, string>, path: readonly number[] = []): Rich {
  const { content } = doc;
  if (!content) return doc;
  return {
    ...doc,
    content: content
      .map((child, at) => {
        const here = [...path, at];
        const text = texts.get(here.join("."));
        return text === undefined ? withTexts(child, texts, here) : { ...child, text };
      })
      .filter((child) => child.text !== ""),
  };
}

interface Change extends Text {
  readonly next: string;
}

/** A value of a field with its texts changed: running text, a list, or one line. */
function changed(value: unknown, changes: readonly Change[]): unknown {
  if (changes[0]?.path)
    return withTexts(value as Rich, new Map(changes.map(({ path = [], next }) => [path.join("."), next])));
  return changes.reduce((now, { inner = "", next }) => {
    const [, line, part] = inner.split(".");
    if (line === undefined || part === undefined) return next;
    return (now as readonly Record<string, unknown>[]).map((one) => (one.id === line ? { ...one, [part]: next } : one));
  }, value);
}

/** The edit that makes one field of a block say what it is to say; null where it does already. */
function changeEdit(node: PageNode, field: string, changes: readonly Change[]): Edit | null {
  const [first] = changes;
  if (!first) return null;
  if (isPlacement(node)) {
    const fill = sharedContent(node).fills.find(({ id }) => field === `fills.${id}.value`);
    return { type: "setContent", node: node.id, field, value: changed(fill?.value, changes) };
  }
  const before = node.content[field];
  return first.path
    ? stepsBetween(node.id, field, before, changed(before, changes))
    : spliceBetween(node.id, field, first.text, first.next);
}

/**
 * Edits after which other words stand in the places that were found, but for those in `left` (by their names). Each line
 * and each running text is changed where it has to be and no further, so that what others write beside it stays.
 */
export function replaceEdits(
  root: PageNode,
  query: Query,
  put: string,
  shared: Definitions,
  left: ReadonlySet<string> = new Set(),
): readonly Edit[] {
  const edits: Edit[] = [];
  for (const node of everyNode(root)) {
    const counts = new Map<string, number>();
    const changes = new Map<string, Change[]>();
    for (const found of textsIn(node, shared)) {
      const { field, text } = found;
      const takes = () => {
        const nth = counts.get(field) ?? 0;
        counts.set(field, nth + 1);
        return !left.has(placeName({ node: node.id, field, nth }));
      };
      const next = replaced(text, query, put, takes);
      if (next !== text) changes.set(field, [...(changes.get(field) ?? []), { ...found, next }]);
    }
    for (const [field, ofField] of changes) {
      const edit = changeEdit(node, field, ofField);
      if (edit) edits.push(edit);
    }
  }
  return edits;
}
