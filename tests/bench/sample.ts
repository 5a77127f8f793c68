// Large pages and sites to measure with: made from the shelf, so that they are like what people make.
import { readFileSync } from "node:fs";
import { builder } from "@/core/page/build";
import { everyNode, type Kind, type PageNode } from "@/core/page/node";
import { shelf } from "@/core/page/shelf";
import { readSiteFile } from "@/core/site/read";
import type { SiteFile } from "@/core/site/site";

/** Those that can be published as they are: a file to take home has to be chosen first. */
const ready = shelf.filter(({ key, widget }) => key !== "take-home" && widget === undefined);

let last = 0;
const newId = () => `m${++last}`;

type Entries = readonly (typeof shelf)[number][];

/** Those made of these kinds alone. */
export const madeOf = (...kinds: readonly Kind[]): Entries =>
  ready.filter((entry) => [...everyNode(entry.make(newId))].every(({ kind }) => kinds.includes(kind)));

/** Those that are small, so that hundreds of them are a page. */
const small: Entries = ready.filter(({ key }) => ["opening-middle", "words", "call", "prices"].includes(key));

/** A page of `sections` sections, those of the shelf in turn. */
export function largePage(sections: number, entries: Entries = ready): PageNode {
  return builder(newId).page(
    ...Array.from({ length: sections }, (_, index) =>
      (entries[index % entries.length] as (typeof shelf)[number]).make(newId),
    ),
  );
}

/** Sizes of pages that are edited, in sections. */
export const editedSizes = [50, 200, 800] as const;

/** A page of so many small sections. */
export const pageOfSmall = (sections: number): PageNode => largePage(sections, small);

/** The demo site with `pages` pages of eight sections, and one of 200. */
export function largeSite(key: string, pages: number): SiteFile {
  const read = readSiteFile(readFileSync("demo/oddlane/site.json", "utf8"));
  if (!read.ok) throw new Error("The demo site can't be read.");
  const page = (index: number, body: PageNode) => ({
    id: `page${index}`,
    title: `Page ${index}`,
    slug: index ? `page-${index}` : "",
    description: "",
    inNavigation: index < 6,
    body,
  });
  return {
    ...read.site,
    key,
    pages: [page(0, largePage(200)), ...Array.from({ length: pages - 1 }, (_, index) => page(index + 1, largePage(8)))],
  };
}
