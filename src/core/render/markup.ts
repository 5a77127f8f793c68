// What block kinds render with: escaping, and the context that knows links, pictures and style rules.
import type { Service } from "@/core/kind/service";
import type { Cut } from "@/core/media/cut";
import type { MediaEntry } from "@/core/media/entry";
import type { Kind, PageNode } from "@/core/page/node";
import type { SiteSettings } from "@/core/site/site";

import { escapeHtml } from "./escape";

export { escapeHtml };

/** The scripts that blocks may ask for, each a folder in src/visitor. */
export type BlockScript = "gallery" | "slider" | "hours" | "video" | "player" | "embed" | "ground" | "storefront";

/** What of a page's head and its menus needs a script of its own, loaded without the loader. */
export type PageScript = BlockScript | "head";

/**
 * Something of the site that a rendering was made from: "page:<id>" (its address), "media:<hash>", "turned:<hash> <degrees>", "widget:<id>",
 * "shared:<id>", "clips:<id>" (what a feed has found), "waits:<hash>" (a picture is shown without the form that takes long to make), "navigation", "name". Where none of them has changed, and the section neither, it would be rendered the same.
 */
export type Use =
  | `page:${string}`
  | `media:${string}`
  | `turned:${string}`
  | `widget:${string}`
  | `shared:${string}`
  | `clips:${string}`
  | `waits:${string}`
  | "navigation"
  | "name";

export interface RenderedPicture {
  /** Of the kind it came in, at its largest: any browser shows it, and links for sharing name it. */
  readonly src: string;
  readonly srcset: string;
  /** Lighter forms, the lightest first; `still` for those who want nothing to move. */
  readonly sources: readonly { readonly type: string; readonly srcset: string; readonly still: boolean }[];
  /** Its largest in a light form, for what shows it alone, and of which type that is. */
  readonly large: string;
  readonly type: string;
  /** Its smallest in that form, for what shows it as small as a stamp. */
  readonly small: string;
  /** As its place turns it. */
  readonly width: number;
  readonly height: number;
  /** What the medium says of itself, for places that say nothing; "" for nothing, and where it is decoration. */
  readonly alt: string;
  /** Declarations that show the part its place cuts out; "" for the middle at its usual size. */
  readonly shown: string;
  /** How many times larger it is shown than it has to be to fill its place. */
  readonly zoom: number;
  /** Its colour until it has come; "" where one can see through it. */
  readonly tint: string;
}

/** How a place shows a picture. */
export interface ImageAsked {
  readonly sizes: string;
  /** Not escaped. */
  readonly alt: string;
  readonly className?: string;
  readonly loading?: "first" | "now" | "late";
  /** Nothing of it is cut off, and what lies below it is to be seen around it. */
  readonly whole?: boolean;
}

const loadingAttributes = { first: ' fetchpriority="high"', now: "", late: ' loading="lazy"' } as const;

/** A picture as markup: lighter forms before the one for all; one that is zoomed in a box that cuts it. */
export function imageHtml(found: RenderedPicture, asked: ImageAsked, context: Pick<RenderContext, "style">): string {
  const { sizes, alt, className = "", loading = "late", whole = false } = asked;
  const declared = whole ? "" : [found.shown, found.tint && `background-color:${found.tint}`].filter(Boolean).join(";");
  const classes = [className, declared && context.style(declared)].filter(Boolean).join(" ");
  const sized = (srcset: string) => (srcset.includes(" ") ? ` sizes="${sizes}"` : "");
  const image = `<img${classes ? ` class="${classes}"` : ""} src="${found.src}"${found.srcset ? ` srcset="${found.srcset}"${sized(found.srcset)}` : ""} width="${found.width}" height="${found.height}" alt="${escapeHtml(alt)}"${loadingAttributes[loading]} decoding="async">`;
  const zoomed = !whole && found.zoom > 1;
  if (!found.sources.length && !zoomed) return image;
  const sources = found.sources.map(
    ({ type, srcset, still }) =>
      `<source type="${type}"${still ? ' media="(prefers-reduced-motion:reduce)"' : ""} srcset="${srcset}"${sized(srcset)}>`,
  );
  return `<picture${zoomed ? ' class="b-cut"' : ""}>${sources.join("")}${image}</picture>`;
}

export interface RenderedFile {
  /** Escaped. */
  readonly href: string;
  readonly name: string;
  readonly about: string;
  readonly type: string;
  /** Set on films. */
  readonly film?: { readonly width: number; readonly height: number; readonly seconds: number };
}

export interface NavigationItem {
  readonly title: string;
  readonly href: string;
  /** It is the page shown. */
  readonly current: boolean;
  /** The page shown lies below it. */
  readonly above: boolean;
  readonly under: readonly NavigationItem[];
}

/** One spot in the flow of a page where a widget appears. */
export interface Placed {
  readonly as: "flow" | "button" | "link";
  /** Words of the button or the link. */
  readonly text: string;
  /** Class and style of the spot's own element, as attributes with a leading space. */
  attributes(kindClass: string): string;
}

