// Words of the sheet of a header or footer, and of the rules that say where one stands.

import type { Claim, HeaderOrFooter, StandingRule } from "@/core/page/header-footer/standing";
import { counted } from "@/studio/kit/counted";

interface Named {
  readonly pages: readonly { readonly id: string; readonly title: string }[];
}

const ruleSentences: {
  readonly [Is in StandingRule["is"]]: (rule: Extract<StandingRule, { is: Is }>, site: Named) => string;
} = {
  site: () => "the whole site",
  language: ({ language }) => `pages in ${language}`,
  group: ({ group }) => `pages of the group “${group}”`,
  path: ({ path }) => `addresses like ${path}`,
  page: ({ page }, { pages }) => {
    const found = pages.find(({ id }) => id === page);
    return found ? `the page “${found.title}”` : "a page that is gone";
  },
};

/** A rule in words: “pages of the group “Journal””. */
export const ruleWords = (rule: StandingRule, site: Named): string =>
  (ruleSentences[rule.is] as (rule: StandingRule, site: Named) => string)(rule, site);

export const words = {
  kinds: { header: "Header", footer: "Footer" },
  why: (of: HeaderOrFooter) => `Why this ${of}`,
  first: "Its rule for the whole site holds: there is no other.",
  wins: (rule: string) => `It stands here by its rule for ${rule}: the most specific that holds.`,
  forced: (of: HeaderOrFooter) => `By its rules this page has another ${of}. It is shown here to be worked on.`,
  loses: (name: string, claim: Claim, rule: string) =>
    claim.stands
      ? `“${name}” would stand here by its rule for ${rule}, which is less specific, or further down.`
      : `“${name}” leaves out ${rule}.`,
  whereItStands: "Say where it stands",
  rows: "Rows",
  addNotice: "Notice bar above",
  addLinks: "Row of links above",
  addRow: "Row below",
  noticeRow: "Notice",
  linksRow: "Links",
  row: "Row",
  noticeWords: "What visitors should know today.",
  writeToUs: "Write to us",
  callUs: "Call us",
  further: "Further",
  scrolling: "While scrolling",
  stays: "Its bottom row",
  staysAs: {
    none: "scrolls away",
    no: "scrolls away, with a height of its own",
    always: "stays in view",
    back: "comes back when one scrolls up",
  },
  height: "Height",
  px: "px",
  through: "Over the first section",
  throughNone: "on its own ground",
  throughOn: (surface: string) => `see-through, words as on ${surface}`,
  after: "Scrolled from",
  scrolledState: "Once scrolled",
  scrolledSurface: "Ground",
  sameSurface: "the row’s own",
  shadow: "A shadow below it",
  logoHint: "A logo in this row can have a picture of its own for this state.",
  contrastOver: (ratio: string, section: string) => `Contrast ${ratio} : 1 over “${section}”`,
  lookingAt: (done: number, of: number) => `Looking at it on its other pages: ${done} of ${of}.`,
  readsEverywhere: (pages: number) => `Its words can be read on ${pages === 1 ? "its page" : `all ${pages} pages`}`,
  unreadable: (count: number, of: number) => `Its words can’t be read on ${count} of ${counted(of, "page", "pages")}`,
  unreadableAt: (page: string, ratio: string) => `${page}, ${ratio} : 1`,
  toChecks: "Repairs that fit all of them stand in Checks",
  contrastScrolled: (ratio: string) => `Contrast ${ratio} : 1 once scrolled`,
  noFirst: "This page has no section below it yet.",
} as const;
