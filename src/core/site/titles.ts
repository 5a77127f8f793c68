// What pages are called outside of the site.
import type { PageMeta } from "@/core/site/site";

/** The title of a page in the browser's tab and in results. */
export const searchTitleOf = (siteName: string, page: Pick<PageMeta, "title" | "slug" | "searchTitle">): string =>
  page.searchTitle || (page.slug === "" ? `${siteName}: ${page.title}` : `${page.title} · ${siteName}`);
