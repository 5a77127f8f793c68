import { and, eq } from "drizzle-orm";
import { unzipSync } from "fflate";
import type { Edit } from "@/core/page/editing/edit";
import type { PageNode } from "@/core/page/node";
import type { SiteSettings } from "@/core/site/site";
import { jobs } from "@/data/job/tables";
import { releaseFiles, releases } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { startRunner } from "@/server/job/queue";
import { releasedBytes } from "../bytes/released";
import { jobKinds } from "../job/kinds";
import { onSite } from "../operation";
import { exportSite, importSite } from "../site/file";
import { loadSite } from "../site/whole";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { wholeOf } from "../zip";
import { releaseParts, staticName } from "./export";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const site = "wrenfield";
const start = () =>
  studio.as("designer", "publish.start", { site }) as Promise<{ job: string; release: string; number: number }>;
const liveId = async () => (await findSite(studio.context.db, site))?.liveReleaseId ?? null;
async function liveHtml(path: string): Promise<string> {
  const [row] = await studio.context.db
    .select({ blob: releaseFiles.blob, packed: releaseFiles.packed })
    .from(releaseFiles)
    .where(and(eq(releaseFiles.releaseId, (await liveId()) ?? ""), eq(releaseFiles.path, path)));
  return (row && (await releasedBytes(studio.context.bytes, row)))?.toString() ?? "";
}
async function rename(title: string) {
  const { documents } = (await studio.as("designer", "pages.open", { site, page: "home" })) as {
    documents: { kind: string; revision: number; body: object }[];
  };
  const page = documents.find((document) => document.kind === "page");
  const node = JSON.stringify(page?.body).match(/"id":"(w\d+)","kind":"heading"/)?.[1] ?? "";
  await studio.as("designer", "pages.edit", {
    site,
    document: "home",
    batch: `rename-${title.replace(/\W/g, "")}`,
    base: page?.revision ?? 0,
    edits: [{ type: "setContent", node, field: "text", value: title }],
  });
}

test("the first release holds every page, its assets, and the small files", async () => {
  await start();
  await studio.work();
  const paths = (
    await studio.context.db
      .select()
      .from(releaseFiles)
      .where(eq(releaseFiles.releaseId, (await liveId()) ?? ""))
  ).map((file) => file.path);
  expect(paths).toEqual(
    expect.arrayContaining(["/", "/classes", "/kiln-hire", "/404", "/sitemap.xml", "/robots.txt", "/favicon.svg"]),
  );
  const html = await liveHtml("/");
  for (const [, asset] of html.matchAll(/(?:src|href)="(\/_a\/[^"]+)"/g)) expect(paths).toContain(asset);
  expect(html).toContain('id="widgets"');
});

test("publishing again after one page changed renders that page and carries the others over", async () => {
  await rename("By Sunday.");
  const { release } = await start();
  await studio.work();
  const [row] = await studio.context.db.select().from(releases).where(eq(releases.id, release));
  expect(row).toMatchObject({ state: "complete", pages: 8, rendered: 1 });
  expect(await liveHtml("/")).toContain("By Sunday.");
  expect(await liveHtml("/classes")).toContain("Never more than six at the wheels");
});

test("two people publish at the same time: one release, and one clear refusal", async () => {
  const results = await Promise.allSettled([start(), start(), start()]);
  expect(results.filter((result) => result.status === "fulfilled")).toHaveLength(1);
  for (const result of results)
    if (result.status === "rejected") expect(result.reason).toMatchObject({ status: 409, code: "publishing" });
  await studio.work();
});

test("a job whose process died is taken up by another, which goes on where it stopped", async () => {
  await rename("After the death.");
  const before = await liveId();
  const { job, release } = await start();
  // What a killed process leaves behind: a running job without a sign of life, and some of the pages.
  await studio.context.db
    .update(jobs)
    .set({ state: "running", worker: "dead", attempts: 1, heartbeatAt: new Date(0) })
    .where(eq(jobs.id, job));
  expect(await liveId()).toBe(before);
  await studio.work();
  expect(await liveId()).toBe(release);
  expect((await studio.context.db.select().from(jobs).where(eq(jobs.id, job)))[0]).toMatchObject({
    state: "done",
    attempts: 2,
  });
});

test("a job is run once, however many processes look for it", async () => {
  await rename("Many runners.");
  const { release } = await start();
  const runners = Array.from({ length: 4 }, () => startRunner(studio.context, jobKinds, 10));
  await studio.work();
  await Promise.all(runners.map((runner) => runner.stop()));
  expect(await liveId()).toBe(release);
  const rows = await studio.context.db.select().from(jobs).where(eq(jobs.kind, "publish"));
  expect(rows.every((row) => row.attempts <= 2)).toBe(true);
});

test("going back flips the pointer to the release as it was", async () => {
  const history = (await studio.as("designer", "publish.history", { site })) as { id: string; number: number }[];
  const first = history.find((release) => release.number === 1);
  await studio.as("designer", "publish.goBack", { site, release: first?.id ?? "" });
  expect(await liveHtml("/")).toContain("Hands in clay by Saturday.");
  await expect(studio.as("designer", "publish.goBack", { site, release: "nonsense" })).rejects.toMatchObject({
    status: 404,
  });
});

test("a link to a page that was removed stops the release by name, and nothing is half done", async () => {
  await studio.as("designer", "pages.remove", { site, page: "visit" });
  const before = (await studio.context.db.select().from(releases)).length;
  await expect(start()).rejects.toMatchObject({
    status: 422,
    code: "stopped",
    fields: [expect.objectContaining({ message: "check.pageGone" })],
  });
  expect(await studio.context.db.select().from(releases)).toHaveLength(before);
  await studio.as("designer", "pages.restore", { site, page: "visit" });
});

