// The policy of what a site brings in, in Swedish.
import type { PolicyWords } from "./catalog";

export const sv: PolicyWords = {
  what: "Vad, och från vem",
  why: "Till vad",
  stays: "Hur länge det blir kvar",
  nothingLeft: "Lämnar inget",
  untilRemoved: "Tills du tar bort det",
  whileOpen: "Så länge webbläsaren är öppen",
  days: ["En dag", "%1 dagar"],
  nothing: "Den här sidan hämtar inget från andra.",
  page: "Integritetsval",
};
