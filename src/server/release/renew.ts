// Pages of the live release that show what a feed has found are made anew when that changes: row by row in the release
// itself, as it was published, without anything that waits to be published.
import { and, eq, ne, sql } from "drizzle-orm";
import { pagePath } from "@/core/site/site";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { wholePages } from "@/data/release/page-states";
import { releaseFiles, releases } from "@/data/release/tables";
import { sites } from "@/data/site/tables";
import { queueOnly } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../context";
import { Publisher } from "./publisher";

/** Has the live pages looked through that show what feeds have found. */
export const queueRenewing = (tx: Executor, siteId: string): Promise<void> =>
  queueOnly(tx, { kind: "renew", siteId, payload: {}, onlyOne: `renew:${siteId}` });

/** Makes the live pages anew whose feeds have found something else since; answers how many. */
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
  const fed = new Map(
    rows.filter(({ uses }) => uses.some((use) => use.startsWith("clips:"))).map((row) => [row.path, row]),
  );
  const changed = new Map(
    release.snapshot.pages.flatMap((page) => {
      const row = fed.get(pagePath(page));
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
  await renewPages(context, run.job.siteId ?? "", () => run.progress(0, 1));
  await run.finish(context.db);
}
