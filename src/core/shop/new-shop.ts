// What a new shop starts as.
import { homeCountry } from "@/core/locale/country";
import { unionCountries, vatRates } from "@/core/tax/rates";
import { newLook, type Shop, shopPages } from "./shop";

/** A shop as a new one starts, drawn from where the site is. */
export function newShop(zone: string, language: string): Shop {
  const home = homeCountry(zone, language) ?? "IE";
  const countries = unionCountries.has(home) ? [...unionCountries].filter((code) => code !== home) : [];
  return {
    enabled: false,
    pages: Object.fromEntries(shopPages.map((page) => [page, null])) as Shop["pages"],
    tax: {
      included: home !== "US",
      home,
      oneStop: unionCountries.has(home),
      rounding: "line",
      classes: [
        { id: "standard", name: "Standard", base: "standard", rates: {} },
        ...(vatRates[home]?.reduced.length
          ? [{ id: "reduced", name: "Reduced", base: "reduced" as const, rates: {} }]
          : []),
        { id: "none", name: "No tax", base: "none", rates: {} },
      ],
    },
    zones: [
      {
        id: "home",
        name: "Home",
        places: [{ country: home, regions: [], postcodes: [] }],
        methods: [
          {
            id: "parcel",
            name: "Parcel",
            kind: "parcel",
            rate: { by: "flat", amount: 600 },
            freeFrom: null,
            days: { from: 1, to: 3 },
          },
        ],
      },
      ...(countries.length
        ? [
            {
              id: "union",
              name: "European Union",
              places: countries.map((country) => ({ country, regions: [], postcodes: [] })),
              methods: [
                {
                  id: "parcel-union",
                  name: "Parcel",
                  kind: "parcel" as const,
                  rate: { by: "flat" as const, amount: 1400 },
                  freeFrom: null,
                  days: { from: 3, to: 7 },
                },
              ],
            },
          ]
        : []),
    ],
    dispatch: { until: "14:00", weekdays: [1, 2, 3, 4, 5], days: 0 },
    currencies: [],
    look: newLook,
    terms: null,
    prefixes: { order: "", invoice: "" },
    taxNumber: "",
  };
}
