// Tables that answers come from: what each column holds, recognised from its cells, and rows found by filters.
import { folded, plainNumber } from "../understands/tokens";

export const columnKinds = ["words", "number", "range", "days", "list"] as const;
export type ColumnKind = (typeof columnKinds)[number];

export interface TableColumn {
  readonly name: string;
  readonly kind: ColumnKind;
  /** "€", "°C", "h" …; "" for none. */
  readonly unit: string;
  /** Other words that visitors use for it. */
  readonly aka?: readonly string[];
}

export interface ChatTable {
  readonly id: string;
  readonly name: string;
  /** What one row is called: "clay". */
  readonly row: string;
  /** The column by which a row is named. */
  readonly nameColumn: number;
  readonly columns: readonly TableColumn[];
  readonly rows: readonly (readonly string[])[];
  /** Page of the site where it stands; absent where it is only known to the chat. */
  readonly href?: string;
}

/** A cell as numbers: both ends of a range, or twice the same. */
export interface Span {
  readonly from: number;
  readonly to: number;
}

/** One condition that a row has to meet. `column` is its place in the table. */
export type Filter =
  | { readonly column: number; readonly op: "has"; readonly value: string }
  /** One of these cells as they stand: those that a word of the question stands in. */
  | { readonly column: number; readonly op: "among"; readonly values: readonly string[] }
  | { readonly column: number; readonly op: "on"; readonly day: number }
  | { readonly column: number; readonly op: "under" | "over" | "atMost" | "atLeast" | "at"; readonly value: number }
  | { readonly column: number; readonly op: "between"; readonly value: number; readonly to: number };

export interface TableQuery {
  readonly filters: readonly Filter[];
  /** The row with the least or the most of a column. */
  readonly order: { readonly column: number; readonly least: boolean } | null;
  readonly count: boolean;
  /** Columns asked for; none for the whole row. */
  readonly asks: readonly number[];
}

const currencies: Readonly<Record<string, string>> = {
  "€": "€",
  eur: "€",
  euro: "€",
  euros: "€",
  $: "$",
  usd: "$",
  dollar: "$",
  dollars: "$",
  "£": "£",
  gbp: "£",
  pound: "£",
  pounds: "£",
};
const measures: Readonly<Record<string, string>> = {
  "°c": "°C",
  "°": "°C",
  "°f": "°F",
  c: "°C",
  celsius: "°C",
  degree: "°C",
  degrees: "°C",
  grad: "°C",
  degre: "°C",
  degres: "°C",
  h: "h",
  hour: "h",
  hours: "h",
  std: "h",
  stunde: "h",
  stunden: "h",
  heure: "h",
  heures: "h",
  min: "min",
  minute: "min",
  minutes: "min",
  minuten: "min",
  kg: "kg",
  g: "g",
  cm: "cm",
  mm: "mm",
  m: "m",
  l: "l",
  litre: "l",
  litres: "l",
  liter: "l",
  ml: "ml",
  "%": "%",
  in: "in",
  inch: "in",
  inches: "in",
  day: "d",
  days: "d",
  tage: "d",
  jours: "d",
};

/** The unit that a word stands for; "" for none. */
export const unitOf = (word: string): string => {
  const key = folded(word);
  return currencies[key] ?? measures[key] ?? "";
};

export const isMoney = (unit: string): boolean => Object.values(currencies).includes(unit);

const cellPattern =
  /^(?:from |ab |a partir de |c\. ?|about )?([€$£])?\s?(\d{1,3}(?:[.,\u202f\u00a0 ]\d{3})+(?:[.,]\d{1,4})?|\d{1,12}(?:[.,]\d{1,6})?)(?:\s?[–-]\s?[€$£]?(\d{1,3}(?:[.,\u202f\u00a0 ]\d{3})+(?:[.,]\d{1,4})?|\d{1,12}(?:[.,]\d{1,6})?))?\s?([\p{L}°%€$£]{0,10})$/iu;

const readNumber = (text: string): number => {
  const plain = text.replace(/[\s\u202f\u00a0]/g, "");
  const both = /^(\d{1,3}(?:[.,]\d{3})+)[.,](\d{1,2})$/.exec(plain);
  return both ? Number(`${both[1]?.replace(/[.,]/g, "")}.${both[2]}`) : Number(plainNumber(plain));
};

