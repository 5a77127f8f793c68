// Parts of the site file that kinds of widgets keep, in the database: one line a kind that has one.
import type { WidgetKindName, WidgetParts } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import { bookingPart } from "../booking/part";
import type { SiteCall } from "../operation";

/** A kind's part of the site file, in the database. */
export interface SitePart<P> {
  load(db: Executor, siteId: string): Promise<P | null>;
  store(tx: Executor, siteId: string, part: P, now: Date): Promise<void>;
  /** The version that counts; 0 before the first. */
  version(db: Executor, siteId: string): Promise<number>;
  /**
   * Stores what a designer made of `version` in the transaction of the workspace's save, and answers its own version: 409
   * where another has been stored since, or where it would do what has to be agreed to first (code "asks").
   */
  change(tx: Executor, call: SiteCall, change: PartChange): Promise<number>;
}

export interface PartChange {
  readonly value: unknown;
  readonly version: number;
  readonly agreed: boolean;
}

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