/** What a kind's `render` may ask for. One context serves one rendering of one section. */
export interface RenderContext {
  readonly siteName: string;
  readonly homeHref: string;
  readonly navigation: readonly NavigationItem[];
  /** How a picture here is loaded: the first of the page before others, those of its first section at once, the rest late. */
  loading(): "first" | "now" | "late";
  /** How wide a picture here is shown, as the value of a `sizes` attribute: as the layout around it says, and `room` within. */
  sizes(room?: Room): string;
  /** Whether a link leads to the page that is shown. */
  leadsHere(link: string): boolean;
  /** What stands in the place of something that is not there yet: only for those who work on the page. */
  placeholder(html: string): string;
  /** Class, id for the stage and style rules of a node, as attributes with a leading space. */
  attributes(node: PageNode, kindClass: string): string;
  /** What names one line of a list for the stage, as an attribute with a leading space; "" elsewhere. */
  line(node: PageNode, line: string | undefined): string;
  /** Marks the element that holds the words of a field, or of a part of a line: an attribute with a leading space; "" elsewhere. */
  written(field: string): string;
  /** A class that makes these declarations: for what is computed, since pages carry no style attributes. */
  style(declarations: string): string;
  /** The block that holds the one being rendered, and its place there. */
  readonly holder: PageNode | null;
  readonly index: number;
  /** Every word of a block and of what stands in it, a line for each. */
  words(node: PageNode): string;
  /** By which words one would call a block. */
  nameOf(node: PageNode): string;
  /** Address of a stored link, escaped; null when its page is gone, and for what opens a widget. */
  href(link: string): string | null;
  /**
   * What is pressed to follow a stored link: a link, or a button where it opens a widget. `attributes` with a leading
   * space, `inner` as markup. One that leads nowhere is a link without an address: it looks the same and takes no focus.
   */
  leadTo(link: string | undefined, attributes: string, inner: string): string;
  /** A picture as a place of it cuts it; null for what is none, or gone. */
  picture(media: string, cut?: Cut): RenderedPicture | null;
  /** A file to take home: its address, name, and "PDF · 1.2 MB"; null for what is none. */
  file(media: string): RenderedFile | null;
  /** BCP 47 tag of the language the page is written in. */
  readonly language: string;
  /** ISO 4217. */
  readonly currency: string;
  /** What stands at a spot where a widget appears; null when there is no such widget. */
  placed(widget: string, spot: Placed): string | null;
  /** What a kind of widget keeps for the whole site, by the kind's own declaration. */
  part<T>(of: Service<T>): T | undefined;
  /** What a kind wants besides, by its declaration; undefined where nobody has it. */
  service<T>(wanted: Service<T>): T | undefined;
  /** Something of the site that this is made from besides itself: where it changes, this is rendered anew. */
  madeFrom(use: Use): void;
  /** Media that stand here and not in the site's list. */
  brings(media: readonly MediaEntry[]): void;
  /** An id that no other element of the page has. */
  newId(stem: string): string;
  /** Loads a block's script with the page, and marks the block's element for it: an attribute with a leading space. */
  script(name: BlockScript): string;
  /** The rules of another kind are needed here, too. */
  needsCss(kind: Kind): void;
  /** Loads the script of headers and menus with the page, at once. */
  headScript(): void;
  /** Lets the page's frames show what stands on an origin outside the site, and ask for these of the visitor's device. */
  frames(origin: string, devices?: readonly string[]): void;
  /** Code runs on the page itself: the origins it may reach, and the text of a script of its own ("" for none). */
  runs(origins: readonly string[], script: string): void;
  /** Address of a document of its own that the page brings along and frames, and the origins it may reach; null where none runs. */
  document(html: string, origins: readonly string[]): string | null;
  /** Origin of a stand-in for an outside host, by its label. */
  standIn(label: string): string;
  /** An address of the site as others ask for it: with its origin, where the page has one. Escaped as it came. */
  absolute(href: string): string;
  /** What search engines are told: an object of schema.org, as JSON-LD 1.1, once a page. */
  tell(data: object): void;
  /** The business as search engines read it. */
  business(): object;
  /** Puts markup at the end of the section, once for each key: what a button opens over the page. Answers its id. */
  putBehind(key: string, markup: (id: string) => string): string;
  /** What was put there so far. */
  takeBehind(): string;
  /** The site's settings, for the few blocks that show them: where they change, every page is rendered anew. */
  readonly settings: SiteSettings;
  /** What stands in the place of a shared section. */
  shared(placement: PageNode): string;
  /** What a block holds; `room` says of each child how much of its parent's width it gets, all where it says nothing. */
  children(node: PageNode, room?: (index: number, node: PageNode) => Room): string;
  /** The same, block by block; "" for one that draws nothing. */
  parts(node: PageNode, room?: (index: number, node: PageNode) => Room): readonly string[];
}

/** How much of its parent's width something gets. */
export interface Room {
  /** Its part of the width, 0 to 1. */
  readonly part?: number;
  /** The same on phones. */
  readonly phonePart?: number;
  /** The widest it gets, in rem; null for the whole window. */
  readonly limitRem?: number | null;
}

/** JSON that can stand inside a script element: no "<" can end it. */
export const scriptJson = (value: unknown): string => JSON.stringify(value).replaceAll("<", "\\u003c");
