// Where a site's settings break the rule of a region: named before publishing, with the region, the demand and its source.
import { type Brand, surfaceRoles } from "@/core/brand/brand";
import { contrastRatio } from "@/core/brand/contrast";
import type { Problem } from "@/core/kind/holder";
import { type Optional, optional } from "./category";
import type { Consent } from "./consent";
import { type RegionKey, rules } from "./rules";
import { type Demand, demands } from "./sources";
import { wordsIn } from "./words";

export interface Breach {
  readonly region: Exclude<RegionKey, "elsewhere">;
  readonly on: Demand["on"];
  readonly source: Demand["source"];
  /** The setting that breaks it. */
  readonly setting: keyof Consent;
}

const lawful = Object.keys(rules) as readonly Exclude<RegionKey, "elsewhere">[];

/** What of the drafted or own words says each thing that has to be said. */
const saidBy: Readonly<Record<string, (consent: Consent, language: string) => boolean>> = {
  purposes: ({ words }, language) => {
    const said = wordsIn(words, language);
    return optional.every((category: Optional) => said.about[category].trim().length > 0);
  },
  others: ({ words }, language) => wordsIn(words, language).text.trim().length > 0,
  takenBack: ({ words }, language) => wordsIn(words, language).takenBack.trim().length > 0,
  policy: ({ policy }) => policy !== null,
  profiling: ({ words }, language) => wordsIn(words, language).profiling.trim().length > 0,
  doNotSell: ({ words }, language) => wordsIn(words, language).doNotSell.trim().length > 0,
};

/**
 * Every demand that settings break, of regions whose rule holds for somebody. A choice that would hold too long is none: the
 * rule shortens it; marks and implied consent stand only where the law allows them.
 */
export function breaches(consent: Consent, languages: readonly string[]): readonly Breach[] {
  const found: Breach[] = [];
  for (const region of lawful) {
    const rule = rules[region];
    const broken = (on: Demand["on"], setting: keyof Consent) => {
      const demand = demands[region].find((one) => one.on === on);
      if (demand) found.push({ region, on, source: demand.source, setting });
    };
    if (rule.asEasy && !consent.refuseFirst) broken("asEasy", "refuseFirst");
    if (!rule.ticks && consent.ticked) broken("ticks", "ticked");
    for (const said of rule.says)
      if (languages.some((language) => !saidBy[said]?.(consent, language)))
        broken(said, said === "policy" ? "policy" : "words");
  }
  return found;
}

/** Contrast of the two buttons with what is behind them, by WCAG's formula; refusing is less prominent where it stands out less. */
export function prominence({ look }: Pick<Consent, "look">, colours: Brand["colours"]) {
  const ground = colours[surfaceRoles[look.surface].ground];
  const accept = look.accept ?? "accent";
  const [accepting, refusing] = [accept, look.refuse ?? accept].map((role) => contrastRatio(colours[role], ground)) as [
    number,
    number,
  ];
  return { accepting, refusing, asEasy: refusing >= accepting - leastDifference };
}

/** Contrasts that nobody tells apart. */
const leastDifference = 0.5;

/** Refusing is drawn less prominent than accepting, as something worth a look. */
export const lessProminent = (accepting: number, refusing: number): Problem => ({
  weight: "look",
  code: "check.consentProminence",
  values: { accepting: accepting.toFixed(1), refusing: refusing.toFixed(1) },
});

/** Something the site brings in that the table does not know yet, as something worth a look. */
export const consentMissing = (name: string): Problem => ({
  weight: "look",
  code: "check.consentMissing",
  values: { name },
});
