// The steps of everything that opens over the page: when, for whom, where.
import type { Opening } from "@/core/opening/opening";
import { later } from "@/studio/kit/later";
import { pagesNote } from "./page-ticks";
import { words } from "./words";

const WhenStep = later(() => import("./when-step").then((module) => module.WhenStep));
const WhereStep = later(() => import("./where-step").then((module) => module.WhereStep));
const WhomStep = later(() => import("./whom-step").then((module) => module.WhomStep));

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
