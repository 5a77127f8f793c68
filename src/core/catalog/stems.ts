// Stems of words by language, after Porter's Snowball rules: "mugs" and "mug", "Schalen" and "Schale" are one.
import { stemmer as danish } from "@orama/stemmers/danish";
import { stemmer as dutch } from "@orama/stemmers/dutch";
import { stemmer as english } from "@orama/stemmers/english";
import { stemmer as finnish } from "@orama/stemmers/finnish";
import { stemmer as french } from "@orama/stemmers/french";
import { stemmer as german } from "@orama/stemmers/german";
import { stemmer as italian } from "@orama/stemmers/italian";
import { stemmer as norwegian } from "@orama/stemmers/norwegian";
import { stemmer as portuguese } from "@orama/stemmers/portuguese";
import { stemmer as spanish } from "@orama/stemmers/spanish";
import { stemmer as swedish } from "@orama/stemmers/swedish";

const stemmers: Readonly<Record<string, (word: string) => string>> = {
  da: danish,
  de: german,
  en: english,
  es: spanish,
  fi: finnish,
  fr: french,
  it: italian,
  nb: norwegian,
  nl: dutch,
  no: norwegian,
  pt: portuguese,
  sv: swedish,
};

/** The stemmer of a language by its BCP 47 tag; languages without one keep their words. */
export function stemmerOf(tag: string): (word: string) => string {
  const [language = ""] = tag.toLowerCase().split("-", 1);
  return Object.hasOwn(stemmers, language) ? (stemmers[language] as (word: string) => string) : (word) => word;
}
