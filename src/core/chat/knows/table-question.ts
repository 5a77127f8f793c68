// What a question asks of a table: which rows, by values, comparisons, least and most, and which columns of them.
import { inLanguage } from "@/core/locale/words";
import { folded, type Stems, type Token, tokensOf } from "../understands/tokens";
import { type ChatTable, type Filter, listIn, readCell, type TableQuery, unitOf } from "./table";
import { de } from "./table-question/de";
import { en } from "./table-question/en";
import { fr } from "./table-question/fr";

const words = { en, de, fr };

/** A question read against one table. */
export interface TableReading {
  readonly query: TableQuery;
  /** Share of what the question says that the table has a place for: 0 to 1. */
  readonly share: number;
  /** Words of it that nothing in the table answers to. */
  readonly left: readonly string[];
}

/** Words of a question with what each is taken for, so that none counts twice. */
class Words {
  readonly folded: readonly string[];
  private readonly used = new Set<number>();

  constructor(
    readonly tokens: readonly Token[],
    /** Whether a stem is what a token says: itself, a slip of it, or another word for it. */
    private readonly says: (token: Token, stem: string) => boolean,
  ) {
    this.folded = tokens.map(({ word }) => folded(word));
  }

  /** Where a phrase stands, in words as they are written; -1 for nowhere or where it is taken already. */
  find(phrase: string): number {
    const parts = phrase.split(/[\s-]/);
    for (let at = 0; at + parts.length <= this.folded.length; at++)
      if (parts.every((part, nth) => this.folded[at + nth] === part && !this.used.has(at + nth))) return at;
    return -1;
  }

  takePhrase(phrases: readonly string[]): string | null {
    for (const phrase of [...phrases].sort((a, b) => b.length - a.length)) {
      const at = this.find(phrase);
      if (at < 0) continue;
      for (let nth = 0; nth < phrase.split(/[\s-]/).length; nth++) this.used.add(at + nth);
      return phrase;
    }
    return null;
  }

  /** Takes every one of some stems; false, and nothing taken, where one is missing. */
  takeStems(stems: readonly string[]): boolean {
    const places: number[] = [];
    for (const stem of stems) {
      const at = this.tokens.findIndex(
        (token, place) => !this.used.has(place) && !places.includes(place) && this.says(token, stem),
      );
      if (at < 0) return false;
      places.push(at);
    }
    for (const at of places) this.used.add(at);
    return true;
  }

  take(at: number): void {
    this.used.add(at);
  }

  isUsed(at: number): boolean {
    return this.used.has(at);
  }

  left(): readonly Token[] {
    return this.tokens.filter((token, at) => !this.used.has(at) && !token.stop);
  }
}

const stemsOf = (text: string, stems: Stems): readonly string[] =>
  tokensOf(text, stems)
    .filter(({ stop }) => !stop)
    .map(({ stem }) => stem);

/** Columns that words or units mean, the likeliest first. */
function columnsMeant(table: ChatTable, meant: readonly string[]): readonly number[] {
  const names = meant.map(folded);
  return table.columns.flatMap(({ unit, name, aka = [], kind }, at) => {
    const said = [name, ...aka].flatMap((one) => folded(one).split(/[^\p{L}\p{N}]+/u));
    const meets =
      (unit && meant.includes(unit)) ||
      said.some((one) => names.includes(one)) ||
      (kind === "days" && meant.includes("days"));
    return meets ? [at] : [];
  });
}

const isNumeric = (table: ChatTable, column: number): boolean =>
  table.columns[column]?.kind === "number" || table.columns[column]?.kind === "range";

