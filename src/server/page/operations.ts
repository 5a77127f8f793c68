// Pages: opening, editing, and everything about a page that is not in its body.
import { and, desc, eq, inArray, isNotNull, isNull, ne, sql } from "drizzle-orm";
import Joi from "joi";
import { mayAs } from "@/core/account/rights";
import { idSchema } from "@/core/input/text";
import type { Edit } from "@/core/page/editing/edit";
import { editsSchema } from "@/core/page/editing/schema";
import { type HeaderOrFooter, headerFooterKinds } from "@/core/page/header-footer/standing";
import { emptyPage, findNode, withFreshIds } from "@/core/page/node";
import { sharedIn } from "@/core/page/shared/placement";
import { linkingEdits, looseOn } from "@/core/page/words/linking";
import { placesOn } from "@/core/page/words/places";
import { nodeWords, withLineIds } from "@/core/page/words/words";
import { mostShared, pageMetaFields } from "@/core/site/schema";
import type { PageMeta } from "@/core/site/site";
import { type Executor, inTransaction } from "@/data/connection";
import { bodyColumns } from "@/data/page/shared";
import { documents } from "@/data/page/tables";
import { isPictureOf, pageMetaOf } from "@/data/site/queries";
import { type SiteCall, siteOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";
import { addPage, nextPosition } from "./adding";
import { takePath } from "./addresses";
import { type EditBatch, lineSince, saveBatch, storeBatch } from "./edits";
import { choicesAt, pageStandsAt, standingDocuments } from "./headers-footers";
import { fromPattern } from "./patterns";
import { leavePage, othersAt } from "./presence";
import { type OpenedDocument, openedColumns, openShared } from "./shared";
import {
  addressesFollow,
  checkSlugs,
  livePages,
  lockPages,
  moveUp,
  placePages,
  readdress,
  slugsBelow,
  withFreeSlug,
} from "./tree";

const page = idSchema.required();
const revision = Joi.number().integer().min(0).required();

async function pageRow(db: Executor, siteId: string, id: string) {
  const [row] = await db
    .select()
    .from(documents)
    .where(and(livePages(siteId), eq(documents.id, id)));
  if (!row) throw notFound("This page");
  return row;
}

/** Of what only some pages say, what a change leaves out is taken away; where it stands in the tree stays. */
const emptyMore = { groups: [], searchTitle: "", unlisted: false, sharing: undefined };

/** "kiln-hire" becomes "kiln-hire-2", -3 … until it is free. */
async function freeSlug(call: SiteCall, wanted: string): Promise<string> {
  const rows = await call.context.db.select({ slug: documents.slug }).from(documents).where(livePages(call.site.id));
  const taken = new Set(rows.map((row) => row.slug));
  const stem = wanted || "home";
  for (let number = 2; ; number++) if (!taken.has(`${stem}-${number}`)) return `${stem}-${number}`;
}

/** Gives the pages the positions of this order. */
async function reorder(call: SiteCall, order: (ids: string[]) => string[]) {
  await inTransaction(call.context.db, async (tx) => {
    const rows = await lockPages(tx, call.site.id);
    await placePages(tx, call.site.id, order(rows.map((row) => row.id)));
  });
}

/** Where a page stands in the tree is changed by moving it, which looks at the others. */
const { parent: _parent, ...settableMeta } = pageMetaFields;
type SettableMeta = Omit<PageMeta, "id" | "parent">;

/** Those of the known documents that have become newer. */
async function behindOf(call: SiteCall, known: readonly { document: string; revision: number }[]) {
  if (known.length === 0) return [];
  const rows = await call.context.db
    .select({ id: documents.id, revision: documents.revision })
    .from(documents)
    .where(
      and(
        eq(documents.siteId, call.site.id),
        inArray(
          documents.id,
          known.map((one) => one.document),
        ),
      ),
    );
  const newest = new Map(rows.map((row) => [row.id, row.revision]));
  return known.filter((one) => (newest.get(one.document) ?? 0) > one.revision);
}

export const pageOperations = {
  /** Bodies of a page, of the header and footer it stands between, and of the shared sections that stand in them. */
  "pages.open": siteOperation(
    "site.read",
    { page, headerFooter: idSchema },
    async (call, input: { page: string; headerFooter?: string }) => {
      const { db } = call.context;
      const shown = await pageRow(db, call.site.id, input.page);
      const standing = await standingDocuments(db, call.site.id);
      const choices = choicesAt(standing, pageStandsAt(pageMetaOf(shown), call));
      // One that is asked for by name is worked on here, wherever it stands.
      const asked = (of: HeaderOrFooter) => standing.find((one) => one.of === of && one.id === input.headerFooter)?.id;
      const around = headerFooterKinds.flatMap((of) => asked(of) ?? choices[of].chosen ?? []);
      const rows = await db
        .select(openedColumns)
        .from(documents)
        .where(
          and(
            eq(documents.siteId, call.site.id),
            isNull(documents.removedAt),
            inArray(documents.id, [input.page, ...around]),
          ),
        );
      const held = rows.flatMap((row) => row.shared ?? []);
      const own = rows.map(({ shared: _shared, ...row }): OpenedDocument => ({ ...row, body: withLineIds(row.body) }));
      return {
        documents: [...own, ...(await openShared(db, call.site.id, held))],
        choices,
        names: Object.fromEntries(standing.map(({ id, name }) => [id, name])),
      };
    },
  ),
  /** Places of a page that a link can lead to. */
  "pages.places": siteOperation("site.read", { page }, async ({ context, site }, input: { page: string }) => {
    const { body } = await pageRow(context.db, site.id, input.page);
    const shared = await openShared(context.db, site.id, sharedIn(body));
    return { places: placesOn(body, new Map(shared.map((one) => [one.id, one.body]))) };
  }),
  /** Numbers and addresses in running text become links, on every page: by edits at the end of each line. */
  "pages.linkLoose": siteOperation(
    "words.write",
    {},
    async (call) => {
      const { db } = call.context;
      const mine = and(
        eq(documents.siteId, call.site.id),
        isNull(documents.removedAt),
        // Those of shared sections are a designer's.
        mayAs(call.role, "designer") ? undefined : ne(documents.kind, "shared"),
      );
      const told = { links: 0, pages: 0 };
      for (const { id } of await db.select({ id: documents.id }).from(documents).where(mine)) {
        const links = await inTransaction(db, async (tx) => {
          const [row] = await tx
            .select({ body: documents.body, revision: documents.revision })
            .from(documents)
            .where(and(mine, eq(documents.id, id)))
            .for("update");
          const body = row && withLineIds(row.body);
          const edits = body ? linkingEdits(body) : [];
          if (!row || !body || !edits.length) return 0;
          await storeBatch(tx, call, { document: id, batch: call.context.newId(), base: row.revision, edits });
          return looseOn(body).reduce((sum, { count }) => sum + count, 0);
        });
        told.links += links;
        if (links) told.pages += 1;
      }
      return told;
    },
    { whole: "pages.linkLoose" },
  ),
  "pages.edit": siteOperation(
    "words.write",
    {
      document: idSchema.required(),
      batch: idSchema.required(),
      base: revision,
      edits: editsSchema.required(),
    },
    async (call, input: { document: string; batch: string; base: number; edits: Edit[] }) =>
      saveBatch(call, input satisfies EditBatch),
  ),
  /** Where a block stands, and its first words; null where it stands nowhere. */
  "pages.findBlock": siteOperation(
    "site.read",
    { block: idSchema.required() },
    async (call, input: { block: string }) => {
      const rows = await call.context.db
        .select({ id: documents.id, title: documents.title, body: documents.body })
        .from(documents)
        .where(
          and(
            eq(documents.siteId, call.site.id),
            isNull(documents.removedAt),
            sql`instr(${documents.body}, ${`"id":"${input.block}"`}) > 0`,
          ),
        )
        .limit(5);
      for (const row of rows) {
        const node = findNode(row.body, input.block);
        if (node)
          return {
            found: { page: row.id, title: row.title, kind: node.kind, words: nodeWords(node).split("\n")[0] ?? "" },
          };
      }
      return { found: null };
    },
  ),
  /** What was stored in a document after a revision, for somebody who comes back with edits made on it. */
  "pages.line": siteOperation(
    "site.read",
    { document: idSchema.required(), since: revision },
    async (call, input: { document: string; since: number }) => ({
      line: await lineSince(call, input.document, input.since),
    }),
  ),
  /** What others have done to an open page since, and who they are; tells them where the asker is. */
  "pages.follow": siteOperation(
    "site.read",
    {
      page,
      known: Joi.array()
        .items(Joi.object({ document: idSchema.required(), revision }))
        .max(3 + mostShared)
        .required(),
      tab: idSchema.required(),
      node: idSchema.allow(null).required(),
    },
    async (
      call,
      input: {
        page: string;
        known: readonly { document: string; revision: number }[];
        tab: string;
        node: string | null;
      },
    ) => {
      const people = await othersAt(call, input);
      const behind = await behindOf(call, input.known);
      const lines = [];
      for (const one of behind)
        lines.push({ document: one.document, line: await lineSince(call, one.document, one.revision) });
      return { lines, people };
    },
  ),
  /** This tab shows the page no more. */
  "pages.leave": siteOperation("site.read", { tab: idSchema.required() }, async (call, input: { tab: string }) => {
    await leavePage(call, input.tab);
    return {};
  }),
  "pages.add": siteOperation(
    "pages.arrange",
    {
      title: pageMetaFields.title.required(),
      slug: pageMetaFields.slug.invalid("").required().messages({ "any.invalid": "Only the home page has no slug." }),
      /** A page kept as the pattern for new ones. */
      pattern: idSchema,
      /** Another page it begins as a copy of. */
      like: idSchema,
    },
    async (call, input: { title: string; slug: string; pattern?: string; like?: string }) => {
      const { newId } = call.context;
      const { pattern, like, ...page } = input;
      const body = async (tx: Executor) => {
        if (pattern) return fromPattern(tx, call.site.id, pattern, newId);
        if (!like) return emptyPage(newId);
        const [row] = await tx
          .select({ body: documents.body })
          .from(documents)
          .where(and(livePages(call.site.id), eq(documents.id, like)));
        if (!row) throw fieldProblem("like", "This page is gone. Choose another, or begin with an empty page.");
        return withFreshIds(withLineIds(row.body), newId);
      };
      return { id: await addPage(call, page, body) };
    },
  ),
  "pages.change": siteOperation(
    "pages.arrange",
    {
      page,
      ...settableMeta,
      title: pageMetaFields.title.required(),
      slug: pageMetaFields.slug.required(),
      description: pageMetaFields.description.required(),
      inNavigation: pageMetaFields.inNavigation.required(),
    },
    async (call, { page: id, ...meta }: { page: string } & SettableMeta) => {
      const row = await pageRow(call.context.db, call.site.id, id);
      if (meta.sharing && !(await isPictureOf(call.context.db, call.site.id, meta.sharing)))
        throw fieldProblem("sharing", "This picture is not among the site’s media. Choose another.");
      if (row.slug === "" && meta.slug !== "")
        throw fieldProblem("slug", "A site needs a home page. Give another page the empty slug first.");
      const moved = await withFreeSlug(() =>
        inTransaction(call.context.db, async (tx) => {
          const pages = await lockPages(tx, call.site.id);
          const before = pages.find((one) => one.id === id);
          if (!before) throw notFound("This page");
          const own: PageMeta = { ...before, ...emptyMore, ...meta };
          const below = addressesFollow(call)
            ? slugsBelow(pages, id, before.slug, meta.slug)
            : new Map<string, string>();
          checkSlugs(below.values(), "slug");
          const following = pages.flatMap((one) => {
            const slug = below.get(one.id);
            return slug === undefined ? [] : [{ ...one, slug }];
          });
          return readdress(tx, call, pages, [own, ...following]);
        }),
      );
      return { ...meta, moved };
    },
  ),
  "pages.duplicate": siteOperation("pages.arrange", { page }, async (call, input: { page: string }) => {
    const { context, site } = call;
    const row = await pageRow(context.db, site.id, input.page);
    const id = context.newId();
    await context.db.insert(documents).values({
      ...row,
      id,
      title: `${row.title} (copy)`.slice(0, 120),
      slug: await freeSlug(call, row.slug ?? ""),
      ...bodyColumns(withFreshIds(row.body, context.newId)),
      revision: 0,
      inNavigation: false,
      position: await nextPosition(context.db, site.id),
      changedAt: context.now(),
    });
    await reorder(call, (ids) => {
      const others = ids.filter((other) => other !== id);
      return [...others.slice(0, others.indexOf(row.id) + 1), id, ...others.slice(others.indexOf(row.id) + 1)];
    });
    return { id };
  }),
  "pages.move": siteOperation(
    "pages.arrange",
    { page, index: Joi.number().integer().min(0).max(2000).required() },
    async (call, input: { page: string; index: number }) => {
      await pageRow(call.context.db, call.site.id, input.page);
      await reorder(call, (ids) => {
        const others = ids.filter((id) => id !== input.page);
        return [...others.slice(0, input.index), input.page, ...others.slice(input.index)];
      });
      return { moved: input.page };
    },
  ),
  "pages.remove": siteOperation("pages.arrange", { page }, async (call, input: { page: string }) => {
    const row = await pageRow(call.context.db, call.site.id, input.page);
    if (row.slug === "") throw fieldProblem("page", "The home page stays. Give another page the empty slug first.");
    await inTransaction(call.context.db, async (tx) => {
      await moveUp(tx, call.site.id, row.id);
      await tx
        .update(documents)
        .set({ removedAt: call.context.now(), slug: null, slugBefore: row.slug })
        .where(and(livePages(call.site.id), eq(documents.id, row.id)));
    });
    return { removed: row.id };
  }),
  "pages.removed": siteOperation("pages.arrange", {}, async (call) =>
    call.context.db
      .select({
        id: documents.id,
        title: documents.title,
        slugBefore: documents.slugBefore,
        removedAt: documents.removedAt,
      })
      .from(documents)
      .where(and(eq(documents.siteId, call.site.id), eq(documents.kind, "page"), isNotNull(documents.removedAt)))
      .orderBy(desc(documents.removedAt)),
  ),
  "pages.restore": siteOperation("pages.arrange", { page }, async (call, input: { page: string }) => {
    const { db } = call.context;
    const [row] = await db
      .select()
      .from(documents)
      .where(
        and(
          eq(documents.siteId, call.site.id),
          eq(documents.kind, "page"),
          eq(documents.id, input.page),
          isNotNull(documents.removedAt),
        ),
      );
    if (!row) throw notFound("This page");
    const [taken] = await db
      .select({ id: documents.id })
      .from(documents)
      .where(
        and(eq(documents.siteId, call.site.id), eq(documents.slug, row.slugBefore ?? ""), ne(documents.id, row.id)),
      );
    const slug = taken ? await freeSlug(call, row.slugBefore ?? "") : (row.slugBefore ?? "");
    await withFreeSlug(() =>
      inTransaction(db, async (tx) => {
        await takePath(tx, call.site.id, slug);
        await tx
          .update(documents)
          .set({ removedAt: null, slug, slugBefore: null })
          .where(and(eq(documents.siteId, call.site.id), eq(documents.id, row.id)));
      }),
    );
    return { id: row.id, slug };
  }),
};
