// Code for every page as a kind of widget.

import { tagsIn } from "@/core/input/tags";
import { ownOrigin, type Problem } from "@/core/kind/holder";
import type { WidgetKind } from "@/core/widget/kind";
import type { ReleasedWholePage } from "./released";
import { newWholePage, wholePageSchema } from "./wholepage";

/** Origins that its elements name and nobody has listed: browsers refuse them. */
function unlisted(html: string, origins: readonly string[]): readonly string[] {
  const named = ["script", "img", "iframe", "link"].flatMap((tag) => tagsIn(html, tag));
  return [
    ...new Set(
      named.flatMap(({ src, href }) => {
        const address = src ?? href ?? "";
        if (!/^https?:\/\//i.test(address) || !URL.canParse(address)) return [];
        const { origin } = new URL(address);
        return origins.includes(origin) ? [] : [origin];
      }),
    ),
  ];
}

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
  schema: wholePageSchema,
  fresh: () => newWholePage,
  note: ({ where, purpose }) => `${where === "head" ? "in the head" : "at the end"}, ${purpose}`,
  sends: function* ({ enabled, origins, purpose, sets }) {
    if (!enabled) return;
    for (const origin of origins) yield { origin, purpose, sets: [] };
    if (sets.length)
      yield { origin: ownOrigin, purpose, sets, what: sets.join(", "), stays: { as: "cookie", days: 365 } };
  },
  problems: function* ({ enabled, html, script, origins }): Generator<Problem> {
    if (!enabled) return;
    if (!html.trim() && !script.trim()) yield { weight: "look", code: "check.emptyCode" };
    for (const origin of unlisted(html, origins))
      yield { weight: "stops", code: "check.codeNotListed", values: { origin } };
  },
  opens: () => "",
  // Nothing of it stands in the page: its script puts it there once it may.
  everywhere: ({ settings }, context) => {
    context.runs(settings.origins, settings.script);
    return "<!--code-->";
  },
  css: "",
  released: ({ where, html, script, purpose }): ReleasedWholePage => ({ where, html, script, purpose }),
  part: null,
};
