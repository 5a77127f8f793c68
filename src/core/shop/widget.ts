// The shop as a kind of widget: one a site. What pages show of it are blocks of their own, filled in when somebody asks.
import type { Problem } from "@/core/kind/holder";
import { ownOrigin } from "@/core/kind/holder";
import { homeCountry } from "@/core/locale/country";
import { unionCountries, vatRates } from "@/core/tax/rates";
import type { WidgetKind } from "@/core/widget/kind";
import { shopSchema } from "./schema";
import { cartLimits, newLook, type Shop, shopPages } from "./shop";

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

export const shop: WidgetKind<"shop"> = {
  label: "Shop",
  sentence: "Sells goods from the site’s own pages: catalog, basket, checkout, orders on the Desk.",
  drawing: [
    { kind: "box", x: 4, y: 4, width: 13, height: 13 },
    { kind: "box", x: 20, y: 4, width: 13, height: 13 },
    { kind: "box", x: 36, y: 4, width: 13, height: 13 },
    { kind: "line", x: 4, y: 19, width: 10, height: 1.4 },
    { kind: "line", x: 20, y: 19, width: 11, height: 1.4 },
    { kind: "line", x: 36, y: 19, width: 9, height: 1.4 },
    { kind: "bold", x: 4, y: 22.5, width: 6, height: 1.8 },
    { kind: "bold", x: 20, y: 22.5, width: 6, height: 1.8 },
    { kind: "key", x: 36, y: 26, width: 13, height: 4 },
  ],
  placements: ["flow"],
  callWords: "Shop",
  single: true,
  schema: shopSchema,
  fresh: ({ settings }) => newShop(settings.zone, settings.language),
  note: ({ zones }) => (zones.length === 1 ? "one zone" : `${zones.length} zones`),
  refs: function* ({ pages, terms }) {
    for (const page of shopPages) {
      const id = pages[page];
      if (id) yield { of: "page", id, path: `pages.${page}` };
    }
    if (terms) yield { of: "page", id: terms, path: "terms" };
  },
  sends: function* () {
    const stays = { as: "cookie", days: cartLimits.days } as const;
    yield { origin: ownOrigin, purpose: "needed", sets: ["basket"], what: "Your basket", stays };
    const known = { as: "cookie", days: 30 } as const;
    yield {
      origin: ownOrigin,
      purpose: "needed",
      sets: ["mine"],
      what: "Your page here, without a password",
      stays: known,
    };
  },
  problems: function* ({ enabled, pages, terms }, site): Generator<Problem> {
    if (!enabled) return;
    if (shopPages.some((page) => pages[page] === null)) yield { weight: "stops", code: "check.shopPages" };
    if (terms === null || !site.has("page", terms)) yield { weight: "look", code: "check.shopTerms" };
  },
  opens: () => "disabled",
  flow: (placed, _widget, context) =>
    `<div${placed.attributes("s-part")}>${context.shop({ part: "list", list: "asked", category: "", products: [], most: 24, filters: true })}</div>`,
  css: "",
  cssOf: ["shop"],
  released: () => null,
  part: null,
};
