// What one block kind is: its content and how it is set, its looks, what it may hold, how it is drawn and rendered.
import type { Option, ValueControl } from "@/core/kind/control";
import type { FieldOf } from "@/core/kind/field";
import type { Holder, Judge } from "@/core/kind/holder";
import type { RenderContext } from "@/core/render/markup";
import type { Source } from "@/core/video/source";
import type { LookField } from "./look/look";
import type { Drawn } from "./look/shapes";
import type { Content, Kind, PageNode } from "./node";
import type { ShelfFacts } from "./shelf/entry";

/** A part of one line of a list: words, or a value (a picture, a tick) that is taken as it is. */
export type PartForm = "line" | "value";

/** Lines that come and go by their ids, with the form of each part that holds words or pictures; `parts` of "line": of any. */
export interface LinesForm {
  readonly parts: Readonly<Record<string, PartForm>> | "line";
}

/** One line of text; running text; a value that is taken as it is; or a list of lines. */
export type WordsForm = "line" | "rich" | "value" | LinesForm;

/** A part of the lines of a list, as the sheet offers it. */
export interface LinePart {
  readonly name: string;
  readonly label: string;
  readonly control: "line" | "picture" | "link" | "icon" | "flag" | "captions";
  readonly hint?: string;
  /** Of words: the part with the picture that they describe; where they are empty, what Media says of it holds. */
  readonly describes?: string;
  /** Of a picture: the part of the line that says what of it is shown. */
  readonly cut?: string;
  /** Only for those who may lay out. */
  readonly layout?: boolean;
}

/** How a content field is set on the sheet. */
export type FieldControl<C> =
  | {
      readonly kind: "line";
      /** How long the words are, and on how many lines they stand at the frame's width. */
      readonly counted?: boolean;
      /** The field with the picture that these words describe: where they are empty, what Media says of it holds. */
      readonly describes?: string;
    }
  | { readonly kind: "choice"; readonly options: readonly Option[] }
  | { readonly kind: "flag"; readonly says: string }
  /** Running text is written on the page; the sheet tells how much there is. */
  | { readonly kind: "onPage" }
  /** `none` says what stands without one, where that may be; `clears` names fields that described the one before. */
  | {
      readonly kind: "picture";
      readonly none?: string;
      readonly clears?: Readonly<Record<string, unknown>>;
      /** The field that says which part of it is shown. */
      readonly cut?: string;
    }
  | { readonly kind: "link" }
  | { readonly kind: "widget" }
  /** Lines that come, go and move; `aside` says whether they have something at their end. */
  | { readonly kind: "lines"; readonly aside: (content: C) => boolean }
  /** Lines of several parts, each folded open by itself: pictures of a gallery, links of a row. */
  | {
      readonly kind: "items";
      readonly parts: readonly LinePart[];
      /** The part that names a line where it is folded. */
      readonly named: string;
      /** What one is called: "picture". */
      readonly one: string;
      /** What a new one starts as. */
      readonly fresh: Readonly<Record<string, unknown>>;
      /** Several can be chosen at once, each as this part of a line of its own. */
      readonly chosenAs?: string;
    }
  | { readonly kind: "value"; readonly of: ValueControl }
  /** `none` says what stands without one, where that may be. */
  | { readonly kind: "icon"; readonly none?: string }
  | { readonly kind: "table" }
  | { readonly kind: "file" }
  /** A clip by its address, or a film of the site, with what is found out about it. */
  | { readonly kind: "video" }
  /** The address of a page to be embedded, which the server looks at first. */
  | { readonly kind: "embed" }
  /** Code in an editor of its own. */
  | { readonly kind: "code"; readonly language: "html" | "css" | "javascript" }
  /** Lines of one list of words. */
  | { readonly kind: "list"; readonly one: string }
  /** Several ticks of one list, each with what it is for. */
  | { readonly kind: "ticks"; readonly options: readonly (readonly [value: string, says: string, why: string])[] }
  | { readonly kind: "map" }
  /** A category of the shop; products of it. */
  | { readonly kind: "shopCategory" }
  | { readonly kind: "shopProducts" }
  /** A picture behind, with its focal point and the surface over it. */
  | { readonly kind: "ground" };

export type FieldControlKind = FieldControl<unknown>["kind"];

