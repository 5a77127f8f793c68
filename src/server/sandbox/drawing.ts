// Drawings (SVG) from strangers: what fetches from elsewhere, links or moves is taken out before they are kept; one that holds a
// script is told of, since whoever made it meant it to run.
import sanitize from "sanitize-html";
import { parseMarkup } from "@/core/input/markup";

/** Largest drawing, in bytes of its text: more is a picture that was traced, and heavier than the picture. */
export const largestDrawing = 1 << 20;

/** Elements of SVG 2 that draw, and those they refer to; nothing that runs, links, embeds HTML or animates. */
const elements = [
  "svg g defs symbol use switch title desc path rect circle ellipse line polyline polygon text tspan textPath",
  "linearGradient radialGradient stop pattern clipPath mask marker filter image style",
  "feBlend feColorMatrix feComponentTransfer feComposite feConvolveMatrix feDiffuseLighting feDisplacementMap",
  "feDistantLight feDropShadow feFlood feFuncA feFuncB feFuncG feFuncR feGaussianBlur feMerge feMergeNode",
  "feMorphology feOffset fePointLight feSpecularLighting feSpotLight feTile feTurbulence",
].flatMap((line) => line.split(" "));

/** What an attribute may be called: no handler of an event, no namespace but those of links and of XML itself. */
const attributeNames = /^(?!on)(?:xlink:href|xml:space|xmlns|xmlns:xlink|[a-zA-Z][a-zA-Z0-9-]*)$/i;

/** Where a link of a drawing may lead: a part of itself, or a picture that it carries. */
const inside = /^(?:#[^\s]+|data:image\/(?:png|jpeg|gif|webp);base64,[A-Za-z0-9+/=\s]*)$/;

/** Whether a declaration or a style sheet fetches something: an address that is no part of the drawing itself. */
const fetches = (css: string) => /@import|@font-face|\\/i.test(css) || /url\(\s*["']?\s*(?!["']?#)/i.test(css);

const cleanAttributes = (attributes: Readonly<Record<string, string>>): Record<string, string> =>
  Object.fromEntries(
    Object.entries(attributes).filter(([name, value]) => {
      if (!attributeNames.test(name)) return false;
      if (/^(?:xlink:)?href$/.test(name)) return inside.test(value.trim());
      return name.startsWith("xmlns") || !fetches(value);
    }),
  );

/** Whether an element or its attributes are there to run something. */
const meansToRun = (tag: string, attributes: Readonly<Record<string, string>>) =>
  /^(?:.*:)?script$/i.test(tag) ||
  Object.entries(attributes).some(
    ([name, value]) => /^on[a-z]/i.test(name) || /^(?:java|vb)script:/i.test(value.replace(/[^a-z:]/gi, "")),
  );

/** Most elements that a drawing may draw, those that it repeats counted each time. */
export const mostDrawn = 200_000;
/** How deep what is named may stand in what is named, by place or by reference. */
const mostDepth = 200;

/** Counts what a drawing draws: an element that is referred to is drawn wherever that is. */
class Drawn {
  private readonly parts = new Map([["", { own: 0, refers: [] as string[] }]]);
  /** Names of the elements that are open, the innermost last; "" for the drawing and for what has no name of its own. */
  private readonly open: string[] = [];
  private readonly innermost: string[] = [""];

  opens(tag: string, attributes: Readonly<Record<string, string>>): void {
    // Whatever is filled by a gradient, that is drawn once.
    const id = /gradient$/i.test(tag) ? "" : (attributes.id ?? "");
    const named = id !== "" && !this.parts.has(id);
    const around = this.parts.get(this.innermost.at(-1) ?? "");
    if (named) {
      this.parts.set(id, { own: 0, refers: [] });
      around?.refers.push(id);
      this.innermost.push(id);
    }
    this.open.push(named ? id : "");
    const part = this.parts.get(this.innermost.at(-1) ?? "");
    if (!part) return;
    part.own += 1;
    for (const [name, value] of Object.entries(attributes)) {
      if (/^(?:xlink:)?href$/.test(name)) part.refers.push(value.trim().slice(1));
      else for (const [, to] of value.matchAll(/url\(\s*["']?#([^)"'\s]+)/g)) part.refers.push(to as string);
    }
  }

  closes(): void {
    if (this.open.pop()) this.innermost.pop();
  }

  /** How many elements are drawn in all; Infinity where they stand too deep in each other, or in themselves. */
  count(): number {
    const counted = new Map<string, number>();
    const of = (id: string, depth: number): number => {
      const known = counted.get(id);
      if (known !== undefined) return known;
      const part = this.parts.get(id);
      if (!part) return 0;
      if (depth > mostDepth) return Number.POSITIVE_INFINITY;
      const sum = part.refers.reduce((all, to) => all + of(to, depth + 1), part.own);
      counted.set(id, sum);
      return sum;
    };
    return of("", 0);
  }
}

export interface CleanDrawing {
  /** Without anything that could run or fetch; "" where nothing is left. Cleaning it again changes nothing. */
  readonly text: string;
  /** It held something that was to run. */
  readonly ran: boolean;
  /** How many elements it draws, repeated ones each time; Infinity where they stand too deep in each other. */
  readonly drawn: number;
}

export function cleanDrawing(text: string): CleanDrawing {
  // Judged before it is cleaned: that takes the longer the deeper it is.
  if (!parseMarkup(text, {}, { xmlMode: true })) return { text: "", ran: false, drawn: Number.POSITIVE_INFINITY };
  let ran = false;
  const drawn = new Drawn();
  const cleaned = sanitize(text, {
    allowedTags: elements,
    allowedAttributes: false,
    // Style sheets stay as they are judged below: browsers apply them in a picture to that picture alone.
    allowVulnerableTags: true,
    // Every link is judged below, by more than its scheme.
    allowedSchemes: false,
    nonTextTags: ["script", "metadata", "textarea", "option", "noscript", "foreignObject", "iframe"],
    parser: { xmlMode: true, lowerCaseTags: false, lowerCaseAttributeNames: false, recognizeCDATA: true },
    onOpenTag: (tag, attributes) => {
      ran ||= meansToRun(tag, attributes);
      drawn.opens(tag, attributes);
    },
    onCloseTag: () => drawn.closes(),
    transformTags: { "*": (tagName, attributes) => ({ tagName, attribs: cleanAttributes(attributes) }) },
    exclusiveFilter: ({ tag, text: inner }) => tag === "style" && (fetches(inner) || inner.includes("<")),
  }).trim();
  return { text: cleaned.startsWith("<svg") ? cleaned : "", ran, drawn: drawn.count() };
}
