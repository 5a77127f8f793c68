// Rates of value-added tax by country, in thousandths of a percent: 13500 is 13.5 %.
//
// European Union: the Commission's “Taxes in Europe” database under Council Directive 2006/112/EC (Articles 96 to 99), as of
// January 2026: the standard rate, then the reduced rates, the higher first. United Kingdom: VAT Act 1994, sections 2 and 29A.
// Switzerland: MWSTG (SR 641.20), article 25, as of 2024. Norway: Stortingets vedtak om merverdiavgift for 2026.
// An owner can set every rate anew; these are what a class starts from.

export interface CountryRates {
  readonly standard: number;
  /** The reduced rates, the higher first. */
  readonly reduced: readonly number[];
}

export const vatRates: Readonly<Record<string, CountryRates>> = {
  AT: { standard: 20_000, reduced: [13_000, 10_000] },
  BE: { standard: 21_000, reduced: [12_000, 6_000] },
  BG: { standard: 20_000, reduced: [9_000] },
  CH: { standard: 8_100, reduced: [3_800, 2_600] },
  CY: { standard: 19_000, reduced: [9_000, 5_000] },
  CZ: { standard: 21_000, reduced: [12_000] },
  DE: { standard: 19_000, reduced: [7_000] },
  DK: { standard: 25_000, reduced: [] },
  EE: { standard: 24_000, reduced: [13_000, 9_000] },
  ES: { standard: 21_000, reduced: [10_000, 4_000] },
  FI: { standard: 25_500, reduced: [13_500, 10_000] },
  FR: { standard: 20_000, reduced: [10_000, 5_500] },
  GB: { standard: 20_000, reduced: [5_000] },
  GR: { standard: 24_000, reduced: [13_000, 6_000] },
  HR: { standard: 25_000, reduced: [13_000, 5_000] },
  HU: { standard: 27_000, reduced: [18_000, 5_000] },
  IE: { standard: 23_000, reduced: [13_500, 9_000] },
  IT: { standard: 22_000, reduced: [10_000, 5_000] },
  LT: { standard: 21_000, reduced: [12_000, 5_000] },
  LU: { standard: 17_000, reduced: [14_000, 8_000] },
  LV: { standard: 21_000, reduced: [12_000, 5_000] },
  MT: { standard: 18_000, reduced: [7_000, 5_000] },
  NL: { standard: 21_000, reduced: [9_000] },
  NO: { standard: 25_000, reduced: [15_000, 12_000] },
  PL: { standard: 23_000, reduced: [8_000, 5_000] },
  PT: { standard: 23_000, reduced: [13_000, 6_000] },
  RO: { standard: 21_000, reduced: [11_000] },
  SE: { standard: 25_000, reduced: [12_000, 6_000] },
  SI: { standard: 22_000, reduced: [9_500, 5_000] },
  SK: { standard: 23_000, reduced: [19_000, 5_000] },
};

/** Member states of the European Union, whose sellers may charge the rate of where their goods go (Directive, Article 33). */
export const unionCountries: ReadonlySet<string> = new Set(
  "AT BE BG CY CZ DE DK EE ES FI FR GR HR HU IE IT LT LU LV MT NL PL PT RO SE SI SK".split(" "),
);
