// What is done with ready-made sections of the shelf, wherever on it they stand.
import type { PageNode } from "@/core/page/node";
import type { ShelfEntry } from "@/core/page/shelf";
import type { OpenSite } from "@/studio/frame/site-context";
import type { Place } from "../several";

export interface TakesEntries {
  /** Puts one on the page: at a place, or where the shelf was opened. */
  onTake(entry: ShelfEntry, place?: Place): void;
  /** Shows a section on the stage, at its place, without taking it; with widgets that it shows and the site has not. */
  onTry(section: PageNode | null, samples?: OpenSite["widgets"]): void;
}
