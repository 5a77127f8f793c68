import { countryOfZone, currencyOf, offeredLanguages, siteStart } from "./country";

test("a new site takes language and currency from where its designer sits", () => {
  expect(siteStart("Europe/Dublin", "en-GB")).toEqual({ zone: "Europe/Dublin", language: "en-IE", currency: "EUR" });
  expect(siteStart("Europe/London", "en-US")).toEqual({ zone: "Europe/London", language: "en-GB", currency: "GBP" });
  expect(siteStart("America/Chicago", "es")).toEqual({ zone: "America/Chicago", language: "es-US", currency: "USD" });
  expect(siteStart("UTC", "de-CH")).toEqual({ zone: "UTC", language: "de-CH", currency: "CHF" });
  expect(siteStart("Etc/Unknown", "en")).toMatchObject({ language: "en", currency: "EUR" });
});

test("zones tell their country, and every currency is one that can be written", () => {
  expect(countryOfZone("Australia/Sydney")).toBe("AU");
  expect(countryOfZone("Europe/Paris")).toBe("FR");
  expect(currencyOf("XX")).toBeNull();
  const known = Intl.supportedValuesOf("currency");
  for (const country of ["IE", "GB", "US", "CH", "JP", "SE"]) expect(known).toContain(currencyOf(country));
});

test("every language offered has a name and is written as a tag should be", () => {
  const names = new Intl.DisplayNames("en", { type: "language" });
  for (const tag of offeredLanguages) {
    expect(Intl.getCanonicalLocales(tag)).toEqual([tag]);
    expect(names.of(tag)).not.toBe(tag);
  }
});
