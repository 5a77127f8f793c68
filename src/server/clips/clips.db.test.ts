// Clips and feeds against the stand-in host: found once, read again as time goes on, broken in every way, and made anew on
// the live page without publishing.
import { eq } from "drizzle-orm";
import type { ClipFeed, FeedSource } from "@/core/clips/clips";
import { newClipFeed } from "@/core/clips/clips";
import { builder } from "@/core/page/build";
import { clipSources } from "@/data/clips/tables";
import { releaseFiles } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { clipChecks } from "@/data/video/tables";
import { extent } from "../../../tests/extent";
import { withClock } from "../booking/api.test-kit";
import { releasedBytes } from "../bytes/released";
import type { Context } from "../context";
import { Problem } from "../problem";
import { renewPages } from "../release/renew";
import { operatorIn, type StandIns, startStandIns } from "../testing/stand-ins.test-kit";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { askClips } from "../video/standing";
import { nextTry, refreshClips } from "./refresh";

let studio: TestStudio;
let standIns: StandIns;
let context: Context & { set(now: string): void };
const site = "wrenfield";
let siteId = "";
let feedId = "";

const operate = operatorIn(site, () => ({ studio, context }));

async function refusalOf(work: Promise<unknown>) {
  const error = await work.then(
    () => null,
    (thrown: unknown) => thrown,
  );
  return error instanceof Problem
    ? { status: error.status, path: error.fields[0]?.path, message: error.fields[0]?.message }
    : error;
}

async function set(feed: Partial<ClipFeed>) {
  const { revision, name, settings } = await operate("widgets.read", { widget: feedId });
  await operate("widgets.save", { widget: feedId, name, revision, settings: { ...settings, ...feed } });
}
const sources = (...list: readonly FeedSource[]) => set({ sources: list });
const channel = (name: string): FeedSource => ({ id: "s1", of: "address", address: `clips.localhost/by/${name}` });
const state = () => operate("feed.state", { widget: feedId });
const row = async () =>
  (
    await context.db.select().from(clipSources).where(eq(clipSources.widgetId, feedId))
  )[0] as typeof clipSources.$inferSelect;

beforeAll(async () => {
  studio = await testStudio();
  standIns = await startStandIns(studio.context);
  context = withClock(standIns.context, "2026-03-05T18:40:00Z");
  siteId = (await findSite(context.db, site))?.id ?? "";
  feedId = (await operate("widgets.add", { kind: "clips", name: "From the kiln" })).id;
});
afterEach(() => {
  standIns.instead = null;
});
afterAll(async () => {
  await standIns.close();
  await studio.close();
});

