// A table that came in, as its headers and lines.
import Papa from "papaparse";
import { mostColumns, mostLines, textOfTable } from "@/core/catalog/table";
import type { Answer } from "./answer";

export interface ReadTable {
  readonly headers: readonly string[];
  readonly rows: readonly (readonly string[])[];
  /** Nothing told in which letters it is written. */
  readonly guessed: boolean;
}

const refused = (message: string): Answer<ReadTable> => ({ ok: false, faults: [{ path: "file", message }] });

/** The lines of a CSV file (RFC 4180, and what sheets make of it: semicolons, tabs). */
export function readTable(file: Uint8Array): Answer<ReadTable> {
  const { text, guessed } = textOfTable(file);
  const { data } = Papa.parse<string[]>(text.replace(/^\ufeff/, ""), {
    skipEmptyLines: "greedy",
    preview: mostLines + 2,
  });
  const [headers = [], ...rows] = data;
  if (!rows.length) return refused("This table has no line below its headers. Write one product a line.");
  if (rows.length > mostLines) return refused(`A table has at most ${mostLines} lines. Send it in parts.`);
  if (headers.length > mostColumns) return refused(`A table has at most ${mostColumns} columns.`);
  return { ok: true, value: { headers, rows, guessed } };
}
