// Saving edits: the same core function as in the browser, inside a transaction, by revision.
import { and, asc, eq, gt, isNull } from "drizzle-orm";
import { mayAs } from "@/core/account/rights";
import { applyEdits, type Edit, isWordsEdit } from "@/core/page/editing/edit";
import type { Stored } from "@/core/page/editing/follow";
import type { PageNode } from "@/core/page/node";
import { withLineIds } from "@/core/page/words/words";
import type { Reason } from "@/core/visitor/decision";
import { type Executor, inTransaction } from "@/data/connection";
import { announce } from "@/data/event/outbox";
import { bodyColumns } from "@/data/page/shared";
import { documentEdits, documents } from "@/data/page/tables";
import type { SiteCall } from "../operation";
import { fieldProblem, forbidden, notFound, Problem } from "../problem";
import { checkNesting } from "./shared";

export interface EditBatch {
  readonly document: string;
  /** The batch's own id, made by the browser: sending it again changes nothing. */
  readonly batch: string;
  /** The revision of the document the browser knew. */
  readonly base: number;
  readonly edits: readonly Edit[];
}

export interface SavedBatch {
  /** Whether the batch is stored. It is not where `base` was not the newest: take the line in and send it again. */
  readonly stored: boolean;
  /** What was stored after `base`, in order; no more than `longestLine` batches. */
  readonly line: readonly Stored[];
}

/** Batches that are answered at once; who is further behind asks again. */
export const longestLine = 200;

/**
 * What was stored in a document after revision `since`, oldest first. 409 for one whose line is folded since: what was
 * typed on it stays in the browser, and can be had back there.
 */
export async function lineSince(call: SiteCall, document: string, since: number): Promise<readonly Stored[]> {
  const [row] = await call.context.db
    .select({ foldedTo: documents.foldedTo })
    .from(documents)
    .where(and(eq(documents.siteId, call.site.id), eq(documents.id, document)));
  if (row && since < row.foldedTo)
    throw new Problem(409, "folded", "This page was open for so long that its changes are no longer kept one by one.");
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
    .orderBy(asc(documentEdits.revision))
    .limit(longestLine);
}

/** Words and pictures only, for editors: judged on the page each edit meets. */
function checkRole(call: SiteCall, page: PageNode, edits: readonly Edit[]) {
  if (mayAs(call.role, "designer")) return;
  if (!edits.every((edit) => isWordsEdit(page, edit)))
    throw forbidden("An editor changes words and pictures. For layout, ask a designer of the studio.");
}

/**
 * Adds a batch to the end of a document's line, where its sender knows the end; a batch that is stored already is not
 * stored again. Who does not know the end is told what came, carries the edits over it (core/page/rebase) and sends
 * them anew: so the line is what every browser has applied, in one order.
 */
export async function saveBatch(call: SiteCall, batch: EditBatch): Promise<SavedBatch> {
  const stored = await inTransaction(call.context.db, (tx) => storeBatch(tx, call, batch));
  return { stored, line: await lineSince(call, batch.document, batch.base) };
}

/** Stores a batch inside a transaction of its caller; whether it is stored. */
export async function storeBatch(tx: Executor, call: SiteCall, batch: EditBatch): Promise<boolean> {
  const [row] = await tx
    .select({ kind: documents.kind, body: documents.body, revision: documents.revision })
    .from(documents)
    .where(and(eq(documents.siteId, call.site.id), eq(documents.id, batch.document), isNull(documents.removedAt)))
    .for("update");
  if (!row) throw notFound("This page");
  const [before] = await tx
    .select({ revision: documentEdits.revision })
    .from(documentEdits)
    .where(and(eq(documentEdits.siteId, call.site.id), eq(documentEdits.batch, batch.batch)));
  if (before) return true;
  if (batch.base > row.revision)
    throw new Problem(409, "unknownRevision", "This page is older than what the browser knows. Please load it again.");
  if (batch.base < row.revision) return false;
  const body = withLineIds(row.body);
  if (row.kind === "shared" && !mayAs(call.role, "designer"))
    throw forbidden("A shared section changes on every page it stands on: ask a designer of the studio.");
  checkRole(call, body, batch.edits);
  const { page, applied, refusals } = applyEdits(body, batch.edits);
  if (refusals[0]) throw refusedEdit(batch.edits.indexOf(refusals[0].edit), refusals[0].reason);
  if (row.kind === "shared") await checkNesting(tx, call.site.id, batch.document, body, page);
  const revision = row.revision + 1;
  const now = call.context.now();
  await tx
    .update(documents)
    .set({ ...bodyColumns(page), revision, changedAt: now })
    .where(and(eq(documents.siteId, call.site.id), eq(documents.id, batch.document)));
  await tx.insert(documentEdits).values({
    siteId: call.site.id,
    documentId: batch.document,
    revision,
    batch: batch.batch,
    edits: applied,
    refusals: [],
    userId: call.account.id,
    createdAt: now,
  });
  await announce(tx, call.site.id, "edits", { document: batch.document, revision });
  return true;
}

/** An edit that can't be made on the very page its sender has: a defect of the sender, told at its place. */
function refusedEdit(index: number, reason: Reason): Problem {
  const said = typeof reason.message === "string" ? reason.message : `It can't be made here (${reason.code}).`;
  return fieldProblem(`edits[${index}]`, said);
}