/** A cell as numbers with its unit; null for words. */
export function readCell(cell: string): (Span & { readonly unit: string }) | null {
  const found = cellPattern.exec(cell.trim().slice(0, 60));
  if (!found) return null;
  const [, before = "", first = "", second, behind = ""] = found;
  const unit = unitOf(before || behind);
  // "6 evenings" counts something, and is no measure: it is words.
  if (behind && !unit) return null;
  const from = readNumber(first);
  const to = second === undefined ? from : readNumber(second);
  return Number.isFinite(from) && Number.isFinite(to) && from <= to ? { from, to, unit } : null;
}

const dayNames = [
  ["mon", "monday", "mo", "montag", "lun", "lundi"],
  ["tue", "tues", "tuesday", "di", "dienstag", "mar", "mardi"],
  ["wed", "wednesday", "mi", "mittwoch", "mer", "mercredi"],
  ["thu", "thur", "thurs", "thursday", "do", "donnerstag", "jeu", "jeudi"],
  ["fri", "friday", "fr", "freitag", "ven", "vendredi"],
  ["sat", "saturday", "sa", "samstag", "sam", "samedi"],
  ["sun", "sunday", "so", "sonntag", "dim", "dimanche"],
] as const;

const dayOf = (word: string): number =>
  dayNames.findIndex(
    (names) =>
      (names as readonly string[]).includes(folded(word).replace(/s$/, "")) ||
      (names as readonly string[]).includes(folded(word)),
  );

const separator = /[,;/&\n]| and | und | et /;

/** The days of the week that a cell names, 0 for Monday; null where it names something else. "Tue–Thu" is three. */
export function daysIn(cell: string): readonly number[] | null {
  const days: number[] = [];
  for (const part of listIn(cell)) {
    const ends = part.split(/\s?[–-]\s?/).map(dayOf);
    if (!ends.length || ends.length > 2 || ends.includes(-1)) return null;
    const [first = 0, last = first] = ends;
    for (let day = first; ; day = (day + 1) % 7) {
      if (!days.includes(day)) days.push(day);
      if (day === last) break;
    }
  }
  return days;
}

/** The single things that a cell lists. */
export const listIn = (cell: string): readonly string[] =>
  cell
    .split(separator)
    .map((one) => one.trim())
    .filter(Boolean);

/** What a column holds, by its cells: what nearly all of them are. */
export function recogniseColumn(name: string, cells: readonly string[]): TableColumn {
  const full = cells.filter((cell) => cell.trim());
  const enough = (count: number) => full.length > 0 && count >= full.length * 0.8;
  if (enough(full.filter((cell) => daysIn(cell)).length)) return { name, kind: "days", unit: "" };
  const numbers = full.flatMap((cell) => readCell(cell) ?? []);
  if (enough(numbers.length)) {
    const units = numbers.map(({ unit }) => unit).filter(Boolean);
    const inName =
      name
        .split(/[\s()[\],]+/)
        .map(unitOf)
        .find(Boolean) ?? "";
    const kind = numbers.some(({ from, to }) => from !== to) ? "range" : "number";
    return { name, kind, unit: units[0] ?? inName };
  }
  const lists = full.filter((cell) => listIn(cell).length > 1 && cell.length < 120);
  return { name, kind: lists.length > 0 && lists.length >= full.length * 0.3 ? "list" : "words", unit: "" };
}

/** A table from its header and rows: rows get as many cells as there are columns. */
export function recogniseTable(
  of: { readonly id: string; readonly name: string; readonly href?: string; readonly row?: string },
  columns: readonly string[],
  rows: readonly (readonly string[])[],
): ChatTable {
  const even = rows.map((row) => columns.map((_, at) => row[at] ?? ""));
  const recognised = columns.map((name, at) =>
    recogniseColumn(
      name,
      even.map((row) => row[at] ?? ""),
    ),
  );
  // The first column names rows and lists nothing, whatever commas stand in it.
  const known = recognised.map((column, at) =>
    at === 0 && column.kind === "list" ? { ...column, kind: "words" as const } : column,
  );
  // Where no column holds words, the first names the row.
  const nameColumn = Math.max(
    0,
    known.findIndex(({ kind }) => kind === "words"),
  );
  return {
    id: of.id,
    name: of.name,
    row: of.row ?? columns[nameColumn] ?? "",
    nameColumn,
    columns: known,
    rows: even,
    ...(of.href === undefined ? {} : { href: of.href }),
  };
}

