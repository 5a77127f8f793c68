// Who else is at a page, and in which block: a row a tab, renewed while the tab is open.
import { and, asc, eq, lt, ne } from "drizzle-orm";
import { users } from "@/data/account/tables";
import { presences } from "@/data/page/tables";
import type { SiteCall } from "../operation";

/** A tab that has not asked for this long is no longer there, in ms. */
const goneMs = 15_000;
/** A row that is this old is nobody's, in ms. */
const forgottenMs = 120_000;

export interface OtherPerson {
  readonly tab: string;
  readonly name: string;
  /** The same person, in another tab or browser. */
  readonly self: boolean;
  /** The block they are in, if any. */
  readonly node: string | null;
}

/** Notes where this tab is, and answers who else is at the page. */
export async function othersAt(
  call: SiteCall,
  at: { readonly page: string; readonly tab: string; readonly node: string | null },
): Promise<readonly OtherPerson[]> {
  const { db } = call.context;
  const siteId = call.site.id;
  const now = call.context.now();
  const row = { siteId, tab: at.tab, page: at.page, node: at.node, userId: call.account.id, seenAt: now };
  await db
    .insert(presences)
    .values(row)
    .onDuplicateKeyUpdate({ set: { page: row.page, node: row.node, userId: row.userId, seenAt: now } });
  const rows = await db
    .select({
      tab: presences.tab,
      node: presences.node,
      userId: presences.userId,
      name: users.name,
      seenAt: presences.seenAt,
    })
    .from(presences)
    .innerJoin(users, eq(users.id, presences.userId))
    .where(and(eq(presences.siteId, siteId), eq(presences.page, at.page), ne(presences.tab, at.tab)))
    .orderBy(asc(presences.tab))
    .limit(50);
  const age = (one: { seenAt: Date }) => now.getTime() - one.seenAt.getTime();
  if (rows.some((one) => age(one) > forgottenMs))
    await db
      .delete(presences)
      .where(and(eq(presences.siteId, siteId), lt(presences.seenAt, new Date(now.getTime() - forgottenMs))));
  return rows
    .filter((one) => age(one) <= goneMs)
    .map(({ tab, node, name, userId }) => ({ tab, node, name, self: userId === call.account.id }));
}
