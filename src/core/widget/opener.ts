// The button or text link behind which a widget stands.
import { escapeHtml } from "@/core/render/markup";
import type { Placed } from "./kind";

/** The opener, with what makes it open: `data-opens` for a script, `popovertarget` where none is needed. */
export const openerHtml = (placed: Placed, opens: string): string =>
  `<button type="button"${placed.attributes(placed.as === "link" ? "b-open" : "b-button")} ${opens}>${escapeHtml(placed.text)}</button>`;
