// What a ready-made section is, and short ways to write the parts that several of them have.
import { builder } from "../build";
import { firstIcons, type Icon } from "../look/icon";
import type { Look } from "../look/look";
import type { PageNode } from "../node";

/** What a section takes from its site when it is placed. */
export interface ShelfFacts {
  /** ISO 4217. */
  readonly currency: string;
  /** BCP 47. */
  readonly language: string;
  /** Lines of the address, and the opening hours as rows; absent where the site does not tell them. */
  readonly address?: readonly string[];
  readonly hours?: readonly (readonly [string, string])[];
  /** The widget that the section shows, where its entry names a kind of widget. */
  readonly widget?: string;
}

export const plainFacts: ShelfFacts = { currency: "EUR", language: "en-IE" };

/** The groups of the shelf, in its order. */
export const shelfGroups = [
  "Openings",
  "Offers",
  "Proof",
  "People",
  "Prices",
  "Questions",
  "Hours and place",
  "Forms and booking",
  "Calls to act",
  "Galleries",
  "Words",
  "Headers",
  "Footers",
] as const;
export type ShelfGroup = (typeof shelfGroups)[number];

export interface ShelfEntry {
  readonly key: string;
  readonly name: string;
  readonly note: string;
  readonly group: ShelfGroup;
  /** The kind of widget that stands in it: one of the site's, or a new one. */
  readonly widget?: string;
  make(newId: () => string, facts?: ShelfFacts): PageNode;
}

export type Build = ReturnType<typeof builder>;
type Make = (b: Build, facts: ShelfFacts) => PageNode;

/** Ready-made sections of one group: key, name, what it is for, and how it is made. */
export const entries = (
  group: ShelfGroup,
  ...list: readonly (readonly [key: string, name: string, note: string, make: Make, widget?: string])[]
): readonly ShelfEntry[] =>
  list.map(([key, name, note, make, widget]) => ({
    key,
    name,
    note,
    group,
    ...(widget ? { widget } : {}),
    make: (newId, facts = plainFacts) => make(builder(newId), facts),
  }));

/** A whole amount as the site writes it: "€12", "$12", "£12". */
export const price = ({ language, currency }: ShelfFacts, amount: number): string =>
  new Intl.NumberFormat(language, { style: "currency", currency, maximumFractionDigits: 0 }).format(amount);

/** A card: what it says from top to bottom. */
export const card = (b: Build, ...children: readonly PageNode[]): PageNode => b.node("card", {}, {}, children);

/** Cards beside each other, each in a column of its own. */
export const cards = (b: Build, look: Look, ...list: readonly PageNode[]): PageNode =>
  b.columns(look, ...list.map((one) => b.stack({}, one)));

export const icon = (b: Build, name: keyof typeof firstIcons, look: Look = {}): PageNode =>
  b.node("icon", { icon: firstIcons[name] satisfies Icon }, { size: 2.2, ...look });

export const quote = (b: Build, text: string, who: string, look: Look = {}): PageNode =>
  b.node("quote", { text, who }, look);

export const questions = (b: Build, ...list: readonly (readonly [string, string])[]): PageNode =>
  b.node(
    "questions",
    { told: true },
    {},
    list.map(([title, text]) => b.node("question", { title }, {}, [b.words(text)])),
  );

export const links = (
  b: Build,
  as: "both" | "icons" | "column",
  ...items: readonly (readonly [keyof typeof firstIcons, string])[]
): PageNode =>
  b.node("links", { as, items: items.map(([name, text], at) => ({ id: `l${at + 1}`, text, icon: firstIcons[name] })) });

export const gallery = (b: Build, as: "grid" | "rows" | "strip", count: number, look: Look = {}): PageNode =>
  b.node(
    "gallery",
    { as, items: Array.from({ length: count }, (_, at) => ({ id: `l${at + 1}`, media: null, alt: "" })) },
    look,
  );

/** The place of the section's widget; empty until there is one. */
export const placed = (
  b: Build,
  { widget = null }: { readonly widget?: string | null },
  as: "flow" | "button",
  text: string,
) => b.node("widget", { widget, as, text });

/** The hours as the site's settings have them, or rows to be filled in. */
export const openHours = (b: Build, facts: ShelfFacts): PageNode =>
  b.rows(
    facts.hours ?? [
      ["Tuesday to Friday", "10:00–18:00"],
      ["Saturday", "10:00–13:00"],
      ["Sunday and Monday", "closed"],
    ],
  );

/** The address as the settings have it, or lines to be filled in. */
export const addressLines = (b: Build, facts: ShelfFacts): PageNode =>
  b.words(facts.address ?? ["Street and number", "Town"]);
