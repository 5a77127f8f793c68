// Live pages that wait to be made anew: for what a feed finds, or for the forms of their pictures that take long.
import { and, eq, like, ne } from "drizzle-orm";
import type { Executor } from "@/data/connection";
import { releaseFiles } from "@/data/release/tables";
import { sites } from "@/data/site/tables";
import { queueOnly } from "@/server/job/queue";

/** Has the live pages looked through that show what feeds have found. */
export const queueRenewing = (tx: Executor, siteId: string): Promise<void> =>
  queueOnly(tx, { kind: "renew", siteId, payload: {}, onlyOne: `renew:${siteId}` });

/** Has them looked through where some went out before all forms of their pictures were made. */
export async function queueIfWaiting(tx: Executor, siteId: string): Promise<void> {
  const [waits] = await tx
    .select({ path: releaseFiles.path })
    .from(sites)
    .innerJoin(releaseFiles, and(eq(releaseFiles.siteId, sites.id), eq(releaseFiles.releaseId, sites.liveReleaseId)))
    .where(and(eq(sites.id, siteId), ne(releaseFiles.input, ""), like(releaseFiles.uses, '%"waits:%')))
    .limit(1);
  if (waits) await queueRenewing(tx, siteId);
}
