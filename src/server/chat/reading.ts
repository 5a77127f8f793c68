// What the pages of a site say, read off the very markup that visitors get. A page is read once for its bytes: the next release
// reads what changed and nothing else.

import { and, eq, inArray, lt, ne, notInArray } from "drizzle-orm";
import type { KnownPage } from "@/core/chat/knows/knowledge";
import { type ReadPage, readPage } from "@/core/chat/knows/read-page";
import { foundClips } from "@/core/clips/found";
import { given } from "@/core/kind/service";
import { sourceLocale } from "@/core/locale/site-locale";
import { createRenderer } from "@/core/render/render";
import { type KeptSite, pagePath, type SiteFile } from "@/core/site/site";
import { chatPages } from "@/data/chat/tables";
import type { Executor } from "@/data/connection";
import { keptSite } from "@/data/release/page-states";
import { releaseFiles } from "@/data/release/tables";
import { frameOf, type SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { queueOnly } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { asReleased } from "@/server/widget/released";
import { releasedBytes } from "../bytes/released";
import { foundOf } from "../clips/found";
import { type Context, standInOrigins } from "../context";

/** To be counted up whenever pages are read otherwise: then all are read anew. */
const reader = 1;

/** So many pages are in memory at once while they are read. */
const atOnce = 40;

/** A page of the live release, with the key of its bytes. */
export interface ReleasedPage extends KnownPage {
  readonly blob: string;
}

/** Where the pages of a release are, and their bytes. */
async function pagesIn(context: Context, siteId: string, releaseId: string) {
  return context.db
    .select({ path: releaseFiles.path, blob: releaseFiles.blob, packed: releaseFiles.packed })
    .from(releaseFiles)
    .where(and(eq(releaseFiles.siteId, siteId), eq(releaseFiles.releaseId, releaseId), ne(releaseFiles.input, "")));
}

/**
 * Reads the pages of a release that were not read yet; answers how many. What another process reads at the same time is the
 * same, so that either may be first.
 */
export async function readRelease(
  context: Context,
  siteId: string,
  releaseId: string,
  told: (done: number, of: number) => Promise<void> = async () => {},
): Promise<number> {
  const { db } = context;
  const files = await pagesIn(context, siteId, releaseId);
  const known = await knownBlobs(
    context,
    siteId,
    files.map(({ blob }) => blob),
  );
  const fresh = files.filter(({ blob }) => !known.has(blob));
  const now = context.now();
  for (let at = 0; at < fresh.length; at += atOnce) {
    const rows: (typeof chatPages.$inferInsert)[] = [];
    for (const file of fresh.slice(at, at + atOnce)) {
      const bytes = await releasedBytes(context.bytes, file);
      if (bytes) rows.push({ siteId, blob: file.blob, reader, read: readPage(bytes.toString("utf8")), usedAt: now });
    }
    if (rows.length) await db.insert(chatPages).ignore().values(rows);
    await told(Math.min(at + atOnce, fresh.length), fresh.length);
  }
  return fresh.length;
}

async function knownBlobs(context: Context, siteId: string, blobs: readonly string[]): Promise<ReadonlySet<string>> {
  const known = new Set<string>();
  for (let at = 0; at < blobs.length; at += 500) {
    const rows = await context.db
      .select({ blob: chatPages.blob })
      .from(chatPages)
      .where(
        and(
          eq(chatPages.siteId, siteId),
          eq(chatPages.reader, reader),
          inArray(chatPages.blob, blobs.slice(at, at + 500)),
        ),
      );
    for (const { blob } of rows) known.add(blob);
  }
  return known;
}

/**
 * The pages of a release as they were read; those that were not are read now. `have` names pages by their paths with the keys
 * of their bytes: what is still the same comes back without having been loaded.
 */
export async function releasedPages(
  context: Context,
  siteId: string,
  release: { readonly id: string; readonly site: KeptSite },
  have: ReadonlyMap<string, ReleasedPage> = new Map(),
): Promise<readonly ReleasedPage[]> {
  await readRelease(context, siteId, release.id);
  const titles = new Map(release.site.pages.map((page) => [pagePath(page), page.title]));
  const files = (await pagesIn(context, siteId, release.id)).filter(({ path }) => titles.has(path));
  const wanted = files.filter(({ path, blob }) => have.get(path)?.blob !== blob).map(({ blob }) => blob);
  const read = new Map<string, ReadPage>();
  for (let at = 0; at < wanted.length; at += atOnce) {
    const rows = await context.db
      .select({ blob: chatPages.blob, read: chatPages.read })
      .from(chatPages)
      .where(
        and(
          eq(chatPages.siteId, siteId),
          eq(chatPages.reader, reader),
          inArray(chatPages.blob, wanted.slice(at, at + atOnce)),
        ),
      );
    for (const row of rows) read.set(row.blob, row.read);
  }
  return files.flatMap(({ path, blob }): ReleasedPage[] => {
    const title = titles.get(path) ?? "";
    const same = have.get(path);
    if (same?.blob === blob) return same.title === title ? [same] : [{ ...same, title }];
    const page = read.get(blob);
    return page ? [{ path, title, blob, read: page }] : [];
  });
}

/** The pages of a site as it stands in the studio, as the next release will have them. */
export async function workingPages(context: Context, row: SiteRow, site: SiteFile): Promise<readonly KnownPage[]> {
  const widgets = await asReleased(context.db, row.id, site.widgets, standInOrigins(context.settings));
  const locale = sourceLocale(site);
  const found = await foundOf(context.db, row.id, widgets, site.settings);
  const renderer = createRenderer(frameOf({ ...site, widgets }), {
    locale,
    linkBase: "",
    origin: null,
    quick: true,
    mediaUrl: () => "",
    documentUrl: () => "",
    fontUrl: () => "",
    standIn: standInOrigins(context.settings),
    services: given(foundClips, (widget) => found.get(widget)),
  });
  return site.pages.map(({ body, ...meta }) => ({
    path: pagePath(meta, locale),
    title: meta.title,
    read: readPage(renderer.render(meta, body).html),
  }));
}

/** Has the pages of the live release read. */
export const queueReading = (tx: Executor, siteId: string): Promise<void> =>
  queueOnly(tx, { kind: "chatRead", siteId, payload: {}, onlyOne: `chatRead:${siteId}` });

/** Pages that no release has had for so long are forgotten, in days. */
const forgottenDays = 60;

/** The job: reads what the live release has that was not read yet, and forgets what none has had for long. */
export async function readJob(context: Context, run: JobRun): Promise<void> {
  const siteId = run.job.siteId ?? "";
  const live = await liveSite(context, siteId);
  if (live) {
    await readRelease(context, siteId, live.id, (done, of) => run.progress(done, of));
    const blobs = (await pagesIn(context, siteId, live.id)).map(({ blob }) => blob);
    const { db } = context;
    for (let at = 0; at < blobs.length; at += 500)
      await db
        .update(chatPages)
        .set({ usedAt: context.now() })
        .where(and(eq(chatPages.siteId, siteId), inArray(chatPages.blob, blobs.slice(at, at + 500))));
    await db
      .delete(chatPages)
      .where(
        and(
          eq(chatPages.siteId, siteId),
          lt(chatPages.usedAt, new Date(context.now().getTime() - forgottenDays * 86_400_000)),
          blobs.length ? notInArray(chatPages.blob, blobs.slice(0, 5000)) : undefined,
        ),
      );
  }
  await run.finish(context.db);
}

/** The live release of a site as it was published; null where there is none. */
export async function liveSite(
  context: Context,
  siteId: string,
  releaseId?: string | null,
): Promise<{ readonly id: string; readonly site: KeptSite } | null> {
  const id = releaseId === undefined ? await liveReleaseOf(context, siteId) : releaseId;
  const site = await keptSite(context.db, siteId, id);
  return id && site ? { id, site } : null;
}

async function liveReleaseOf(context: Context, siteId: string): Promise<string | null> {
  const [row] = await context.db.select({ id: sites.liveReleaseId }).from(sites).where(eq(sites.id, siteId));
  return row?.id ?? null;
}
