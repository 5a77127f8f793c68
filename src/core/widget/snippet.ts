// What stands in a page of another site so that a widget comes to life there.
import { escapeHtml } from "@/core/render/escape";

/** Kinds that stand on pages of sites built elsewhere. */
export type OtherSiteKind = "booking" | "chat";

/** How it stands there: where its element is, or behind a button in a corner. */
export type OtherSitePlace = "flow" | "corner";

/**
 * Two lines: one element, with a link for those without scripts, and one script. `home` is the origin of the site that the widget
 * belongs to, `widget` its public key.
 */
export const snippetOf = (
  home: string,
  {
    kind,
    widget,
    words,
    place = "flow",
  }: { kind: OtherSiteKind; widget: string; words: string; place?: OtherSitePlace },
): string =>
  `<div data-${kind}="${escapeHtml(widget)}"${place === "corner" ? ' data-place="corner"' : ""}><a href="${escapeHtml(home)}/">${escapeHtml(words)}</a></div>\n<script src="${escapeHtml(home)}/_w/v1/${kind}/elsewhere.js" async></script>`;
