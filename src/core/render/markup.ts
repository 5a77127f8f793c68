// What block kinds render with: escaping, and the context that knows links, pictures and style rules.
import type { PageNode } from "@/core/page/node";
import type { Placed } from "@/core/widget/kind";
import type { WidgetParts } from "@/core/widget/settings";

const special = /[&<>"']/;
const entities: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&#39;",
};

/** Text made safe for element content and quoted attribute values. */
export function escapeHtml(text: string): string {
  return special.test(text) ? text.replace(/[&<>"']/g, (character) => entities[character] as string) : text;
}

export interface RenderedPicture {
  readonly src: string;
  readonly srcset: string;
  readonly width: number;
  readonly height: number;
}

export interface NavigationItem {
  readonly title: string;
  readonly href: string;
  readonly current: boolean;
}

/** What a kind's `render` may ask for. One context serves one rendering of one section. */
export interface RenderContext {
  readonly siteName: string;
  readonly homeHref: string;
  readonly navigation: readonly NavigationItem[];
  /** How a picture here is loaded: the first of the page before others, those of its first section at once, the rest late. */
  loading(): "first" | "now" | "late";
  /** How wide a picture here is shown, as the value of a `sizes` attribute: as the layout around it says. */
  sizes(): string;
  /** Class, id for the stage and style rules of a node, as attributes with a leading space. */
  attributes(node: PageNode, kindClass: string): string;
  /** What names one line of a list for the stage, as an attribute with a leading space; "" elsewhere. */
  line(node: PageNode, line: string | undefined): string;
  /** Address of a stored link, escaped; null when its page is gone. */
  href(link: string): string | null;
  picture(media: string): RenderedPicture | null;
  /** BCP 47 tag of the language the page is written in. */
  readonly language: string;
  /** ISO 4217. */
  readonly currency: string;
  /** What stands at a spot where a widget appears; null when there is no such widget. */
  placed(widget: string, spot: Placed): string | null;
  /** What a kind of widget keeps for the whole site. */
  part<K extends keyof WidgetParts>(kind: K): WidgetParts[K] | undefined;
  /** An id that no other element of the page has. */
  newId(stem: string): string;
  /** What a block holds; `room` says of each child how much of its parent's width it gets, all where it says nothing. */
  children(node: PageNode, room?: (index: number) => Room): string;
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
