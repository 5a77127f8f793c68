// Files of live releases as answers, kept in memory: the bytes once for all sites, the answers for each release.
import { and, desc, eq } from "drizzle-orm";
import { LRUCache } from "lru-cache";
import { pictureForms } from "@/core/media/forms";
import { releaseFiles } from "@/data/release/tables";
import { type ReleasedForms, releasedForms } from "../bytes/released";
import type { Context } from "../context";
import { redirectType } from "../release/publisher";
import { productPictureKey } from "../shop/catalog/pictures";
import { shopFile } from "../shop/pages/live";
import type { Answer, Encoding, File } from "./answers";
import { codeHeaders, drawingHeaders, siteHeaders } from "./headers";
import type { Live } from "./live-pointer";

type Row = Pick<
  typeof releaseFiles.$inferSelect,
  "type" | "blob" | "packed" | "styles" | "frames" | "code" | "runs" | "live"
>;

const cacheBytes = 256 << 20;

const keyOf = (site: Live, path: string) =>
  path.startsWith("/_a/") ? `${site.siteId}${path}` : `${site.releaseId}.${site.renewed}${path}`;

/** How long an answer may be kept: what is named by its content for good, all else as long as it is asked whether it still holds. */
const keptForGood = "public, max-age=31536000, immutable";
const askedAgain = "public, max-age=0, must-revalidate";

/** One answer of a file, in one encoding, with the policy that holds for it. */
function answerOf(
  row: Row,
  stored: ReleasedForms,
  encoding: Encoding,
  { status, policy, caching }: { status: number; policy: readonly string[]; caching: string },
): Answer {
  const packed = encoding === "identity" ? null : stored[encoding];
  const body = packed ?? stored.identity;
  const etag = `"${row.blob.slice(0, 24)}${packed ? `-${encoding}` : ""}"`;
  const unchanged = [...policy, "ETag", etag, "Cache-Control", caching, "Vary", "Accept-Encoding"];
  return {
    status,
    body,
    etag,
    unchanged,
    headers: [
      ...unchanged,
      "Content-Type",
      row.type,
      "Content-Length",
      String(body.length),
      ...(packed ? ["Content-Encoding", encoding] : []),
    ],
  };
}

export class ReleasedFiles {
  /** Fonts, scripts and pictures that several sites have are in memory once. */
  private readonly bytes = new LRUCache<string, ReleasedForms>({
    maxSize: cacheBytes,
    sizeCalculation: ({ identity, br, gzip }) => identity.length + (br?.length ?? 0) + (gzip?.length ?? 0) + 512,
  });
  private readonly files = new LRUCache<string, File>({
    maxSize: cacheBytes / 8,
    sizeCalculation: (file) => file.size,
  });
  private readonly headers: readonly string[];
  private readonly drawings: readonly string[];

  constructor(private readonly context: Context) {
    this.headers = Object.entries(siteHeaders(context.settings, "'self'")).flat();
    this.drawings = Object.entries(drawingHeaders(context.settings)).flat();
  }

  /** A file that is in memory already. */
  kept(site: Live, path: string): File | undefined {
    return this.files.get(keyOf(site, path));
  }

  async find(site: Live, path: string): Promise<File | null> {
    const cached = this.kept(site, path);
    if (cached) return cached;
    const loaded = await this.load(site, path);
    if (loaded) this.files.set(keyOf(site, path), loaded);
    return loaded;
  }

  private fileOf(row: Row, stored: ReleasedForms, status: number, immutable: boolean): File {
    const how = { status, policy: this.policyOf(row), caching: immutable ? keptForGood : askedAgain };
    const answer = (encoding: Encoding) => answerOf(row, stored, encoding, how);
    // The bytes themselves are counted where they are kept, once for all sites.
    return {
      size: 2048,
      type: row.type,
      answers: { br: answer("br"), gzip: answer("gzip"), identity: answer("identity") },
    };
  }

  /** What a file may load and run. */
  private policyOf(row: Row): readonly string[] {
    const { settings } = this.context;
    const { styles, frames, runs } = { styles: row.styles, frames: row.frames ?? [], runs: row.runs ?? [] };
    if (row.code) return Object.entries(codeHeaders(settings, "'self'", row.code)).flat();
    if (styles || frames.length || runs.length)
      return Object.entries(siteHeaders(settings, "'self'", { styles, frames, runs })).flat();
    return row.type === pictureForms.svg.type ? this.drawings : this.headers;
  }

  private async storedOf({ blob, packed }: Row): Promise<ReleasedForms | null> {
    const kept = this.bytes.get(blob);
    if (kept) return kept;
    const stored = await releasedForms(this.context.bytes, { blob, packed });
    if (stored) this.bytes.set(blob, stored);
    return stored;
  }

  private async load(site: Live, path: string): Promise<File | null> {
    const asset = path.startsWith("/_a/");
    const [row] = await this.context.vital
      .select({
        type: releaseFiles.type,
        blob: releaseFiles.blob,
        packed: releaseFiles.packed,
        styles: releaseFiles.styles,
        frames: releaseFiles.frames,
        code: releaseFiles.code,
        runs: releaseFiles.runs,
        live: releaseFiles.live,
      })
      .from(releaseFiles)
      .where(
        and(
          eq(releaseFiles.siteId, site.siteId),
          eq(releaseFiles.path, path),
          // An asset is named by its content: a page from an earlier release may still ask for it.
          asset ? undefined : eq(releaseFiles.releaseId, site.releaseId ?? ""),
        ),
      )
      .orderBy(desc(releaseFiles.releaseId))
      .limit(1);
    if (!row && asset) return this.loadProductPicture(site, path);
    const stored = row && (await this.storedOf(row));
    if (!row || !stored || row.type === shopFile.type) return null;
    if (row.type === redirectType)
      return { ...this.fileOf(row, stored, 301, false), leadsTo: stored.identity.toString() };
    return {
      ...this.fileOf(row, stored, path === "/404" ? 404 : 200, asset),
      ...(row.live ? { live: true as const } : {}),
    };
  }

  /** A picture of a product: it may have come into the shop after the release. */
  private async loadProductPicture(site: Live, path: string): Promise<File | null> {
    const found = await productPictureKey(this.context, site.siteId, path.slice("/_a/".length));
    const row = found && { ...found, packed: false, styles: "", frames: null, code: null, runs: null, live: false };
    const stored = row && (await this.storedOf(row));
    return row && stored ? this.fileOf(row, stored, 200, true) : null;
  }
}
