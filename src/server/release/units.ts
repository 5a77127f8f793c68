import type { HeaderOrFooter } from "@/core/page/header-footer/standing";
import type { ChangeName } from "@/core/site/change";
import { siteChanges } from "@/core/site/changes";
import type { KeptSite } from "@/core/site/site";
import type { Executor } from "@/data/connection";
import { keptSite, wholeSite } from "@/data/release/page-states";
import {
  changesWaiting,
  sitesWithoutUnits,
  storeUnits,
  type Unit,
  unitsOfRelease,
  workingUnits,
} from "@/data/release/units";
import type { SiteRow } from "@/data/site/queries";
import { sha256 } from "../context";
import { loadSite } from "../site/whole";

const nameOf = ({ of, id }: ChangeName) => `${of} ${id}`;

/** The places of pages, of headers and of footers, each among its kind. */
function placesOf({ pages, headersFooters }: Ordered): ReadonlyMap<string, number> {
  const of = (kind: HeaderOrFooter) => (headersFooters ?? []).filter((one) => one.of === kind);
  return new Map(
    [pages, of("header"), of("footer")].flatMap((list) => list.map(({ id }, position) => [id, position] as const)),
  );
}

type Ordered = Pick<KeptSite, "pages" | "headersFooters">;

/**
 * The units of a release of the working state in which some changes are left as they are live. `site` has its pages,
 * headers and footers in their order.
 */
export async function keepUnits(
  tx: Executor,
  row: SiteRow,
  release: string,
  left: readonly ChangeName[],
  site: Ordered,
): Promise<void> {
  const units = new Map((await workingUnits(tx, row.id)).map((unit) => [nameOf(unit), unit]));
  if (left.length) {
    const live = new Map((await liveUnits(tx, row)).map((unit) => [nameOf(unit), unit]));
    for (const change of left) {
      const before = live.get(nameOf(change));
      if (before) units.set(nameOf(change), before);
      else units.delete(nameOf(change));
    }
  }
  const place = placesOf(site);
  const placed = [...units.values()].map((unit): Unit => ({ ...unit, position: place.get(unit.id) ?? 0 }));
  await storeUnits(tx, row.id, release, placed);
}

/** The units of the live release. Of one from before they were kept they are made by comparing the states once. */
async function liveUnits(tx: Executor, row: SiteRow): Promise<readonly Unit[]> {
  const release = row.liveReleaseId;
  if (release === null) return [];
  const kept = await unitsOfRelease(tx, row.id, release);
  if (kept.length) return kept;
  const live = await keptSite(tx, row.id, release);
  if (!live) return [];
  const before = await wholeSite(tx, row.id, live);
  const changes = siteChanges(before, await loadSite(tx, row));
  const units = new Map((await workingUnits(tx, row.id)).map((unit) => [nameOf(unit), unit]));
  for (const change of changes) {
    if (change.what === "new") units.delete(nameOf(change));
    // Not the hash that the database would work out: it differs from whatever there is, and is this state's alone.
    else {
      const page = change.of === "page" ? before.pages.find(({ id }) => id === change.id) : undefined;
      units.set(nameOf(change), { ...change, hash: page ? sha256(JSON.stringify(page)) : "before", position: 0 });
    }
  }
  const place = placesOf(live);
  const made = [...units.values()].map(({ of, id, hash }): Unit => ({ of, id, hash, position: place.get(id) ?? 0 }));
  await storeUnits(tx, row.id, release, made);
  return made;
}

/** How many changes wait on each of some sites, by their ids. */
export async function countChanges(db: Executor, rows: readonly SiteRow[]): Promise<ReadonlyMap<string, number>> {
  const ids = rows.map((row) => row.id);
  const old = new Set(await sitesWithoutUnits(db, ids));
  for (const row of rows) if (old.has(row.id)) await liveUnits(db, row);
  return changesWaiting(db, ids);
}
