// What a chat knows besides its own site: pages of other sites and files, as they were read last.
import { and, asc, eq, inArray } from "drizzle-orm";
import type { ChatSource } from "@/core/chat/chat";
import type { SourcePage } from "@/core/chat/knows/knowledge";
import { belongs, startAddress } from "@/core/crawl/address";
import { chatSourcePages, chatSources } from "@/data/chat/tables";
import { releaseFiles } from "@/data/release/tables";
import { media, sites } from "@/data/site/tables";
import { type Context, sha256 } from "../context";
import { releasedDocument } from "../release/assets";

/** What a source is, whatever it is called and however far it goes. */
export const sourceKey = (source: ChatSource): string =>
  sha256(JSON.stringify(source.of === "site" ? ["site", startAddress(source.address)] : ["file", source.file]));

export interface ReadSources {
  /** What it was made from: the same is not loaded again. */
  readonly state: string;
  readonly pages: readonly SourcePage[];
  readonly hashes: ReadonlyMap<string, SourcePage>;
}

const nothing: ReadSources = { state: "", pages: [], hashes: new Map() };

/** So many pages of other sites and files are known at once. */
const mostPages = 2000;
const atOnce = 100;

interface Wanted {
  readonly sourceKey: string;
  readonly key: string;
  readonly hash: string;
  readonly title: string;
  readonly kind: SourcePage["kind"];
  readonly href: string;
}

const idOf = ({ sourceKey, key, hash, title, href }: Wanted): string =>
  JSON.stringify([sourceKey, key, hash, title, href]);

/** Where visitors find the files that a release brings along, by their hashes. */
async function fileAddresses(context: Context, siteId: string, files: readonly string[]) {
  if (!files.length) return new Map<string, string>();
  const entries = await context.db
    .select({ hash: media.hash, name: media.name })
    .from(media)
    .where(and(eq(media.siteId, siteId), inArray(media.hash, [...files])));
  const paths = new Map(entries.map((entry) => [releasedDocument(entry), entry.hash]));
  if (!paths.size) return new Map<string, string>();
  const shown = await context.db
    .select({ path: releaseFiles.path })
    .from(releaseFiles)
    .innerJoin(sites, and(eq(sites.id, siteId), eq(sites.liveReleaseId, releaseFiles.releaseId)))
    .where(and(eq(releaseFiles.siteId, siteId), inArray(releaseFiles.path, [...paths.keys()])));
  return new Map(shown.map(({ path }) => [paths.get(path) ?? "", path]));
}

/** Pages and files that a chat reads besides its site; `have` comes back where nothing of them has changed. */
export async function readSourcesOf(
  context: Context,
  siteId: string,
  sources: readonly ChatSource[],
  have: ReadSources = nothing,
): Promise<ReadSources> {
  if (!sources.length) return have.state === "" ? have : nothing;
  const bySource = new Map(sources.map((source) => [sourceKey(source), source]));
  const keys = [...bySource.keys()];
  const versions = await context.db
    .select({ key: chatSources.key, version: chatSources.version })
    .from(chatSources)
    .where(and(eq(chatSources.siteId, siteId), inArray(chatSources.key, keys)))
    .orderBy(asc(chatSources.key));
  const hrefs = await fileAddresses(
    context,
    siteId,
    sources.flatMap((source) => (source.of === "file" ? [source.file] : [])),
  );
  const state = sha256(JSON.stringify([sources, versions, [...hrefs]]));
  if (have.state === state) return have;
  const rows = await context.db
    .select({
      sourceKey: chatSourcePages.sourceKey,
      key: chatSourcePages.key,
      address: chatSourcePages.address,
      hash: chatSourcePages.hash,
      title: chatSourcePages.title,
    })
    .from(chatSourcePages)
    .where(
      and(
        eq(chatSourcePages.siteId, siteId),
        inArray(chatSourcePages.sourceKey, keys),
        eq(chatSourcePages.state, "read"),
      ),
    )
    .orderBy(asc(chatSourcePages.sourceKey), asc(chatSourcePages.depth), asc(chatSourcePages.nth))
    .limit(2 * mostPages);
  const counts = new Map<string, number>();
  const wanted = rows
    .flatMap((row): Wanted[] => {
      const source = bySource.get(row.sourceKey);
      if (!source) return [];
      if (source.of === "file") return [{ ...row, kind: "file", href: hrefs.get(source.file) ?? "" }];
      const count = counts.get(row.sourceKey) ?? 0;
      if (count >= source.mostPages || !belongs(source, row.address).ok) return [];
      counts.set(row.sourceKey, count + 1);
      return [{ ...row, kind: "elsewhere", href: row.address }];
    })
    .slice(0, mostPages);
  const hashes = new Map<string, SourcePage>();
  const missing = wanted.filter((row) => {
    const id = idOf(row);
    const same = have.hashes.get(id);
    if (same) hashes.set(id, same);
    return !same;
  });
  for (let at = 0; at < missing.length; at += atOnce) {
    const some = missing.slice(at, at + atOnce);
    const loaded = await context.db
      .select({ sourceKey: chatSourcePages.sourceKey, key: chatSourcePages.key, read: chatSourcePages.read })
      .from(chatSourcePages)
      .where(
        and(
          eq(chatSourcePages.siteId, siteId),
          inArray(chatSourcePages.sourceKey, keys),
          inArray(
            chatSourcePages.key,
            some.map(({ key }) => key),
          ),
        ),
      );
    const reads = new Map(loaded.map((row) => [`${row.sourceKey} ${row.key}`, row.read]));
    for (const row of some) {
      const read = reads.get(`${row.sourceKey} ${row.key}`);
      const { kind, title, href } = row;
      if (read) hashes.set(idOf(row), { kind, key: `${row.sourceKey.slice(0, 12)}${row.key}`, title, href, read });
    }
  }
  return { state, pages: wanted.flatMap((row) => hashes.get(idOf(row)) ?? []), hashes };
}
