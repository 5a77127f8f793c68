// Widgets as pages carry them: their settings with what the site tells besides. A list of its own, since jobs that publish
// belong to kinds.
import type { StandIns } from "@/core/kind/holder";
import type { SiteWidget, WidgetKindName } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import { consentReleasing } from "@/server/consent/released";
import type { Releasing } from "@/server/widget/releasing";

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
