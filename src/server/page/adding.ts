// A new page of a site, behind all others.
import { eq, max } from "drizzle-orm";
import type { PageNode } from "@/core/page/node";
import { type Executor, inTransaction } from "@/data/connection";
import { bodyColumns } from "@/data/page/shared";
import { documents } from "@/data/page/tables";
import type { SiteCall } from "../operation";
import { takePath } from "./addresses";
import { withFreeSlug } from "./tree";

/** Behind the last of a site's documents. */
export async function nextPosition(db: Executor, siteId: string): Promise<number> {
  const [row] = await db
    .select({ last: max(documents.position) })
    .from(documents)
    .where(eq(documents.siteId, siteId));
  return (row?.last ?? 0) + 1;
}

/** Adds a page, and answers its id. A field problem at “slug” where the address is another's. */
export async function addPage(
  { context, site }: SiteCall,
  {
    title,
    slug,
    inNavigation = true,
    unlisted = false,
  }: { readonly title: string; readonly slug: string; readonly inNavigation?: boolean; readonly unlisted?: boolean },
  body: (tx: Executor) => Promise<PageNode>,
): Promise<string> {
  const id = context.newId();
  await withFreeSlug(() =>
    inTransaction(context.db, async (tx) => {
      await takePath(tx, site.id, slug);
      await tx.insert(documents).values({
        siteId: site.id,
        id,
        kind: "page",
        title,
        slug,
        description: "",
        inNavigation,
        position: await nextPosition(tx, site.id),
        ...(unlisted ? { more: { unlisted } } : {}),
        ...bodyColumns(await body(tx)),
        changedAt: context.now(),
      });
    }),
  );
  return id;
}
