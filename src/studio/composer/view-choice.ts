// How somebody likes to see the stage: kept in the browser, over pages and visits.
import { useSyncExternalStore } from "react";

export const frameWidths = [390, 560, 820, 1180, 1440] as const;
/** The narrowest and the widest that a frame can be made. */
export const narrowestPx = 320;
export const widestPx = 1920;
/** A width that a frame can have, nearest to the one that is asked for. */
export const frameWidth = (px: number): number => Math.round(Math.max(narrowestPx, Math.min(widestPx, px)));

export const zooms = ["fit", 50, 75, 100] as const;
export type Zoom = (typeof zooms)[number];

export interface ViewChoice {
  readonly sideBySide: boolean;
  readonly widthPx: number;
  readonly zoom: Zoom;
  readonly orderFolded: boolean;
  readonly sheetFolded: boolean;
  /** Whether one chooses, below the stage, as whom it is rehearsed. */
  readonly rehearseShown: boolean;
}

const key = "webitor.view";
const first: ViewChoice = {
  sideBySide: false,
  widthPx: 1180,
  zoom: "fit",
  orderFolded: false,
  sheetFolded: false,
  rehearseShown: false,
};
let choice: ViewChoice | null = null;
const listeners = new Set<() => void>();

function read(): ViewChoice {
  if (choice) return choice;
  try {
    const kept = JSON.parse(localStorage.getItem(key) ?? "{}") as Partial<ViewChoice>;
    const known =
      typeof kept.widthPx === "number" &&
      frameWidth(kept.widthPx) === kept.widthPx &&
      zooms.includes(kept.zoom as never)
        ? { ...first, ...kept }
        : first;
    choice = known;
  } catch {
    choice = first;
  }
  return choice;
}

/** The choice as it stands, and a way to change a part of it. */
export function useViewChoice(): [ViewChoice, (change: Partial<ViewChoice>) => void] {
  const now = useSyncExternalStore(
    (listener) => {
      listeners.add(listener);
      return () => listeners.delete(listener);
    },
    read,
    () => first,
  );
  return [now, changeView];
}

function changeView(change: Partial<ViewChoice>): void {
  choice = { ...read(), ...change };
  try {
    localStorage.setItem(key, JSON.stringify(choice));
  } catch {
    // Forbidden storage: the choice holds until the tab is closed.
  }
  for (const listener of listeners) listener();
}
