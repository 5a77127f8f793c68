// A picture behind what stands on it, and the film that plays over the picture, as pages carry them.
import { inLanguage } from "@/core/locale/words";
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import type { Ground } from "./ground";
import { groundWords } from "./ground-words";

/** Markup of a ground; "" for none. It says nothing: what is to be read stands over it. */
export function groundHtml(ground: Ground | undefined, context: RenderContext): string {
  const found = ground && context.picture(ground.media, ground);
  if (!found) return "";
  const loading = context.loading() === "late" ? "late" : "now";
  const image = imageHtml(found, { sizes: `${Math.round(100 * found.zoom)}vw`, alt: "", loading }, context);
  const film = ground.film ? context.file(ground.film) : null;
  const style = context.style(`--veil:${ground.veil / 100}`);
  if (!film?.film) return `<div class="b-ground ${style}">${image}</div>`;
  const words = inLanguage(groundWords, context.language);
  // Stopped by whoever wants it still, at any time (WCAG 2.2, SC 2.2.2); the button comes with the film.
  const still = `<button type="button" class="b-still" data-pause="${escapeHtml(words.pause)}" data-play="${escapeHtml(words.play)}" hidden>${escapeHtml(words.pause)}</button>`;
  return `<div class="b-ground ${style}" data-film="${film.href}"${context.script("ground")}>${image}</div>${still}`;
}

/** Rules of grounds: the surface of what holds one lies over its picture, as strongly as the ground says. */
export const groundCss =
  '.b-ground{position:absolute;inset:0;z-index:-1}.b-ground img,.b-ground video{display:block;width:100%;height:100%;object-fit:cover}.b-ground video{position:absolute;inset:0}.b-ground::after{content:"";position:absolute;inset:0;background:var(--ground);opacity:var(--veil,.6)}.b-still{position:absolute;z-index:1;bottom:12px;inset-inline-end:12px;min-height:44px;padding:.4em 1em;border:2px solid currentColor;border-radius:var(--button-radius);background:var(--ground);color:var(--words);font:600 .875rem/1.2 var(--f-text);cursor:pointer}.b-still[hidden]{display:none}';
