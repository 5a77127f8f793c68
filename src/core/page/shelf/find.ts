// Finding on the shelf: sections, blocks, widgets, settings and commands in one list, best first, by the words designers use.
import MiniSearch from "minisearch";
import type { TradeWords } from "./trade-words";

/** Something that can be found. */
export interface Findable {
  /** What words of the trade lead to: "section:opening", "widget:booking". Several things may be the same, as two calendars are. */
  readonly is: string;
  readonly name: string;
  readonly note: string;
  /** Further words it goes by: tags somebody gave it. */
  readonly tags?: readonly string[];
  /** What is written in it. */
  readonly text?: string;
}

/** So much of what somebody types is looked at, in characters and in words. */
const longestSearch = 80;
const mostWords = 8;

/** Small letters without accents and signs, one space between words. */
const folded = (text: string): string =>
  text
    .toLowerCase()
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .replace(/[^\p{L}\p{N}]+/gu, " ")
    .trim();

/** A word in one number, as the table has it or not: "testimonials", "categories", "boxes". */
const singular = (word: string): string =>
  word.length < 4
    ? word
    : word
        .replace(/ies$/, "y")
        .replace(/(x|ch|sh|ss)es$/, "$1")
        .replace(/([^s])s$/, "$1");

/** Words that say nothing of what is meant. */
const empty: ReadonlySet<string> = new Set([
  "a",
  "an",
  "and",
  "the",
  "of",
  "for",
  "with",
  "to",
  "in",
  "on",
  "my",
  "our",
  "your",
  "i",
  "we",
  "us",
  "how",
  "what",
  "where",
  "do",
  "is",
  "are",
  "please",
  "add",
  "new",
  "some",
]);

/** Words that say of many things what they are: beside another they say little. */
const vague: ReadonlySet<string> = new Set([
  "section",
  "block",
  "widget",
  "page",
  "form",
  "table",
  "card",
  "list",
  "box",
  "text",
  "image",
  "picture",
  "photo",
  "bar",
  "menu",
  "button",
  "link",
  "row",
  "site",
]);

const inOneNumber = (text: string): string => text.split(" ").map(singular).join(" ");

/** How much each way of being found counts: what the trade calls it, its own name, words in its name, words about it. */
const counts = { trade: 1000, name: 900, begins: 700, part: 500, words: 100 } as const;
/** Of what a word leads to, each is so much less than the one before. */
const rankStep = 20;
/** A word that is typed in part leads where the whole one does, once so many letters of it are there. */
const fewestLetters = 3;

export class ShelfIndex<Thing extends Findable> {
  private readonly index: MiniSearch;
  /** What the trade's words lead to, in one number. */
  private readonly trade: ReadonlyMap<string, readonly string[]>;

  constructor(
    private readonly things: readonly Thing[],
    words: TradeWords,
  ) {
    // Where the table has a word in both numbers, the one that is typed counts.
    this.trade = new Map(
      [inOneNumber, (word: string) => word].flatMap((number) =>
        Object.entries(words).map(([word, leads]) => [number(folded(word)), leads] as const),
      ),
    );
    this.index = new MiniSearch({
      fields: ["name", "note", "tags", "text"],
      idField: "at",
      tokenize: (text) => text.split(" "),
    });
    this.index.addAll(
      things.map(({ name, note, tags = [], text = "" }, at) => ({
        at,
        name: inOneNumber(folded(name)),
        note: inOneNumber(folded(note)),
        tags: inOneNumber(folded(tags.join(" "))),
        text: inOneNumber(folded(text)),
      })),
    );
  }

  /** Everything that fits, best first; nothing where nothing is asked. */
  find(asked: string): readonly Thing[] {
    const typed = folded(asked.slice(0, longestSearch));
    const wanted = inOneNumber(typed);
    if (!wanted) return [];
    const scores = new Map<number, number>();
    const add = (at: number, score: number) => scores.set(at, Math.max(scores.get(at) ?? 0, score));
    for (const [is, score] of this.byTrade(this.trade.has(typed) ? typed : wanted))
      this.things.forEach((thing, at) => {
        if (thing.is === is) add(at, score);
      });
    for (const [at, { name, tags = [] }] of this.things.entries()) {
      const own = inOneNumber(folded(name));
      if (own === wanted || tags.some((tag) => inOneNumber(folded(tag)) === wanted)) add(at, counts.name);
      else if (own.startsWith(wanted)) add(at, counts.begins);
      else if (` ${own}`.includes(` ${wanted}`)) add(at, counts.part);
    }
    const said = wanted.split(" ").filter((word) => !empty.has(word));
    const search = (combineWith: "AND" | "OR") =>
      this.index.search(said.slice(0, mostWords).join(" "), {
        combineWith,
        boost: { name: 4, tags: 3, note: 1.5 },
        prefix: (term) => term.length >= 2,
        fuzzy: (term) => (term.length > 5 ? 1 : false),
      });
    const together = search("AND");
    // What has one of the words is better than nothing.
    const found = together.length || scores.size ? together : search("OR");
    const [best] = found;
    for (const { id, score } of found) add(Number(id), (counts.words * score) / (best?.score ?? 1));
    return [...scores]
      .sort(([one, first], [other, second]) => second - first || one - other)
      .flatMap(([at]) => this.things[at] ?? []);
  }

  /** What the trade's words lead to, with how much it counts. */
  private byTrade(wanted: string): ReadonlyMap<string, number> {
    const scores = new Map<string, number>();
    const lead = (word: string, base: number, together: boolean) =>
      this.trade.get(word)?.forEach((is, rank) => {
        const score = base - rank * rankStep;
        scores.set(is, together ? (scores.get(is) ?? 0) + score : Math.max(scores.get(is) ?? 0, score));
      });
    const parts = wanted.split(" ").slice(0, mostWords);
    if (this.trade.has(wanted)) lead(wanted, counts.trade, false);
    else if (parts.length > 1)
      // What several words lead to is meant: a “pricing table”. Of two that part, the one that says more counts, then the last.
      for (const [at, part] of parts.entries())
        lead(part, (vague.has(part) ? counts.part / 2 : counts.part) + at, true);
    else
      for (const word of this.trade.keys())
        if (wanted.length >= fewestLetters && word.startsWith(wanted)) lead(word, counts.begins - 1, false);
        else if (isOneSlipFrom(wanted, word)) lead(word, counts.part - 2, false);
    return scores;
  }
}

/** Whether two words differ by one letter left out, added, changed, or two neighbours swapped; short words by none. */
function isOneSlipFrom(one: string, other: string): boolean {
  if (one.length < 4 || Math.abs(one.length - other.length) > 1) return false;
  let from = 0;
  while (from < one.length && one[from] === other[from]) from++;
  let back = 0;
  while (back < Math.min(one.length, other.length) - from && one.at(-1 - back) === other.at(-1 - back)) back++;
  const [left, right] = [one.slice(from, one.length - back), other.slice(from, other.length - back)];
  if (left.length <= 1 && right.length <= 1) return true;
  return left.length === 2 && right.length === 2 && left[0] === right[1] && left[1] === right[0];
}
