// States of a site that were published: reading them, leaving changes out against them, taking changes back to them.
import { and, eq, sql } from "drizzle-orm";
import { editsBetween } from "@/core/page/editing/between";
import { type HeaderOrFooter, headerFooterKinds } from "@/core/page/header-footer/standing";
import type { PageNode } from "@/core/page/node";
import { withLineIds } from "@/core/page/words/words";
import { beyondRole } from "@/core/site/allowed";
import type { Change, ChangeName, ChangeOf } from "@/core/site/change";
import { siteChanges } from "@/core/site/changes";
import { type KeptSite, metaOf, type SiteFile } from "@/core/site/site";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { bodyColumns } from "@/data/page/shared";
import { documents } from "@/data/page/tables";
import { keptSite, wholePages, wholeSite } from "@/data/release/page-states";
import { frameOf, metaColumns } from "@/data/site/queries";
import { redirects, sites } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import type { SiteCall } from "../operation";
import { takePath } from "../page/addresses";
import { storeBatch } from "../page/edits";
import { newShared } from "../page/shared";
import { conflict, forbidden, notFound } from "../problem";
import { loadKeptSite, loadSite } from "../site/whole";
import { refreshShown } from "../widget/shown";

/** The site as a release holds it, its pages' bodies apart. */
async function keptOf(call: SiteCall, release: string): Promise<KeptSite> {
  const kept = await keptSite(call.context.db, call.site.id, release);
  if (!kept) throw notFound("This release");
  return kept;
}

/** The site as a release holds it. */
export const snapshotOf = async (call: SiteCall, release: string): Promise<SiteFile> =>
  wholeSite(call.context.db, call.site.id, await keptOf(call, release));

/** The site as visitors see it; null before the first release. */
export const liveState = (call: SiteCall): Promise<SiteFile | null> =>
  call.site.liveReleaseId ? snapshotOf(call, call.site.liveReleaseId) : Promise.resolve(null);

/** One page of a state with what it takes to draw it. */
export interface ShownPage {
  readonly frame: ReturnType<typeof frameOf>;
  readonly page: string;
  readonly body: PageNode;
}

/** A page of a state, or the home page where it has none of this id and `orHome`. */
const pageIn = (site: KeptSite, id: string, orHome: boolean) =>
  site.pages.find((one) => one.id === id) ?? (orHome ? site.pages.find((one) => one.slug === "") : undefined);

async function pageOf(call: SiteCall, site: KeptSite, id: string, orHome: boolean): Promise<ShownPage | null> {
  const kept = pageIn(site, id, orHome);
  if (!kept) return null;
  for await (const { body } of wholePages(call.context.db, call.site.id, [kept]))
    return { frame: frameOf(site), page: kept.id, body };
  return null;
}

/** A page as a release has it, and which pages that release has. */
export async function pageOfRelease(call: SiteCall, release: string, id: string) {
  const site = await keptOf(call, release);
  return { shown: await pageOf(call, site, id, true), pages: site.pages.map(metaOf) };
}

/** A page as it is live and as it would be with the next release. */
export async function pageCompared(call: SiteCall, id: string, orHome: boolean) {
  const { context, site } = call;
  const live = site.liveReleaseId === null ? null : await keptOf(call, site.liveReleaseId);
  // In one transaction: the body belongs to what is said of the page.
  const after = await inTransaction(context.db, async (tx) => {
    const now = await loadKeptSite(tx, site);
    const page = pageIn(now, id, orHome);
    if (!page) return null;
    const [row] = await tx
      .select({ body: documents.body })
      .from(documents)
      .where(and(eq(documents.siteId, site.id), eq(documents.id, page.id)));
    return row ? { frame: frameOf(now), page: page.id, body: withLineIds(row.body) } : null;
  });
  return { before: live && (await pageOf(call, live, id, orHome)), after };
}

type Taker = (tx: Executor, call: SiteCall, then: SiteFile, change: Change) => Promise<unknown>;

const pageAt = (call: SiteCall, id: string) => and(eq(documents.siteId, call.site.id), eq(documents.id, id));