export interface Field<C = Content> extends FieldOf<C, FieldControl<C>> {
  readonly name: keyof C & string;
  readonly hint?: (content: C) => string | undefined;
  /** An empty value is left out of the content. */
  readonly optional?: boolean;
  /** Only for those who may lay out; others change words and pictures. */
  readonly layout?: boolean;
}

/** What is asked of one block when a page is drawn small: how tall, and which shapes. */
export type Draw = (node: PageNode, width: number, inner: (node: PageNode, width: number) => Drawn) => Drawn;

export interface KindDefinition<C extends object = Content> extends Holder<C>, Judge<C> {
  /** Name in the interface. */
  readonly label: string;
  /** Where it stands among the blocks one can add; absent for those that only come with others. */
  readonly group?: (typeof blockGroups)[number];
  /** What a new one starts as, drawn from its site. Never blank. */
  fresh(site: ShelfFacts): C;
  /** Kinds of the blocks that a new one starts with. */
  readonly startsWith?: readonly Kind[];
  /** Kinds it may hold, or everything that stands in the flow; absent for kinds without children. */
  readonly holds?: "flow" | readonly Kind[];
  /** Whether it stands in a section, a column or a stack. */
  readonly inFlow?: boolean;
  /** Whether visitors would press it, so that something may open by that. */
  readonly pressed?: boolean;
  readonly looks: readonly LookField[];
  /** It can become a section that several pages share. */
  readonly shareable?: true;
  /** The field by which it shows the basket of a shop, where it has a place for it as it stands. */
  readonly cartField?: (content: C) => (keyof C & string) | null;
  /** So many of them stand beside each other at most; any number where it says nothing. */
  readonly mostBeside?: number;
  /** What stands in the blocks it holds stands beside each other, and is dropped so. */
  readonly acrossInside?: true;
  /** Where all it holds draws nothing on a released page it draws nothing either, so that its place closes. */
  closesEmpty?(node: PageNode): boolean;
  /** Its space above and below lies inside its edge, and not around it. */
  readonly spaceInside?: boolean;
  /** Its height is that of its own box, and can be dragged. */
  readonly dragsHeight?: boolean;
  /** Content fields that hold words or pictures, which an editor may change, with the form they have. */
  readonly words: Readonly<Partial<Record<keyof C & string, WordsForm>>>;
  /** The field whose words one sees on the page, and writes there. */
  readonly onPage?: keyof C & string;
  /** What the sheet offers, in its order, below `fieldsTitle`. */
  readonly fields: readonly Field<C>[];
  readonly fieldsTitle?: string;
  /** A sentence above the fields. */
  readonly fieldsNote?: string;
  /** What one block is called where its kind alone says too little. */
  title?(content: C): string;
  /** What its child at `index` is called. */
  childTitle?(index: number): string;
  /** What the running order counts of it: "3 columns". */
  countedAs?(node: PageNode): string;
  /** The clip or film that it plays; null for none yet. Absent for kinds that play nothing. */
  plays?(content: C): Source | null;
  /** Level of the heading it is, 1 to 6; null for one that is none. */
  headingLevel?(content: C): number | null;
  /** Words of it that would be samples if they are those of the shelf; all its words where it says nothing. */
  sampleLines?(content: C): readonly string[];
  /** What is wrong with the block as it stands in its page; `nameOf` tells by which words one would call a block. */
  nodeProblems?(node: PageNode, nameOf: (node: PageNode) => string): Iterable<string>;
  /** Its part of the small drawing. Absent: what it holds, from top to bottom. */
  readonly draw?: Draw;
  /** Kinds it can become, keeping its place: what the command is called, and the other's content made of its own. */
  readonly becomes?: readonly {
    readonly kind: Kind;
    readonly label: string;
    content(content: C): object;
  }[];
  /** Its element's id is its own (an anchor), so the stage finds it by other means. */
  readonly ownsId?: boolean;
  /** Rules every page with this kind carries once. */
  readonly css: string;
  /** Kinds whose rules it uses, too. */
  readonly cssOf?: readonly Kind[];
  render(node: PageNode, content: C, context: RenderContext): string;
}

export const blockGroups = ["Words", "Pictures", "Arrangement", "Ways on", "Working parts"] as const;

/**
 * Keeps the content type of one definition while all of them share one list. Annotate what it makes as KindDefinition:
 * the names of the kinds are the keys of that list.
 */
export const defineKind = <C extends object>(definition: KindDefinition<C>): KindDefinition =>
  definition as unknown as KindDefinition;
