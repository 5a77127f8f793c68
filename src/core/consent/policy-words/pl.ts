// The policy of what a site brings in, in Polish.
import type { PolicyWords } from "./catalog";

export const pl: PolicyWords = {
  what: "Co i od kogo",
  why: "Po co",
  stays: "Jak długo zostaje",
  nothingLeft: "Nic nie zostawia",
  untilRemoved: "Do usunięcia przez Państwa",
  whileOpen: "Dopóki przeglądarka jest otwarta",
  days: ["Jeden dzień", "Dni: %1"],
  nothing: "Ta strona niczego nie pobiera z zewnątrz.",
  page: "Wybór prywatności",
};
