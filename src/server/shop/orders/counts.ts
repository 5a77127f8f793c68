// How often products are looked at and put into baskets: counted by local day, in memory at first and then by a row, so that looking at a
// page writes nothing. Nobody is told apart; what a process that dies had not written yet is lost.
import { and, eq, gte, lte, sql } from "drizzle-orm";
import type { Executor } from "@/data/connection";
import { shopCounts } from "@/data/shop/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "@/server/context";
import { dayIn } from "@/server/day";

type What = "looks" | "adds";

interface Waiting {
  readonly counts: Map<string, Record<What, number>>;
  timer: NodeJS.Timeout | null;
}

/** How long counts wait to be written, in ms. */
const waitMs = 2000;

const waiting = new WeakMap<Context, Waiting>();

function waitingOf(context: Context): Waiting {
  const found = waiting.get(context) ?? { counts: new Map(), timer: null };
  waiting.set(context, found);
  return found;
}

/** Writes down what was counted since the last time. */
export async function writeCounts(context: Context): Promise<void> {
  const { counts } = waitingOf(context);
  const written = [...counts];
  counts.clear();
  for (const [key, { looks, adds }] of written) {
    const [siteId = "", day = ""] = key.split(" ");
    await context.db
      .insert(shopCounts)
      .values({ siteId, day, looks, adds })
      .onDuplicateKeyUpdate({
        set: { looks: sql`${shopCounts.looks} + ${looks}`, adds: sql`${shopCounts.adds} + ${adds}` },
      });
  }
}

/** Counts one look at a product, or one thing put into a basket. */
export function countShop(context: Context, { id, settings }: Pick<SiteRow, "id" | "settings">, what: What): void {
  const here = waitingOf(context);
  const key = `${id} ${dayIn(settings.zone, context.now())}`;
  const before = here.counts.get(key) ?? { looks: 0, adds: 0 };
  here.counts.set(key, { ...before, [what]: before[what] + 1 });
  here.timer ??= setTimeout(() => {
    here.timer = null;
    // Without a connection nothing is counted: pages go on.
    writeCounts(context).catch(() => {});
  }, waitMs).unref();
}

/** Looks and adds of some local days, both included. */
export async function countsOf(
  db: Executor,
  siteId: string,
  { from, to }: { readonly from: string; readonly to: string },
): Promise<Readonly<Record<What, number>>> {
  const [row] = await db
    .select({
      looks: sql<number>`coalesce(sum(${shopCounts.looks}), 0)`.mapWith(Number),
      adds: sql<number>`coalesce(sum(${shopCounts.adds}), 0)`.mapWith(Number),
    })
    .from(shopCounts)
    .where(and(eq(shopCounts.siteId, siteId), gte(shopCounts.day, from), lte(shopCounts.day, to)));
  return row ?? { looks: 0, adds: 0 };
}
