// A release as a zip of static files that any web server can answer.
import { and, asc, count, eq } from "drizzle-orm";
import { releaseFiles, releases } from "@/data/release/tables";
import { type Released, releasedBytes } from "../bytes/released";
import type { Context } from "../context";
import type { SiteCall } from "../operation";
import { notFound } from "../problem";
import { shopFile } from "../shop/pages/live";
import { type ZipEntry, type ZipPart, zipped } from "../zip";
import { redirectType } from "./publisher";

/** File name of a path: "/" is index.html, "/visit" is visit/index.html. */
export function staticName(path: string, type: string): string {
  if (path === "/404") return "404.html";
  if (!type.startsWith("text/html")) return path.slice(1);
  return path === "/" ? "index.html" : `${path.slice(1)}/index.html`;
}

/** An address without its query and fragment. */
function pathPart(address: string): string {
  const end = address.search(/[?#]/);
  return end < 0 ? address : address.slice(0, end);
}

/** A path of the site as seen from the file of another: "../visit/index.html" from "/classes". */
function relativePath(from: string, to: string, types: ReadonlyMap<string, string>): string {
  const path = pathPart(to);
  const rest = to.slice(path.length);
  const type = types.get(path) ?? "";
  const name = staticName(path, type);
  const depth = staticName(from, "text/html").split("/").length - 1;
  return `${"../".repeat(depth)}${name}${rest}`;
}

/** Pages and style sheets that find each other in a folder, without a server: every address becomes a relative one. */
export function forFolder(path: string, type: string, text: string, types: ReadonlyMap<string, string>): string {
  const known = (address: string) => types.has(pathPart(address));
  const relative = (address: string) => (known(address) ? relativePath(path, address, types) : address);
  // A style sheet lies beside the fonts it names.
  if (type.startsWith("text/css"))
    return text.replace(/url\("\/_a\/([^"]+)"\)/g, (_whole, file: string) => `url("${file}")`);
  return (
    text
      .replace(/ (href|src)="(\/[^"]*)"/g, (_whole, name: string, address: string) => ` ${name}="${relative(address)}"`)
      .replace(/ srcset="([^"]*)"/g, (_whole, list: string) => {
        const entries = list.split(", ").map((entry) => {
          const [address = "", ...size] = entry.split(" ");
          return [relative(address), ...size].join(" ");
        });
        return ` srcset="${entries.join(", ")}"`;
      })
      // Of the style sheet inside the page.
      .replace(/url\("(\/_a\/[^"]+)"\)/g, (_whole, address: string) => `url("${relative(address)}")`)
  );
}

/** A page that leads on to where another one is now. */
const leadingOn = (from: string, to: string, types: ReadonlyMap<string, string>) => {
  const address = /^https?:/.test(to) ? to.replaceAll("&", "&amp;") : relativePath(from, to, types);
  return `<!DOCTYPE html><html lang="en"><head><meta charset="utf-8"><title>Moved</title><meta http-equiv="refresh" content="0;url=${address}"></head><body><a href="${address}">This page has moved</a></body></html>`;
};

const completeRelease = async ({ context, site }: Pick<SiteCall, "context" | "site">, releaseId: string) => {
  const here = and(eq(releases.siteId, site.id), eq(releases.id, releaseId), eq(releases.state, "complete"));
  const [release] = await context.db.select({ number: releases.number }).from(releases).where(here);
  if (!release) throw notFound("This release");
  return release;
};

/** About how many bytes a release has: those of its pictures, as they came. */
export async function releaseSize(call: SiteCall, releaseId: string): Promise<number> {
  await completeRelease(call, releaseId);
  const [row] = await call.context.db
    .select({ files: count() })
    .from(releaseFiles)
    .where(and(eq(releaseFiles.siteId, call.site.id), eq(releaseFiles.releaseId, releaseId)));
  return (row?.files ?? 0) * usualFileBytes;
}

/** A page, a picture in one width, a font: what a file of a release has on average. */
const usualFileBytes = 48 * 2 ** 10;

/** A release as a zip of static files, part by part, and what it is called. */
export async function releaseParts(
  call: Pick<SiteCall, "context" | "site">,
  releaseId: string,
): Promise<{ name: string; parts: AsyncGenerator<ZipPart> }> {
  const release = await completeRelease(call, releaseId);
  const files = await call.context.db
    .select({
      path: releaseFiles.path,
      type: releaseFiles.type,
      blob: releaseFiles.blob,
      packed: releaseFiles.packed,
    })
    .from(releaseFiles)
    .where(and(eq(releaseFiles.siteId, call.site.id), eq(releaseFiles.releaseId, releaseId)))
    .orderBy(asc(releaseFiles.path));
  const shown = files.filter(({ type }) => type !== shopFile.type);
  const types = new Map(shown.map(({ path, type }) => [path, type === redirectType ? "text/html" : type]));
  return {
    name: `${call.site.key}-release-${release.number}.zip`,
    parts: zipped(entriesOf(call.context, shown, types), shown.length),
  };
}

async function* entriesOf(
  context: Context,
  files: readonly (Released & { readonly path: string; readonly type: string })[],
  types: ReadonlyMap<string, string>,
): AsyncGenerator<ZipEntry> {
  for (const { path, type, ...file } of files) {
    const bytes = await releasedBytes(context.bytes, file);
    if (!bytes) throw new Error(`The bytes of ${path} are gone`);
    const text = /^text\/(html|css|x-redirect)/.test(type);
    yield {
      name: staticName(path, types.get(path) ?? ""),
      bytes: text ? Buffer.from(textOf(path, type, bytes.toString(), types)) : bytes,
      deflate: text,
    };
  }
}

/** A page, style sheet or old address as it is answered from a folder. */
function textOf(path: string, type: string, text: string, types: ReadonlyMap<string, string>): string {
  if (type === redirectType) return leadingOn(path, text, types);
  // The not-found page is shown at any address, so its own are not of a folder.
  return path === "/404" ? text : forFolder(path, type, text, types);
}
