// A feed of clips as a kind of widget.
import { inLanguage } from "@/core/locale/words";
import { defineWidget } from "@/core/widget/kind";
import { feedCss } from "./css";
import { foundClips, nothingFound } from "./found";
import { feedHtml } from "./html";
import type { ReleasedFeed } from "./released";
import { sentByFeed } from "./sends";
import { feedWords } from "./words";

export const clips = defineWidget<"clips">({
  refs: function* ({ header }) {
    if (header.banner) yield { of: "media", id: header.banner, path: "header.banner" };
    if (header.logo) yield { of: "media", id: header.logo, path: "header.logo" };
  },
  sends: ({ sources }, standIns) => sentByFeed(sources, standIns),
  opens: () => "disabled",
  flow: (placed, widget, context) => {
    context.madeFrom(`clips:${widget.id}`);
    const found = context.service(foundClips)?.(widget.id) ?? nothingFound;
    context.brings(found.posters);
    return feedHtml(widget.id, widget.settings, found, placed.attributes("w-feed-place"), context);
  },
  css: feedCss,
  cssOf: ["video"],
  released: ({ layout, plays, paging, perPage }, { language }): ReleasedFeed => {
    const { more, page, pages } = inLanguage(feedWords, language);
    return { layout, plays, paging, perPage, words: { more, page, pages } };
  },
});
