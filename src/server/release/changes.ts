import { asFinding } from "@/core/check/layout";
import { type Finding, siteProblems } from "@/core/check/problems";
import type { Change } from "@/core/site/change";
import { siteChanges } from "@/core/site/changes";
import { inTransaction } from "@/data/connection";
import { keptSite, wholeSite } from "@/data/release/page-states";
import { loadKept, type SiteRow } from "@/data/site/queries";
import { measuredPages } from "../check/states";
import type { Context } from "../context";
import { dayIn } from "../day";
import { loadSite } from "../site/whole";

export interface Waiting {
  readonly changes: readonly Change[];
  readonly changed: number;
  readonly findings: readonly Finding[];
  /** Pages that were not measured as they stand. */
  readonly unmeasured: number;
}

/** The working state of a site against its live release. */
export async function changesOf(context: Context, row: SiteRow): Promise<Waiting> {
  // In one transaction: what is known of a page's state and its body are of the same moment.
  const { site, before } = await inTransaction(context.db, async (tx) => {
    const site = await loadSite(tx, row);
    const live = await keptSite(tx, row.id, row.liveReleaseId);
    if (!live) return { site, before: null };
    const bodies = new Map(site.pages.map(({ id, body }) => [id, body]));
    // Most are as they are live: those bodies are at hand.
    const known = new Map(
      (await loadKept(tx, row)).pages.flatMap((page) => {
        const body = bodies.get(page.id);
        return body && "state" in page ? [[page.state, body] as const] : [];
      }),
    );
    return { site, before: await wholeSite(tx, row.id, live, known) };
  });
  const changes = siteChanges(before, site);
  const measured = await measuredPages(context.db, row);
  const layout = measured.flatMap(({ page, findings }) => (findings ?? []).map((one) => asFinding(page, one)));
  return {
    changes,
    changed: changes.length,
    findings: [...siteProblems(site, dayIn(site.settings.zone, context.now())), ...layout],
    unmeasured: measured.filter(({ findings }) => findings === null).length,
  };
}
