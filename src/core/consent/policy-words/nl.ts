// The policy of what a site brings in, in Dutch.
import type { PolicyWords } from "./catalog";

export const nl: PolicyWords = {
  what: "Wat, en van wie",
  why: "Waarvoor",
  stays: "Hoe lang het blijft",
  nothingLeft: "Laat niets achter",
  untilRemoved: "Tot u het verwijdert",
  whileOpen: "Zolang de browser open is",
  days: ["Eén dag", "%1 dagen"],
  nothing: "Deze site haalt niets van elders.",
  page: "Privacykeuzes",
};
