// A feed of clips as a kind of widget.
import { inLanguage } from "@/core/locale/words";
import type { WidgetKind } from "@/core/widget/kind";
import { feedCss } from "./css";
import { feedHtml } from "./html";
import type { ReleasedFeed } from "./released";
import { sentByFeed } from "./sends";
import { feedWords } from "./words";

const layouts = { grid: "grid", strip: "strip", list: "list", wall: "wall" } as const;

export const clips: WidgetKind<"clips"> = {
  label: "Video feed",
  sentence: "Shows the clips of a channel, a playlist, a search or your own films, and keeps itself up to date.",
  drawing: [
    { kind: "box", x: 4, y: 5, width: 13, height: 8 },
    { kind: "box", x: 20, y: 5, width: 13, height: 8 },
    { kind: "box", x: 36, y: 5, width: 13, height: 8 },
    { kind: "line", x: 4, y: 15, width: 10, height: 1.4 },
    { kind: "line", x: 20, y: 15, width: 11, height: 1.4 },
    { kind: "line", x: 36, y: 15, width: 8, height: 1.4 },
    { kind: "box", x: 4, y: 20, width: 13, height: 8 },
    { kind: "box", x: 20, y: 20, width: 13, height: 8 },
    { kind: "key", x: 36, y: 22, width: 9, height: 4 },
  ],
  placements: ["flow"],
  callWords: "Clips",
  note: ({ layout, sources }) =>
    `${layouts[layout]}, ${sources.length === 1 ? "one source" : `${sources.length} sources`}`,
  refs: function* ({ header }) {
    if (header.banner) yield { of: "media", id: header.banner, path: "header.banner" };
    if (header.logo) yield { of: "media", id: header.logo, path: "header.logo" };
  },
  sends: ({ sources }, standIns) => sentByFeed(sources, standIns),
  opens: () => "disabled",
  flow: (placed, widget, context) =>
    feedHtml(widget.id, widget.settings, context.found(widget.id), placed.attributes("w-feed-place"), context),
  css: feedCss,
  cssOf: ["video"],
  released: ({ layout, plays, paging, perPage }, { language }): ReleasedFeed => {
    const { more, page, pages } = inLanguage(feedWords, language);
    return { layout, plays, paging, perPage, words: { more, page, pages } };
  },
};
