// Parts of the site file that kinds of widgets keep, in the database: one line a kind that has one.
import type { WidgetKindName, WidgetParts } from "@/core/widget/settings";
import { bookingPart } from "@/server/booking/part";
import type { SitePart } from "@/server/widget/site-part";

const parts: { readonly [K in keyof WidgetParts]: SitePart<WidgetParts[K]> } = {
  booking: bookingPart,
};

/** The part of a kind of widget; undefined for kinds that keep none. */
export const partOf = (kind: WidgetKindName): SitePart<unknown> | undefined =>
  (parts as Partial<Record<WidgetKindName, unknown>>)[kind] as SitePart<unknown> | undefined;

export const siteParts = (Object.keys(parts) as (keyof WidgetParts)[]).map((name) => ({
  name,
  part: parts[name] as SitePart<unknown>,
}));
