// What the keys of the week painter do.

/** A cell of the painted week: its weekday (1 is Monday) and its step from the top. */
export interface Cell {
  readonly weekday: number;
  readonly row: number;
}

/** Steps of the long moves: three hours. */
const pageMinutes = 180;

/** Where a key moves the cursor to, within 7 days and `rows` steps; null for a key that moves nothing. */
export function moved(key: string, { weekday, row }: Cell, rows: number, stepMinutes: number): Cell | null {
  const page = Math.round(pageMinutes / stepMinutes);
  const moves: Readonly<Record<string, Cell>> = {
    ArrowUp: { weekday, row: row - 1 },
    ArrowDown: { weekday, row: row + 1 },
    ArrowLeft: { weekday: weekday - 1, row },
    ArrowRight: { weekday: weekday + 1, row },
    Home: { weekday, row: 0 },
    End: { weekday, row: rows - 1 },
    PageUp: { weekday, row: row - page },
    PageDown: { weekday, row: row + page },
  };
  const next = moves[key];
  return next
    ? { weekday: Math.min(7, Math.max(1, next.weekday)), row: Math.min(rows - 1, Math.max(0, next.row)) }
    : null;
}

/** Keys that close what is chosen, whatever it was. */
export const clears = (key: string): boolean => key === "Delete" || key === "Backspace";

/** Keys that paint what is chosen. */
export const paints = (key: string): boolean => key === " " || key === "Enter";