describe("one clip", () => {
  test("is found with its title, shape and length, and its picture is kept on the site", async () => {
    const found = await operate("clips.find", { address: "http://clips.localhost/clip/whl-0004?t=3" }, "editor");
    expect(found).toMatchObject({
      source: { from: "clip", provider: "clips", clip: "whl-0004" },
      title: "Turning a foot ring",
      by: "Wrenfield Clayworks",
      ratio: 0.5625,
      seconds: 8,
      at: 3,
    });
    const [kept] = await context.db.select().from(media).where(eq(media.hash, found.poster));
    expect(kept).toMatchObject({ siteId, widthPx: 360, heightPx: 640 });
  });

  test("as any page that tells about itself is one, too, by what it names in its head", async () => {
    // The stand-in's own pages are read here as those of a host that nobody knows.
    standIns.instead = (request, response) => {
      if (request.url !== "/unknown") return false;
      const told = `http://${request.headers.host}/oembed?url=http://${request.headers.host}/clip/kln-0301`;
      response
        .writeHead(200, { "content-type": "text/html" })
        .end(`<link rel="alternate" type="application/json+oembed" href="${told}">`);
      return true;
    };
    const { port } = context.settings;
    expect(await operate("clips.find", { address: `http://clips.localhost:${port}/unknown` })).toMatchObject({
      source: {
        from: "page",
        address: `http://clips.localhost:${port}/unknown`,
        player: `http://clips.localhost:${port}/player/kln-0301`,
      },
      title: "Kiln opening, first of March",
    });
    standIns.instead = null;
  });

  test.each([
    ["old-0001", "It was removed from clips.localhost"],
    ["prv-0001", "does not let this be shown"],
    ["own-0001", "does not let this be shown"],
    ["abc-0000", "has nothing at this address"],
    ["clips.localhost/by/wrenfield", "This is a channel"],
    ["http://127.0.0.1:3306/", "lies in a private network"],
    ["http://[::1]/", "Write the address"],
    ["http://169.254.169.254/latest", "lies in a private network"],
    ["two words", "Write the address"],
  ])("%s is refused at its field", async (address, message) => {
    expect(await refusalOf(operate("clips.find", { address }))).toMatchObject({
      status: 422,
      path: "address",
      message: expect.stringContaining(message),
    });
  });

  test("removed later it is a finding at its block, until it is back; a host that is away says nothing about it", async () => {
    const b = builder(context.newId);
    const shown = { alt: "", as: "here", text: "", controls: "shown", captions: [], chapters: [] };
    const clip = (id: string) =>
      b.node("video", {
        source: { from: "clip", provider: "clips", clip: id },
        title: id,
        ratio: 1.7778,
        seconds: 0,
        poster: null,
        ...shown,
      });
    const { documents } = await operate("pages.open", { page: "visit" });
    const { revision, body } = documents.find(({ id }: { id: string }) => id === "visit");
    const [stays, goes] = [clip("kln-0301"), clip("old-0001")];
    const node = b.section("Clips", {}, stays, goes);
    const edits = [{ type: "insert", parent: body.id, index: 0, node }];
    await operate("pages.edit", { document: "visit", batch: "gone-1", base: revision, edits });
    const gone = async () =>
      (await operate("checks.content", {})).findings.filter(
        ({ reason }: { reason: { code: string } }) => reason.code === "check.clipGone",
      );
    expect(await gone()).toEqual([]);
    await askClips(context, siteId);
    expect(await gone()).toMatchObject([
      {
        document: "visit",
        node: goes.id,
        reason: { problem: expect.stringMatching(/^It was removed from clips\.localhost/) },
      },
    ]);
    // Away for now: what was known stays, and nothing else is called gone.
    standIns.instead = (_request, response) => {
      response.writeHead(503).end();
      return true;
    };
    await askClips(context, siteId);
    expect(await gone()).toHaveLength(1);
    // Back again, and taken off the page, it is none.
    standIns.instead = null;
    const after = await operate("pages.open", { page: "visit" });
    const now = after.documents.find(({ id }: { id: string }) => id === "visit");
    const remove = [{ type: "remove", node: goes.id }];
    await operate("pages.edit", { document: "visit", batch: "gone-2", base: now.revision, edits: remove });
    await askClips(context, siteId);
    expect(await gone()).toEqual([]);
    expect(await context.db.select().from(clipChecks)).toHaveLength(1);
  });
});

