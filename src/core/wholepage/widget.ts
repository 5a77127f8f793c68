import { ownOrigin } from "@/core/kind/holder";
import type { WidgetKind } from "@/core/widget/kind";
import type { ReleasedWholePage } from "./released";

export const wholepage: WidgetKind<"wholepage"> = {
  label: "Code for every page",
  sentence: "HTML and script of your own on the whole page, outside of any frame: a visit counter, a tag. Owners only.",
  drawing: [
    { kind: "line", x: 8, y: 8, width: 14, height: 1.4 },
    { kind: "line", x: 12, y: 13, width: 22, height: 1.4 },
    { kind: "line", x: 12, y: 18, width: 17, height: 1.4 },
    { kind: "line", x: 8, y: 23, width: 14, height: 1.4 },
  ],
  placements: ["over"],
  callWords: "Code",
  asks: { right: "code.change", asleep: (settings) => ({ ...settings, enabled: false }) },
  note: ({ where, purpose }) => `${where === "head" ? "in the head" : "at the end"}, ${purpose}`,
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
  css: "",
  released: ({ where, html, script, purpose }): ReleasedWholePage => ({ where, html, script, purpose }),
};
