// Who else is at a page, and in which block: a row a tab, renewed while the tab is open.
import { and, asc, eq, lt, ne } from "drizzle-orm";
import { users } from "@/data/account/tables";
import { announce } from "@/data/event/outbox";
import { presences } from "@/data/page/tables";
import type { Context } from "../context";
import type { SiteCall } from "../operation";

/** A tab that has not asked for this long is no longer there, in ms. */
const goneMs = 15_000;
/** A tab whose stream has ended is kept this long, in ms: a reload opens another at once. */
const fadesMs = 4_000;

export interface OtherPerson {
  readonly tab: string;
  readonly name: string;
  /** The same person, in another tab or browser. */
  readonly self: boolean;
  /** The block they are in, if any. */
  readonly node: string | null;
}

const tabOf = (siteId: string, tab: string) => and(eq(presences.siteId, siteId), eq(presences.tab, tab));

/** Notes where this tab is, and answers who else is at the page. */
export async function othersAt(
  call: SiteCall,
  at: { readonly page: string; readonly tab: string; readonly node: string | null },
): Promise<readonly OtherPerson[]> {
  const { db } = call.context;
  const siteId = call.site.id;
  const now = call.context.now();
  const row = { siteId, tab: at.tab, page: at.page, node: at.node, userId: call.account.id, seenAt: now };
  const [before] = await db
    .select({ page: presences.page, node: presences.node })
    .from(presences)
    .where(tabOf(siteId, at.tab));
  await db
    .insert(presences)
    .values(row)
    .onDuplicateKeyUpdate({ set: { page: row.page, node: row.node, userId: row.userId, seenAt: now } });
  if (before?.page !== at.page || before.node !== at.node) {
    await announce(db, siteId, "here", { page: at.page });
    if (before && before.page !== at.page) await announce(db, siteId, "here", { page: before.page });
  }
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
  return rows
    .filter((one) => now.getTime() - one.seenAt.getTime() <= goneMs)
    .map(({ tab, node, name, userId }) => ({ tab, node, name, self: userId === call.account.id }));
}

/** A tab's stream gives a sign of life for it; those of the site that gave none for long are gone. */
export async function stillHere(context: Context, siteId: string, tab: string): Promise<void> {
  const { db } = context;
  await db.update(presences).set({ seenAt: context.now() }).where(tabOf(siteId, tab));
  const gone = and(eq(presences.siteId, siteId), lt(presences.seenAt, new Date(context.now().getTime() - goneMs)));
  const rows = await db.select({ tab: presences.tab, page: presences.page }).from(presences).where(gone).limit(100);
  for (const row of rows) {
    const [result] = await db.delete(presences).where(and(gone, eq(presences.tab, row.tab)));
    if (result.affectedRows) await announce(db, siteId, "here", { page: row.page });
  }
}

/** The stream of a tab has ended: unless another begins, it is gone soon. */
export async function fades(context: Context, siteId: string, tab: string): Promise<void> {
  const seenAt = new Date(context.now().getTime() - goneMs + fadesMs);
  await context.db.update(presences).set({ seenAt }).where(tabOf(siteId, tab));
}

/** A tab has left its page for another screen. */
export async function leavePage(call: SiteCall, tab: string): Promise<void> {
  const { db } = call.context;
  const [row] = await db.select({ page: presences.page }).from(presences).where(tabOf(call.site.id, tab));
  if (!row) return;
  const [result] = await db
    .delete(presences)
    .where(and(tabOf(call.site.id, tab), eq(presences.userId, call.account.id)));
  if (result.affectedRows) await announce(db, call.site.id, "here", { page: row.page });
}
