// States of a site that were published: reading them, leaving changes out against them, taking changes back to them.
import { and, eq, sql } from "drizzle-orm";
import { editsBetween } from "@/core/page/between";
import type { PageNode } from "@/core/page/node";
import { type Change, type ChangeName, type ChangeOf, siteChanges } from "@/core/site/changes";
import type { SiteFile } from "@/core/site/site";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { widgets } from "@/data/popup/tables";
import { releases } from "@/data/release/tables";
import { frameOf, loadSite } from "@/data/site/queries";
import { redirects, sites } from "@/data/site/tables";
import type { SiteCall } from "../operation";
import { saveBatch } from "../page/edits";
import { conflict, notFound } from "../problem";

/** The site as a release holds it. */
export async function snapshotOf(call: SiteCall, release: string): Promise<SiteFile> {
  const [row] = await call.context.db
    .select({ snapshot: releases.snapshot })
    .from(releases)
    .where(and(eq(releases.siteId, call.site.id), eq(releases.id, release)));
  if (!row) throw notFound("This release");
  return row.snapshot;
}

/** The site as visitors see it; null before the first release. */
export const liveState = (call: SiteCall): Promise<SiteFile | null> =>
  call.site.liveReleaseId ? snapshotOf(call, call.site.liveReleaseId) : Promise.resolve(null);

/** One page of a state with what it takes to draw it. */
export interface ShownPage {
  readonly frame: ReturnType<typeof frameOf>;
  readonly page: string;
  readonly body: PageNode;
}

/** A page of a state, or the home page where it has none of this id and `orHome`; null otherwise. */
export function pageOf(site: SiteFile | null, id: string, orHome: boolean): ShownPage | null {
  const page =
    site?.pages.find((one) => one.id === id) ?? (orHome ? site?.pages.find((one) => one.slug === "") : undefined);
  return site && page ? { frame: frameOf(site), page: page.id, body: page.body } : null;
}

type Taker = (call: SiteCall, then: SiteFile, change: Change, now: SiteFile) => Promise<void>;

/** Brings a document's body back by edits at the end of its line, so that open browsers follow. */
async function bringBody(call: SiteCall, document: string, body: PageNode): Promise<void> {
  const [row] = await call.context.db
    .select({ body: documents.body, revision: documents.revision })
    .from(documents)
    .where(and(eq(documents.siteId, call.site.id), eq(documents.id, document)));
  if (!row) throw notFound("This page");
  const edits = editsBetween(row.body, body);
  if (!edits.length) return;
  const { stored } = await saveBatch(call, { document, batch: call.context.newId(), base: row.revision, edits });
  if (!stored) throw conflict("changedMeanwhile", "Somebody has just changed this. Look at it again.");
}

const pageAt = (call: SiteCall, id: string) => and(eq(documents.siteId, call.site.id), eq(documents.id, id));

async function removePage(call: SiteCall, id: string): Promise<void> {
  await call.context.db
    .update(documents)
    .set({ removedAt: call.context.now(), slugBefore: sql`${documents.slug}`, slug: null })
    .where(pageAt(call, id));
}

async function bringPage(call: SiteCall, then: SiteFile, id: string): Promise<void> {
  const page = then.pages.find((one) => one.id === id);
  if (!page) return removePage(call, id);
  const { body, id: _id, ...meta } = page;
  await inTransaction(call.context.db, async (tx) => {
    const [row] = await tx.select({ id: documents.id }).from(documents).where(pageAt(call, id)).for("update");
    const set = { ...meta, removedAt: null, slugBefore: null, changedAt: call.context.now() };
    if (row) await tx.update(documents).set(set).where(pageAt(call, id));
    else
      await tx.insert(documents).values({
        ...set,
        siteId: call.site.id,
        id,
        kind: "page",
        position: then.pages.indexOf(page),
        body,
      });
  });
  await bringBody(call, id, body);
}

