// Which shared sections stand in which documents: kept beside the bodies, so that none is read to tell it.
import { and, eq, isNotNull, isNull } from "drizzle-orm";
import { sentOn } from "@/core/consent/sends";
import type { Sends } from "@/core/kind/holder";
import { mediaOn } from "@/core/media/uses";
import type { PageNode } from "@/core/page/node";
import { sharedIn } from "@/core/page/shared/placement";
import type { Executor } from "../connection";
import { documents } from "./tables";

/** The columns that a body fills. Whoever stores a body stores them all. */
export function bodyColumns(body: PageNode): {
  readonly body: PageNode;
  readonly shared: readonly string[] | null;
  readonly media: readonly string[];
  readonly sends: readonly Sends[];
} {
  const ids = sharedIn(body);
  return { body, shared: ids.length ? ids : null, media: mediaOn(body), sends: sentOn(body) };
}

export interface Holding {
  readonly id: string;
  readonly kind: typeof documents.$inferSelect.kind;
  readonly title: string;
  readonly shared: readonly string[];
}

/** The documents of a site that hold shared sections, with which. */
export async function documentsHolding(db: Executor, siteId: string): Promise<readonly Holding[]> {
  const rows = await db
    .select({ id: documents.id, kind: documents.kind, title: documents.title, shared: documents.shared })
    .from(documents)
    .where(and(eq(documents.siteId, siteId), isNull(documents.removedAt), isNotNull(documents.shared)));
  return rows.map((row) => ({ ...row, shared: row.shared ?? [] }));
}
