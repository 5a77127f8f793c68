// What a release would change, and what stands in its way.
import { and, eq } from "drizzle-orm";
import { type Finding, siteProblems } from "@/core/check/problems";
import { type Change, siteChanges } from "@/core/site/changes";
import { releases } from "@/data/release/tables";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import { loadSite } from "../site/whole";

export interface Waiting {
  readonly changes: readonly Change[];
  readonly changed: number;
  readonly findings: readonly Finding[];
}

/** The working state of a site against its live release. */
export async function changesOf(context: Context, row: SiteRow): Promise<Waiting> {
  const site = await loadSite(context.db, row);
  const [live] = row.liveReleaseId
    ? await context.db
        .select({ snapshot: releases.snapshot })
        .from(releases)
        .where(and(eq(releases.siteId, row.id), eq(releases.id, row.liveReleaseId)))
    : [];
  const changes = siteChanges(live?.snapshot ?? null, site);
  return { changes, changed: changes.length, findings: siteProblems(site) };
}
