// States of pages, each kept once for all releases that have it.
import { and, eq, inArray, isNull, sql } from "drizzle-orm";
import { everyNode, type PageNode } from "@/core/page/node";
import { withLineIds } from "@/core/page/words/words";
import { type KeptPage, type KeptSite, metaOf, type SiteFile, type SitePage } from "@/core/site/site";
import type { Executor } from "../connection";
import { documents } from "../page/tables";
import { pageStates, releases, releaseUnits } from "./tables";

/** So many bodies are in memory at once. */
const atOnce = 50;

function* inChunks<T>(items: readonly T[]): Generator<readonly T[]> {
  for (let at = 0; at < items.length; at += atOnce) yield items.slice(at, at + atOnce);
}

/**
 * Keeps the states that a site's pages are in where they are not kept yet, and yields those that it kept: page ids with
 * their bodies. To be called in the transaction that read what the pages are, so that it is the same states.
 */
export async function* keepStates(
  tx: Executor,
  siteId: string,
): AsyncGenerator<{ id: string; state: string; body: PageNode }> {
  const fresh = await tx
    .select({ id: documents.id })
    .from(documents)
    .leftJoin(pageStates, and(eq(pageStates.siteId, documents.siteId), eq(pageStates.hash, documents.hash)))
    .where(
      and(
        eq(documents.siteId, siteId),
        eq(documents.kind, "page"),
        isNull(documents.removedAt),
        isNull(pageStates.hash),
      ),
    );
  for (const some of inChunks(fresh.map(({ id }) => id))) {
    const rows = await tx
      .select({ id: documents.id, hash: documents.hash, body: documents.body })
      .from(documents)
      .where(and(eq(documents.siteId, siteId), inArray(documents.id, some)));
    const kept = rows.map(({ id, hash, body }) => ({ id, state: String(hash), body: withLineIds(body) }));
    await tx
      .insert(pageStates)
      .ignore()
      .values(
        kept.map(({ state, body }) => ({ siteId, hash: state, body, nodes: [...everyNode(body)].map(({ id }) => id) })),
      );
    yield* kept;
  }
}

/** A site as one of its releases holds it, its pages' bodies apart; null where there is none of this id. */
export async function keptSite(db: Executor, siteId: string, releaseId: string | null): Promise<KeptSite | null> {
  if (releaseId === null) return null;
  const [row] = await db
    .select({ snapshot: releases.snapshot })
    .from(releases)
    .where(and(eq(releases.siteId, siteId), eq(releases.id, releaseId)));
  return row?.snapshot ?? null;
}

/** Some pages of a site's releases with their bodies, a few in memory at a time. `known` has bodies that are at hand. */
export async function* wholePages(
  db: Executor,
  siteId: string,
  pages: readonly KeptPage[],
  known: ReadonlyMap<string, PageNode> = new Map(),
): AsyncGenerator<SitePage> {
  for (const some of inChunks(pages)) {
    const wanted = some.flatMap((page) => ("state" in page && !known.has(page.state) ? [page.state] : []));
    const rows = wanted.length
      ? await db
          .select({ hash: pageStates.hash, body: pageStates.body })
          .from(pageStates)
          .where(and(eq(pageStates.siteId, siteId), inArray(pageStates.hash, wanted)))
      : [];
    const read = new Map(rows.map(({ hash, body }) => [hash, body]));
    for (const page of some) {
      const body = "body" in page ? page.body : (known.get(page.state) ?? read.get(page.state));
      if (!body) throw new Error(`The state of page ${page.id} is gone`);
      yield { ...metaOf(page), body };
    }
  }
}

/** A release's site with all bodies. */
export async function wholeSite(
  db: Executor,
  siteId: string,
  site: KeptSite,
  known?: ReadonlyMap<string, PageNode>,
): Promise<SiteFile> {
  const pages: SitePage[] = [];
  for await (const page of wholePages(db, siteId, site.pages, known)) pages.push(page);
  return { ...site, pages };
}

/** Which states of a site hold one of some blocks: for each block the states, by their keys. */
export async function statesHolding(
  db: Executor,
  siteId: string,
  releaseId: string,
  blocks: readonly string[],
): Promise<ReadonlyMap<string, ReadonlySet<string>>> {
  const holding = new Map<string, ReadonlySet<string>>();
  for (const block of new Set(blocks)) {
    const rows = await db
      .select({ hash: pageStates.hash })
      .from(releaseUnits)
      .innerJoin(pageStates, and(eq(pageStates.siteId, releaseUnits.siteId), eq(pageStates.hash, releaseUnits.hash)))
      .where(
        and(
          eq(releaseUnits.siteId, siteId),
          eq(releaseUnits.releaseId, releaseId),
          eq(releaseUnits.of, "page"),
          sql`locate(${JSON.stringify(block)}, ${pageStates.nodes}) > 0`,
        ),
      );
    holding.set(block, new Set(rows.map(({ hash }) => hash)));
  }
  return holding;
}
