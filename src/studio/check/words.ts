// Every word of Checks.
import type { CheckGroup, LayoutFinding, LayoutRepair } from "@/core/check/layout";
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
  top: ({ through }: { through?: string }) => (through ? `Words as on ${through}` : "On its own ground"),
};

/** What a repair does, as its button says it. */
export const repairWords = (repair: LayoutRepair): string =>
  repair.set === "look"
    ? (looks[repair.field]?.(repair.value) ?? words.repair)
    : (contents[repair.field]?.(repair.value as never) ?? words.repair);

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
  repaired: (count: number) => `${counted(count, "finding is", "findings are")} repaired.`,
  takenBack: "The repair is taken back.",
  takeBack: "Take it back",
  failed: "This could not be repaired: somebody changed the page meanwhile. It is measured again.",
  show: "Show me",
  showOf: (what: string) => `Show me: ${what}`,
  columns: { what: "Finding", widths: "Widths", page: "Page", block: "Block", command: "Repair" },
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
