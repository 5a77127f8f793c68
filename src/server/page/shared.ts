// Shared sections: making, finding, and where they stand.
import { and, asc, eq, inArray, isNull, max } from "drizzle-orm";
import Joi from "joi";
import { idSchema } from "@/core/input/text";
import { drawing } from "@/core/page/look/drawing";
import { everyNode, type PageNode } from "@/core/page/node";
import { chainTo, circleIn, tooLarge } from "@/core/page/shared/circle";
import {
  asSection,
  type Definitions,
  type Fill,
  placementsIn,
  sharedContent,
  sharedIn,
} from "@/core/page/shared/placement";
import { maxNodes, pageFaults } from "@/core/page/validate";
import { nodeWords, withLineIds } from "@/core/page/words/words";
import { mostShared, sharedNameSchema } from "@/core/site/schema";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { bodyColumns, documentsHolding } from "@/data/page/shared";
import { documents } from "@/data/page/tables";
import { type SiteCall, siteOperation } from "../operation";
import { conflict, fieldProblem, notFound } from "../problem";

export const sharedOf = (siteId: string) =>
  and(eq(documents.siteId, siteId), eq(documents.kind, "shared"), isNull(documents.removedAt));

/** The row of a new shared section, without its name, body and place. */
export const newShared = (siteId: string, id: string, changedAt: Date) => ({
  siteId,
  id,
  kind: "shared" as const,
  description: "",
  inNavigation: false,
  changedAt,
});

export interface OpenedDocument {
  readonly id: string;
  readonly kind: typeof documents.$inferSelect.kind;
  readonly title: string;
  readonly body: PageNode;
  readonly revision: number;
}

/** What is read of a document that is opened. */
export const openedColumns = {
  id: documents.id,
  kind: documents.kind,
  title: documents.title,
  body: documents.body,
  revision: documents.revision,
  shared: documents.shared,
};

/** Some shared sections with all that stand in them. */
export async function openShared(
  db: Executor,
  siteId: string,
  ids: readonly string[],
): Promise<readonly OpenedDocument[]> {
  const found = new Map<string, OpenedDocument>();
  let wanted = [...new Set(ids)];
  while (wanted.length && found.size < mostShared) {
    const rows = await db
      .select(openedColumns)
      .from(documents)
      .where(and(sharedOf(siteId), inArray(documents.id, wanted)));
    for (const { shared: _shared, ...row } of rows) found.set(row.id, { ...row, body: withLineIds(row.body) });
    wanted = [...new Set(rows.flatMap((row) => row.shared ?? []))].filter((id) => !found.has(id));
  }
  return [...found.values()];
}

/** Refuses definitions of which one would show more blocks than a page holds, with all that stands in it. */
function refuseTooLarge(bodies: Definitions): void {
  if (tooLarge(bodies))
    throw conflict(
      "sharedTooLarge",
      `With what stands in it a shared section would show more than ${maxNodes} blocks. Take something out of it first.`,
    );
}

/**
 * Refuses a change by which shared sections would hold each other in a circle, or show far too much. All of the site's are locked: of two
 * people who would close it from both sides, the second is refused.
 */
export async function checkNesting(
  tx: Executor,
  siteId: string,
  id: string,
  before: PageNode,
  after: PageNode,
): Promise<void> {
  const had = new Set(sharedIn(before));
  const grows = Array.from(everyNode(after)).length > Array.from(everyNode(before)).length;
  if (!grows && sharedIn(after).every((inner) => had.has(inner))) return;
  const rows = await tx
    .select({ id: documents.id, title: documents.title, body: documents.body })
    .from(documents)
    .where(sharedOf(siteId))
    .orderBy(asc(documents.id))
    .for("update");
  const bodies = new Map(rows.map((row) => [row.id, row.id === id ? after : row.body]));
  const circle = sharedIn(after)
    .map((inner) => chainTo(inner, id, bodies))
    .find(Boolean);
  if (!circle) return refuseTooLarge(bodies);
  const names = new Map(rows.map((row) => [row.id, row.title]));
  const chain = [id, ...circle].map((one) => `“${names.get(one) ?? one}”`).join(" › ");
  throw conflict("sharedCircle", `A shared section can’t hold itself: ${chain}.`);
}

interface Place {
  readonly node: string;
  readonly fills: readonly Fill[];
}

/** Where one shared section stands in a tree. */
const placesIn = (root: PageNode, id: string): readonly Place[] =>
  placementsIn(root)
    .filter((node) => sharedContent(node).shared === id)
    .map((node) => ({ node: node.id, fills: sharedContent(node).fills }));

/** Documents that show each shared section, be it inside of others: their ids by its id. */
async function shownIn(db: Executor, siteId: string) {
  const holding = await documentsHolding(db, siteId);
  const showing = (id: string): ReadonlySet<string> => {
    const [found, seen] = [new Set<string>(), new Set([id])];
    for (const one of seen)
      for (const holder of holding)
        if (holder.shared.includes(one)) (holder.kind === "shared" ? seen : found).add(holder.id);
    return found;
  };
  return { holding, showing };
}

const shared = idSchema.required();
const name = sharedNameSchema.required();

