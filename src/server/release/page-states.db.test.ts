// Pages' states are kept once for all releases that have them, belong to what the release says of its pages, and are
// there as long as one does; releases from before they were kept hold their pages themselves and stay as good.
import { and, eq } from "drizzle-orm";
import type { PageNode } from "@/core/page/node";
import type { SiteFile } from "@/core/site/site";
import { documents } from "@/data/page/tables";
import { pageStates, releases, releaseUnits } from "@/data/release/tables";
import { findSite, type SiteRow } from "@/data/site/queries";
import { onSite } from "../operation";
import { Problem } from "../problem";
import { sweep } from "../site/retention";
import { loadSite } from "../site/whole";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { snapshotOf } from "./states";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const row = async () => (await findSite(studio.context.db, site)) as SiteRow;
const working = async () => loadSite(studio.context.db, await row());
const states = async () => (await studio.context.db.select().from(pageStates)).map(({ hash }) => hash).sort();

async function publish(leaveOut: { of: "page"; id: string }[] = []): Promise<string> {
  const { release } = (await studio.as("owner", "publish.start", { site, leaveOut })) as { release: string };
  await studio.work();
  expect((await row()).liveReleaseId).toBe(release);
  return release;
}
const held = async (release: string): Promise<SiteFile> =>
  snapshotOf(await onSite(studio.incoming("owner"), site, "releases.read"), release);
const rendered = async (release: string) =>
  (await studio.context.db.select().from(releases).where(eq(releases.id, release)))[0]?.rendered;

let batch = 0;
async function say(page: string, text: string) {
  const { documents } = (await studio.as("designer", "pages.open", { site, page })) as {
    documents: { id: string; body: PageNode; revision: number }[];
  };
  const found = documents.find(({ id }) => id === page);
  const node = { id: `said${++batch}`, kind: "heading", content: { text, level: 2 }, look: { base: {} } };
  await studio.as("designer", "pages.edit", {
    site,
    document: page,
    batch: `states${batch}`,
    base: found?.revision ?? 0,
    edits: [{ type: "insert", parent: found?.body.children?.[0]?.id ?? "", index: 0, node } as never],
  });
}

/** Makes a release as they were before states were kept apart. */
async function asBefore(release: string) {
  const whole = await held(release);
  await studio.context.db.update(releases).set({ snapshot: whole }).where(eq(releases.id, release));
  await studio.context.db.delete(pageStates);
}

test("a release keeps the states that no release had, and holds the site whole", async () => {
  const first = await publish();
  const pages = (await working()).pages.length;
  expect(await states()).toHaveLength(pages);
  expect(await held(first)).toEqual(await working());
  await say("home", "Another word");
  const second = await publish();
  expect(await states()).toHaveLength(pages + 1);
  expect(await rendered(second)).toBe(1);
  expect(JSON.stringify((await held(first)).pages)).not.toContain("Another word");
  expect(await held(second)).toEqual(await working());
});

test("what is left out is there as it is live, and rendered no more than before", async () => {
  await say("home", "Left out");
  await say("visit", "Taken along");
  const release = await publish([{ of: "page", id: "home" }]);
  expect(await rendered(release)).toBe(1);
  const text = JSON.stringify((await held(release)).pages);
  expect([text.includes("Left out"), text.includes("Taken along")]).toEqual([false, true]);
  expect(await rendered(await publish())).toBe(1);
});

test("pages that are written to while releases begin are in them as one state says, title and body", async () => {
  const { id: siteId } = await row();
  const write = (nth: number) =>
    studio.context.db
      .update(documents)
      .set({
        title: `Number ${nth}`,
        body: {
          id: "root",
          kind: "page",
          content: {},
          look: { base: {} },
          children: [
            {
              id: "one",
              kind: "section",
              content: { name: `Number ${nth}`, width: "text" },
              look: { base: {} },
              children: [],
            },
          ],
        } as never,
      })
      .where(and(eq(documents.siteId, siteId), eq(documents.id, "classes")));
  const writeOn = async () => {
    for (let nth = 1; nth < 25; nth++) await write(nth);
  };
  const begin = async () => {
    const made: string[] = [];
    for (let nth = 0; nth < 6; nth++) made.push(await publish());
    return made;
  };
  // The first of them may begin before anybody writes.
  await write(0);
  const [made] = await Promise.all([begin(), writeOn()]);
  for (const release of made) {
    const page = (await held(release)).pages.find(({ id }) => id === "classes");
    expect(page?.body.children?.[0]?.content).toMatchObject({ name: page?.title });
  }
});

test("a page that is live is judged again when what it points at has gone", async () => {
  await publish();
  await studio.as("designer", "pages.remove", { site, page: "visit" });
  await expect(studio.as("owner", "publish.start", { site, leaveOut: [] })).rejects.toMatchObject({
    status: 422,
    fields: [expect.objectContaining({ message: "check.pageGone" })],
  });
  await studio.as("designer", "pages.restore", { site, page: "visit" });
  await publish();
});

test("a release from before states were kept is compared with, looked at, gone back to and carried over from", async () => {
  const old = await publish();
  await asBefore(old);
  await say("home", "After the old one");
  const changes = (await studio.as("owner", "publish.changes", { site })) as { changes: { id: string }[] };
  expect(changes.changes.map(({ id }) => id)).toEqual(["home"]);
  const { before, after } = (await studio.as("owner", "publish.compare", { site, of: "page", id: "home" })) as {
    before: object;
    after: object;
  };
  expect([before, after].map((side) => JSON.stringify(side).includes("After the old one"))).toEqual([false, true]);
  await say("visit", "Not yet");
  const partly = await publish([{ of: "page", id: "visit" }]);
  expect(JSON.stringify((await held(partly)).pages)).not.toContain("Not yet");
  const whole = await publish();
  expect(await held(whole)).toEqual(await working());
  await studio.as("owner", "publish.restore", { site, release: old });
  expect((await working()).pages).toEqual((await held(old)).pages);
});

test("the night forgets states that no release has, and none that one has", async () => {
  const context = { ...studio.context, settings: { ...studio.context.settings, keepReleases: 2 } };
  for (const text of ["one", "two", "three", "four"]) {
    await say("home", text);
    await publish();
  }
  await sweep(context);
  const units = await studio.context.db.select().from(releaseUnits).where(eq(releaseUnits.of, "page"));
  const named = new Set(units.map(({ hash }) => hash));
  expect((await states()).filter((hash) => !named.has(hash))).toEqual([]);
  for (const { id } of await studio.context.db.select({ id: releases.id }).from(releases))
    expect((await held(id)).pages.length).toBeGreaterThan(5);
  // A release that begins while the night goes over them is whole as well.
  await say("home", "while sweeping");
  const [release] = await Promise.all([
    studio.as("owner", "publish.start", { site, leaveOut: [] }) as Promise<{ release: string }>,
    sweep(context),
    sweep(context),
  ]);
  await studio.work();
  expect(await held(release.release)).toEqual(await working());
});

test("whoever is no member is told nothing of a page's states", async () => {
  const { liveReleaseId } = await row();
  await expect(
    studio.as("stranger", "publish.look", { site, release: liveReleaseId ?? "", page: "home" }),
  ).rejects.toBeInstanceOf(Problem);
});
