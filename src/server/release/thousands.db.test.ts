// A site of thousands of pages: what screens ask for are numbers, and what one change takes is that change.
import { and, count, eq } from "drizzle-orm";
import { builder } from "@/core/page/build";
import type { SiteFile } from "@/core/site/site";
import { pageStates, releaseFiles, releases } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { largeSite } from "../../../tests/bench/sample";
import { extent } from "../../../tests/extent";
import { storeNewSite } from "../site/file";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

/** Thousands in the long run; with every change as many as make several packets of everything that is done in packets. */
const many = extent(200, 2000);
const site = "thousands";
let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
  const large = largeSite(site, 3);
  let last = 0;
  const build = builder(() => `n${++last}`);
  const pages = Array.from({ length: many }, (_, nth): SiteFile["pages"][number] => ({
    id: `page${nth}`,
    title: `Page ${nth}`,
    slug: nth ? `page-${nth}` : "",
    description: "One of many",
    inNavigation: nth < 4,
    body: build.page(build.section(`Page ${nth}`, {}, build.heading(1, `The page of number ${nth}`))),
  }));
  await storeNewSite(studio.context, studio.studioId, { ...large, pages, widgets: [], media: [] }, new Map());
});
afterAll(() => studio.close());

const waiting = async () => ((await studio.as("editor", "publish.waiting", { site })) as { changed: number }).changed;

async function publish() {
  const { release } = (await studio.as("owner", "publish.start", { site, leaveOut: [] })) as { release: string };
  await studio.work();
  const [row] = await studio.context.db.select().from(releases).where(eq(releases.id, release));
  return { release, rendered: row?.rendered, pages: row?.pages, state: row?.state };
}

const rowsOf = async (table: typeof releaseFiles | typeof pageStates) =>
  (await studio.context.db.select({ rows: count() }).from(table))[0]?.rows ?? 0;

test("all of it is published, and then just what changed", async () => {
  expect(await waiting()).toBe(many);
  expect(await publish()).toMatchObject({ rendered: many, pages: many, state: "complete" });
  expect(await waiting()).toBe(0);
  expect(await rowsOf(pageStates)).toBe(many);
  await studio.as("designer", "pages.edit", {
    site,
    document: "page177",
    batch: "one",
    base: 0,
    edits: [{ type: "setContent", node: `n${177 * 3 + 1}`, field: "text", value: "Another heading" }],
  });
  expect(await waiting()).toBe(1);
  const { changes } = (await studio.as("editor", "publish.changes", { site })) as { changes: { id: string }[] };
  expect(changes.map(({ id }) => id)).toEqual(["page177"]);
  const before = await rowsOf(releaseFiles);
  const second = await publish();
  expect(second).toMatchObject({ rendered: 1, pages: many, state: "complete" });
  expect(await rowsOf(pageStates)).toBe(many + 1);
  // As many rows as the first: whatever was carried over is there.
  expect(await rowsOf(releaseFiles)).toBe(before * 2);
  const { liveReleaseId } = (await findSite(studio.context.db, site)) ?? {};
  const [html] = await studio.context.db
    .select({ rows: count() })
    .from(releaseFiles)
    .where(and(eq(releaseFiles.releaseId, liveReleaseId ?? ""), eq(releaseFiles.type, "text/html; charset=utf-8")));
  expect(html?.rows).toBe(many + 1);
});

test("a page that moves, goes or comes is one change among thousands", async () => {
  await studio.as("designer", "pages.move", { site, page: "page150", index: 10 });
  expect(await waiting()).toBe(1);
  await studio.as("designer", "pages.remove", { site, page: "page160" });
  expect(await waiting()).toBe(2);
  const added = (await studio.as("designer", "pages.add", { site, title: "Quite new", slug: "new" })) as { id: string };
  expect(await waiting()).toBe(3);
  // In the navigation every page would show it.
  const meta = { title: "Quite new", slug: "new", description: "", inNavigation: false };
  await studio.as("designer", "pages.change", { site, page: added.id, ...meta });
  expect(await publish()).toMatchObject({ rendered: 1, pages: many, state: "complete" });
  expect(await waiting()).toBe(0);
});
