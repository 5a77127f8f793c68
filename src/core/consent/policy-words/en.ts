// The policy of what a site brings in, in English.
import type { PolicyWords } from "./catalog";

export const en: PolicyWords = {
  what: "What, and from whom",
  why: "What for",
  stays: "How long it stays",
  nothingLeft: "Leaves nothing",
  untilRemoved: "Until you remove it",
  whileOpen: "While the browser is open",
  days: ["One day", "%1 days"],
  nothing: "This site brings nothing in from elsewhere.",
  page: "Privacy choices",
};
