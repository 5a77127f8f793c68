// A release as a zip of static files that any web server can answer.
import { and, eq } from "drizzle-orm";
import { type Zippable, zipSync } from "fflate";
import { blobs, releaseFiles, releases } from "@/data/release/tables";
import type { SiteCall } from "../operation";
import { notFound } from "../problem";

/** File name of a path: "/" is index.html, "/visit" is visit/index.html. */
export function staticName(path: string, type: string): string {
  if (path === "/404") return "404.html";
  if (!type.startsWith("text/html")) return path.slice(1);
  return path === "/" ? "index.html" : `${path.slice(1)}/index.html`;
}

export async function exportRelease(call: SiteCall, releaseId: string): Promise<{ name: string; bytes: Uint8Array }> {
  const here = and(eq(releases.siteId, call.site.id), eq(releases.id, releaseId), eq(releases.state, "complete"));
  const [release] = await call.context.db.select({ number: releases.number }).from(releases).where(here);
  if (!release) throw notFound("This release");
  const files = await call.context.db
    .select({ path: releaseFiles.path, type: releaseFiles.type, bytes: blobs.bytes })
    .from(releaseFiles)
    .innerJoin(blobs, and(eq(blobs.siteId, releaseFiles.siteId), eq(blobs.hash, releaseFiles.blob)))
    .where(and(eq(releaseFiles.siteId, call.site.id), eq(releaseFiles.releaseId, releaseId)));
  const entries: Zippable = {};
  for (const { path, type, bytes } of files) entries[staticName(path, type)] = bytes;
  return {
    name: `${call.site.key}-release-${release.number}.zip`,
    bytes: zipSync(entries, { mtime: new Date(1980, 0, 2) }),
  };
}
