// The units that a release is made of, by their hashes: what has changed since the last one is counted by the database,
// without reading a page.
import { sql } from "drizzle-orm";
import type { ChangeOf } from "@/core/site/changes";
import type { Executor } from "../connection";
import { releaseUnits } from "./tables";

export interface Unit {
  readonly of: ChangeOf;
  readonly id: string;
  readonly hash: string;
  readonly position: number;
}

const word = (text: string) => sql.raw(`cast('${text}' as char(12)) collate utf8mb4_bin`);

/** Every unit of the working states of some sites, as a query. */
const unitsNow = (sites: readonly string[]) => sql`
  select site_id, cast(kind as char(12)) collate utf8mb4_bin as unit_of, id as unit_id, hash, position from documents
    where site_id in ${sites} and removed_at is null
  union all select site_id, ${word("widget")}, id, hash, position from widgets where site_id in ${sites}
  union all select id, ${word("brand")}, 'brand', brand_hash, 0 from sites where id in ${sites}
  union all select id, ${word("settings")}, 'settings', settings_hash, 0 from sites where id in ${sites}
  union all select r.site_id, ${word("redirect")}, r.from_path, r.page, 0 from redirects r
    join documents d on d.site_id = r.site_id and d.id = r.page and d.removed_at is null where r.site_id in ${sites}`;

const unitsLive = (sites: readonly string[]) => sql`
  select u.site_id, u.unit_of, u.unit_id, u.hash, u.position from sites s
    join release_units u on u.release_id = s.live_release_id where s.id in ${sites}`;

type Counted = readonly { readonly site: string; readonly changed: number | string }[];

async function rowsOf<T>(db: Executor, query: ReturnType<typeof sql>): Promise<T> {
  const [rows] = (await db.execute(query)) as unknown as [T];
  return rows;
}

/** How many changes wait on each of some sites: units that came, went or differ, and their order as one. */
export async function changesWaiting(db: Executor, sites: readonly string[]): Promise<ReadonlyMap<string, number>> {
  const counts = new Map<string, number>(sites.map((site) => [site, 0]));
  if (!sites.length) return counts;
  const counted = await rowsOf<Counted>(
    db,
    sql`with now_units as (${unitsNow(sites)}), live_units as (${unitsLive(sites)})
      select site_id as site, count(*) as changed from (
        select n.site_id from now_units n join sites s on s.id = n.site_id
          left join live_units l on l.site_id = n.site_id and l.unit_of = n.unit_of and l.unit_id = n.unit_id
          where if(s.live_release_id is null, n.unit_of in ('page', 'widget'), l.hash is null or l.hash <> n.hash)
        union all
        select l.site_id from live_units l
          left join now_units n on n.site_id = l.site_id and n.unit_of = l.unit_of and n.unit_id = l.unit_id
          where n.unit_id is null
        union all
        -- Another order is a change of the settings, unless they have changed anyway.
        select o.site_id from (
          select n.site_id,
            row_number() over (partition by n.site_id order by n.position, n.unit_id) as place_now,
            row_number() over (partition by n.site_id order by l.position, n.unit_id) as place_live
          from now_units n
          join live_units l on l.site_id = n.site_id and l.unit_of = n.unit_of and l.unit_id = n.unit_id
          where n.unit_of = 'page'
        ) o
        join now_units n on n.site_id = o.site_id and n.unit_of = 'settings'
        join live_units l on l.site_id = o.site_id and l.unit_of = 'settings' and l.hash = n.hash
        where o.place_now <> o.place_live group by o.site_id
      ) changes group by site_id`,
  );
  for (const { site, changed } of counted) counts.set(site, Number(changed));
  return counts;
}

/** Of some sites those whose live release is from before units were kept. */
export async function sitesWithoutUnits(db: Executor, sites: readonly string[]): Promise<readonly string[]> {
  if (!sites.length) return [];
  const rows = await rowsOf<readonly { readonly id: string }[]>(
    db,
    sql`select id from sites where id in ${sites} and live_release_id is not null
      and not exists (select 1 from release_units where release_id = sites.live_release_id)`,
  );
  return rows.map(({ id }) => id);
}

const asUnits = (rows: readonly Record<string, unknown>[]): readonly Unit[] =>
  rows.map((row) => ({
    of: row.unit_of as ChangeOf,
    id: String(row.unit_id),
    hash: String(row.hash),
    position: Number(row.position),
  }));

/** The units of a site's working state. */
export const workingUnits = async (db: Executor, siteId: string): Promise<readonly Unit[]> =>
  asUnits(await rowsOf(db, sql`select * from (${unitsNow([siteId])}) units`));

/** The units of a release; none for one from before they were kept. */
export const unitsOfRelease = async (db: Executor, siteId: string, releaseId: string): Promise<readonly Unit[]> =>
  asUnits(
    await rowsOf(
      db,
      sql`select unit_of, unit_id, hash, position from release_units where site_id = ${siteId} and release_id = ${releaseId}`,
    ),
  );

export async function storeUnits(
  tx: Executor,
  siteId: string,
  releaseId: string,
  units: readonly Unit[],
): Promise<void> {
  for (let at = 0; at < units.length; at += 500)
    await tx
      .insert(releaseUnits)
      .ignore()
      .values(units.slice(at, at + 500).map((unit) => ({ siteId, releaseId, ...unit })));
}
