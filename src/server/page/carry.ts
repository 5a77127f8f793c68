// Blocks that come from another site of the studio: their pictures are named here too, what leads nowhere is left out.
import { and, eq, inArray } from "drizzle-orm";
import type { RefOf } from "@/core/kind/holder";
import { carried, type LeftOut, refsOfBlocks } from "@/core/page/editing/carry";
import type { PageNode } from "@/core/page/node";
import { type Executor, inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { mediaRoom } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { widgets } from "@/data/widget/tables";
import type { SiteCall } from "../operation";
import { queueMaking } from "../site/media";
import { refuseBeyondSite, takeRoom } from "../site/quota";

/** Names pictures of one site in another, as far as there is room: the bytes are kept once for all. */
async function bringMedia(call: SiteCall, from: string, hashes: readonly string[]): Promise<void> {
  const { context, site } = call;
  if (!hashes.length || from === site.id) return;
  const of = (id: string) =>
    context.db
      .select()
      .from(media)
      .where(and(eq(media.siteId, id), inArray(media.hash, [...hashes])));
  const there = new Set((await of(site.id)).map(({ hash }) => hash));
  const fresh = (await of(from)).filter(({ hash }) => !there.has(hash));
  if (!fresh.length) return;
  const bytes = fresh.reduce((sum, one) => sum + one.bytes, 0);
  await inTransaction(context.db, async (tx) => {
    await takeRoom(tx, context.settings, site.studioId, { pictures: fresh.length, bytes }, "shelf");
    refuseBeyondSite(await mediaRoom(tx, site.id), bytes);
    await tx
      .insert(media)
      .ignore()
      .values(fresh.map((one) => ({ ...one, siteId: site.id, createdAt: context.now() })));
    await queueMaking(tx, site.id);
  });
}

/** Which of some things a site has. */
async function knownHere(db: Executor, siteId: string, refs: readonly { readonly of: RefOf; readonly id: string }[]) {
  const ids = (of: RefOf) => [...new Set(refs.filter((ref) => ref.of === of).map(({ id }) => id))];
  const known = new Set<string>();
  const note = (of: RefOf, found: readonly { id: string }[]) => {
    for (const { id } of found) known.add(`${of} ${id}`);
  };
  const pages = [...ids("page"), ...ids("shared")];
  if (pages.length)
    for (const { id, kind } of await db
      .select({ id: documents.id, kind: documents.kind })
      .from(documents)
      .where(and(eq(documents.siteId, siteId), inArray(documents.id, pages))))
      note(kind === "shared" ? "shared" : "page", [{ id }]);
  if (ids("widget").length)
    note(
      "widget",
      await db
        .select({ id: widgets.id })
        .from(widgets)
        .where(and(eq(widgets.siteId, siteId), inArray(widgets.id, ids("widget")))),
    );
  if (ids("media").length)
    note(
      "media",
      await db
        .select({ id: media.hash })
        .from(media)
        .where(and(eq(media.siteId, siteId), inArray(media.hash, ids("media")))),
    );
  return (of: RefOf, id: string) => known.has(`${of} ${id}`);
}

/** Blocks of the site `from` as they can stand on this one: with their pictures, without what leads nowhere. */
export async function carryHere(
  call: SiteCall,
  from: string,
  nodes: readonly PageNode[],
): Promise<{ nodes: readonly PageNode[]; left: LeftOut }> {
  const refs = refsOfBlocks(nodes);
  const hashes = [...new Set(refs.filter(({ of }) => of === "media").map(({ id }) => id))];
  await bringMedia(call, from, hashes);
  return carried(nodes, await knownHere(call.context.db, call.site.id, refs));
}
