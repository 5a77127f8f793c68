// What a kind of widget does about releases.
import type { WidgetKindName, WidgetSettings } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";

export interface Following<K extends WidgetKindName> {
  /** What begins once a release is live, in the transaction that makes it so. */
  live(tx: Executor, siteId: string): Promise<void>;
  /** What stops a release as the site stands, besides what the settings say: codes of findings. */
  stops(context: Context, site: SiteRow, settings: WidgetSettings[K]): Promise<readonly string[]>;
}
