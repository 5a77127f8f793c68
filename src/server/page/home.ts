// The page that a site is opened with.
import { and, desc, eq, isNull, sql } from "drizzle-orm";
import { documents } from "@/data/page/tables";
import { findSite } from "@/data/site/queries";
import type { Account } from "../account/session";
import type { Context } from "../context";
import { roleOn } from "../operation";

/** Id of a site's home page, or its first where none is; null for a site that somebody has nothing to do with. */
export async function homePageFor(context: Context, account: Account, key: string): Promise<string | null> {
  const site = await findSite(context.db, key);
  if (!site || !(await roleOn(context, site, account.id))) return null;
  const [home] = await context.db
    .select({ id: documents.id })
    .from(documents)
    .where(and(eq(documents.siteId, site.id), eq(documents.kind, "page"), isNull(documents.removedAt)))
    .orderBy(desc(sql`${documents.slug} = ''`), documents.position, documents.id)
    .limit(1);
  return home?.id ?? null;
}