describe("a feed", () => {
  test("reads its channel page by page as far as is wanted, keeps the posters of what it shows, and nothing twice", async () => {
    await sources(channel("wrenfield"));
    await set({ pick: { ...newClipFeed.pick, most: 3 } });
    await studio.context.db.select().from(clipSources);
    expect(await refreshClips(context, siteId, feedId)).toBe(true);
    const { sources: told, found } = await state();
    expect(told).toMatchObject([{ source: "s1", title: "Wrenfield Clayworks", clips: 16, problem: null }]);
    expect(found.clips.map(({ title }: { title: string }) => title)).toEqual([
      "Kiln opening, first of March",
      "Kiln opening, mid-February",
      "What came out in February",
    ]);
    expect(found.about).toMatchObject({ subscribers: 2140 });
    // Two of the three share a picture.
    expect(new Set(found.clips.map(({ poster }: { poster: string }) => poster)).size).toBe(2);
    const before = standIns.asked.length;
    // Not due yet: nobody is asked.
    expect(await refreshClips(context, siteId, feedId)).toBe(false);
    expect(standIns.asked).toHaveLength(before);
  });

  test("is asked again by its validators, and a host that says “unchanged” sends nothing", async () => {
    const { etag } = await row();
    expect(etag).toMatch(/^"[0-9a-f]{20}"$/);
    const statuses: number[] = [];
    standIns.instead = (_request, response) => {
      response.on("finish", () => statuses.push(response.statusCode));
      return false;
    };
    context.set("2026-03-05T18:56:00Z");
    expect(await refreshClips(context, siteId, feedId)).toBe(false);
    expect(statuses).toEqual([304]);
    expect((await row()).goodAt?.toISOString()).toBe("2026-03-05T18:56:00.000Z");
    standIns.instead = null;
  });

  test("very many entries are read, and no more are shown than wanted", async () => {
    const many = extent(600, 2000);
    await sources(channel(`many-${many}`));
    await set({ pick: { ...newClipFeed.pick, most: 500 } });
    await refreshClips(context, siteId, feedId);
    const { sources: told, found } = await state();
    expect(told[0].clips).toBe(many);
    expect(found.clips).toHaveLength(500);
    // Six pictures for all of them.
    expect(new Set(found.clips.map(({ poster }: { poster: string }) => poster)).size).toBe(6);
  });

  test.each([
    ["mood-bomb", "This feed brings entities of its own"],
    ["mood-deep", "nests deeper than any feed"],
    ["mood-html", "This is no feed"],
    ["mood-broken", "ends in the middle"],
    ["mood-private", "10.0.0.1 lies in a private network"],
    ["mood-circle", "leads from one address to the next without end"],
    ["mood-limit", "its limit is reached"],
    ["mood-key", "refuses the key"],
    ["mood-gone", "It was removed"],
    ["mood-down", "answered 503"],
  ])("%s: the source keeps its last good state and says why, and when it is tried again", async (mood, says) => {
    await sources(channel("wrenfield"));
    await set({ pick: { ...newClipFeed.pick, most: 3 } });
    await refreshClips(context, siteId, feedId, { all: true });
    const { clips } = (await state()).found;
    standIns.instead = (request, response) => {
      if (!request.url?.startsWith("/by/wrenfield")) return false;
      response.writeHead(302, { location: `/by/${mood}/feed.rss` }).end();
      return true;
    };
    await refreshClips(context, siteId, feedId, { all: true });
    const now = await state();
    expect(now.sources[0].problem).toContain(says);
    expect(now.found.clips).toEqual(clips);
    const wait = Date.parse(now.sources[0].nextAt) - context.now().getTime();
    expect(Math.round(wait / 60_000)).toBe(30);
    standIns.instead = null;
    await refreshClips(context, siteId, feedId, { all: true });
    expect((await state()).sources[0].problem).toBeNull();
  });

  test("waits longer each time, as long as the host asks for, and never longer than six hours by itself", () => {
    const now = new Date("2026-03-05T18:40:00Z");
    const minutes = (failures: number, retryAfter = 0) =>
      (nextTry(now, failures, { code: "video.status", retryAfter }).getTime() - now.getTime()) / 60_000;
    expect([0, 1, 2, 3, 4, 9].map((failures) => minutes(failures))).toEqual([15, 30, 60, 120, 240, 360]);
    expect(minutes(1, 7200)).toBe(120);
  });

  test("hostile words are shown as words; what would run is no link", async () => {
    await sources(channel("mood-script"));
    await refreshClips(context, siteId, feedId, { all: true });
    const { found } = await state();
    expect(found.about.title).toBe("<script>alert(1)</script>");
    expect(found.clips).toEqual([]);
  });

  test("several sources together: a search, clips picked by hand (one of them gone) and own films", async () => {
    await sources(
      { id: "a", of: "search", words: "river" },
      { id: "b", of: "picked", clips: ["kln-1220", "old-0001", "whl-0001"] },
      { id: "c", of: "media", tag: "" },
    );
    await set({ pick: { ...newClipFeed.pick, most: 40, order: "title" } });
    await refreshClips(context, siteId, feedId);
    const { sources: told, found } = await state();
    expect(Object.fromEntries(told.map((one: { source: string; clips: number }) => [one.source, one.clips]))).toEqual({
      a: 3,
      b: 2,
      c: 0,
    });
    expect(found.clips.map(({ title }: { title: string }) => title)).toContain("First throw: centring");
    const before = standIns.asked.filter((one) => one === "clips /oembed").length;
    await refreshClips(context, siteId, feedId, { all: true });
    // Only the one that could not be had is asked for again.
    expect(standIns.asked.filter((one) => one === "clips /oembed").length).toBe(before + 1);
  });

  test("another source in the place of one is read anew; a removed one leaves nothing", async () => {
    await sources({ id: "a", of: "search", words: "glaze" });
    await refreshClips(context, siteId, feedId);
    const rows = await context.db.select().from(clipSources).where(eq(clipSources.widgetId, feedId));
    expect(rows.map(({ sourceId }) => sourceId)).toEqual(["a"]);
    expect(rows[0]?.about?.title).toBe("Clips about glaze");
  });
});

