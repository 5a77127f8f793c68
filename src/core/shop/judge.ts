// What judges a shop: the form of its settings, what a new one starts as, what would be wrong on the live site.

import type { WidgetJudge } from "@/core/widget/judge";
import { newShop } from "./new-shop";
import { shopSchema } from "./schema";
import { shopPages } from "./shop";

export const shopJudge: WidgetJudge<"shop"> = {
  schema: shopSchema,
  fresh: ({ settings }) => newShop(settings.zone, settings.language),
  problems: function* ({ enabled, pages, terms }, site) {
    if (!enabled) return;
    if (shopPages.some((page) => pages[page] === null)) yield { weight: "stops", code: "check.shopPages" };
    if (terms === null || !site.has("page", terms)) yield { weight: "look", code: "check.shopTerms" };
  },
};
