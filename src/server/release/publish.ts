// Publishing: renders what changed into the rows of one release, then flips the site's pointer in one transaction.
import { promisify } from "node:util";
import { brotliCompress, constants, gzip } from "node:zlib";
import { and, eq, inArray, max, sql } from "drizzle-orm";
import { siteProblems } from "@/core/check/problems";
import { type SiteLocale, sourceLocale } from "@/core/locale/site-locale";
import { documentHtml, faviconSvg, noticeHtml, robotsTxt, sitemapXml } from "@/core/render/document";
import { escapeHtml } from "@/core/render/markup";
import { createRenderer, mediaIn, type Renderer, usedFamilies, usedWidths } from "@/core/render/render";
import { type ChangeName, withoutChanges } from "@/core/site/changes";
import { writeSiteFile } from "@/core/site/read";
import { pagePath, type SiteFile, type SiteFrame, type SitePage } from "@/core/site/site";
import { refsOf } from "@/core/widget/kinds";
import { releasedWidgets } from "@/core/widget/release";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { jobs } from "@/data/job/tables";
import { blobs, releaseFiles, releases } from "@/data/release/tables";
import { frameOf, type SiteRow } from "@/data/site/queries";
import { sites } from "@/data/site/tables";
import { type Context, sha256, siteOrigin } from "../context";
import { type JobRun, queueJob } from "../job/queue";
import type { SiteCall } from "../operation";
import { conflict, fieldProblem, notFound, Problem } from "../problem";
import { pictureVariant } from "../site/media";
import { loadSite } from "../site/whole";
import { type Asset, fontAssets, type VisitorScripts, visitorScripts } from "./assets";
import { pageScripts } from "./page-data";
import { keepUnits } from "./units";

const brotli = promisify(brotliCompress);
const gzipped = promisify(gzip);

/** Raised when the renderer's output changes for the same page, so that nothing old is carried over. */
const rendererVersion = "2";

/** The type of a row that leads to another path; its content is that path. */
export const redirectType = "text/x-redirect";

type FileRow = typeof releaseFiles.$inferInsert;

/** Whether compressing pays for a type. */
const compresses = (type: string) => /^(text\/|application\/(json|xml)|image\/svg)/.test(type);

async function storeBlob(context: Context, siteId: string, bytes: Buffer, type: string): Promise<string> {
  const hash = sha256(bytes);
  const [known] = await context.db
    .select({ hash: blobs.hash })
    .from(blobs)
    .where(and(eq(blobs.siteId, siteId), eq(blobs.hash, hash)));
  if (known) return hash;
  const text = compresses(type);
  await context.db
    .insert(blobs)
    .ignore()
    .values({
      siteId,
      hash,
      bytes,
      gzip: text ? await gzipped(bytes, { level: 9 }) : null,
      brotli: text
        ? await brotli(bytes, {
            params: { [constants.BROTLI_PARAM_QUALITY]: 9, [constants.BROTLI_PARAM_SIZE_HINT]: bytes.length },
          })
        : null,
    });
  return hash;
}

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

/** Everything a page's files depend on besides the page itself. */
function frameHash(frame: SiteFrame, scripts: VisitorScripts): string {
  const pages = frame.pages.map(({ id, title, slug, inNavigation }) => ({ id, title, slug, inNavigation }));
  return sha256(
    JSON.stringify([rendererVersion, scripts.entries, writeSiteFile({ ...frame, pages } as never as SiteFile)]),
  );
}

/** Makes the files of one release. */
class Publisher {
  private readonly frame: SiteFrame;
  private readonly renderer: Renderer;
  readonly origin: string;
  private readonly locale: SiteLocale;

  constructor(
    private readonly context: Context,
    private readonly siteId: string,
    private readonly releaseId: string,
    readonly site: SiteFile,
    private readonly fonts: ReadonlyMap<string, Asset>,
    private readonly scripts: VisitorScripts,
  ) {
    this.frame = frameOf(site);
    this.locale = sourceLocale(site);
    this.origin = siteOrigin(context.settings, site.key);
    this.renderer = createRenderer(this.frame, {
      locale: this.locale,
      linkBase: "",
      origin: this.origin,
      mediaUrl: (hash, widthPx) => `/_a/${hash.slice(0, 24)}-${widthPx}.webp`,
      fontUrl: (file) => this.fonts.get(file)?.path ?? "",
    });
  }

  inputOf(frame: string, page: SitePage): string {
    return sha256(JSON.stringify([frame, page]));
  }

  get frameInput(): string {
    return frameHash(this.frame, this.scripts);
  }

  private row(path: string, type: string, blob: string, input: string, assets: readonly string[] = []): FileRow {
    return { siteId: this.siteId, releaseId: this.releaseId, path, type, blob, input, assets };
  }

  async file(path: string, type: string, bytes: Buffer | string, input = ""): Promise<FileRow> {
    const buffer = Buffer.from(bytes as Buffer);
    return this.row(path, type, await storeBlob(this.context, this.siteId, buffer, type), input);
  }

  /** A style sheet as an asset named by its content. */
  private async styles(css: string): Promise<FileRow> {
    return this.file(`/_a/${sha256(css).slice(0, 20)}.css`, "text/css; charset=utf-8", css);
  }

  private async pictures(hashes: Iterable<string>): Promise<FileRow[]> {
    const rows: FileRow[] = [];
    for (const hash of new Set(hashes)) {
      const entry = this.site.media.find((one) => one.hash === hash);
      if (!entry) continue;
      for (const widthPx of usedWidths(entry)) {
        const bytes = await pictureVariant(this.context, this.siteId, hash, widthPx);
        rows.push(await this.file(`/_a/${hash.slice(0, 24)}-${widthPx}.webp`, "image/webp", bytes));
      }
    }
    return rows;
  }

