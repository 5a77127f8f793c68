// The tree of pages: where each stands, and the addresses that follow it.
import { and, asc, eq, inArray, isNull, sql } from "drizzle-orm";
import Joi from "joi";
import { idSchema } from "@/core/input/text";
import { slugSchema } from "@/core/site/schema";
import { type PageMeta, pagePath } from "@/core/site/site";
import { inTreeOrder, pageTree, placeFault, withAllBelow } from "@/core/site/tree";
import { type Executor, inTransaction, isDuplicate } from "@/data/connection";
import { documents } from "@/data/page/tables";
import { metaColumns, pageMetaOf } from "@/data/site/queries";
import { type SiteCall, siteOperation } from "../operation";
import { fieldProblem, notFound } from "../problem";
import { type Moved, pageMoved } from "./addresses";

export const livePages = (siteId: string) =>
  and(eq(documents.siteId, siteId), eq(documents.kind, "page"), isNull(documents.removedAt));

/** Runs a change that may meet a taken slug, which is then said at its field. */
export async function withFreeSlug<T>(work: () => Promise<T>): Promise<T> {
  try {
    return await work();
  } catch (error) {
    if (isDuplicate(error)) throw fieldProblem("slug", "Another page has this slug. Choose another.");
    throw error;
  }
}

/** What is said of a site's pages, in their order: nobody else arranges them until the transaction ends. */
export async function lockPages(tx: Executor, siteId: string): Promise<readonly PageMeta[]> {
  const { id, title, slug, description, inNavigation, more } = documents;
  const rows = await tx
    .select({ id, title, slug, description, inNavigation, more })
    .from(documents)
    .where(livePages(siteId))
    .orderBy(asc(documents.position), asc(documents.id))
    .for("update");
  return rows.map(pageMetaOf);
}

/** Gives pages the places of this order: in one statement, however many there are. */
export async function placePages(tx: Executor, siteId: string, ids: readonly string[]): Promise<void> {
  const places = JSON.stringify(ids.map((id, position) => ({ id, position })));
  await tx.execute(
    sql`update documents d join json_table(${places}, '$[*]' columns (
        id varchar(40) path '$.id', position int path '$.position')) place on place.id = d.id
      set d.position = place.position where d.site_id = ${siteId} and d.position <> place.position`,
  );
}

const setMeta = (tx: Executor, call: SiteCall, page: PageMeta) => {
  const { id, ...columns } = metaColumns(page);
  return tx
    .update(documents)
    .set({ ...columns, changedAt: call.context.now() })
    .where(and(livePages(call.site.id), eq(documents.id, id)));
};

/** What stands right below a page moves up to where that stands. To be called where the page goes. */
export async function moveUp(tx: Executor, siteId: string, page: string): Promise<void> {
  const pages = await lockPages(tx, siteId);
  const parent = pages.find(({ id }) => id === page)?.parent;
  for (const one of pages)
    if (one.parent === page) {
      const { more } = metaColumns({ ...one, parent } as PageMeta);
      await tx
        .update(documents)
        .set({ more })
        .where(and(livePages(siteId), eq(documents.id, one.id)));
    }
}

const lastPart = (slug: string) => slug.slice(slug.lastIndexOf("/") + 1);

/** The slugs that a page and all below it have once it stands below `parent`: those that began with its own follow. */
function followingSlugs(moving: readonly PageMeta[], parent: PageMeta | null): ReadonlyMap<string, string> {
  const [own] = moving;
  if (!own || own.slug === "") return new Map();
  const slug = parent?.slug ? `${parent.slug}/${lastPart(own.slug)}` : lastPart(own.slug);
  return new Map(
    moving.flatMap((page): [string, string][] => {
      if (page.id === own.id) return [[page.id, slug]];
      return page.slug.startsWith(`${own.slug}/`) ? [[page.id, slug + page.slug.slice(own.slug.length)]] : [];
    }),
  );
}

/** Whether addresses of a site's pages follow the tree: its own rule, and it is so where it says nothing. */
export const addressesFollow = (call: SiteCall): boolean => call.site.settings.addresses !== "stay";

/** The slugs that pages below one get once its own has changed: those that began with it follow. */
export const slugsBelow = (
  pages: readonly PageMeta[],
  page: string,
  from: string,
  to: string,
): ReadonlyMap<string, string> =>
  new Map(
    from === "" || to === ""
      ? []
      : withAllBelow(pages, page).flatMap(({ id, slug }): [string, string][] =>
          id !== page && slug.startsWith(`${from}/`) ? [[id, to + slug.slice(from.length)]] : [],
        ),
  );

