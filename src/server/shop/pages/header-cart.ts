// The basket's mark in a site's first header: set once with the pages of a shop, and taken away like any other choice.
import { and, asc, eq, isNull } from "drizzle-orm";
import { kinds } from "@/core/page/kinds";
import { everyNode, type PageNode } from "@/core/page/node";
import { inTransaction } from "@/data/connection";
import { documents } from "@/data/page/tables";
import type { SiteCall } from "@/server/operation";
import { storeBatch } from "@/server/page/edits";

/** Has the bar of the first header show the basket, where there is such a bar and nobody has said otherwise. */
export async function cartInHeader(call: SiteCall): Promise<void> {
  const { context, site } = call;
  await inTransaction(context.db, async (tx) => {
    const [header] = await tx
      .select({ id: documents.id, body: documents.body, revision: documents.revision })
      .from(documents)
      .where(and(eq(documents.siteId, site.id), eq(documents.kind, "header"), isNull(documents.removedAt)))
      .orderBy(asc(documents.position), asc(documents.id))
      .limit(1)
      .for("update");
    const fieldOf = ({ kind, content }: PageNode) => kinds[kind].cartField?.(content) ?? null;
    const bar = header && [...everyNode(header.body)].find((node) => fieldOf(node) !== null);
    const field = bar && fieldOf(bar);
    if (!bar || !field || bar.content[field] !== undefined) return;
    await storeBatch(tx, call, {
      document: header.id,
      batch: context.newId(),
      base: header.revision,
      edits: [{ type: "setContent", node: bar.id, field, value: true }],
    });
  });
}