/** The column of numbers that a number in a question is about. */
function columnForNumber(table: ChatTable, value: number, unit: string, named: readonly number[]): number {
  const numeric = table.columns.map((_, at) => at).filter((at) => isNumeric(table, at));
  const byUnit = unit ? numeric.filter((at) => table.columns[at]?.unit === unit) : [];
  if (unit && !byUnit.length && numeric.some((at) => table.columns[at]?.unit)) return -1;
  const candidates = byUnit.length
    ? byUnit
    : named.some((at) => numeric.includes(at))
      ? numeric.filter((at) => named.includes(at))
      : numeric;
  // Where several could be meant: the one whose numbers are of that size.
  let best = -1;
  let nearest = Number.POSITIVE_INFINITY;
  for (const at of candidates) {
    const spans = table.rows.flatMap((row) => readCell(row[at] ?? "") ?? []);
    if (!spans.length) continue;
    const least = Math.min(...spans.map(({ from }) => from));
    const most = Math.max(...spans.map(({ to }) => to));
    const away = value < least ? (least - value) / (least || 1) : value > most ? (value - most) / (most || 1) : 0;
    if (away < nearest) {
      nearest = away;
      best = at;
    }
  }
  return best;
}

/** What words or phrases single out in the cells: the longest first, each as a condition. */
function valueFilters(table: ChatTable, said: Words, stems: Stems, accepts: (words: number) => boolean): Filter[] {
  const values = new Map<string, { column: number; value: string; stems: readonly string[] }>();
  for (const [column, { kind }] of table.columns.entries()) {
    if (kind !== "words" && kind !== "list") continue;
    for (const row of table.rows) {
      const cell = row[column] ?? "";
      for (const value of new Set([cell, ...listIn(cell)])) {
        const of = stemsOf(value, stems);
        if (of.length && of.length <= 6 && accepts(of.length))
          values.set(`${column} ${folded(value)}`, { column, value, stems: of });
      }
    }
  }
  const filters: Filter[] = [];
  const sorted = [...values.values()].sort(
    (a, b) => b.stems.length - a.stems.length || b.stems.join().length - a.stems.join().length,
  );
  for (const { column, value, stems: of } of sorted)
    if (!filters.some((one) => one.column === column) && said.takeStems(of)) filters.push({ column, op: "has", value });
  return filters;
}

const comparisons = ["under", "over", "atMost", "atLeast"] as const;