/** Says at `field` why an address can't be. */
export function checkSlugs(slugs: Iterable<string>, field: string): void {
  for (const slug of slugs)
    if (slugSchema.validate(slug).error)
      throw fieldProblem(field, `An address would be /${slug}, which is too deep or too long.`);
}

/**
 * Gives pages other slugs, and answers what follows from each. Addresses are let go of first: some may take those of others.
 * To be called in a transaction that holds the pages locked.
 */
export async function readdress(
  tx: Executor,
  call: SiteCall,
  pages: readonly PageMeta[],
  changed: readonly PageMeta[],
): Promise<PagePlaced["moved"]> {
  const slugOf = (id: string) => pages.find((page) => page.id === id)?.slug ?? "";
  const going = changed.filter(({ id, slug }) => slugOf(id) !== slug);
  if (going.length)
    await tx
      .update(documents)
      .set({ slug: null })
      .where(
        and(
          livePages(call.site.id),
          inArray(
            documents.id,
            going.map(({ id }) => id),
          ),
        ),
      );
  for (const page of changed) await setMeta(tx, call, page);
  const moved = [];
  for (const page of going) {
    const told = await pageMoved(tx, call, page.id, slugOf(page.id), page.slug);
    moved.push({ ...told, page: page.id, title: page.title, path: pagePath(page) });
  }
  return moved;
}

/** The order of pages once some of them stand, together, before `before`, or last below their parent. */
function orderWith(pages: readonly PageMeta[], moving: readonly PageMeta[], before: string | null): readonly string[] {
  const ids = new Set(moving.map(({ id }) => id));
  const others = pages.filter(({ id }) => !ids.has(id));
  const at = before === null ? others.length : others.findIndex(({ id }) => id === before);
  const arranged = [...others.slice(0, at), ...moving, ...others.slice(at)];
  // Each behind its parent and what stands before it there.
  return [...inTreeOrder(pageTree(arranged))].map(({ page }) => page.id);
}

const faults = {
  "tree.inItself": "A page can’t stand below itself.",
  "tree.tooDeep": "Pages stand at most two levels below the top. Choose a place further up.",
} as const;

export interface PagePlaced {
  /** What follows from each new address, in the order of the tree. */
  readonly moved: readonly (Moved & { readonly page: string; readonly title: string; readonly path: string })[];
}

export const treeOperations = {
  /**
   * Puts a page, with all below it, below another or at the top, before one of its new neighbours or behind them all.
   * Its address, and those below it, become parts of the parent's where `follow` says so; without it the site's rule holds.
   */
  "pages.place": siteOperation(
    "pages.arrange",
    {
      page: idSchema.required(),
      parent: idSchema.allow(null).required(),
      before: idSchema.allow(null).required(),
      follow: Joi.boolean(),
    },
    async (
      call,
      input: { page: string; parent: string | null; before: string | null; follow?: boolean },
    ): Promise<PagePlaced> =>
      withFreeSlug(() =>
        inTransaction(call.context.db, async (tx) => {
          const pages = await lockPages(tx, call.site.id);
          const own = pages.find(({ id }) => id === input.page);
          const parent = input.parent === null ? null : pages.find(({ id }) => id === input.parent);
          if (!own) throw notFound("This page");
          if (parent === undefined) throw fieldProblem("parent", "The page it should stand below is gone.");
          const fault = placeFault(pages, own.id, input.parent);
          if (fault) throw fieldProblem("parent", faults[fault]);
          const neighbour = pages.find(({ id }) => id === input.before);
          if (input.before !== null && (neighbour?.parent ?? null) !== input.parent)
            throw fieldProblem("before", "The page it should stand before is elsewhere by now. Look again.");
          const moving = withAllBelow(pages, own.id);
          const follow = input.follow ?? addressesFollow(call);
          const slugs = follow ? followingSlugs(moving, parent) : new Map<string, string>();
          checkSlugs(slugs.values(), "parent");
          const changed = moving.flatMap((page): readonly PageMeta[] => {
            const slug = slugs.get(page.id) ?? page.slug;
            const above = page.id === own.id ? (input.parent ?? undefined) : page.parent;
            return slug === page.slug && above === page.parent ? [] : [{ ...page, slug, parent: above } as PageMeta];
          });
          const now = pages.map((page) => changed.find(({ id }) => id === page.id) ?? page);
          await placePages(tx, call.site.id, orderWith(now, withAllBelow(now, own.id), input.before));
          return { moved: await readdress(tx, call, pages, changed) };
        }),
      ),
  ),
};
