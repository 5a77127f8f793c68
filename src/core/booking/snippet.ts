// What stands in a page of another site so that a calendar comes to life there.
import { escapeHtml } from "@/core/render/markup";

/**
 * Two lines: one element, with a link for those without scripts, and one script. `home` is the origin of the site that the
 * calendar belongs to, `widget` its public key.
 */
export const snippetOf = (home: string, widget: string, words: string): string =>
  `<div data-booking="${escapeHtml(widget)}"><a href="${escapeHtml(home)}/">${escapeHtml(words)}</a></div>\n<script src="${escapeHtml(home)}/_w/v1/booking/elsewhere.js" async></script>`;
