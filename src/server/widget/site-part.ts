// A part of the site file that a kind of widget keeps for all of its own.
import type { Executor } from "@/data/connection";
import type { SiteCall } from "@/server/operation";

export interface PartChange {
  readonly value: unknown;
  readonly version: number;
  readonly agreed: boolean;
}

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