const meets = (cell: string, filter: Filter): boolean => {
  if (filter.op === "has") {
    const wanted = folded(filter.value);
    return folded(cell) === wanted || listIn(cell).some((one) => folded(one) === wanted);
  }
  if (filter.op === "among") return filter.values.includes(cell);
  if (filter.op === "on") return daysIn(cell)?.includes(filter.day) ?? false;
  const read = readCell(cell);
  if (!read) return false;
  const { from, to } = read;
  switch (filter.op) {
    case "under":
      return from < filter.value;
    case "over":
      return to > filter.value;
    case "atMost":
      return from <= filter.value;
    case "atLeast":
      return to >= filter.value;
    case "at":
      return from <= filter.value && filter.value <= to;
    case "between":
      return from <= filter.to && to >= filter.value;
  }
};

/** The rows that a question means, by their places: in the order of the table, or the least or most alone. */
export function rowsFor(table: ChatTable, { filters, order }: TableQuery): readonly number[] {
  const found: number[] = [];
  for (const [at, row] of table.rows.entries())
    if (filters.every((filter) => meets(row[filter.column] ?? "", filter))) found.push(at);
  if (!order) return found;
  let best: number[] = [];
  let bestValue = 0;
  for (const at of found) {
    const read = readCell(table.rows[at]?.[order.column] ?? "");
    if (!read) continue;
    const value = order.least ? read.from : read.to;
    if (!best.length || (order.least ? value < bestValue : value > bestValue)) {
      best = [at];
      bestValue = value;
    } else if (value === bestValue) best.push(at);
  }
  return best;
}

/** A row in words: the columns asked for, or all of them. */
export function rowSays(table: ChatTable, row: number, asks: readonly number[]): string {
  const cells = table.rows[row] ?? [];
  const wanted = asks.length ? asks : table.columns.map((_, at) => at);
  const said = wanted.flatMap((at) => {
    const column = table.columns[at];
    const cell = cells[at] ?? "";
    if (!column || !cell || at === table.nameColumn) return [];
    const unit = column.unit && !isMoney(column.unit) && /^[\d.,\s–-]+$/.test(cell) ? ` ${column.unit}` : "";
    const money = isMoney(column.unit) && /^[\d.,\s–-]+$/.test(cell) ? column.unit : "";
    return [`${column.name} ${money}${cell}${unit}`];
  });
  const name = cells[table.nameColumn] ?? "";
  return said.length ? `${name}: ${said.join(", ")}` : name;
}

/** Why rows that came in are no table. */
export type TableFault = "empty" | "oneColumn" | "tooMany";

/** What came of rows that somebody brought: the table, and how many of its rows had other numbers of cells than the first. */
export type MadeTable =
  | { readonly ok: true; readonly table: ChatTable; readonly ragged: number; readonly cut: number }
  | { readonly ok: false; readonly fault: TableFault };

/** Makes a table of rows as a file or a paste brings them; the first names the columns. Rows of other lengths are evened out. */
export function tableOfRows(
  of: { readonly id: string; readonly name: string },
  given: readonly (readonly string[])[],
  most: { readonly rows: number; readonly columns: number; readonly cell: number },
): MadeTable {
  const rows = given.filter((row) => row.some((cell) => cell.trim()));
  const [head, ...body] = rows;
  if (!head || !body.length) return { ok: false, fault: "empty" };
  const columns = head.map((name) => name.trim().slice(0, 80));
  if (columns.length < 2) return { ok: false, fault: "oneColumn" };
  if (columns.length > most.columns || body.length > most.rows * 10) return { ok: false, fault: "tooMany" };
  const kept = body.slice(0, most.rows).map((row) => row.map((cell) => cell.trim().slice(0, most.cell)));
  return {
    ok: true,
    table: recogniseTable(of, columns, kept),
    ragged: kept.filter((row) => row.length !== columns.length).length,
    cut: body.length - kept.length,
  };
}
