// Publishing: has what changed rendered into the rows of one release, then flips the site's pointer in one transaction.
import { and, eq, inArray, max } from "drizzle-orm";
import { asFinding } from "@/core/check/layout";
import { documentProblems, type Finding, frameProblems, sharedProblems } from "@/core/check/problems";
import { beyondRole } from "@/core/site/allowed";
import type { ChangeName } from "@/core/site/change";
import { withoutChanges } from "@/core/site/changes";
import { keepsAll, referencesIn } from "@/core/site/references";
import type { KeptPage, KeptSite } from "@/core/site/site";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { jobs } from "@/data/job/tables";
import { keepStates, keptSite, wholePages } from "@/data/release/page-states";
import { releases } from "@/data/release/tables";
import { type SiteRow, widgetsOf } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { beginLive, stopsOfWidgets } from "@/server/widget/following";
import { inBackground } from "../background/background";
import { measuredPages } from "../check/states";
import type { Context } from "../context";
import { manyPages, type SiteCall } from "../operation";
import { conflict, fieldProblem, forbidden, notFound, Problem } from "../problem";
import { loadKeptSite } from "../site/whole";
import { buildRelease } from "./build";
import { keepUnits } from "./units";
import { queueIfWaiting } from "./waiting";

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
  const asked = await stopsOfWidgets(context, row, await widgetsOf(context.db, row.id));
  if (asked.length)
    throw new Problem(
      422,
      "stopped",
      `${asked.length === 1 ? "One thing stops" : `${asked.length} things stop`} this release.`,
      asked.map(({ widget, code }) => ({ path: `${widget}/`, message: code })),
    );
  try {
    const started = await inTransaction(context.db, async (tx) => {
      const [locked] = await tx.select().from(sites).where(eq(sites.id, row.id)).for("update");
      if (!locked) throw notFound("This site");
      const live = await keptSite(tx, locked.id, locked.liveReleaseId);
      const snapshot = withoutLeft(live, await loadKeptSite(tx, locked), leaveOut);
      const stops = [...(await stopsOf(tx, row.id, live, snapshot)), ...(await layoutStops(tx, locked, leaveOut))];
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
      await keepUnits(tx, locked, release, leaveOut, snapshot);
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
function withoutLeft(live: KeptSite | null, working: KeptSite, leaveOut: readonly ChangeName[]): KeptSite {
  if (!leaveOut.length) return working;
  if (!live) throw conflict("neverPublished", "The first release holds everything: nothing can be left out of it.");
  const site = withoutChanges(live, working, leaveOut);
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

/**
 * Keeps the states of pages that no release has had, and answers what stops one of `site`. A page that is live as it is
 * was judged then: it is judged again only where something it could point at has gone or is another.
 */
async function stopsOf(
  tx: Executor,
  siteId: string,
  live: KeptSite | null,
  site: KeptSite,
): Promise<readonly Finding[]> {
  const around = referencesIn(site);
  const sound = new Set(
    live && keepsAll(live, site) ? live.pages.flatMap((page) => ("state" in page ? [page.state] : [])) : [],
  );
  const toJudge = new Map(
    site.pages.flatMap((page): [string, KeptPage][] =>
      "state" in page && sound.has(page.state) ? [] : [[page.id, page]],
    ),
  );
  const byPage = new Map<string, readonly Finding[]>();
  for await (const { id, state, body } of keepStates(tx, siteId)) {
    const page = toJudge.get(id);
    // One that is left out is judged as it is live.
    if (!page || !("state" in page) || page.state !== state) continue;
    byPage.set(id, documentProblems(id, body, around, "stops"));
    toJudge.delete(id);
  }
  for await (const { id, body } of wholePages(tx, siteId, [...toJudge.values()]))
    byPage.set(id, documentProblems(id, body, around, "stops"));
  return [
    ...documentProblems("header", site.header, around, "stops"),
    ...site.pages.flatMap(({ id }) => byPage.get(id) ?? []),
    ...documentProblems("footer", site.footer, around, "stops"),
    ...(site.headersFooters ?? []).flatMap(({ id, body }) => documentProblems(id, body, around, "stops")),
    ...sharedProblems(site, around, "stops"),
    ...frameProblems(site, around, "stops"),
  ];
}

/** What was found by measuring pages as they stand and breaks them for visitors; pages that are left out stay as they are. */
async function layoutStops(tx: Executor, row: SiteRow, leaveOut: readonly ChangeName[]): Promise<readonly Finding[]> {
  const left = new Set(leaveOut.flatMap(({ of, id }) => (of === "page" ? [id] : [])));
  // What else is left out changes what pages look like: then they were not measured as they will be.
  if (leaveOut.some(({ of }) => of !== "page")) return [];
  return (await measuredPages(tx, row))
    .filter(({ page }) => !left.has(page))
    .flatMap(({ page, findings }) => (findings ?? []).map((one) => asFinding(page, one)))
    .filter(({ weight }) => weight === "stops");
}

/** The job: resumable, since pages that already have their row are passed over. */
export async function publishJob(context: Context, run: JobRun): Promise<void> {
  const { payload, siteId } = run.job;
  const [release] = await context.db
    .select({ id: releases.id, number: releases.number, pages: releases.pages, widgets: releases.widgets })
    .from(releases)
    .where(eq(releases.id, payload.release ?? ""));
  const [row] = await context.db
    .select()
    .from(sites)
    .where(eq(sites.id, siteId ?? ""));
  // The site was removed while the job waited: there is nothing left to do.
  if (!release || !row) return run.finish(context.db);
  const { pages } = release;
  const told = (done: number) => run.progress(done, pages + 1);
  const rendered =
    pages < manyPages
      ? await buildRelease(context, release.id, told)
      : await inBackground(context, "release", { release: release.id }, told);
  await inTransaction(context.db, async (tx) => {
    await run.finish(tx);
    await tx.update(releases).set({ state: "complete", rendered }).where(eq(releases.id, release.id));
    await tx.update(sites).set({ liveReleaseId: release.id }).where(eq(sites.id, row.id));
    await beginLive(tx, row.id, release.widgets);
    await queueIfWaiting(tx, row.id);
    await announce(tx, row.id, "live", { key: row.key });
  });
  context.liveChanged(row.key);
  context.jobQueued();
  context.log.info({ site: row.key, release: release.number, rendered, pages }, "released");
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
      .select({ id: releases.id, number: releases.number, state: releases.state, widgets: releases.widgets })
      .from(releases)
      .where(and(eq(releases.siteId, call.site.id), eq(releases.id, releaseId)))
      // The night, which lets go of old releases, waits or has been here.
      .for("update");
    if (release?.state !== "complete") throw notFound("This release");
    const [live] = await tx
      .select({ widgets: releases.widgets })
      .from(sites)
      .innerJoin(releases, eq(releases.id, sites.liveReleaseId))
      .where(eq(sites.id, call.site.id));
    const [beyond] = beyondRole(call.role, release.widgets, live?.widgets ?? []);
    if (beyond !== undefined)
      throw forbidden(
        `Release ${release.number} has code of whole pages that is not live now, “${beyond}”: only an owner goes back to it.`,
      );
    await tx.update(sites).set({ liveReleaseId: release.id }).where(eq(sites.id, call.site.id));
    await beginLive(tx, call.site.id, release.widgets);
    await queueIfWaiting(tx, call.site.id);
    await announce(tx, call.site.id, "live", { key: call.site.key });
    return release.number;
  });
  call.context.liveChanged(call.site.key);
  call.context.jobQueued();
  return { live };
}
