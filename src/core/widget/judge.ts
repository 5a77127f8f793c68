// What judges one kind of widget: loaded only where widgets are made, changed or checked. What draws it is its WidgetKind.
import type Joi from "joi";
import type { Fault } from "@/core/input/fault";
import type { Judge } from "@/core/kind/holder";
import type { SiteSettings } from "@/core/site/site";
import type { PartOf, WidgetKindName, WidgetParts, WidgetSettings } from "./settings";

/** What a new widget is drawn from. */
export interface FreshFacts {
  readonly settings: SiteSettings;
  readonly name: string;
  readonly parts: Partial<WidgetParts>;
}

/** What judges the part of the site file that a kind keeps for all of its widgets. */
export interface PartJudge<P> {
  readonly schema: Joi.ObjectSchema<P>;
  /** What no schema can say: ids that name nothing. Paths are within the part. */
  faults?(part: P): readonly Fault[];
  /** What a site that has none starts with. */
  fresh(site: Pick<FreshFacts, "settings" | "name">): P;
}

export interface WidgetJudge<K extends WidgetKindName> extends Judge<WidgetSettings[K]> {
  /** What a new one starts as, drawn from the site. */
  fresh(site: FreshFacts): WidgetSettings[K];
  readonly part?: PartJudge<PartOf<K>>;
}