/** Reads a question against a table; null where it has nothing to do with it. */
export function readTableQuestion(
  tokens: readonly Token[],
  table: ChatTable,
  stems: Stems,
  says: (token: Token, stem: string) => boolean = (token, stem) => token.stem === stem,
): TableReading | null {
  const known = inLanguage(words, stems.language);
  const said = new Words(tokens, says);
  let evidence = 0;

  const count = said.takePhrase(known.count) !== null;
  let order: TableQuery["order"] = null;
  const named = table.columns.flatMap(({ name, aka = [] }, at) =>
    at !== table.nameColumn &&
    [name, ...aka].some(
      (one) =>
        stemsOf(one, stems).length > 0 &&
        stemsOf(one, stems).every((stem) => tokens.some((token) => token.stem === stem)),
    )
      ? [at]
      : [],
  );
  for (const extreme of known.extremes) {
    if (order || !extreme.words.some((word) => said.find(word) >= 0)) continue;
    const meant = extreme.of.length ? columnsMeant(table, extreme.of) : named;
    const column = meant.find((at) => isNumeric(table, at));
    if (column === undefined) continue;
    said.takePhrase(extreme.words);
    order = { column, least: extreme.least };
    evidence += 1;
  }

  // What singles out rows by several words comes before the names of columns: "north studio" is not the column "Studio".
  const filters: Filter[] = valueFilters(table, said, stems, (count) => count > 1);

  // Columns that are named: their words are no values and no numbers ("one shelf").
  const namedNow = named.filter((at) =>
    [table.columns[at]?.name ?? "", ...(table.columns[at]?.aka ?? [])].some((name) =>
      said.takeStems(stemsOf(name, stems)),
    ),
  );
  evidence += namedNow.length * 0.5;

  filters.push(
    ...valueFilters(table, said, stems, (count) => count === 1).filter(
      ({ column }) => !filters.some((one) => one.column === column),
    ),
  );
  evidence += filters.length;

  // Days of the week.
  for (const [column, { kind }] of table.columns.entries()) {
    if (kind !== "days") continue;
    for (const [day, name] of known.days.entries())
      if (said.takeStems([stems.of(name)])) {
        filters.push({ column, op: "on", day });
        evidence += 1;
      }
  }

  // Numbers with what is said before them.
  for (const [at, token] of tokens.entries()) {
    if (!/^\d/.test(token.stem) || said.isUsed(at)) continue;
    const value = Number(token.stem);
    if (!Number.isFinite(value)) continue;
    const before = said.folded.slice(Math.max(0, at - 3), at).join(" ");
    const next = tokens[at + 1];
    const later = tokens[at + 2];
    const unit = unitOf(next?.word ?? "");
    const column = columnForNumber(table, value, unit, named);
    if (column < 0) continue;
    said.take(at);
    if (unit) said.take(at + 1);
    const isBetween = known.between.some((word) => before.endsWith(word));
    if (isBetween && later && next && known.and.includes(folded(next.word)) && /^\d/.test(later.stem)) {
      said.take(at + 2);
      if (unitOf(tokens[at + 3]?.word ?? "")) said.take(at + 3);
      said.takePhrase(known.between);
      filters.push({ column, op: "between", value, to: Number(later.stem) });
    } else {
      const op = comparisons.find((one) => known[one].some((word) => before === word || before.endsWith(` ${word}`)));
      if (op) said.takePhrase(known[op]);
      filters.push({ column, op: op ?? "at", value });
    }
    evidence += 1;
  }

  // Columns asked for.
  const filtered = new Set([...filters.map(({ column }) => column), ...(order ? [order.column] : [])]);
  const asks = new Set<number>();
  for (const ask of known.asks) {
    if (!ask.words.some((word) => said.find(word) >= 0)) continue;
    const meant = columnsMeant(table, ask.of).filter((at) => !filtered.has(at));
    if (!meant.length) continue;
    said.takePhrase(ask.words);
    for (const at of meant) asks.add(at);
    evidence += 0.5;
  }
  for (const at of namedNow) if (!filtered.has(at)) asks.add(at);
  let isAbout = false;
  const about = [table.row, table.columns[table.nameColumn]?.name ?? "", table.name];
  for (const name of about)
    for (const stem of stemsOf(name, stems))
      if (said.takeStems([stem])) {
        evidence += 0.5;
        isAbout = true;
      }
  // A word that stands in some cells beside others: "which clay has specks".
  if (isAbout && !filters.length && !order)
    for (const [column, { kind }] of table.columns.entries()) {
      if (kind !== "words" || filters.length) continue;
      for (const token of said.left()) {
        const values = [...new Set(table.rows.map((row) => row[column] ?? ""))].filter((cell) =>
          stemsOf(cell, stems).includes(token.stem),
        );
        if (!values.length || values.length > table.rows.length / 2 || !said.takeStems([token.stem])) continue;
        filters.push({ column, op: "among", values });
        evidence += 1;
        break;
      }
    }
  said.takePhrase(known.plain);

  // Something has to single out rows: a question that only shares a word with a table is not about it.
  if (!filters.length && !order && !(count && evidence >= 0.5)) return null;
  // One word that also stands in a cell is no question about the table, unless that is spoken of, or a column asked for.
  const [only] = filters;
  const asksWho = known.who.some((word) => said.folded.includes(word));
  const single =
    filters.length === 1 &&
    only !== undefined &&
    only.column !== table.nameColumn &&
    (only.op === "on" || (only.op === "has" && stemsOf(only.value, stems).length < 2));
  if (single && !isAbout && !asksWho && !asks.size && !order) return null;
  const plain = new Set(known.plain.map((word) => stems.of(word)));
  const left = said.left().filter(({ stem }) => !plain.has(stem));
  const content = tokens.filter(({ stop, stem }) => !stop && !plain.has(stem)).length || 1;
  const named1 = filters.some(({ column, op }) => column === table.nameColumn && op === "has");
  // A name alone is no question about the row, unless a column of it is asked for.
  if (filters.length === 1 && named1 && !asks.size && !count && !order) return null;
  return {
    query: { filters, order, count, asks: [...asks].filter((at) => at !== table.nameColumn) },
    share: 1 - left.length / Math.max(content, left.length),
    left: left.map(({ word }) => word),
  };
}
