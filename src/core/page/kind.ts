// What one block kind is: its content and how it is set, its looks, what it may hold, how it is drawn and rendered.
import type { Option } from "@/core/kind/control";
import type { Holder } from "@/core/kind/holder";
import type { RenderContext } from "@/core/render/markup";
import type { LookField } from "./look";
import type { Content, Kind, PageNode } from "./node";
import type { Drawn } from "./shapes";
import type { ShelfFacts } from "./shelf";

/** One line of text; running text; a list of lines; or a value that is taken as it is. */
export type WordsForm = "line" | "rich" | "lines" | "value";

/** How a content field is set on the sheet. */
export type FieldControl<C> =
  | {
      readonly kind: "line";
      /** The label stands above the field. */
      readonly stacked?: boolean;
      /** How long the words are, and on how many lines they stand at the frame's width. */
      readonly counted?: boolean;
    }
  | { readonly kind: "choice"; readonly options: readonly Option[] }
  | { readonly kind: "flag"; readonly says: string }
  /** Running text is written on the page; the sheet tells how much there is. */
  | { readonly kind: "onPage" }
  | { readonly kind: "picture" }
  | { readonly kind: "link" }
  | { readonly kind: "widget" }
  /** Lines that come, go and move; `aside` says whether they have something at their end. */
  | { readonly kind: "lines"; readonly aside: (content: C) => boolean };

export type FieldControlKind = FieldControl<unknown>["kind"];

export interface Field<C = Content> {
  readonly name: keyof C & string;
  readonly label: string;
  readonly control: FieldControl<C>;
  readonly hint?: (content: C) => string | undefined;
  /** Whether it can be set as things stand; always where it says nothing. */
  readonly open?: (content: C) => boolean;
  /** Whether it is there at all as things stand. */
  readonly shown?: (content: C) => boolean;
  /** An empty value is left out of the content. */
  readonly optional?: boolean;
  /** Only for those who may lay out; others change words and pictures. */
  readonly layout?: boolean;
}

/** What is asked of one block when a page is drawn small: how tall, and which shapes. */
export type Draw = (node: PageNode, width: number, inner: (node: PageNode, width: number) => Drawn) => Drawn;

export interface KindDefinition<C extends object = Content> extends Holder<C> {
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
  /** Level of the heading it is, 1 to 6. */
  headingLevel?(content: C): number;
  /** Words of it that would be samples if they are those of the shelf; all its words where it says nothing. */
  sampleLines?(content: C): readonly string[];
  /** What is wrong with the block as it stands in its page. */
  nodeProblems?(node: PageNode): Iterable<string>;
  /** Its part of the small drawing. Absent: what it holds, from top to bottom. */
  readonly draw?: Draw;
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
