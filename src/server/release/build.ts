// Puts a release together: what changed is rendered into rows, the rest is carried over from the live one.
import { and, eq, ne, sql } from "drizzle-orm";
import { type KeptPage, pagePath } from "@/core/site/site";
import { wholePages } from "@/data/release/page-states";
import { releaseFiles, releases } from "@/data/release/tables";
import { sites } from "@/data/site/tables";
import { keepPublished } from "@/server/widget/released";
import type { Context } from "../context";
import { type FileRow, Publisher } from "./publisher";

/** How often it is told how far it is, in ms. */
const toldEveryMs = 200;
/** Rows of so many pages are stored at once. */
const pagesAtOnce = 30;

async function insertRows(context: Context, rows: readonly FileRow[]) {
  for (let at = 0; at < rows.length; at += 200)
    await context.db
      .insert(releaseFiles)
      .ignore()
      .values(rows.slice(at, at + 200));
}

/** Stores the rows of pages, many at once: while some are compressed and stored, the next are rendered. */
class PageRows {
  private made: (readonly FileRow[])[] = [];
  /** Assets that have their row: most pages have the same fonts, scripts and pictures. */
  private readonly stored = new Set<string>();
  private storing = Promise.resolve();

  constructor(
    private readonly context: Context,
    private readonly publisher: Publisher,
  ) {}

  /** Takes the rows of a page, its own first. What went wrong with those before is thrown here or at the end. */
  async add(rows: readonly FileRow[]): Promise<void> {
    this.made.push(rows);
    if (this.made.length < pagesAtOnce) return;
    await this.storing;
    this.storing = this.store();
    this.storing.catch(() => {});
  }

  /** Once all that was taken is stored. */
  async end(): Promise<void> {
    await this.storing;
    await this.store();
  }

  private async store(): Promise<void> {
    const { context, made, stored } = this;
    this.made = [];
    await this.publisher.keep();
    // The pages' own rows come last: where one stands, its assets do too.
    const assets = made.flatMap((rows) => rows.slice(1)).filter(({ path }) => !stored.has(path) && stored.add(path));
    await insertRows(context, assets);
    await insertRows(
      context,
      made.flatMap((rows) => rows.slice(0, 1)),
    );
  }
}

/** Takes pages, and the assets they refer to, from the live release into the new one: the rows never leave the database. */
async function carryOver(context: Context, siteId: string, live: string, release: string, paths: readonly string[]) {
  const columns = sql`site_id, release_id, path, type, \`blob\`, packed, input, uses, styles, frames, code, runs, live, locale, assets`;
  const taken = sql`old.site_id, ${release}, old.path, old.type, old.\`blob\`, old.packed, old.input, old.uses, old.styles, old.frames, old.code, old.runs, old.live, old.locale, old.assets`;
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

/**
 * Puts a release together and answers how many pages were rendered. It may be ended and begun again at any moment: pages
 * that have their row are passed over. `told` hears how many steps are done, and may end it by throwing.
 */
export async function buildRelease(
  context: Context,
  releaseId: string,
  told: (done: number) => Promise<void>,
): Promise<number> {
  const [release] = await context.db.select().from(releases).where(eq(releases.id, releaseId));
  if (!release) throw new Error("The release is gone");
  const [row] = await context.db
    .select({ id: sites.id, live: sites.liveReleaseId })
    .from(sites)
    .where(eq(sites.id, release.siteId));
  if (!row) throw new Error("The site is gone");
  const publisher = await Publisher.of(context, row.id, release.id, release.snapshot);
  await keepPublished(context.db, row.id, publisher.site.widgets, context.now());
  const done = new Set(
    (
      await context.db
        .select({ path: releaseFiles.path })
        .from(releaseFiles)
        .where(eq(releaseFiles.releaseId, release.id))
    ).map((file) => file.path),
  );
  const live = row.live ?? "";
  const before = new Map(
    (
      await context.db
        .select({ path: releaseFiles.path, input: releaseFiles.input, uses: releaseFiles.uses })
        .from(releaseFiles)
        .where(and(eq(releaseFiles.siteId, row.id), eq(releaseFiles.releaseId, live), ne(releaseFiles.input, "")))
    ).map((file) => [file.path, file]),
  );
  const carried: string[] = [];
  const toRender = new Map<string, KeptPage>();
  for (const page of release.snapshot.pages) {
    const path = pagePath(page);
    if (done.has(path)) continue;
    const earlier = before.get(path);
    if (earlier && earlier.input === publisher.inputOf(page, earlier.uses)) carried.push(path);
    else toRender.set(page.id, page);
  }
  let rendered = release.rendered;
  let finished = release.snapshot.pages.length - toRender.size;
  let lastTold = 0;
  const pages = new PageRows(context, publisher);
  try {
    for await (const page of wholePages(context.db, row.id, [...toRender.values()])) {
      await pages.add(await publisher.page(toRender.get(page.id) as KeptPage, page));
      rendered += 1;
      finished += 1;
      if (Date.now() - lastTold < toldEveryMs) continue;
      lastTold = Date.now();
      await told(finished);
    }
  } finally {
    // Also where it is ended: nothing is stored after whoever ended it goes on.
    await pages.end();
  }
  await carryOver(context, row.id, live, release.id, carried);
  const common = await publisher.common();
  await publisher.keep();
  await insertRows(context, common);
  await told(release.snapshot.pages.length + 1);
  return rendered;
}
