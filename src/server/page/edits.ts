// Saving edits: the same core function as in the browser, inside a transaction, by revision.
import { and, asc, eq, gt, isNull } from "drizzle-orm";
import { mayAs } from "@/core/account/rights";
import { applyEdits, type Edit, isWordsEdit } from "@/core/page/edit";
import type { PageNode } from "@/core/page/node";
import type { Reason } from "@/core/visitor/decision";
import { inTransaction } from "@/data/connection";
import { documentEdits, documents } from "@/data/page/tables";
import type { SiteCall } from "../operation";
import { forbidden, notFound, Problem } from "../problem";

export interface EditBatch {
  readonly document: string;
  /** The batch's own id, made by the browser: sending it again changes nothing. */
  readonly batch: string;
  /** The revision of the document the browser knew. */
  readonly base: number;
  readonly edits: readonly Edit[];
}

export interface SavedBatch {
  readonly revision: number;
  readonly refusals: readonly { readonly edit: Edit; readonly reason: Reason }[];
  /** Batches of others since `base`, in order, without this one. */
  readonly others: readonly { readonly revision: number; readonly edits: readonly Edit[] }[];
}

/** Batches of a document after revision `since`. */
export async function batchesSince(call: SiteCall, document: string, since: number) {
  return call.context.db
    .select({ revision: documentEdits.revision, batch: documentEdits.batch, edits: documentEdits.edits })
    .from(documentEdits)
    .where(
      and(
        eq(documentEdits.siteId, call.site.id),
        eq(documentEdits.documentId, document),
        gt(documentEdits.revision, since),
      ),
    )
    .orderBy(asc(documentEdits.revision));
}

/** Words and pictures only, for editors: judged on the page each edit meets. */
function checkRole(call: SiteCall, page: PageNode, edits: readonly Edit[]) {
  if (mayAs(call.role, "designer")) return;
  if (!edits.every((edit) => isWordsEdit(page, edit)))
    throw forbidden("An editor changes words and pictures. For layout, ask a designer of the studio.");
}

/**
 * Applies a batch to the newest revision: what can still be applied is, what can't is answered with its reason.
 * A batch that came before is answered as it was then.
 */
export async function saveBatch(call: SiteCall, batch: EditBatch): Promise<SavedBatch> {
  const saved = await inTransaction(call.context.db, async (tx) => {
    const [row] = await tx
      .select({ body: documents.body, revision: documents.revision })
      .from(documents)
      .where(and(eq(documents.siteId, call.site.id), eq(documents.id, batch.document), isNull(documents.removedAt)))
      .for("update");
    if (!row) throw notFound("This page");
    const [before] = await tx
      .select({ revision: documentEdits.revision, refusals: documentEdits.refusals })
      .from(documentEdits)
      .where(and(eq(documentEdits.siteId, call.site.id), eq(documentEdits.batch, batch.batch)));
    if (before) return before;
    if (batch.base > row.revision)
      throw new Problem(
        409,
        "unknownRevision",
        "This page is older than what the browser knows. Please load it again.",
      );
    checkRole(call, row.body, batch.edits);
    const { page, applied, refusals } = applyEdits(row.body, batch.edits);
    const revision = row.revision + 1;
    const now = call.context.now();
    await tx
      .update(documents)
      .set({ body: page, revision, changedAt: now })
      .where(and(eq(documents.siteId, call.site.id), eq(documents.id, batch.document)));
    await tx.insert(documentEdits).values({
      siteId: call.site.id,
      documentId: batch.document,
      revision,
      batch: batch.batch,
      edits: applied,
      refusals,
      userId: call.account.id,
      createdAt: now,
    });
    return { revision, refusals };
  });
  const others = await batchesSince(call, batch.document, batch.base);
  return {
    ...saved,
    others: others
      .filter((other) => other.batch !== batch.batch && other.revision < saved.revision)
      .map(({ revision, edits }) => ({ revision, edits })),
  };
}
