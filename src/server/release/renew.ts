// Pages of the live release that show what a feed has found are made anew when that changes, and so are those that went
// out before all forms of their pictures were made: row by row in the release itself, as it was published, without
// anything that waits to be published.
import { and, eq, ne, sql } from "drizzle-orm";
import { pagePath } from "@/core/site/site";
import { inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { wholePages } from "@/data/release/page-states";
import { releaseFiles, releases } from "@/data/release/tables";
import { sites } from "@/data/site/tables";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../context";
import { waitingPictures } from "../site/media";
import { Publisher } from "./publisher";
import { queueIfWaiting } from "./waiting";

/** Makes the live pages anew whose feeds have found something else since, or whose pictures are there in all forms now; answers how many. */
export async function renewPages(context: Context, siteId: string, told: () => Promise<void>): Promise<number> {
  const { db } = context;
  const [site] = await db.select().from(sites).where(eq(sites.id, siteId));
  const [release] = site?.liveReleaseId
    ? await db.select().from(releases).where(eq(releases.id, site.liveReleaseId))
    : [];
  if (!site || !release) return 0;
  const publisher = await Publisher.of(context, siteId, release.id, release.snapshot);
  const rows = await db
    .select({ path: releaseFiles.path, input: releaseFiles.input, uses: releaseFiles.uses })
    .from(releaseFiles)
    .where(and(eq(releaseFiles.siteId, siteId), eq(releaseFiles.releaseId, release.id), ne(releaseFiles.input, "")));
  const renewed = new Map(
    rows.filter(({ uses }) => uses.some((use) => /^(clips|waits):/.test(use))).map((row) => [row.path, row]),
  );
  const changed = new Map(
    release.snapshot.pages.flatMap((page) => {
      const row = renewed.get(pagePath(page));
      return row && row.input !== publisher.inputOf(page, row.uses) ? [[page.id, page] as const] : [];
    }),
  );
  for await (const page of wholePages(db, siteId, [...changed.values()])) {
    const kept = changed.get(page.id);
    if (!kept) continue;
    const [own, ...assets] = await publisher.page(kept, page);
    await publisher.keep();
    await inTransaction(db, async (tx) => {
      for (let at = 0; at < assets.length; at += 200)
        await tx
          .insert(releaseFiles)
          .ignore()
          .values(assets.slice(at, at + 200));
      const { siteId: _site, releaseId: _release, path: _path, ...set } = own as NonNullable<typeof own>;
      await tx
        .insert(releaseFiles)
        .values(own as NonNullable<typeof own>)
        .onDuplicateKeyUpdate({ set: { ...set, frames: set.frames ?? null } });
    });
    await told();
  }
  if (!changed.size) return 0;
  await inTransaction(db, async (tx) => {
    await tx
      .update(sites)
      .set({ renewed: sql`${sites.renewed} + 1` })
      .where(eq(sites.id, siteId));
    await announce(tx, siteId, "live", { key: site.key });
  });
  context.liveChanged(site.key);
  return changed.size;
}

/** The job: what it did not come to is done when it is taken up again. */
export async function renewJob(context: Context, run: JobRun): Promise<void> {
  const siteId = run.job.siteId ?? "";
  await renewPages(context, siteId, () => run.progress(0, 1));
  await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    // Pictures that were made meanwhile asked for it while this one ran, in vain. Others ask when they are made.
    if (!(await waitingPictures(tx, siteId)).size) await queueIfWaiting(tx, siteId);
  });
}
