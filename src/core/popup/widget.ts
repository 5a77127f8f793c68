// The signup popup as a kind of widget.
import { ownOrigin } from "@/core/kind/holder";
import { defineWidget } from "@/core/widget/kind";
import { releasePopup } from "./released";

export const popup = defineWidget<"popup">({
  refs: function* ({ picture, thanks }) {
    if (picture) yield { of: "media", id: picture.media, path: "picture.media" };
    if (thanks.kind === "page") yield { of: "page", id: thanks.page, path: "thanks.page" };
  },
  sends: function* () {
    yield { origin: ownOrigin, purpose: "statistics", sets: [], what: "Counts of what opened" };
  },
  released: releasePopup,
});