test("what a feed finds comes onto the live page without publishing, and what waits to be published does not", async () => {
  await sources(channel("riverside"));
  await set({ pick: { ...newClipFeed.pick, most: 2 } });
  await refreshClips(context, siteId, feedId);
  const b = builder(() => context.newId());
  const { id: page } = await operate("pages.add", { title: "Clips", slug: "clips" });
  const opened = await operate("pages.open", { page });
  const document = opened.documents.find((one: { id: string }) => one.id === page);
  const section = b.section(
    "Clips",
    {},
    b.heading(1, "Clips"),
    b.node("widget", { widget: feedId, as: "flow", text: "Clips" }),
  );
  await operate("pages.edit", {
    document: page,
    batch: "clips-1",
    base: document.revision,
    edits: [{ type: "insert", parent: document.body.id, index: 0, node: section }],
  });
  await operate("publish.start", {});
  const inPlace = { ...studio.context.settings };
  Object.assign(studio.context.settings, { port: context.settings.port });
  await studio.work();
  Object.assign(studio.context.settings, inPlace);
  const live = async () => {
    const { liveReleaseId, renewed } = (await findSite(context.db, site)) as { liveReleaseId: string; renewed: number };
    const files = await context.db.select().from(releaseFiles).where(eq(releaseFiles.releaseId, liveReleaseId));
    const file = files.find(({ path }) => path === "/clips");
    const html = (file && (await releasedBytes(context.bytes, file)))?.toString() ?? "";
    return { html, frames: file?.frames, renewed, release: liveReleaseId };
  };
  const before = await live();
  expect(before.html).toContain("A walk along the Wren");
  expect(before.html).toContain("VideoObject");
  expect(before.html).not.toContain("Maren at the wheel");
  expect(before.frames).toEqual([`http://clips.localhost:${context.settings.port}`]);
  expect(await renewPages(context, siteId, async () => {})).toBe(0);
  // Waits to be published; it is not what the feed found.
  await operate("pages.edit", {
    document: page,
    batch: "clips-2",
    base: document.revision + 1,
    edits: [{ type: "setContent", node: section.children?.[0]?.id, field: "text", value: "Not live yet" }],
  });
  await context.db
    .update(clipSources)
    .set({ clips: (await row()).clips.map((clip, at) => ({ ...clip, title: at ? clip.title : "A new one" })) })
    .where(eq(clipSources.widgetId, feedId));
  expect(await renewPages(context, siteId, async () => {})).toBe(1);
  const after = await live();
  expect(after.release).toBe(before.release);
  expect(after.renewed).toBe(before.renewed + 1);
  expect(after.html).toContain("A new one");
  expect(after.html).not.toContain("Not live yet");
  expect(after.frames).toEqual(before.frames);
  // What was made anew is carried over, and its policy with it.
  await operate("widgets.add", { kind: "form", name: "Another" });
  await operate("publish.start", {});
  Object.assign(studio.context.settings, { port: context.settings.port });
  await studio.work();
  Object.assign(studio.context.settings, inPlace);
  const carried = await live();
  expect(carried.release).not.toBe(before.release);
  expect(carried.html).toContain("A new one");
  expect(carried.frames).toEqual(before.frames);
});
