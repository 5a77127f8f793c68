// The units that a release is made of, by their hashes: what has changed since the last one is counted by the database,
// without reading a page.
import { sql } from "drizzle-orm";
import type { ChangeOf } from "@/core/site/change";
import type { Executor } from "../connection";

export interface Unit {
  readonly of: ChangeOf;
  readonly id: string;
  readonly hash: string;
  readonly position: number;
}

const word = (text: string) => sql.raw(`cast('${text}' as char(12)) collate utf8mb4_bin`);

/** What of a site is a document; there are thousands. */
const documentUnits = sql.raw("('page', 'header', 'footer', 'shared')");
/** What else is a unit; there are few. */
const otherUnits = sql.raw("('widget', 'brand', 'settings', 'redirect')");

/** The units of the working states of some sites that are no documents, as a query. */
const othersNow = (sites: readonly string[]) => sql`
  select site_id, ${word("widget")} as unit_of, id as unit_id, hash, position from widgets where site_id in ${sites}
  union all select id, ${word("brand")}, 'brand', brand_hash, 0 from sites where id in ${sites}
  union all select id, ${word("settings")}, 'settings', settings_hash, 0 from sites where id in ${sites}
  union all select r.site_id, ${word("redirect")}, r.from_path, coalesce(r.page, sha2(r.to_address, 256)), 0 from redirects r
    left join documents d on d.site_id = r.site_id and d.id = r.page and d.removed_at is null
    where r.site_id in ${sites} and (r.page is null or d.id is not null)`;

/** Every unit of the working states of some sites, as a query. */
const unitsNow = (sites: readonly string[]) => sql`
  select site_id, cast(kind as char(12)) collate utf8mb4_bin as unit_of, id as unit_id, hash, position from documents
    where site_id in ${sites} and removed_at is null and kind <> 'pattern'
  union all ${othersNow(sites)}`;

async function rowsOf<T>(db: Executor, query: ReturnType<typeof sql>): Promise<T> {
  const [rows] = (await db.execute(query)) as unknown as [T];
  return rows;
}

interface DocumentsCounted {
  readonly site: string;
  /** New ones and ones that differ. */
  readonly differ: number | string;
  /** Those the release has too. */
  readonly matched: number | string;
  /** Pages, headers and footers that stand at another number than in the release, be it that one before them came or went. */
  readonly displaced: number | string;
}

/** Each document beside what the release has of it. */
const countDocuments = (db: Executor, sites: readonly string[]) =>
  rowsOf<readonly DocumentsCounted[]>(
    db,
    sql`select s.id as site, count(l.unit_id) as matched,
        sum(if(s.live_release_id is null, n.kind = 'page', l.hash is null or l.hash <> n.hash)) as differ,
        sum(n.kind <> 'shared' and n.position >= 0 and coalesce(l.position <> n.position, 0)) as displaced
      from sites s
        straight_join documents n force index (documents_units) on n.site_id = s.id and n.removed_at is null and n.kind <> 'pattern'
        left join release_units l on l.release_id = s.live_release_id and l.unit_of = n.kind and l.unit_id = n.id
      where s.id in ${sites} group by s.id`,
  );

/** Of some sites those where a page, or a header, stands before one that it stood behind: the release's places do not rise. */
const sitesReordered = (db: Executor, sites: readonly string[]) =>
  rowsOf<readonly { readonly site: string }[]>(
    db,
    sql`select site from (
      select n.site_id as site,
        l.position < lag(l.position) over (partition by n.site_id, n.kind order by n.position, n.id) as moved
      from sites s
        straight_join documents n force index (documents_units)
          on n.site_id = s.id and n.removed_at is null and n.kind in ('page', 'header', 'footer')
        join release_units l on l.release_id = s.live_release_id and l.unit_of = n.kind and l.unit_id = n.id
      where s.id in ${sites}
    ) places where moved group by site`,
  );

interface LiveCounted {
  readonly site: string;
  readonly documents: number | string;
}

const countLiveDocuments = (db: Executor, sites: readonly string[]) =>
  rowsOf<readonly LiveCounted[]>(
    db,
    sql`select s.id as site, count(*) as documents from sites s
      join release_units u on u.release_id = s.live_release_id and u.unit_of in ${documentUnits}
      where s.id in ${sites} group by s.id`,
  );

interface OthersCounted {
  readonly site: string;
  readonly changed: number | string;
  readonly settings: number | string;
}

/** What came, went or differs of all that is no document, and whether the settings are among it. */
const countOthers = (db: Executor, sites: readonly string[]) =>
  rowsOf<readonly OthersCounted[]>(
    db,
    sql`with now_units as (${othersNow(sites)}), live_units as (
        select u.site_id, u.unit_of, u.unit_id, u.hash from sites s
          join release_units u on u.release_id = s.live_release_id and u.unit_of in ${otherUnits} where s.id in ${sites}
      )
      select site_id as site, count(*) as changed, sum(unit_of = 'settings') as settings from (
        select n.site_id, n.unit_of from now_units n join sites s on s.id = n.site_id
          left join live_units l on l.site_id = n.site_id and l.unit_of = n.unit_of and l.unit_id = n.unit_id
          where if(s.live_release_id is null, n.unit_of = 'widget', l.hash is null or l.hash <> n.hash)
        union all
        select l.site_id, l.unit_of from live_units l
          left join now_units n on n.site_id = l.site_id and n.unit_of = l.unit_of and n.unit_id = l.unit_id
          where n.unit_id is null
      ) changes group by site_id`,
  );

/** How many changes wait on each of some sites: units that came, went or differ, and their order as one. */
export async function changesWaiting(db: Executor, sites: readonly string[]): Promise<ReadonlyMap<string, number>> {
  const counts = new Map<string, number>(sites.map((site) => [site, 0]));
  if (!sites.length) return counts;
  const add = (site: string, changes: number) => counts.set(site, (counts.get(site) ?? 0) + changes);
  const [others, live, documents] = await Promise.all([
    countOthers(db, sites),
    countLiveDocuments(db, sites),
    countDocuments(db, sites),
  ]);
  const settings = new Set(others.filter((one) => Number(one.settings) > 0).map(({ site }) => site));
  for (const { site, changed } of others) add(site, Number(changed));
  for (const one of live) add(one.site, Number(one.documents));
  // What the release has and the site has not is gone.
  for (const { site, differ, matched } of documents) add(site, Number(differ) - Number(matched));
  // Another order is a change of the settings, unless they have changed anyway.
  const displaced = documents.flatMap(({ site, displaced }) =>
    Number(displaced) && !settings.has(site) ? [site] : [],
  );
  if (displaced.length) for (const { site } of await sitesReordered(db, displaced)) add(site, 1);
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
  if (!units.length) return;
  // As one value: thousands of rows are a moment's work for the database, but not to be written out as values.
  await tx.execute(
    sql`insert ignore into release_units (site_id, release_id, unit_of, unit_id, hash, position)
      select ${siteId}, ${releaseId}, unit.unit_of, unit.unit_id, unit.hash, unit.position
      from json_table(${JSON.stringify(units)}, '$[*]' columns (
        unit_of varchar(12) path '$.of', unit_id varchar(130) path '$.id',
        hash varchar(64) path '$.hash', position int path '$.position')) unit`,
  );
}
