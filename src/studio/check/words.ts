// Every word of Checks.
import type { CheckGroup, LayoutFinding } from "@/core/check/layout";
import type { SiteRepair } from "@/core/check/trial-site";
import { counted } from "@/studio/kit/counted";

const fits: Readonly<Record<string, string>> = {
  wrap: "Break its words",
  shrink: "Let it shrink",
  scroll: "Scroll inside itself",
  clip: "Cut it at its edge",
};

const looks: Readonly<Record<string, (value: string | number) => string>> = {
  fit: (value) => fits[value] ?? String(value),
  size: (value) => `Type ${value} rem`,
  measure: (value) => `Lines of ${value} characters`,
  colour: () => "Colour of its surface",
};

const contents: Readonly<Record<string, (value: never) => string>> = {
  level: (value: number) => `Make it heading ${value}`,
  ground: ({ veil }: { veil: number }) => `Veil ${veil} %`,
  top: ({ through }: { through?: string }) => (through ? `Header words as on ${through}` : "Header on its own ground"),
};

/** What a repair does, as its button says it. */
export function repairWords(repair: SiteRepair): string {
  if (repair.set === "ownHeader") return words.ownHeader(repair.top.through, repair.pages.length);
  return repair.set === "look"
    ? (looks[repair.field]?.(repair.value) ?? words.repair)
    : (contents[repair.field]?.(repair.value as never) ?? words.repair);
}

/** How many pages a repair changes, where it is more than the one it was found on. */
export const reachWords = (pages: number): string => (pages > 1 ? words.reach(pages) : "");

export const words = {
  title: "Checks",
  loading: "the checks",
  measured: (pages: number) => `${counted(pages, "page", "pages")} at six widths, measured as they stand.`,
  measuring: (done: number, of: number) => `Measuring ${done} of ${of} pages. You may go on working.`,
  measuringBar: "Measuring",
  stops: (count: number) => counted(count, "finding stops a release", "findings stop a release"),
  looks: (count: number) => counted(count, "is worth a look", "are worth a look"),
  all: "All",
  groups: {
    layout: "Layout",
    words: "Words",
    contrast: "Contrast",
    pictures: "Pictures",
    links: "Links",
  } satisfies Record<CheckGroup, string>,
  filter: "What is shown",
  repair: "Repair",
  repairOf: (repair: string, what: string) => `${repair}: ${what}`,
  repairAll: (count: number) => `Repair ${count} in one step`,
  repairing: (at: number, of: number) => `Repairing ${at} of ${of}`,
  repaired: (count: number) => `${counted(count, "finding is", "findings are")} repaired.`,
  notRepaired: (count: number) =>
    `${counted(count, "is", "are")} left: nothing cures ${count === 1 ? "it" : "them"} without a finding elsewhere.`,
  ownHeader: (through: string | undefined, pages: number) =>
    `A header of ${pages === 1 ? "its" : "their"} own ${through ? `with words as on ${through}` : "on its own ground"}`,
  ownHeaderName: (through: string | undefined) => (through ? `Header, words as on ${through}` : "Header on its ground"),
  reach: (pages: number) => `on ${counted(pages, "page", "pages")}`,
  trying: (done: number, of: number) => `Trying repairs on every page they reach: ${done} of ${of}.`,
  tryingOne: "Repair is being tried",
  triedInChecks: "Repair it in Checks, where it is tried on every page",
  hoursFromSettings: "Take those of the settings",
  hoursToSettings: "Put these into the settings",
  noRepair: "Nothing cures it without a finding elsewhere",
  takenBack: "The repair is taken back.",
  takeBack: "Take it back",
  failed: "This could not be repaired: somebody changed the page meanwhile. It is measured again.",
  wholeSite: "The whole site",
  samples: "Sample words",
  samplesHint: "They came with a section and only say what belongs there. Visitors would read them.",
  samplesStop: "They stop a release until they are changed",
  samplesLeft: (count: number) => counted(count, "sample is left", "samples are left"),
  walk: "Walk through them",
  walkOf: (page: string) => `Walk through them: ${page}`,
  show: "Show me",
  showOf: (what: string) => `Show me: ${what}`,
  everyWidth: "every width",
  atWidths: (widths: readonly number[]) => `at ${widths.join(", ")}`,
  inHeader: "in the header",
  inFooter: "in the footer",
  inShared: "in a shared section",
  atTop: "at the top",
  scrolled: "once scrolled",
  byWidth: "Pages by width",
  pageColumn: "Page",
  cell: (page: string, width: number, count: number) =>
    `${page} at ${width} px: ${count ? counted(count, "finding", "findings") : "nothing"}`,
  notMeasured: "not measured yet",
  fine: "nothing",
  nothing: "Nothing found. Every page fits its widths, and words, pictures and links are as they should be.",
  nothingHere: "Nothing of this sort.",
  picture: (page: string, width: number) => `${page} at ${width} px`,
  beyond: (px: number) => `+${px} px`,
  again: "Measure again",
  notMeasurable: (pages: number) =>
    `${counted(pages, "page", "pages")} could not be measured: a picture did not arrive. Measure again.`,
  block: (count: number) => counted(count, "finding", "findings"),
} as const;

/** Where a finding was seen, in words: “at 320, 390”. */
export const widthsWords = (widths: readonly number[], all: number): string =>
  widths.length === all ? words.everyWidth : words.atWidths(widths);

/** In which state of the header, or in which part of the page, a finding stands; nothing for the page itself. */
export const regionWords = ({ region, values }: Pick<LayoutFinding, "region" | "values">): string =>
  values.state === "top"
    ? words.atTop
    : values.state === "scrolled"
      ? words.scrolled
      : { header: words.inHeader, main: "", footer: words.inFooter }[region];