  /** The page and every asset it refers to. */
  async page(page: SitePage, input: string): Promise<FileRow[]> {
    const { body, ...meta } = page;
    const rendered = this.renderer.render(meta, body);
    const css = await this.styles(rendered.css);
    const widgets = releasedWidgets(this.frame, rendered.needs, {
      pageHref: (id) => {
        const found = this.frame.pages.find((one) => one.id === id);
        return found ? pagePath(found, this.locale) : null;
      },
      picture: this.renderer.picture,
      language: this.locale.tag,
    });
    const pictures = [
      ...rendered.uses.flatMap((use) => mediaIn(use) ?? []),
      ...this.site.widgets
        .filter((widget) => rendered.needs.includes(widget.id))
        .flatMap((widget) => [...refsOf(widget)].flatMap((ref) => (ref.of === "media" ? [ref.id] : []))),
    ];
    const assets = [css, ...(await this.pictures(pictures)), ...(await this.fontRows())];
    const scripts = pageScripts(widgets, this.scripts, "/_a/", { language: this.locale.tag });
    for (const name of scripts?.files ?? []) {
      const file = this.scripts.files.get(name);
      if (file) assets.push(await this.file(file.path, file.type, file.bytes));
    }
    const html = documentHtml({
      language: this.locale.tag,
      head: rendered.head,
      html: rendered.html,
      css: css.path,
      widgets: scripts,
    });
    const blob = await storeBlob(this.context, this.siteId, Buffer.from(html), "text/html; charset=utf-8");
    return [
      this.row(
        pagePath(page, this.locale),
        "text/html; charset=utf-8",
        blob,
        input,
        assets.map((asset) => asset.path),
      ),
      ...assets,
    ];
  }

  private fontRowsMade: Promise<FileRow[]> | null = null;
  private fontRows(): Promise<FileRow[]> {
    this.fontRowsMade ??= Promise.all(
      [...this.fonts.values()].map((font) => this.file(font.path, font.type, font.bytes)),
    );
    return this.fontRowsMade;
  }

  /** Not-found page, old addresses, sitemap, robots and favicon. */
  async common(): Promise<FileRow[]> {
    const around = this.renderer.around(
      noticeHtml({
        title: "This page is not here",
        text: "The address may have changed. From the home page you will find the way.",
        then: { href: "/", words: "To the home page" },
      }),
    );
    const css = await this.styles(around.css);
    const notFoundPage = documentHtml({
      language: this.locale.tag,
      head: `<title>Not found · ${escapeHtml(this.site.name)}</title><meta name="robots" content="noindex">${this.renderer.icon}`,
      html: around.html,
      css: css.path,
      widgets: null,
    });
    const pages = new Map(this.site.pages.map((page) => [page.id, pagePath(page)]));
    const taken = new Set(pages.values());
    const led: FileRow[] = [];
    for (const { from, page } of this.site.redirects ?? []) {
      const to = pages.get(page);
      if (to !== undefined && !taken.has(from)) led.push(await this.file(from, redirectType, to));
    }
    const pictures = [...around.pictures, this.site.settings.favicon, this.site.settings.sharing];
    return [
      css,
      ...(await this.fontRows()),
      ...(await this.pictures(pictures.filter((hash): hash is string => Boolean(hash)))),
      ...led,
      await this.file("/404", "text/html; charset=utf-8", notFoundPage),
      await this.file("/favicon.svg", "image/svg+xml", faviconSvg(this.site.name, this.site.brand)),
      await this.file("/robots.txt", "text/plain; charset=utf-8", robotsTxt(this.origin)),
      await this.file(
        "/sitemap.xml",
        "application/xml",
        sitemapXml(this.site, this.origin, this.context.now().toISOString().slice(0, 10)),
      ),
    ];
  }
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
  const columns = sql`site_id, release_id, path, type, \`blob\`, input, assets`;
  const taken = sql`old.site_id, ${release}, old.path, old.type, old.\`blob\`, old.input, old.assets`;
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
  const scripts = await visitorScripts(context.settings.buildFolder);
  const fonts = await fontAssets(usedFamilies(release.snapshot));
  const publisher = new Publisher(context, row.id, release.id, release.snapshot, fonts, scripts);
  const done = new Set(
    (
      await context.db
        .select({ path: releaseFiles.path })
        .from(releaseFiles)
        .where(eq(releaseFiles.releaseId, release.id))
    ).map((file) => file.path),
  );
  const live = row.liveReleaseId ?? "";
  const liveInputs = new Map(
    (
      await context.db
        .select({ path: releaseFiles.path, input: releaseFiles.input })
        .from(releaseFiles)
        .where(and(eq(releaseFiles.siteId, row.id), eq(releaseFiles.releaseId, live)))
    ).map((file) => [file.path, file.input]),
  );
  const frame = publisher.frameInput;
  const total = release.snapshot.pages.length + 1;
  let rendered = release.rendered;
  let finished = 0;
  let lastSaid = 0;
  const carried: string[] = [];
  for (const page of release.snapshot.pages) {
    finished += 1;
    const path = pagePath(page);
    if (done.has(path)) continue;
    const input = publisher.inputOf(frame, page);
    if (liveInputs.get(path) === input) {
      carried.push(path);
      continue;
    }
    const rows = await publisher.page(page, input);
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
      .where(and(eq(releases.siteId, call.site.id), eq(releases.id, releaseId)));
    if (release?.state !== "complete") throw notFound("This release");
    await tx.update(sites).set({ liveReleaseId: release.id }).where(eq(sites.id, call.site.id));
    return release.number;
  });
  call.context.liveChanged(call.site.key);
  return { live };
}
