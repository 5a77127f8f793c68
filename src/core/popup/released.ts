// From a popup to its released form: wall times become instants, names become addresses.
import { Temporal } from "temporal-polyfill";
import type { Popup } from "./popup";
import type { ReleasedPopup } from "./released-form";
import type { PopupRule } from "./rule";

/**
 * The instant of a wall time in `zone`, in ms since the epoch. A time that the clock skips is moved forward by the
 * gap; one that comes twice means the first (Temporal's "compatible", as RFC 5545 section 3.3.5).
 */
export function wallTimeMs(wallTime: string, zone: string): number {
  return Temporal.PlainDateTime.from(wallTime).toZonedDateTime(zone, { disambiguation: "compatible" })
    .epochMilliseconds;
}

/** The deciding part of a popup of a site in `zone`. */
export function popupRule(id: string, popup: Popup, zone: string): PopupRule {
  const { from, to, ...conditions } = popup.conditions;
  return {
    id,
    triggers: popup.triggers,
    conditions: {
      ...conditions,
      fromMs: from === null ? null : wallTimeMs(from, zone),
      toMs: to === null ? null : wallTimeMs(to, zone),
    },
    restraint: popup.restraint,
    priority: popup.priority,
  };
}

/** The released form; `pageHref` and `picture` resolve what the popup names, or answer null where it is gone. */
export function releasePopup(
  id: string,
  popup: Popup,
  zone: string,
  resolve: {
    pageHref(page: string): string | null;
    picture(media: string): { src: string; width: number; height: number } | null;
  },
): ReleasedPopup {
  const image = popup.picture && resolve.picture(popup.picture.media);
  const href = popup.thanks.kind === "page" ? resolve.pageHref(popup.thanks.page) : null;
  return {
    rule: popupRule(id, popup, zone),
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
