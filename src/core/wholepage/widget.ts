// Code for every page as a kind of widget.
import { ownOrigin } from "@/core/kind/holder";
import { defineWidget } from "@/core/widget/kind";
import type { ReleasedWholePage } from "./released";

export const wholepage = defineWidget<"wholepage">({
  sends: function* ({ enabled, origins, purpose, sets }) {
    if (!enabled) return;
    for (const origin of origins) yield { origin, purpose, sets: [] };
    if (sets.length)
      yield { origin: ownOrigin, purpose, sets, what: sets.join(", "), stays: { as: "cookie", days: 365 } };
  },
  opens: () => "",
  // Nothing of it stands in the page: its script puts it there once it may.
  everywhere: ({ settings }, context) => {
    context.runs(settings.origins, settings.script);
    return "<!--code-->";
  },
  released: ({ where, html, script, purpose }): ReleasedWholePage => ({ where, html, script, purpose }),
});
