// What the night lets go of, and that whatever it keeps is whole.
import { and, eq } from "drizzle-orm";
import sharp from "sharp";
import type { PageNode } from "@/core/page/node";
import { storedBytes } from "@/data/bytes/tables";
import { documentEdits } from "@/data/page/tables";
import { releaseFiles, releases, releaseUnits } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { type Released, releasedBytes, releasedForms } from "../bytes/released";
import type { Context } from "../context";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { addPicture, pictureVariant } from "./media";
import { sweep, sweepBytes } from "./retention";

let studio: TestStudio;
let context: Context;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
  context = { ...studio.context, settings: { ...studio.context.settings, keepReleases: 3 } };
});
afterAll(() => studio.close());

const row = async () => {
  const found = await findSite(context.db, site);
  if (!found) throw new Error("gone");
  return found;
};
/** Everything was put long ago: nothing is spared for being new. */
const long = () => context.db.update(storedBytes).set({ putAt: new Date("2020-01-01T00:00:00Z") });

let batch = 0;
async function say(text: string) {
  const { documents } = (await studio.as("designer", "pages.open", { site, page: "home" })) as {
    documents: { kind: string; body: PageNode; revision: number }[];
  };
  const home = documents.find(({ kind }) => kind === "page");
  await studio.as("designer", "pages.edit", {
    site,
    document: "home",
    batch: `sweep${++batch}`,
    base: home?.revision ?? 0,
    edits: [
      {
        type: "insert",
        parent: home?.body.children?.[0]?.id ?? "",
        index: 0,
        node: { id: `said${batch}`, kind: "heading", content: { text, level: 2 }, look: { base: {} } },
      },
    ],
  });
}

async function publish() {
  const { release } = (await studio.as("owner", "publish.start", { site })) as { release: string };
  await studio.work();
  return release;
}

const filesOf = (release: string) => context.db.select().from(releaseFiles).where(eq(releaseFiles.releaseId, release));

test("of many releases the last few and the live one stay, and each of them can be gone back to, whole", async () => {
  const made: string[] = [];
  for (const text of ["one", "two", "three", "four", "five", "six"]) {
    await say(text);
    made.push(await publish());
  }
  // The second is live: it stays although it is old.
  await studio.as("owner", "publish.goBack", { site, release: made[1] ?? "" });
  const [oldPage] = (await filesOf(made[0] ?? "")).filter(({ path }) => path === "/");
  await long();
  await sweep(context);
  const left = (await context.db.select().from(releases)).map(({ id }) => id);
  expect(left.sort()).toEqual([made[1], made[3], made[4], made[5]].sort());
  for (const gone of [made[0], made[2]]) {
    expect(await filesOf(gone ?? "")).toEqual([]);
    expect(
      await context.db
        .select()
        .from(releaseUnits)
        .where(eq(releaseUnits.releaseId, gone ?? "")),
    ).toEqual([]);
  }
  expect(await releasedBytes(context.bytes, oldPage as Released)).toBeNull();
  for (const kept of left) {
    await studio.as("owner", "publish.goBack", { site, release: kept });
    expect((await row()).liveReleaseId).toBe(kept);
    const files = await filesOf(kept);
    expect(files.length).toBeGreaterThan(20);
    for (const file of files) expect((await releasedForms(context.bytes, file))?.identity.length).toBeGreaterThan(0);
  }
  const history = (await studio.as("owner", "publish.history", { site })) as { id: string }[];
  expect(history.map(({ id }) => id).sort()).toEqual(left.sort());
});

test("a picture's bytes go when no site has it and no release shows it, and stay while one does", async () => {
  const { id, studioId } = await row();
  const bytes = await sharp({ create: { width: 700, height: 400, channels: 3, background: "#a53" } })
    .png()
    .toBuffer();
  const { hash } = await addPicture(context, { id, studioId }, "gone.png", bytes);
  await pictureVariant(context, id, hash, { widthPx: 480 });
  await long();
  await sweepBytes(context);
  expect(await context.bytes.get(hash)).not.toBeNull();
  await context.db.delete(media).where(and(eq(media.siteId, id), eq(media.hash, hash)));
  // Just put by somebody who has not yet named it.
  await context.bytes.put(hash, bytes);
  await sweepBytes(context);
  expect(await context.bytes.get(hash)).not.toBeNull();
  await long();
  // Its widths, which are made as soon as it comes, go with it or went before.
  expect(await sweepBytes(context)).toBeGreaterThanOrEqual(1);
  expect(await context.bytes.get(hash)).toBeNull();
  expect(await sweepBytes(context)).toBe(0);
});

test("a release that is being made while the night sweeps is whole", async () => {
  await say("while sweeping");
  const { release } = (await studio.as("owner", "publish.start", { site })) as { release: string };
  await long();
  await Promise.all([studio.work(), sweep(context), sweepBytes(context), sweepBytes(context)]);
  expect((await row()).liveReleaseId).toBe(release);
  for (const file of await filesOf(release)) expect(await releasedForms(context.bytes, file)).not.toBeNull();
});

test("whoever goes back to a release that the night is letting go of gets it whole, or is told that it is gone", async () => {
  for (let round = 0; round < 4; round++) {
    const old = await publish();
    for (let nth = 0; nth < 3; nth++) {
      await say(`round ${round}, ${nth}`);
      await publish();
    }
    const back = studio.as("owner", "publish.goBack", { site, release: old }).then(
      () => true,
      (error: { status?: number }) => {
        expect(error.status).toBe(404);
        return false;
      },
    );
    const [went] = await Promise.all([back, sweep(context)]);
    const { liveReleaseId } = await row();
    if (went) expect(liveReleaseId).toBe(old);
    const files = await filesOf(liveReleaseId ?? "");
    expect(files.some(({ path }) => path === "/")).toBe(true);
    for (const file of files) expect(await releasedForms(context.bytes, file)).not.toBeNull();
  }
});

test("old edits are folded into the page: it stays as it is, and who still builds on them is told so", async () => {
  const before = (await studio.as("designer", "pages.open", { site, page: "home" })) as {
    documents: { kind: string; body: PageNode; revision: number }[];
  };
  const home = before.documents.find(({ kind }) => kind === "page");
  const old = { ...context, settings: { ...context.settings, keepEditsDays: -1 } };
  await sweep(old);
  expect(await context.db.select().from(documentEdits)).toEqual([]);
  const after = (await studio.as("designer", "pages.open", { site, page: "home" })) as typeof before;
  expect(after.documents.find(({ kind }) => kind === "page")).toEqual(home);
  await expect(
    studio.as("designer", "pages.line", { site, document: "home", since: (home?.revision ?? 1) - 1 }),
  ).rejects.toMatchObject({ status: 409, code: "folded" });
  await say("and it goes on");
  expect(
    await studio.as("designer", "pages.line", { site, document: "home", since: home?.revision ?? 0 }),
  ).toMatchObject({ line: [{ revision: (home?.revision ?? 0) + 1 }] });
});