/** Brings a document's body back by edits at the end of its line, so that open browsers follow. */
async function bringBody(tx: Executor, call: SiteCall, document: string, body: PageNode): Promise<void> {
  const [row] = await tx
    .select({ body: documents.body, revision: documents.revision })
    .from(documents)
    .where(pageAt(call, document))
    .for("update");
  if (!row) throw notFound("This page");
  const edits = editsBetween(row.body, body);
  if (edits.length) await storeBatch(tx, call, { document, batch: call.context.newId(), base: row.revision, edits });
}

async function bringPage(tx: Executor, call: SiteCall, then: SiteFile, id: string): Promise<void> {
  const page = then.pages.find((one) => one.id === id);
  if (!page) {
    await tx
      .update(documents)
      .set({ removedAt: call.context.now(), slugBefore: sql`${documents.slug}`, slug: null })
      .where(pageAt(call, id));
    return;
  }
  const { body, ...meta } = page;
  await takePath(tx, call.site.id, page.slug);
  const [row] = await tx.select({ id: documents.id }).from(documents).where(pageAt(call, id)).for("update");
  const { id: _id, ...columns } = metaColumns(meta);
  const set = { ...columns, removedAt: null, slugBefore: null, changedAt: call.context.now() };
  if (row) await tx.update(documents).set(set).where(pageAt(call, id));
  else
    await tx.insert(documents).values({
      ...set,
      siteId: call.site.id,
      id,
      kind: "page",
      position: then.pages.indexOf(page),
      ...bodyColumns(body),
    });
  await bringBody(tx, call, id, body);
}

/** A document known by its name as it was then; put away where it was not there. `fresh` is what a row of it begins as. */
async function bringNamed(
  tx: Executor,
  call: SiteCall,
  id: string,
  one: { readonly name: string; readonly body: PageNode } | undefined,
  fresh: Omit<typeof documents.$inferInsert, "title" | "body" | "changedAt">,
): Promise<void> {
  const now = call.context.now();
  if (!one) {
    await tx.update(documents).set({ removedAt: now }).where(pageAt(call, id));
    return;
  }
  const [row] = await tx.select({ id: documents.id }).from(documents).where(pageAt(call, id)).for("update");
  const set = { title: one.name, removedAt: null, changedAt: now };
  if (row) await tx.update(documents).set(set).where(pageAt(call, id));
  else await tx.insert(documents).values({ ...fresh, ...set, ...bodyColumns(one.body) });
  await bringBody(tx, call, id, one.body);
}

/** A shared section that came since goes where nothing shows it any more; otherwise it stays, and shows nothing. */
async function bringShared(tx: Executor, call: SiteCall, then: SiteFile, id: string): Promise<void> {
  const { context, site } = call;
  const one = then.shared?.find((shared) => shared.id === id);
  await bringNamed(tx, call, id, one, {
    ...newShared(site.id, id, context.now()),
    position: one ? (then.shared ?? []).indexOf(one) : 0,
  });
}

/** A header or footer besides the first, which is always there. */
async function bringHeaderFooter(
  tx: Executor,
  call: SiteCall,
  then: SiteFile,
  of: HeaderOrFooter,
  id: string,
): Promise<void> {
  if (id === of) return bringBody(tx, call, id, then[of]);
  const one = then.headersFooters?.find((headerFooter) => headerFooter.id === id);
  await bringNamed(tx, call, id, one, {
    siteId: call.site.id,
    id,
    kind: of,
    description: "",
    inNavigation: false,
    position: one ? (then.headersFooters ?? []).filter((other) => other.of === of).indexOf(one) : 0,
  });
}

async function bringWidget(tx: Executor, call: SiteCall, then: SiteFile, id: string): Promise<void> {
  const at = and(eq(widgets.siteId, call.site.id), eq(widgets.id, id));
  const widget = then.widgets.find((one) => one.id === id);
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
}

const bringSite = (tx: Executor, call: SiteCall, set: Partial<typeof sites.$inferInsert>) =>
  tx
    .update(sites)
    .set({ ...set, revision: sql`${sites.revision} + 1` })
    .where(eq(sites.id, call.site.id));

