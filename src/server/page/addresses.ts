// When a page moves: its old address leads to the new one, and rules that name it follow.
import { and, eq, sql } from "drizzle-orm";
import { movedPages } from "@/core/opening/pages";
import { withPages } from "@/core/widget/all-facts";
import type { Executor } from "@/data/connection";
import { releaseFiles } from "@/data/release/tables";
import { widgetsOf } from "@/data/site/queries";
import { redirects } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import type { SiteCall } from "../operation";
import { headersFootersFollow } from "./headers-footers";

export interface Moved {
  /** The path that leads to the page from the next release on; null where nobody has seen it yet. */
  readonly redirect: string | null;
  /** Widgets whose rules name the new address now. */
  readonly followed: readonly string[];
  /** Headers and footers whose rules do. */
  readonly headersFooters: readonly string[];
  /** Rules that named the old address by a pattern: for somebody to look at. */
  readonly left: readonly { readonly widget: string; readonly id: string; readonly pattern: string }[];
}

/** A path that a page takes leads to no other page any more. */
export async function takePath(tx: Executor, siteId: string, slug: string): Promise<void> {
  await tx.delete(redirects).where(and(eq(redirects.siteId, siteId), eq(redirects.from, `/${slug}`)));
}

/** Whether visitors know a path: it is of the live release, and not the home page, which keeps its address. */
async function isKnown(tx: Executor, call: SiteCall, path: string): Promise<boolean> {
  if (path === "/" || call.site.liveReleaseId === null) return false;
  const [file] = await tx
    .select({ path: releaseFiles.path })
    .from(releaseFiles)
    .where(
      and(
        eq(releaseFiles.siteId, call.site.id),
        eq(releaseFiles.releaseId, call.site.liveReleaseId),
        eq(releaseFiles.path, path),
      ),
    );
  return file !== undefined;
}

/** What follows from a page's move from one slug to another. To be called in the transaction that moves it. */
export async function pageMoved(tx: Executor, call: SiteCall, page: string, from: string, to: string): Promise<Moved> {
  const siteId = call.site.id;
  await takePath(tx, siteId, to);
  const path = `/${from}`;
  const leads = await isKnown(tx, call, path);
  if (leads)
    await tx
      .insert(redirects)
      .values({ siteId, from: path, page, createdAt: call.context.now() })
      .onDuplicateKeyUpdate({ set: { page, to: null } });
  const followed: string[] = [];
  const left: { widget: string; id: string; pattern: string }[] = [];
  for (const widget of await widgetsOf(tx, siteId)) {
    let follows = false;
    const settings = withPages(widget, (pages) => {
      const moved = movedPages(pages, path, `/${to}`);
      left.push(...moved.left.map((pattern) => ({ widget: widget.name, id: widget.id, pattern })));
      follows ||= moved.followed;
      return moved.pages;
    });
    if (!follows) continue;
    followed.push(widget.name);
    await tx
      .update(widgets)
      .set({ settings, revision: sql`${widgets.revision} + 1` })
      .where(and(eq(widgets.siteId, siteId), eq(widgets.id, widget.id)));
  }
  const headersFooters = await headersFootersFollow(tx, call, path, `/${to}`);
  return { redirect: leads ? path : null, followed, headersFooters, left };
}
