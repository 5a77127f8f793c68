// Parts of the site file that kinds of widgets keep, in the database: one line a kind that has one.
import type { WidgetParts } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import { bookingPart } from "../booking/part";

/** A kind's part of the site file, in the database. */
export interface SitePart<P> {
  load(db: Executor, siteId: string): Promise<P | null>;
  store(tx: Executor, siteId: string, part: P, now: Date): Promise<void>;
}

const parts: { readonly [K in keyof WidgetParts]: SitePart<WidgetParts[K]> } = {
  booking: bookingPart,
};

export const siteParts = (Object.keys(parts) as (keyof WidgetParts)[]).map((name) => ({
  name,
  part: parts[name] as SitePart<unknown>,
}));
