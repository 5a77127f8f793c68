// What judges a feed of clips: the form of its settings, what a new one starts as, what would be wrong on the live site.
import type { WidgetJudge } from "@/core/widget/judge";
import { newClipFeed } from "./clips";
import { clipFeedSchema } from "./schema";

export const clipsJudge: WidgetJudge<"clips"> = {
  schema: clipFeedSchema,
  fresh: ({ name }) => ({ ...newClipFeed, header: { ...newClipFeed.header, name } }),
  problems: function* ({ enabled, sources }) {
    if (enabled && !sources.length) yield { weight: "look", code: "check.feedWithoutSource" };
  },
};