async function bringWidget(call: SiteCall, then: SiteFile, id: string): Promise<void> {
  const at = and(eq(widgets.siteId, call.site.id), eq(widgets.id, id));
  const widget = then.widgets.find((one) => one.id === id);
  await inTransaction(call.context.db, async (tx) => {
    if (!widget) {
      await tx.delete(widgets).where(at);
      return;
    }
    const [row] = await tx.select({ id: widgets.id }).from(widgets).where(at).for("update");
    const set = { name: widget.name, settings: widget.settings, changedAt: call.context.now() };
    if (row)
      await tx
        .update(widgets)
        .set({ ...set, revision: sql`${widgets.revision} + 1` })
        .where(at);
    else
      await tx
        .insert(widgets)
        .values({ ...set, siteId: call.site.id, id, kind: widget.kind, position: then.widgets.indexOf(widget) });
  });
}

const bringSite = (call: SiteCall, db: Executor, set: Partial<typeof sites.$inferInsert>) =>
  db
    .update(sites)
    .set({ ...set, revision: sql`${sites.revision} + 1` })
    .where(eq(sites.id, call.site.id));

/** How each kind of change is taken back: one entry a kind. */
const takers: Readonly<Record<ChangeOf, Taker>> = {
  page: (call, then, change) => bringPage(call, then, change.id),
  header: (call, then) => bringBody(call, "header", then.header),
  footer: (call, then) => bringBody(call, "footer", then.footer),
  brand: async (call, then) => void (await bringSite(call, call.context.db, { brand: then.brand })),
  settings: async (call, then) => {
    await inTransaction(call.context.db, async (tx) => {
      await bringSite(call, tx, { name: then.name, settings: then.settings });
      for (const [position, page] of then.pages.entries())
        await tx.update(documents).set({ position }).where(pageAt(call, page.id));
    });
  },
  widget: (call, then, change) => bringWidget(call, then, change.id),
  redirect: async (call, then, change) => {
    const kept = then.redirects?.find((redirect) => redirect.from === change.id);
    const at = and(eq(redirects.siteId, call.site.id), eq(redirects.from, change.id));
    if (!kept) await call.context.db.delete(redirects).where(at);
    else
      await call.context.db
        .insert(redirects)
        .values({ siteId: call.site.id, ...kept, createdAt: call.context.now() })
        .onDuplicateKeyUpdate({ set: { page: kept.page } });
  },
};

/** Brings what `wanted` names back to the state `then`; all that differs when nothing is named. */
export async function takeBack(call: SiteCall, then: SiteFile, wanted: ChangeName | null): Promise<number> {
  const now = await loadSite(call.context.db, call.site);
  const changes = siteChanges(then, now).filter(
    (change) => !wanted || (change.of === wanted.of && change.id === wanted.id),
  );
  if (wanted && !changes.length) throw notFound("This change");
  // Pages that go first free the slugs of those that come back.
  const order = [...changes].sort((one, other) => Number(other.what === "new") - Number(one.what === "new"));
  await freeSlugs(call, then, order);
  for (const change of order) await takers[change.of](call, then, change, now);
  return changes.length;
}

/** Pages that change places would stand in each other's way: their slugs are let go of first. */
async function freeSlugs(call: SiteCall, then: SiteFile, changes: readonly Change[]): Promise<void> {
  const moving = changes.filter((change) => change.of === "page" && change.what === "changed").map(({ id }) => id);
  const wanted = new Map(then.pages.map((page) => [page.id, page.slug]));
  const rows = await call.context.db
    .select({ id: documents.id, slug: documents.slug })
    .from(documents)
    .where(eq(documents.siteId, call.site.id));
  for (const row of rows)
    if (moving.includes(row.id) && row.slug !== null && wanted.get(row.id) !== row.slug)
      await call.context.db.update(documents).set({ slug: null }).where(pageAt(call, row.id));
}
