// Publishing: renders what changed into the rows of one release, then flips the site's pointer in one transaction.
import { and, eq, inArray, max, ne, sql } from "drizzle-orm";
import { siteProblems } from "@/core/check/problems";
import { type ChangeName, withoutChanges } from "@/core/site/changes";
import { pagePath, type SiteFile } from "@/core/site/site";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { jobs } from "@/data/job/tables";
import { releaseFiles, releases } from "@/data/release/tables";
import type { SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import type { Context } from "../context";
import { type JobRun, queueJob } from "../job/queue";
import type { SiteCall } from "../operation";
import { conflict, fieldProblem, notFound, Problem } from "../problem";
import { loadSite } from "../site/whole";
import { type FileRow, Publisher } from "./publisher";
import { keepUnits } from "./units";

/**
 * Queues a release of the site as it stands now, without the changes left out. Throws 422 with every finding that stops
 * it, 409 while one runs.
 */
export async function startPublishing(
  call: SiteCall,
  leaveOut: readonly ChangeName[] = [],
): Promise<{ job: string; release: string; number: number }> {
  const { context, site: row } = call;
  const release = context.newId();
  try {
    const started = await inTransaction(context.db, async (tx) => {
      const [locked] = await tx.select().from(sites).where(eq(sites.id, row.id)).for("update");
      if (!locked) throw notFound("This site");
      const snapshot = await withoutLeft(tx, locked, await loadSite(tx, locked), leaveOut);
      const stops = siteProblems(snapshot).filter((finding) => finding.weight === "stops");
      if (stops.length)
        throw new Problem(
          422,
          "stopped",
          `${stops.length === 1 ? "One thing stops" : `${stops.length} things stop`} this release.`,
          stops.map((stop) => ({
            path: `${stop.document ?? stop.widget ?? "site"}/${stop.node ?? ""}`,
            message: stop.reason.code,
          })),
        );
      const [last] = await tx
        .select({ number: max(releases.number) })
        .from(releases)
        .where(eq(releases.siteId, row.id));
      const number = (last?.number ?? 0) + 1;
      await tx.insert(releases).values({
        id: release,
        siteId: row.id,
        number,
        state: "building",
        snapshot,
        widgets: snapshot.widgets,
        userId: call.account.id,
        pages: snapshot.pages.length,
        createdAt: context.now(),
      });
      await keepUnits(tx, locked, release, leaveOut, snapshot.pages);
      const job = await queueJob(tx, {
        kind: "publish",
        siteId: row.id,
        payload: { release },
        onlyOne: `publish:${row.id}`,
        total: snapshot.pages.length + 1,
      });
      return { job, release, number };
    });
    context.jobQueued();
    return started;
  } catch (error) {
    if (isDuplicate(error)) throw conflict("publishing", "A release of this site is being published already.");
    throw error;
  }
}

/** The working state with what is left out as it is live. */
async function withoutLeft(
  tx: Executor,
  row: SiteRow,
  working: SiteFile,
  leaveOut: readonly ChangeName[],
): Promise<SiteFile> {
  if (!leaveOut.length) return working;
  const [live] = await tx
    .select({ snapshot: releases.snapshot })
    .from(releases)
    .where(and(eq(releases.siteId, row.id), eq(releases.id, row.liveReleaseId ?? "")));
  if (!live) throw conflict("neverPublished", "The first release holds everything: nothing can be left out of it.");
  const site = withoutChanges(live.snapshot, working, leaveOut);
  const slugs = new Map<string, string>();
  for (const page of site.pages) {
    const other = slugs.get(page.slug);
    if (other !== undefined)
      throw fieldProblem(
        "leaveOut",
        `“${page.title}” and “${other}” would stand at the same address. Publish both, or leave both out.`,
      );
    slugs.set(page.slug, page.title);
  }
  return site;
}

async function insertRows(context: Context, rows: readonly FileRow[]) {
  for (let at = 0; at < rows.length; at += 200)
    await context.db
      .insert(releaseFiles)
      .ignore()
      .values(rows.slice(at, at + 200));
}

/** Takes pages, and the assets they refer to, from the live release into the new one: the rows never leave the database. */
async function carryOver(context: Context, siteId: string, live: string, release: string, paths: readonly string[]) {
  const columns = sql`site_id, release_id, path, type, \`blob\`, packed, input, uses, styles, locale, assets`;
  const taken = sql`old.site_id, ${release}, old.path, old.type, old.\`blob\`, old.packed, old.input, old.uses, old.styles, old.locale, old.assets`;
  for (let at = 0; at < paths.length; at += 500) {
    const some = paths.slice(at, at + 500);
    // The assets first: where a page's row stands, what it refers to does too.
    await context.db.execute(
      sql`insert ignore into release_files (${columns})
        select distinct ${taken} from release_files page
        join json_table(page.assets, '$[*]' columns (path varchar(240) path '$')) asset
        join release_files old on old.site_id = page.site_id and old.release_id = page.release_id and old.path = asset.path
        where page.site_id = ${siteId} and page.release_id = ${live} and page.path in ${some}`,
    );
    await context.db.execute(
      sql`insert ignore into release_files (${columns})
        select ${taken} from release_files old
        where old.site_id = ${siteId} and old.release_id = ${live} and old.path in ${some}`,
    );
  }
}

/** The job: resumable, since pages that already have their row are passed over. */
export async function publishJob(context: Context, run: JobRun): Promise<void> {
  const { payload, siteId } = run.job;
  const [release] = await context.db
    .select()
    .from(releases)
    .where(eq(releases.id, payload.release ?? ""));
  const [row] = await context.db
    .select()
    .from(sites)
    .where(eq(sites.id, siteId ?? ""));
  // The site was removed while the job waited: there is nothing left to do.
  if (!release || !row) return run.finish(context.db);
  const publisher = await Publisher.of(context, row.id, release.id, release.snapshot);
  const done = new Set(
    (
      await context.db
        .select({ path: releaseFiles.path })
        .from(releaseFiles)
        .where(eq(releaseFiles.releaseId, release.id))
    ).map((file) => file.path),
  );
  const live = row.liveReleaseId ?? "";
  const before = new Map(
    (
      await context.db
        .select({ path: releaseFiles.path, input: releaseFiles.input, uses: releaseFiles.uses })
        .from(releaseFiles)
        .where(and(eq(releaseFiles.siteId, row.id), eq(releaseFiles.releaseId, live), ne(releaseFiles.input, "")))
    ).map((file) => [file.path, file]),
  );
  const total = release.snapshot.pages.length + 1;
  let rendered = release.rendered;
  let finished = 0;
  let lastSaid = 0;
  const carried: string[] = [];
  for (const page of release.snapshot.pages) {
    finished += 1;
    const path = pagePath(page);
    if (done.has(path)) continue;
    const earlier = before.get(path);
    if (earlier && earlier.input === publisher.inputOf(page, earlier.uses)) {
      carried.push(path);
      continue;
    }
    const rows = await publisher.page(page);
    // The page's own row comes last: where it stands, its assets do too.
    await insertRows(context, rows.slice(1));
    await insertRows(context, rows.slice(0, 1));
    rendered += 1;
    if (Date.now() - lastSaid > 200) {
      lastSaid = Date.now();
      await run.progress(finished, total);
    }
  }
  await carryOver(context, row.id, live, release.id, carried);
  await insertRows(context, await publisher.common());
  await run.progress(total, total);
  await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    await tx.update(releases).set({ state: "complete", rendered }).where(eq(releases.id, release.id));
    await tx.update(sites).set({ liveReleaseId: release.id }).where(eq(sites.id, row.id));
  });
  context.liveChanged(row.key);
  context.log.info({ site: row.key, release: release.number, rendered, pages: total - 1 }, "released");
}

/** Makes an earlier release the live one. */
export async function goBackTo(call: SiteCall, releaseId: string): Promise<{ live: number }> {
  const { db } = call.context;
  const live = await inTransaction(db, async (tx) => {
    const [running] = await tx
      .select({ id: jobs.id })
      .from(jobs)
      .where(and(eq(jobs.siteId, call.site.id), eq(jobs.kind, "publish"), inArray(jobs.state, ["queued", "running"])));
    if (running) throw conflict("publishing", "A release is being published. Wait for it, then go back.");
    const [release] = await tx
      .select({ id: releases.id, number: releases.number, state: releases.state })
      .from(releases)
      .where(and(eq(releases.siteId, call.site.id), eq(releases.id, releaseId)))
      // The night, which lets go of old releases, waits or has been here.
      .for("update");
    if (release?.state !== "complete") throw notFound("This release");
    await tx.update(sites).set({ liveReleaseId: release.id }).where(eq(sites.id, call.site.id));
    return release.number;
  });
  call.context.liveChanged(call.site.key);
  return { live };
}
