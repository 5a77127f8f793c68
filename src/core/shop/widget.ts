import { ownOrigin } from "@/core/kind/holder";
import type { WidgetKind } from "@/core/widget/kind";
import { cartLimits, shopPages } from "./shop";

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
  opens: () => "disabled",
  flow: (placed, _widget, context) =>
    `<div${placed.attributes("s-part")}>${context.shop({ part: "list", list: "asked", category: "", products: [], most: 24, filters: true })}</div>`,
  css: "",
  cssOf: ["shop"],
  released: () => null,
};
