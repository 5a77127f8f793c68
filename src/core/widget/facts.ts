// What lists say of a kind of widget, and where it may stand: light, for every screen.
import type { Right } from "@/core/account/rights";
import type { Floating, Opening } from "@/core/opening/opening";
import type { Shape } from "@/core/page/look/shapes";
import type { WidgetKindName, WidgetSettings } from "./settings";

/** Where a widget appears: in the flow, behind a button or a text link, or over the page by itself. */
export type Placement = "flow" | "button" | "link" | "over";

export interface WidgetFacts<K extends WidgetKindName> {
  /** Name in the interface: "Signup popup". */
  readonly label: string;
  /** What it is for, in one sentence. */
  readonly sentence: string;
  /** A small drawing of it, in the field of drawings. */
  readonly drawing: readonly Shape[];
  readonly placements: readonly Placement[];
  /** Something of it stands on every page while it is switched on. */
  readonly onEveryPage?: true;
  /** Words of a button or link that shows it, until somebody writes others. */
  readonly callWords: string;
  /** What lists say of it below its name: "centre card". */
  note(settings: WidgetSettings[K]): string;
  /** It may open over the page by itself: its settings say when and for whom. */
  readonly opensByItself?: WidgetSettings[K] extends Opening ? true : never;
  /** Its button may float over pages: its settings say where. */
  readonly floats?: WidgetSettings[K] extends { readonly floating?: Floating | null | undefined } ? true : never;
  /** Scripts of a page wait for what it says: its own begins before all others, and tells the page. */
  readonly asksFirst?: true;
  /** A site has one of them at most. */
  readonly single?: true;
  /**
   * What whoever makes, changes or removes one has to be allowed beside the widgets of a site; and how one stands that somebody brings
   * who is not, with a site file or a copy.
   */
  readonly asks?: { readonly right: Right; asleep(settings: WidgetSettings[K]): WidgetSettings[K] };
}
