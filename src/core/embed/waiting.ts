// What stands in the place of something from elsewhere until it may load: its poster, and one button that asks for just that.
import { inLanguage } from "@/core/locale/words";
import type { Cut } from "@/core/media/cut";
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import { embedWords } from "./words";

export interface Waiting {
  readonly title: string;
  /** Who hears of the visit when it loads; "" where nobody does. */
  readonly host: string;
  /** How many things it leaves behind. */
  readonly leaves: number;
  readonly poster: string | null;
  readonly cut?: Cut;
}

export function waitingHtml({ title, host, leaves, poster, cut }: Waiting, context: RenderContext): string {
  const words = inLanguage(embedWords, context.language);
  const found = poster ? context.picture(poster, cut) : null;
  const image = found
    ? imageHtml(
        found,
        { sizes: context.sizes({ part: found.zoom, phonePart: found.zoom }), alt: "", loading: context.loading() },
        context,
      )
    : "";
  const sentence = (leaves ? words.leaves : words.hears)
    .replace("%1", host)
    .replace("%2", words.things[leaves === 1 ? 0 : 1].replace("%1", String(leaves)));
  const load = escapeHtml(words.load.replace("%1", title || host));
  const hears = host ? `<p class="b-hears">${escapeHtml(sentence)}</p>` : "";
  return `<div class="b-waits">${image}<div><button type="button" class="b-button b-load">${load}</button>${hears}</div></div>`;
}

export const waitingCss =
  ".b-waits{width:100%;height:100%;position:relative;display:grid;place-content:center;min-height:12rem;background:color-mix(in srgb,var(--words) 8%,var(--ground));text-align:center}.b-waits>img,.b-waits>picture img{position:absolute;inset:0;width:100%;height:100%;object-fit:cover}.b-waits>div{position:relative;padding:18px;margin:16px;background:var(--ground);border-radius:var(--radius)}.b-waits .b-hears{margin:.6em auto 0}";
