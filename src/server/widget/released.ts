// Widgets as pages carry them: their settings with what the site tells besides. A list of its own, since jobs that publish
// belong to kinds.
import type { StandIns } from "@/core/video/provider";
import type { SiteWidget, WidgetKindName, WidgetSettings } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import { consentReleasing } from "../consent/released";

export interface Releasing<K extends WidgetKindName> {
  /** What a page carries: the settings with what the site tells besides. */
  settings(db: Executor, siteId: string, settings: WidgetSettings[K], standIns: StandIns): Promise<WidgetSettings[K]>;
  /** What has to be kept when a release carries it; `settings` are as they are released. */
  published(db: Executor, siteId: string, settings: WidgetSettings[K], at: Date): Promise<void>;
}

/** Kinds of which a page carries more than the settings. */
const releasing: { readonly [K in WidgetKindName]?: Releasing<K> } = { consent: consentReleasing };

/** The widgets of a site as a release or a rehearsal carries them. */
export const asReleased = (
  db: Executor,
  siteId: string,
  widgets: readonly SiteWidget[],
  standIns: StandIns,
): Promise<readonly SiteWidget[]> =>
  Promise.all(
    widgets.map(async (widget): Promise<SiteWidget> => {
      const told = await releasing[widget.kind]?.settings(db, siteId, widget.settings as never, standIns);
      return told ? ({ ...widget, settings: told } as SiteWidget) : widget;
    }),
  );

/** Keeps what has to be kept of widgets that a release carries. */
export async function keepPublished(db: Executor, siteId: string, widgets: readonly SiteWidget[], at: Date) {
  for (const { kind, settings } of widgets) await releasing[kind]?.published(db, siteId, settings as never, at);
}
