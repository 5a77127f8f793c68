// What one block kind is: its content, its looks, what it may hold and how it renders.
import type Joi from "joi";
import type { RenderContext } from "@/core/render/markup";
import type { LookField } from "./look";
import type { Kind, PageNode } from "./node";

/** One line of text; running text; a list of lines; or a value that is taken as it is. */
export type WordsForm = "line" | "rich" | "lines" | "value";

export interface KindDefinition<C extends object = Record<string, unknown>> {
  readonly kind: Kind;
  /** Name in the interface. */
  readonly label: string;
  readonly content: Joi.ObjectSchema<C>;
  readonly defaults: C;
  /** Kinds it may hold; absent for kinds without children. */
  readonly holds?: readonly Kind[];
  readonly looks: readonly LookField[];
  /** Content fields that hold words or pictures, which an editor may change, with the form they have. */
  readonly words: Readonly<Partial<Record<keyof C & string, WordsForm>>>;
  /** The field whose words one sees on the page, and writes there. */
  readonly onPage?: keyof C & string;
  /** Rules every page with this kind carries once. */
  readonly css: string;
  render(node: PageNode, content: C, context: RenderContext): string;
}

/** Keeps the content type of one definition while all of them share one list. */
export const defineKind = <C extends object>(definition: KindDefinition<C>): KindDefinition =>
  definition as unknown as KindDefinition;

/** Kinds that stand in a section, a column or a stack. */
export const flowKinds: readonly Kind[] = [
  "columns",
  "stack",
  "heading",
  "richText",
  "picture",
  "button",
  "list",
  "divider",
  "navigation",
  "widget",
];
