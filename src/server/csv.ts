// One line of a table as CSV (RFC 4180): what a sheet would take for a formula is told apart from one.
import Papa from "papaparse";

export const csvLine = (cells: readonly string[]): string =>
  `${Papa.unparse([cells as string[]], { newline: "\r\n", escapeFormulae: true })}\r\n`;
