// What judges a code for every page: the form of its settings, what a new one starts as, what would be wrong on the live site.
import { tagsIn } from "@/core/input/tags";
import type { WidgetJudge } from "@/core/widget/judge";
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

export const wholepageJudge: WidgetJudge<"wholepage"> = {
  schema: wholePageSchema,
  fresh: () => newWholePage,
  problems: function* ({ enabled, html, script, origins }) {
    if (!enabled) return;
    if (!html.trim() && !script.trim()) yield { weight: "look", code: "check.emptyCode" };
    for (const origin of unlisted(html, origins))
      yield { weight: "stops", code: "check.codeNotListed", values: { origin } };
  },
};