async function oneOf(call: SiteCall, id: string) {
  const [row] = await call.context.db
    .select()
    .from(documents)
    .where(and(sharedOf(call.site.id), eq(documents.id, id)));
  if (!row) throw notFound("This shared section");
  return row;
}

export const sharedOperations = {
  /** The site's shared sections, with on how many pages each stands and what it says. */
  "shared.list": siteOperation("site.read", {}, async (call) => {
    const { db } = call.context;
    const rows = await db
      .select({ id: documents.id, name: documents.title, body: documents.body })
      .from(documents)
      .where(sharedOf(call.site.id))
      .orderBy(asc(documents.position), asc(documents.id));
    const { showing } = await shownIn(db, call.site.id);
    return {
      sections: rows.map(({ id, name, body }) => ({
        id,
        name,
        shapes: drawing(asSection(id, name, body.children ?? [])),
        pages: showing(id).size,
        holds: sharedIn(body),
        words: nodeWords(body).slice(0, 200),
      })),
    };
  }),
  /** Some shared sections with all that stand in them. */
  "shared.open": siteOperation(
    "site.read",
    { shared: Joi.array().items(idSchema).max(mostShared).required() },
    async (call, input: { shared: readonly string[] }) => ({
      documents: await openShared(call.context.db, call.site.id, input.shared),
    }),
  ),
  /** The documents that hold a shared section themselves, with what each fills in, and the pages that show it. */
  "shared.places": siteOperation("site.read", { shared }, async (call, input: { shared: string }) => {
    const { db } = call.context;
    await oneOf(call, input.shared);
    const { holding, showing } = await shownIn(db, call.site.id);
    const direct = holding.filter((one) => one.shared.includes(input.shared)).map((one) => one.id);
    const rows = direct.length
      ? await db
          .select({ id: documents.id, kind: documents.kind, title: documents.title, body: documents.body })
          .from(documents)
          .where(and(eq(documents.siteId, call.site.id), inArray(documents.id, direct)))
          .orderBy(asc(documents.position), asc(documents.id))
      : [];
    const titles = new Map(holding.map((one) => [one.id, one.title]));
    const documentsWith = rows.map(({ id, kind, title, body }) => ({
      id,
      kind,
      title,
      places: placesIn(body, input.shared),
    }));
    return {
      documents: documentsWith,
      pages: [...showing(input.shared)].map((id) => ({ id, title: titles.get(id) ?? "" })),
    };
  }),
  "shared.add": siteOperation(
    "pages.arrange",
    { shared, name, body: Joi.object().unknown().required() },
    async (call, input: { shared: string; name: string; body: PageNode }) => {
      const { context, site } = call;
      const [fault] = pageFaults(input.body);
      if (fault) throw fieldProblem(`body.${fault.path}`, fault.message);
      try {
        return await inTransaction(context.db, async (tx) => {
          const rows = await tx
            .select({ id: documents.id, body: documents.body })
            .from(documents)
            .where(sharedOf(site.id))
            .orderBy(asc(documents.id))
            .for("update");
          // Sent again after a lost answer: it is there.
          if (rows.some((row) => row.id === input.shared)) return { id: input.shared };
          if (rows.length >= mostShared)
            throw conflict("tooManyShared", `A site has at most ${mostShared} shared sections. Remove one first.`);
          const body = withLineIds(input.body);
          const bodies = new Map([...rows.map((row) => [row.id, row.body] as const), [input.shared, body]]);
          if (circleIn(bodies)) throw fieldProblem("body", "A shared section can’t hold itself.");
          refuseTooLarge(bodies);
          const [last] = await tx
            .select({ at: max(documents.position) })
            .from(documents)
            .where(sharedOf(site.id));
          await tx.insert(documents).values({
            ...newShared(site.id, input.shared, context.now()),
            title: input.name,
            position: (last?.at ?? 0) + 1,
            ...bodyColumns(body),
          });
          return { id: input.shared };
        });
      } catch (error) {
        if (isDuplicate(error)) throw fieldProblem("shared", "Something of the site has this id.");
        throw error;
      }
    },
  ),
  "shared.rename": siteOperation(
    "pages.arrange",
    { shared, name },
    async (call, input: { shared: string; name: string }) => {
      await oneOf(call, input.shared);
      await call.context.db
        .update(documents)
        .set({ title: input.name, changedAt: call.context.now() })
        .where(and(sharedOf(call.site.id), eq(documents.id, input.shared)));
      return { name: input.name };
    },
  ),
  /** Only where it stands nowhere: what visitors see does not go by removing something elsewhere. */
  "shared.remove": siteOperation("pages.arrange", { shared }, async (call, input: { shared: string }) => {
    const { db, now } = call.context;
    const row = await oneOf(call, input.shared);
    await inTransaction(db, async (tx) => {
      const holders = (await documentsHolding(tx, call.site.id)).filter((one) => one.shared.includes(row.id));
      if (holders.length)
        throw conflict(
          "sharedStands",
          `“${row.title}” stands on ${holders
            .map(({ title }) => `“${title}”`)
            .slice(0, 5)
            .join(", ")}. Make it independent or remove it there first.`,
        );
      await tx
        .update(documents)
        .set({ removedAt: now() })
        .where(and(sharedOf(call.site.id), eq(documents.id, row.id)));
    });
    return { removed: row.id };
  }),
};
