// From a popup to its released form: names become addresses.
import type { Resolve } from "@/core/widget/kind";
import type { Popup } from "./popup";
import type { ReleasedPopup } from "./released-form";

/** The released form. */
export function releasePopup(popup: Popup, resolve: Resolve): ReleasedPopup {
  const image = popup.picture && resolve.picture(popup.picture.media);
  const href = popup.thanks.kind === "page" ? resolve.pageHref(popup.thanks.page) : null;
  return {
    design: popup.design,
    words: popup.words,
    fields: popup.fields,
    look: popup.look,
    picture:
      image && popup.picture
        ? { src: image.src, width: image.width, height: image.height, alt: popup.picture.alt }
        : null,
    thanks:
      popup.thanks.kind === "words" ? { title: popup.thanks.title, text: popup.thanks.text } : { href: href ?? "/" },
  };
}
