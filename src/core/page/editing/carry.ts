// Blocks on their way to another site: what they point at there is left out where that site has none of it.
import type { RefOf } from "@/core/kind/holder";
import { kinds, standsOnPage } from "../kinds";
import { type Content, everyNode, type Kind, type PageNode } from "../node";
import { contentFault, subtreeFaults } from "../validate";
import { isLink, readLink } from "../words/link";

/** The form in which blocks leave: on the shelf, and on the clipboard. */
export const carriedFormat = 1;

/** How many links and pictures could not come along. */
export interface LeftOut {
  readonly links: number;
  readonly pictures: number;
}

type Has = (of: RefOf, id: string) => boolean;

const refOfLink = (link: string): { readonly of: RefOf; readonly id: string } | null => {
  const read = readLink(link);
  if (read.to === "page") return { of: "page", id: read.page };
  if (read.to === "widget") return { of: "widget", id: read.widget };
  return read.to === "file" ? { of: "media", id: read.media } : null;
};

const hashPattern = /^[0-9a-f]{64}$/;
/** What a value becomes that has to be left out whole, together with what holds it. */
const nothing = Symbol("left out");

class Carrying {
  links = 0;
  pictures = 0;
  constructor(private readonly has: Has) {}

  /** A value without what is not there; `nothing` where its holder is to leave it out. */
  value(value: unknown, key: string): unknown {
    if (typeof value === "string") return this.text(value, key);
    if (Array.isArray(value))
      return value.map((one) => this.value(one, key)).filter((one) => one !== nothing && !isBareMark(one));
    if (typeof value !== "object" || value === null) return value;
    const fields = Object.entries(value).map(([name, one]) => [name, this.value(one, name)] as const);
    return Object.fromEntries(fields.filter(([, one]) => one !== nothing));
  }

  private text(value: string, key: string): unknown {
    if (hashPattern.test(value)) {
      if (this.has("media", value)) return value;
      this.pictures += 1;
      return null;
    }
    if (!["link", "href"].includes(key) || !isLink(value)) return value;
    const ref = refOfLink(value);
    if (!ref || this.has(ref.of, ref.id)) return value;
    this.links += 1;
    return nothing;
  }
}

/** A link in running text whose address was left out: the words stay without it. */
const isBareMark = (value: unknown): boolean =>
  typeof value === "object" &&
  value !== null &&
  (value as { type?: unknown }).type === "link" &&
  (value as { attrs?: { href?: unknown } }).attrs?.href === undefined;

/** The content without fields that what was left out made invalid. */
function sound(node: PageNode, content: Content): Content {
  if (!contentFault(node.kind, content)) return content;
  for (const field of Object.keys(content)) {
    const { [field]: value, ...others } = content;
    if (JSON.stringify(value) !== JSON.stringify(node.content[field]) && !contentFault(node.kind, others))
      return others;
  }
  return node.content;
}

/** Blocks without links and pictures that a site has none of, and how many those were. */
export function carried(nodes: readonly PageNode[], has: Has): { nodes: readonly PageNode[]; left: LeftOut } {
  const carrying = new Carrying(has);
  const cleaned = (node: PageNode): PageNode => {
    const gone = [...(kinds[node.kind].refs?.(node.content) ?? [])].filter(
      ({ of, id, path }) => path === "widget" && !has(of, id),
    );
    carrying.links += gone.length;
    const content = carrying.value(node.content, "") as Content;
    const set = gone.length ? { ...content, widget: null } : content;
    return {
      ...node,
      content: sound(node, set),
      ...(node.children ? { children: node.children.map(cleaned) } : {}),
    };
  };
  return { nodes: nodes.map(cleaned), left: { links: carrying.links, pictures: carrying.pictures } };
}

/** Everything that blocks point at. */
export function refsOfBlocks(nodes: readonly PageNode[]): readonly { readonly of: RefOf; readonly id: string }[] {
  return nodes.flatMap((root) =>
    [...everyNode(root)].flatMap((node) => [...(kinds[node.kind].refs?.(node.content) ?? [])]),
  );
}

/** Where a block may stand by itself: a section in a page, anything else in a section. Null for one that never does. */
export function faultOfCarried(node: unknown): string | null {
  const kind = (node as { kind?: unknown } | null)?.kind;
  const [fault] = subtreeFaults(node, standsOnPage(kind as Kind) ? "page" : "section");
  return fault ? fault.message : null;
}
