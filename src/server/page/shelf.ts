// The studio's own shelf: sections and groups of blocks kept for one site or for all of the studio's.
import { and, asc, count, eq, isNull, or } from "drizzle-orm";
import Joi from "joi";
import { idSchema } from "@/core/input/text";
import { carriedFormat, faultOfCarried } from "@/core/page/editing/carry";
import { drawing } from "@/core/page/look/drawing";
import { everyNode, type PageNode } from "@/core/page/node";
import { isPlacement } from "@/core/page/shared/placement";
import { nodeWords, withLineIds } from "@/core/page/words/words";
import { inTransaction } from "@/data/connection";
import { ownShelf } from "@/data/page/tables";
import { findSite } from "@/data/site/queries";
import { roleOn, type SiteCall, siteOperation } from "../operation";
import { conflict, fieldProblem, notFound } from "../problem";
import { carryHere } from "./carry";

/** So many a studio keeps at most. */
export const mostOnShelf = 500;

const fields = {
  name: Joi.string().trim().min(1).max(60).required().messages({ "string.empty": "Give it a name to find it by." }),
  tags: Joi.array()
    .items(Joi.string().trim().min(1).max(30))
    .max(12)
    .unique()
    .required()
    .messages({ "array.max": "At most 12 tags.", "array.unique": "A tag stands twice." }),
  everywhere: Joi.boolean().required(),
};

interface Kept {
  readonly name: string;
  readonly tags: string[];
  readonly everywhere: boolean;
}

/** What stands on the shelf of this site: its own, and what is for all of the studio's. */
const seenFrom = ({ site }: SiteCall) =>
  and(eq(ownShelf.studioId, site.studioId), or(isNull(ownShelf.siteId), eq(ownShelf.siteId, site.id)));

async function entryOf(call: SiteCall, id: string) {
  const [row] = await call.context.db
    .select()
    .from(ownShelf)
    .where(and(seenFrom(call), eq(ownShelf.id, id)));
  if (!row) throw notFound("This section of the shelf");
  return row;
}

function checked(node: PageNode, path = "node"): PageNode {
  const fault = faultOfCarried(node);
  if (fault) throw fieldProblem(path, fault);
  // A shared section is its site's: elsewhere its sections would have to be somebody's own.
  if ([...everyNode(node)].some(isPlacement))
    throw fieldProblem(path, "A shared section stays with its site. Make it independent, then take it along.");
  return withLineIds(node);
}

export const shelfOperations = {
  "shelf.list": siteOperation("site.read", {}, async (call) => {
    const rows = await call.context.db
      .select()
      .from(ownShelf)
      .where(seenFrom(call))
      .orderBy(asc(ownShelf.name), asc(ownShelf.id));
    return {
      entries: rows.map(({ id, name, tags, siteId, format, node }) => ({
        id,
        name,
        tags,
        everywhere: siteId === null,
        kind: node.kind,
        newer: format > carriedFormat,
        shapes: format > carriedFormat ? [] : drawing(node),
        words: format > carriedFormat ? "" : nodeWords(node).slice(0, 200),
      })),
    };
  }),
  /** Puts a block with all in it on the shelf, or in the place of what stands there under this id. */
  "shelf.keep": siteOperation(
    "pages.arrange",
    { entry: idSchema.required(), ...fields, node: Joi.object().unknown().required() },
    async (call, input: { entry: string; node: PageNode } & Kept) => {
      const { context, site, account } = call;
      const node = checked(input.node);
      await inTransaction(context.db, async (tx) => {
        const mine = and(eq(ownShelf.studioId, site.studioId), eq(ownShelf.id, input.entry));
        const [there] = await tx.select({ siteId: ownShelf.siteId }).from(ownShelf).where(mine).for("update");
        if (there && there.siteId !== null && there.siteId !== site.id) throw notFound("This section of the shelf");
        const values = {
          siteId: input.everywhere ? null : site.id,
          originId: site.id,
          name: input.name,
          tags: input.tags,
          format: carriedFormat,
          node,
          userId: account.id,
          changedAt: context.now(),
        };
        if (there) {
          await tx.update(ownShelf).set(values).where(mine);
          return;
        }
        const [row] = await tx.select({ all: count() }).from(ownShelf).where(eq(ownShelf.studioId, site.studioId));
        if ((row?.all ?? 0) >= mostOnShelf)
          throw conflict("shelfFull", `The shelf holds at most ${mostOnShelf} sections of your own. Remove one first.`);
        await tx.insert(ownShelf).values({ id: input.entry, studioId: site.studioId, ...values });
      });
      return { id: input.entry };
    },
  ),
  "shelf.change": siteOperation(
    "pages.arrange",
    { entry: idSchema.required(), ...fields },
    async (call, input: { entry: string } & Kept) => {
      const row = await entryOf(call, input.entry);
      await call.context.db
        .update(ownShelf)
        .set({
          name: input.name,
          tags: input.tags,
          siteId: input.everywhere ? null : call.site.id,
          changedAt: call.context.now(),
        })
        .where(and(eq(ownShelf.studioId, row.studioId), eq(ownShelf.id, row.id)));
      return { id: row.id };
    },
  ),
  "shelf.remove": siteOperation(
    "pages.arrange",
    { entry: idSchema.required() },
    async (call, input: { entry: string }) => {
      const row = await entryOf(call, input.entry);
      await call.context.db.delete(ownShelf).where(and(eq(ownShelf.studioId, row.studioId), eq(ownShelf.id, row.id)));
      return { removed: row.id };
    },
  ),
  /** One of the shelf as it can stand on this site: in its brand, with its pictures, without links that lead nowhere. */
  "shelf.take": siteOperation(
    "pages.arrange",
    { entry: idSchema.required() },
    async (call, input: { entry: string }) => {
      const row = await entryOf(call, input.entry);
      if (row.format > carriedFormat)
        throw conflict(
          "newerFormat",
          `“${row.name}” was put on the shelf by a newer Webitor (format ${row.format}). This one reads format ${carriedFormat}: update it, then place it.`,
        );
      const { nodes, left } = await carryHere(call, row.originId, [row.node]);
      return { node: nodes[0] as PageNode, left };
    },
  ),
  /** Blocks that were copied on another site of the studio, as they can stand on this one. */
  "shelf.carry": siteOperation(
    "pages.arrange",
    {
      from: Joi.string().max(60).required(),
      nodes: Joi.array().items(Joi.object().unknown()).min(1).max(100).required(),
    },
    async (call, input: { from: string; nodes: PageNode[] }) => {
      const { context, site, account } = call;
      const nodes = input.nodes.map((node, index) => checked(node, `nodes[${index}]`));
      const from = await findSite(context.db, input.from);
      const mine = from && from.studioId === site.studioId && (await roleOn(context, from, account.id));
      // Of a site that is not theirs to see the blocks come without its pictures.
      return carryHere(call, mine ? from.id : site.id, nodes);
    },
  ),
};
