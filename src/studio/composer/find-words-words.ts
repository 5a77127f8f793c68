// Every word of finding words.
import { counted } from "@/studio/kit/counted";

const places = (count: number) => counted(count, "place", "places");

export const findWords = {
  title: "Find and replace words",
  open: "Find words (F)",
  find: "Find",
  put: "Replace with",
  where: "Where",
  onPage: "This page",
  onSite: "The whole site",
  matchCase: "Capitals as written",
  wholeWords: "Whole words",
  replaceSo: (chosen: number, all: number) =>
    all === 0 ? "Replace" : chosen === all ? `Replace in ${places(all)}` : `Replace in ${chosen} of ${places(all)}`,
  replaced: (count: number, pages: number) => `Replaced in ${places(count)} on ${counted(pages, "page", "pages")}.`,
  takeBack: "Take it back",
  takenBack: "Taken back.",
  nowhere: "These words stand nowhere here.",
  thePlaces: "the places",
  more: (count: number) => `And ${places(count)} more.`,
  show: (block: string) => `Show: ${block}`,
} as const;
