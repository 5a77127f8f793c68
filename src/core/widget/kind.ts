// What draws one kind of widget: what stands on a page without script, and the light form that a released page carries. What
// lists say of it is its WidgetFacts, what judges it its WidgetJudge.

import type { Holder } from "@/core/kind/holder";
import type { Kind } from "@/core/page/node";
import type { Placed, RenderContext, RenderedPicture } from "@/core/render/markup";
import type { PartOf, WidgetKindName, WidgetOf, WidgetParts, WidgetSettings } from "./settings";

/** How the released form names pages and pictures: their addresses, or null where they are gone. */
export interface Resolve {
  pageHref(page: string): string | null;
  picture(media: string): Pick<RenderedPicture, "large" | "small" | "width" | "height" | "alt"> | null;
  /** BCP 47 tag of the language of the page. */
  readonly language: string;
  /** ISO 4217, of the site. */
  readonly currency: string;
  /** IANA zone of the site. */
  readonly zone: string;
}

/** What a part of the site file tells of itself. */
export interface PartKind<K extends WidgetKindName> {
  /** Media that it shows, and where in it. */
  media?(part: PartOf<K>): Iterable<{ readonly hash: string; readonly path: string }>;
  /** Ids that settings may refer to. */
  ids?(part: PartOf<K>): Iterable<{ readonly of: "service"; readonly id: string }>;
}

export interface WidgetKind<K extends WidgetKindName> extends Holder<WidgetSettings[K]> {
  /** What makes a button open it: attributes. What it opens without script is put behind the section. */
  opens(widget: WidgetOf<K>, context: RenderContext): string;
  /** What stands in the flow before and without script; absent for kinds that never stand there. */
  flow?(placed: Placed, widget: WidgetOf<K>, context: RenderContext): string;
  /** What stands at the end of every page while one is switched on; absent for kinds that stand where they were placed. */
  everywhere?(widget: WidgetOf<K>, context: RenderContext): string;
  /** Rules that a page with such a spot carries once. */
  readonly css: string;
  /** Kinds of blocks whose rules it uses, too. */
  readonly cssOf?: readonly Kind[];
  /** The form that a page carries for its script; null where the kind needs none. */
  released(settings: WidgetSettings[K], resolve: Resolve, part: PartOf<K> | null): unknown;
  /** Hashes of the media that its released form shows besides those that its settings name. */
  pictures?(settings: WidgetSettings[K], part: PartOf<K> | null): Iterable<string>;
  /** What pages show of the site's part besides the settings: it goes live with a release, as the settings do. */
  shown?(settings: WidgetSettings[K], parts: Partial<WidgetParts>): unknown;
  /** The part of the site file that it keeps for all of its widgets, where there is one. */
  readonly part?: PartKind<K>;
}

/** A kind of widget: opened by its script over the page and without rules of its own, unless it says otherwise. */
export const defineWidget = <K extends WidgetKindName>(
  kind: Omit<WidgetKind<K>, "opens" | "css"> & Partial<Pick<WidgetKind<K>, "opens" | "css">>,
): WidgetKind<K> => ({ opens: ({ id }) => `data-opens="${id}"`, css: "", ...kind });
