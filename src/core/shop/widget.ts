import { ownOrigin } from "@/core/kind/holder";
import { partHtml } from "@/core/storefront/shown";
import { defineWidget } from "@/core/widget/kind";
import { cartLimits, shopPages } from "./shop";

export const shop = defineWidget<"shop">({
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
    `<div${placed.attributes("s-part")}>${partHtml({ part: "list", list: "asked", category: "", products: [], most: 24, filters: true }, context)}</div>`,
  cssOf: ["shop"],
  released: () => null,
});
