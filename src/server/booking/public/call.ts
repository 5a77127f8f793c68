// One call on a calendar of a site: the live release says which calendars there are, the set-up what they offer.
import { eq } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import type { BookingSetUp } from "@/core/booking/booking";
import { type WidgetOf, widgetsOfKind } from "@/core/widget/settings";
import { bookingVersions } from "@/data/booking/tables";
import { releases } from "@/data/release/tables";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import type { Context } from "../../context";
import type { AllowedOrigins } from "../../edge/endpoint";
import { keptOfDatabase } from "../../kept";
import { notFound } from "../../problem";
import { setUpAt } from "../set-up";

export interface PublicCall {
  readonly context: Context;
  readonly site: SiteRow;
  readonly widget: string;
  readonly versions: { readonly setUp: number; readonly diary: number };
  readonly setUp: BookingSetUp;
  /** Ids of the services this calendar offers. */
  readonly services: readonly string[];
  readonly settings: WidgetOf<"booking">["settings"];
  readonly language: string;
}

const releasedCalendars = keptOfDatabase(new LRUCache<string, readonly WidgetOf<"booking">[]>({ max: 500 }));

/** The calendars of the live release: what visitors see. A release never changes, so it is read once. */
async function calendarsIn(context: Context, releaseId: string) {
  let found = releasedCalendars.get(releaseId);
  if (!found) {
    const [row] = await context.db
      .select({ widgets: releases.widgets })
      .from(releases)
      .where(eq(releases.id, releaseId));
    found = widgetsOfKind(row?.widgets ?? [], "booking");
    releasedCalendars.set(releaseId, found);
  }
  return found;
}

/** The site of a call with its versions, in one row. */
export async function publicSite(context: Context, key: string) {
  const [row] = await context.db
    .select({ site: sites, setUp: bookingVersions.setUp, diary: bookingVersions.diary })
    .from(sites)
    .leftJoin(bookingVersions, eq(bookingVersions.siteId, sites.id))
    .where(eq(sites.key, key));
  if (!row) throw notFound("This site");
  return { site: row.site, versions: { setUp: row.setUp ?? 0, diary: row.diary ?? 0 } };
}

/** A call on a calendar of a site; 404 unless the live release has it and it is switched on. */
export async function publicCall(
  context: Context,
  siteKey: string,
  widget: string,
  language: string,
): Promise<PublicCall> {
  const { site, versions } = await publicSite(context, siteKey);
  const calendars = site.liveReleaseId ? await calendarsIn(context, site.liveReleaseId) : [];
  const calendar = calendars.find(({ id, settings }) => id === widget && settings.enabled);
  if (!calendar) throw notFound("This calendar", "widget");
  const setUp = await setUpAt(context.db, site.id, versions.setUp);
  const { settings } = calendar;
  return { context, site, widget, versions, setUp, services: settings.services, settings, language };
}

/** Origins of other sites whose pages may call: those that its places allow. */
export const allowedOrigins = (setUp: BookingSetUp): readonly string[] =>
  setUp.places.flatMap(({ allowedSites }) => allowedSites);

/** The same of a site by its key; nobody is allowed anything where nothing was ever set up. */
export const originsOfPlaces: AllowedOrigins = async (context, siteKey) => {
  const { site, versions } = await publicSite(context, siteKey);
  return versions.setUp ? allowedOrigins(await setUpAt(context.db, site.id, versions.setUp)) : [];
};
