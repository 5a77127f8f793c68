// What a kind of widget adds to what pages carry of it.
import type { StandIns } from "@/core/kind/holder";
import type { WidgetKindName, WidgetSettings } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";

export interface Releasing<K extends WidgetKindName> {
  /** What a page carries: the settings with what the site tells besides. */
  settings(db: Executor, siteId: string, settings: WidgetSettings[K], standIns: StandIns): Promise<WidgetSettings[K]>;
  /** What has to be kept when a release carries it; `settings` are as they are released. */
  published(db: Executor, siteId: string, settings: WidgetSettings[K], at: Date): Promise<void>;
}
