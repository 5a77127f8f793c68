// Pages kept as the pattern for new ones: a copy of the page as it was, which visitors never see.
import { and, asc, eq, isNull, max } from "drizzle-orm";
import { idSchema } from "@/core/input/text";
import { drawing } from "@/core/page/look/drawing";
import { withFreshIds } from "@/core/page/node";
import { withLineIds } from "@/core/page/words/words";
import { mostPatterns, patternNameSchema } from "@/core/site/schema";
import { type Executor, inTransaction } from "@/data/connection";
import { bodyColumns } from "@/data/page/shared";
import { documents } from "@/data/page/tables";
import { siteOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";

const patternsOf = (siteId: string) =>
  and(eq(documents.siteId, siteId), eq(documents.kind, "pattern"), isNull(documents.removedAt));

/** The sections of a pattern under ids of their own, for a new page. */
export async function fromPattern(tx: Executor, siteId: string, id: string, newId: () => string) {
  const [row] = await tx
    .select({ body: documents.body })
    .from(documents)
    .where(and(patternsOf(siteId), eq(documents.id, id)));
  if (!row) throw fieldProblem("pattern", "This pattern is gone. Choose another, or begin with an empty page.");
  return withFreshIds(withLineIds(row.body), newId);
}

export const patternOperations = {
  "patterns.list": siteOperation("site.read", {}, async ({ context, site }) => {
    const rows = await context.db
      .select({ id: documents.id, name: documents.title, body: documents.body })
      .from(documents)
      .where(patternsOf(site.id))
      .orderBy(asc(documents.position), asc(documents.id));
    return {
      patterns: rows.map(({ id, name, body }) => ({
        id,
        name,
        sections: (body.children ?? []).length,
        drawings: (body.children ?? []).slice(0, 3).map((section) => drawing(section)),
      })),
    };
  }),
  /** Keeps a page as it is now; one of the same name is replaced. */
  "patterns.keep": siteOperation(
    "pages.arrange",
    { page: idSchema.required(), name: patternNameSchema.required() },
    async ({ context, site }, input: { page: string; name: string }) =>
      inTransaction(context.db, async (tx) => {
        const [page] = await tx
          .select({ body: documents.body })
          .from(documents)
          .where(
            and(
              eq(documents.siteId, site.id),
              eq(documents.kind, "page"),
              isNull(documents.removedAt),
              eq(documents.id, input.page),
            ),
          );
        if (!page) throw notFound("This page");
        const before = await tx
          .select({ id: documents.id, title: documents.title })
          .from(documents)
          .where(patternsOf(site.id))
          .for("update");
        const same = before.find(({ title }) => title === input.name);
        const body = bodyColumns(withFreshIds(withLineIds(page.body), context.newId));
        if (same) {
          await tx
            .update(documents)
            .set({ ...body, changedAt: context.now() })
            .where(and(patternsOf(site.id), eq(documents.id, same.id)));
          return { id: same.id, replaced: true };
        }
        if (before.length >= mostPatterns) throw fieldProblem("name", `A site keeps at most ${mostPatterns} patterns.`);
        const [last] = await tx
          .select({ position: max(documents.position) })
          .from(documents)
          .where(patternsOf(site.id));
        const id = context.newId();
        await tx.insert(documents).values({
          siteId: site.id,
          id,
          kind: "pattern",
          title: input.name,
          description: "",
          inNavigation: false,
          position: (last?.position ?? -1) + 1,
          ...body,
          changedAt: context.now(),
        });
        return { id, replaced: false };
      }),
  ),
  "patterns.remove": siteOperation(
    "pages.arrange",
    { pattern: idSchema.required() },
    async ({ context, site }, input: { pattern: string }) => {
      await context.db
        .update(documents)
        .set({ removedAt: context.now() })
        .where(and(patternsOf(site.id), eq(documents.id, input.pattern)));
      return { removed: input.pattern };
    },
  ),
};
