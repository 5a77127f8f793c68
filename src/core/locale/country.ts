// What a new site starts from, by the country its designer sits in: language, currency.
// Currencies after ISO 4217's list of countries; the first language is the one most business is done in there.

const euro = "AT BE BG CY DE EE ES FI FR GR HR IE IT LT LU LV MT NL PT SI SK".split(" ");
const ownCurrency: Readonly<Record<string, string>> = {
  AE: "AED",
  AR: "ARS",
  AU: "AUD",
  BR: "BRL",
  CA: "CAD",
  CH: "CHF",
  CL: "CLP",
  CN: "CNY",
  CO: "COP",
  CZ: "CZK",
  DK: "DKK",
  EG: "EGP",
  GB: "GBP",
  HK: "HKD",
  HU: "HUF",
  ID: "IDR",
  IL: "ILS",
  IN: "INR",
  IS: "ISK",
  JP: "JPY",
  KE: "KES",
  KR: "KRW",
  LI: "CHF",
  MA: "MAD",
  MX: "MXN",
  MY: "MYR",
  NG: "NGN",
  NO: "NOK",
  NZ: "NZD",
  PE: "PEN",
  PH: "PHP",
  PK: "PKR",
  PL: "PLN",
  RO: "RON",
  RS: "RSD",
  SA: "SAR",
  SE: "SEK",
  SG: "SGD",
  TH: "THB",
  TN: "TND",
  TR: "TRY",
  TW: "TWD",
  UA: "UAH",
  US: "USD",
  VN: "VND",
  ZA: "ZAR",
};

const currencies: Readonly<Record<string, string>> = {
  ...Object.fromEntries(euro.map((country) => [country, "EUR"])),
  ...ownCurrency,
};

/** Currency (ISO 4217) used in a country (ISO 3166-1 alpha-2); null where it is not in the table. */
export const currencyOf = (country: string): string | null => currencies[country] ?? null;

/** The country a time zone lies in, by the zones each country of the table has; null where none has it. */
export function countryOfZone(zone: string): string | null {
  const zonesOf = (country: string): readonly string[] => {
    const locale = new Intl.Locale(`und-${country}`) as Intl.Locale & {
      getTimeZones?(): readonly string[];
      timeZones?: readonly string[];
    };
    return locale.getTimeZones?.() ?? locale.timeZones ?? [];
  };
  return Object.keys(currencies).find((country) => zonesOf(country).includes(zone)) ?? null;
}

/** Where somebody sits: the country of their zone, or else that of their language's tag. */
export const homeCountry = (zone: string, language: string): string | null =>
  countryOfZone(zone) ?? new Intl.Locale(language).region ?? null;

export interface SiteStart {
  readonly zone: string;
  readonly language: string;
  readonly currency: string;
}

/** What a new site starts from, by the browser's zone and language: a person in Dublin who reads English gets en-IE, EUR. */
export function siteStart(zone: string, language: string): SiteStart {
  const country = homeCountry(zone, language);
  const spoken = new Intl.Locale(language).language;
  const tag = country && currencyOf(country) ? `${spoken}-${country}` : language;
  return { zone, language: tag, currency: (country && currencyOf(country)) ?? "EUR" };
}

/** Languages offered by name for a site, most as they are written in one country. */
export const offeredLanguages: readonly string[] = [
  ..."bg-BG ca-ES cs-CZ cy-GB da-DK de-AT de-CH de-DE el-GR en-AU en-CA en-GB en-IE en-IN en-NZ en-US en-ZA es-AR es-ES".split(
    " ",
  ),
  ..."es-MX et-EE eu-ES fi-FI fr-BE fr-CA fr-CH fr-FR ga-IE gl-ES hr-HR hu-HU is-IS it-CH it-IT ja-JP ko-KR lt-LT lv-LV".split(
    " ",
  ),
  ..."mt-MT nb-NO nl-BE nl-NL pl-PL pt-BR pt-PT ro-RO ru-RU sk-SK sl-SI sr-RS sv-FI sv-SE tr-TR uk-UA zh-CN zh-TW".split(
    " ",
  ),
];
