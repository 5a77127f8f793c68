// The steps of everything that opens over the page: when, for whom, where.
import type { Opening } from "@/core/opening/opening";
import { pagesNote } from "./page-ticks";
import { WhenStep } from "./when-step";
import { WhereStep } from "./where-step";
import { WhomStep } from "./whom-step";
import { words } from "./words";

/** How many kinds of conditions are set besides pages. */
const conditionsSet = ({ conditions }: Opening): number =>
  [conditions.devices, conditions.languages, conditions.countries, conditions.cameFrom].filter((list) => list.length)
    .length + (conditions.visits === "all" ? 0 : 1);

export const whenStep = {
  key: "when",
  title: words.when,
  of: ["triggers", "restraint", "priority"],
  summary: (settings: Opening) => words.whenNote(settings.triggers.length),
  Panel: WhenStep,
  beside: "own",
} as const;

export const whomStep = {
  key: "whom",
  title: words.forWhom,
  of: ["conditions"],
  summary: (settings: Opening) => words.whomNote(conditionsSet(settings)),
  Panel: WhomStep,
  beside: "own",
} as const;

export const whereStep = {
  key: "where",
  title: words.whereStep,
  of: [],
  summary: (settings: Opening) => pagesNote(settings.conditions),
  Panel: WhereStep,
  beside: "own",
} as const;