async function bringRedirect(tx: Executor, call: SiteCall, then: SiteFile, from: string): Promise<void> {
  const kept = then.redirects?.find((redirect) => redirect.from === from);
  const leading = { from, page: kept?.page ?? null, to: kept?.to ?? null };
  if (!kept) await tx.delete(redirects).where(and(eq(redirects.siteId, call.site.id), eq(redirects.from, from)));
  else
    await tx
      .insert(redirects)
      .values({ siteId: call.site.id, ...leading, createdAt: call.context.now() })
      .onDuplicateKeyUpdate({ set: leading });
}

/** How each kind of change is taken back: one entry a kind. */
const takers: Readonly<Record<ChangeOf, Taker>> = {
  page: (tx, call, then, change) => bringPage(tx, call, then, change.id),
  header: (tx, call, then, change) => bringHeaderFooter(tx, call, then, "header", change.id),
  footer: (tx, call, then, change) => bringHeaderFooter(tx, call, then, "footer", change.id),
  brand: (tx, call, then) => bringSite(tx, call, { brand: then.brand }),
  settings: async (tx, call, then) => {
    await bringSite(tx, call, { name: then.name, settings: then.settings });
    const lists = headerFooterKinds.map((of) => (then.headersFooters ?? []).filter((one) => one.of === of));
    for (const list of [then.pages, ...lists])
      for (const [position, { id }] of list.entries())
        await tx.update(documents).set({ position }).where(pageAt(call, id));
  },
  widget: (tx, call, then, change) => bringWidget(tx, call, then, change.id),
  redirect: (tx, call, then, change) => bringRedirect(tx, call, then, change.id),
  shared: (tx, call, then, change) => bringShared(tx, call, then, change.id),
};

/**
 * Brings what `wanted` names back to the state `then`, all that differs when nothing is named: whole or not at all.
 * Throws 409 where another page stands at an address that would come back.
 */
export async function takeBack(call: SiteCall, then: SiteFile, wanted: ChangeName | null): Promise<number> {
  const now = await loadSite(call.context.db, call.site);
  const changes = siteChanges(then, now).filter(
    (change) => !wanted || (change.of === wanted.of && change.id === wanted.id),
  );
  if (wanted && !changes.length) throw notFound("This change");
  const touched = (of: SiteFile) =>
    of.widgets.filter(({ id }) => changes.some((one) => one.of === "widget" && one.id === id));
  const [beyond] = [touched(then), touched(now)].flatMap((some, at, both) =>
    beyondRole(call.role, some, both[1 - at] ?? []),
  );
  if (beyond !== undefined) throw forbidden(`“${beyond}” is code of whole pages: only an owner takes it back.`);
  // Pages that go first free the slugs of those that come back.
  const order = [...changes].sort((one, other) => Number(other.what === "new") - Number(one.what === "new"));
  try {
    await inTransaction(call.context.db, async (tx) => {
      await freeSlugs(tx, call, then, order);
      for (const change of order) await takers[change.of](tx, call, then, change);
      await refreshShown(tx, call.site.id);
    });
  } catch (error) {
    if (!isDuplicate(error)) throw error;
    throw conflict(
      "addressTaken",
      "Another page stands at this address now. Take that one back too, or give it another address first.",
    );
  }
  return changes.length;
}

/** Pages that change places would stand in each other's way: their slugs are let go of first. */
async function freeSlugs(tx: Executor, call: SiteCall, then: SiteFile, changes: readonly Change[]): Promise<void> {
  const moving = changes.filter((change) => change.of === "page" && change.what === "changed").map(({ id }) => id);
  const wanted = new Map(then.pages.map((page) => [page.id, page.slug]));
  const rows = await tx
    .select({ id: documents.id, slug: documents.slug })
    .from(documents)
    .where(eq(documents.siteId, call.site.id));
  for (const row of rows)
    if (moving.includes(row.id) && row.slug !== null && wanted.get(row.id) !== row.slug)
      await tx.update(documents).set({ slug: null }).where(pageAt(call, row.id));
}
