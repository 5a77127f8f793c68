// What block kinds render with: escaping, and the context that knows links, pictures and style rules.
import type { PageNode } from "@/core/page/node";

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
  /** Whether pictures here are seen first, and so are not loaded lazily. */
  readonly eager: boolean;
  /** Class, id for the stage and style rules of a node, as attributes with a leading space. */
  attributes(node: PageNode, kindClass: string): string;
  /** What names one line of a list for the stage, as an attribute with a leading space; "" elsewhere. */
  line(node: PageNode, line: string | undefined): string;
  /** Address of a stored link, escaped; null when its page is gone. */
  href(link: string): string | null;
  picture(media: string): RenderedPicture | null;
  /** Says that the page needs the run-time part of this widget. */
  need(widget: string): void;
  children(node: PageNode): string;
}

/** JSON that can stand inside a script element: no "<" can end it. */
export const scriptJson = (value: unknown): string => JSON.stringify(value).replaceAll("<", "\\u003c");
