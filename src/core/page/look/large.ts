// A picture that opens large over the page when it is pressed; without script it opens as a file.
import { inLanguage } from "@/core/locale/words";
import { escapeHtml, type RenderContext, type RenderedPicture } from "@/core/render/markup";

const words = {
  en: { large: "Show large", close: "Close", next: "Next picture", before: "Picture before", of: "%1 of %2" },
  de: {
    large: "Groß zeigen",
    close: "Schließen",
    next: "Nächstes Bild",
    before: "Voriges Bild",
    of: "%1 von %2",
  },
  fr: {
    large: "Agrandir",
    close: "Fermer",
    next: "Image suivante",
    before: "Image précédente",
    of: "%1 sur %2",
  },
};

/** What is pressed: the picture as it stands there. */
export function largeLink(found: RenderedPicture, alt: string, image: string, context: RenderContext): string {
  const name = alt ? "" : ` aria-label="${inLanguage(words, context.language).large}"`;
  return `<a class="b-large" href="${found.large}"${name}>${image}</a>`;
}

/** What makes such pictures open: attributes, with a leading space, of the block that holds them. */
export const largeAttributes = (context: RenderContext): string =>
  `${context.script("gallery")} data-words="${escapeHtml(JSON.stringify(inLanguage(words, context.language)))}"`;
