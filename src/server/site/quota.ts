// How much a studio may keep: sites, pictures, and the bytes of pictures as they came.
import { and, count, eq, sql } from "drizzle-orm";
import { siteLimits } from "@/core/site/limits";
import { studios } from "@/data/account/tables";
import type { Executor } from "@/data/connection";
import { media, sites } from "@/data/site/tables";
import { Problem } from "../problem";
import type { Settings } from "../settings";

export interface Room {
  readonly sites: number;
  readonly pictures: number;
  readonly bytes: number;
}

/** From this share of a quota on, people are told. */
const nearly = 0.8;

export const roomOf = (settings: Settings): Room => ({
  sites: settings.studioSites,
  pictures: settings.studioPictures,
  bytes: settings.studioMiB * (1 << 20),
});

/** What a studio keeps now. */
export async function usageOf(db: Executor, studioId: string): Promise<Room> {
  const [kept] = await db.select({ all: count() }).from(sites).where(eq(sites.studioId, studioId));
  const [pictures] = await db
    .select({ all: count(), bytes: sql<string>`coalesce(sum(${media.bytes}), 0)` })
    .from(media)
    .innerJoin(sites, and(eq(sites.id, media.siteId), eq(sites.studioId, studioId)));
  return { sites: kept?.all ?? 0, pictures: pictures?.all ?? 0, bytes: Number(pictures?.bytes ?? 0) };
}

const megabytes = (bytes: number) => `${Math.ceil(bytes / (1 << 20))} MB`;

const words: Readonly<Record<keyof Room, (used: number, most: number) => string>> = {
  sites: (used, most) => `${used} of ${most} sites`,
  pictures: (used, most) => `${used} of ${most} pictures`,
  bytes: (used, most) => `${megabytes(used)} of ${megabytes(most)} for pictures`,
};
const kinds = Object.keys(words) as (keyof Room)[];

/** A sentence when something is nearly used up, or null. */
export function warningOf(used: Room, room: Room): string | null {
  const near = kinds.filter((kind) => used[kind] >= room[kind] * nearly);
  if (!near.length) return null;
  return `Your studio's room is nearly used up: ${near.map((kind) => words[kind](used[kind], room[kind])).join(", ")}. Remove a site that is no longer needed, or ask whoever runs Webitor for more.`;
}

/** Refuses a picture that a site's file could not hold any more: what can't be taken out can't be moved elsewhere. */
export function refuseBeyondSite(have: { readonly pictures: number; readonly bytes: number }, bytes: number): void {
  const most =
    have.pictures + 1 > siteLimits.pictures
      ? `${siteLimits.pictures} pictures`
      : have.bytes + bytes > siteLimits.bytes
        ? `${megabytes(siteLimits.bytes)} of pictures`
        : null;
  if (!most) return;
  const message = `A site has at most ${most}. Remove some that it does not show any more.`;
  throw new Problem(422, "siteFull", message, [{ path: "file", message }]);
}

/**
 * Refuses what would go beyond the studio's room. In the caller's transaction, with the studio's row locked, so that
 * two at once don't both take the last of it.
 */
export async function takeRoom(
  tx: Executor,
  settings: Settings,
  studioId: string,
  wanted: Partial<Room>,
  path: string,
): Promise<void> {
  await tx.select({ id: studios.id }).from(studios).where(eq(studios.id, studioId)).for("update");
  const used = await usageOf(tx, studioId);
  const room = roomOf(settings);
  const over = kinds.find((kind) => used[kind] + (wanted[kind] ?? 0) > room[kind] && (wanted[kind] ?? 0) > 0);
  if (!over) return;
  const message = `There is no room for this: your studio keeps ${words[over](used[over], room[over])}. Remove a site that is no longer needed, or ask whoever runs Webitor for more.`;
  throw new Problem(422, "quota", message, [{ path, message }]);
}
