// The Desk's view of signups: searched, filtered, in windows.
import { and, count, desc, eq, lt, or, type SQL, sql } from "drizzle-orm";
import type { Executor } from "../connection";
import { holdsWords } from "../text";
import { widgets } from "../widget/tables";
import { type SignupState, signups } from "./tables";

export interface SignupFilter {
  readonly state?: SignupState;
  readonly widget?: string;
  /** Part of an address or a name. */
  readonly words?: string;
}

function matching(siteId: string, filter: SignupFilter): SQL | undefined {
  const { words } = filter;
  return and(
    eq(signups.siteId, siteId),
    filter.state ? eq(signups.state, filter.state) : undefined,
    filter.widget ? eq(signups.widgetId, filter.widget) : undefined,
    words ? or(holdsWords(signups.email, words), holdsWords(signups.name, words)) : undefined,
  );
}

export async function countSignups(db: Executor, siteId: string, filter: SignupFilter): Promise<number> {
  const [row] = await db.select({ all: count() }).from(signups).where(matching(siteId, filter));
  return row?.all ?? 0;
}

/** Signups from the newest, `limit` of them after `offset`. */
export async function signupWindow(db: Executor, siteId: string, filter: SignupFilter, offset: number, limit: number) {
  // The ids first, by index alone; then the rows of just these.
  const ids = db
    .select({ id: signups.id })
    .from(signups)
    .where(matching(siteId, filter))
    .orderBy(desc(signups.createdAt), desc(signups.id))
    .limit(limit)
    .offset(offset)
    .as("ids");
  return db
    .select({ signup: signups, widgetName: widgets.name })
    .from(signups)
    .innerJoin(ids, eq(ids.id, signups.id))
    .leftJoin(widgets, and(eq(widgets.siteId, signups.siteId), eq(widgets.id, signups.widgetId)))
    .where(eq(signups.siteId, siteId))
    .orderBy(desc(signups.createdAt), desc(signups.id));
}

/** Signups from the newest, `limit` of them older than `after`: what arrives or goes meanwhile shifts nothing. */
export async function signupsAfter(
  db: Executor,
  siteId: string,
  filter: SignupFilter,
  after: { readonly createdAt: Date; readonly id: string } | null,
  limit: number,
) {
  const older = after
    ? or(lt(signups.createdAt, after.createdAt), and(eq(signups.createdAt, after.createdAt), lt(signups.id, after.id)))
    : undefined;
  return db
    .select({ signup: signups, widgetName: widgets.name })
    .from(signups)
    .leftJoin(widgets, and(eq(widgets.siteId, signups.siteId), eq(widgets.id, signups.widgetId)))
    .where(and(matching(siteId, filter), older))
    .orderBy(desc(signups.createdAt), desc(signups.id))
    .limit(limit);
}

/** Keys of all fields that were answered in a site's signups, in their alphabet's order. */
export async function answeredKeys(db: Executor, siteId: string): Promise<readonly string[]> {
  const [rows] = (await db.execute(
    sql`select distinct field.name as name from signups
      join json_table(json_keys(signups.answers), '$[*]' columns (name varchar(40) path '$')) field
      where signups.site_id = ${siteId} order by field.name limit 200`,
  )) as unknown as [{ name: string }[]];
  return rows.map((row) => row.name);
}
