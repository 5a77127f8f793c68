// From a popup to its released form: names become addresses.
import { releaseThanks } from "@/core/field/field";
import type { Resolve } from "@/core/widget/kind";
import type { Popup } from "./popup";
import type { ReleasedPopup } from "./released-form";

/** The released form. */
export function releasePopup(popup: Popup, resolve: Resolve): ReleasedPopup {
  const image = popup.picture && resolve.picture(popup.picture.media);
  return {
    design: popup.design,
    words: popup.words,
    fields: popup.fields,
    look: popup.look,
    picture:
      image && popup.picture
        ? { src: image.large, width: image.width, height: image.height, alt: popup.picture.alt }
        : null,
    thanks: releaseThanks(popup.thanks, resolve.pageHref),
  };
}