test("the export of a release is a site any web server can answer", async () => {
  const call = await onSite(studio.incoming("designer"), site, "releases.make");
  const files = unzipSync(await wholeOf((await releaseParts(call, (await liveId()) ?? "")).parts));
  expect(Object.keys(files)).toEqual(
    expect.arrayContaining(["index.html", "classes/index.html", "404.html", "sitemap.xml"]),
  );
  // Opened from a folder, pages find each other, their pictures and their type.
  const text = (name: string) => new TextDecoder().decode(files[name]);
  for (const name of ["index.html", "classes/index.html"]) {
    const named = [...text(name).matchAll(/ (?:href|src)="([^"#:]+)"/g)].map(([, address]) => address as string);
    expect(named.length).toBeGreaterThan(5);
    for (const address of named) {
      const at = new URL(address, `file:///site/${name}`).pathname.replace("/site/", "");
      expect({ name, address, there: files[at] !== undefined }).toEqual({ name, address, there: true });
    }
  }
  // The style sheet stands in the page and finds its type from there.
  for (const [name, at] of [
    ["index.html", "_a/"],
    ["classes/index.html", "../_a/"],
  ] as const) {
    const fonts = [...text(name).matchAll(/url\("([^"]+\.woff2)"\)/g)].map((found) => found[1] as string);
    expect(fonts.length).toBeGreaterThan(1);
    for (const font of fonts)
      expect(font.startsWith(at) && files[`_a/${font.slice(at.length)}`] !== undefined).toBe(true);
  }
  expect(staticName("/journal/a", "text/html; charset=utf-8")).toBe("journal/a/index.html");
});

describe("site files", () => {
  test("what is exported and imported again is the same site, to the byte", async () => {
    const row = await findSite(studio.context.db, site);
    if (!row) throw new Error("gone");
    const bytes = await exportSite(studio.context, row);
    await importSite(studio.context, studio.studioId, bytes, { key: "wrenfield-two" });
    const copy = await findSite(studio.context.db, "wrenfield-two");
    if (!copy) throw new Error("not imported");
    expect({ ...(await loadSite(studio.context.db, copy)), key: site }).toEqual(await loadSite(studio.context.db, row));
    await studio.as("owner", "sites.remove", { site: "wrenfield-two", name: "Wrenfield Clayworks" });
    await importSite(studio.context, studio.studioId, bytes, { key: "wrenfield-two" });
    expect(await exportSite(studio.context, { ...row })).toEqual(bytes);
  });

  test.each([
    ["no zip", new Uint8Array([1, 2, 3]), "zip"],
    ["an empty folder", new Map(), "site.json"],
    ["a broken site.json", new Map([["site.json", new TextEncoder().encode("{")]]), "site.json"],
  ])("%s is refused with path and reason", async (_name, given, path) => {
    await expect(importSite(studio.context, studio.studioId, given)).rejects.toMatchObject({
      status: 422,
      fields: [expect.objectContaining({ path })],
    });
  });

  test("a picture that is not the one its name says stops the whole import", async () => {
    const row = await findSite(studio.context.db, site);
    const files = new Map(Object.entries(unzipSync(await exportSite(studio.context, row as NonNullable<typeof row>))));
    const picture = [...files.keys()].find((name) => name.endsWith(".jpg")) ?? "";
    files.set(picture, new Uint8Array([1]));
    await expect(importSite(studio.context, studio.studioId, files, { key: "half" })).rejects.toMatchObject({
      status: 422,
    });
    expect(await findSite(studio.context.db, "half")).toBeUndefined();
  });

  test("a taken key is refused at its field, also in a race", async () => {
    const row = await findSite(studio.context.db, site);
    const bytes = await exportSite(studio.context, row as NonNullable<typeof row>);
    const results = await Promise.allSettled(
      Array.from({ length: 4 }, () => importSite(studio.context, studio.studioId, bytes, { key: "raced" })),
    );
    expect(results.filter((result) => result.status === "fulfilled")).toHaveLength(1);
    for (const result of results)
      if (result.status === "rejected") expect(result.reason).toMatchObject({ status: 409, fields: [{ path: "key" }] });
  });
});

test("sample words stop a release where that was chosen, on pages that are live already, too", async () => {
  const { settings, name } = (await studio.as("designer", "sites.frame", { site })) as {
    settings: SiteSettings;
    name: string;
  };
  const { documents } = (await studio.as("designer", "pages.open", { site, page: "visit" })) as {
    documents: { id: string; revision: number; body: { id: string } }[];
  };
  const visit = documents.find(({ id }) => id === "visit");
  const quote = { text: "What somebody said, in their own words.", who: "Orla" };
  const node: PageNode = {
    ...{ id: "sampled", kind: "section" as const, content: { name: "Said" }, look: { base: {} } },
    children: [{ id: "said", kind: "quote", content: quote, look: { base: {} } }],
  };
  const edit = (batch: string, base: number, edits: Edit[]) =>
    studio.as("designer", "pages.edit", { site, document: "visit", batch, base, edits });
  await edit("sampled", visit?.revision ?? 0, [{ type: "insert", parent: visit?.body.id ?? "", index: 0, node }]);
  await start();
  await studio.work();
  await studio.as("designer", "sites.settings", { site, name, settings: { ...settings, samplesStop: true } });
  await expect(start()).rejects.toMatchObject({ status: 422 });
  await edit("unsampled", (visit?.revision ?? 0) + 1, [{ type: "remove", node: "sampled" }]);
  await studio.as("designer", "sites.settings", { site, name, settings });
});
