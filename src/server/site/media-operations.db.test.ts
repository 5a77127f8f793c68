// Media as the designer works with them: said of, found, put in each other's place everywhere, away and back.
import { randomBytes } from "node:crypto";
import sharp from "sharp";
import { documents } from "@/data/page/tables";
import { findSite } from "@/data/site/queries";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { addPicture } from "./media";
import type { MediumReplaced } from "./media-operations";
import { loadSite } from "./whole";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const row = async () => {
  const found = await findSite(studio.context.db, site);
  if (!found) throw new Error("gone");
  return found;
};
const working = async () => loadSite(studio.context.db, await row());
const named = async (name: string) => (await working()).media.find((entry) => entry.name === name)?.hash ?? "";
const uses = async (hash: string) =>
  ((await studio.as("editor", "media.usesOf", { site, hash })) as { uses: readonly { of: string; id: string }[] }).uses;
const noise = (width = 40, height = 30) =>
  sharp(randomBytes(width * height * 3), { raw: { width, height, channels: 3 } })
    .jpeg()
    .toBuffer();
const add = async (name: string) => addPicture(studio.context, await row(), name, await noise());

test("where a picture stands is told of documents from before that was kept, too", async () => {
  const hash = await named("kiln.jpg");
  const told = await uses(hash);
  expect(told.length).toBeGreaterThan(0);
  await studio.context.db.update(documents).set({ media: null });
  expect(await uses(hash)).toEqual(told);
});

test("what is said of a picture holds where its place says nothing, and goes into the site file", async () => {
  const hash = await named("kiln.jpg");
  await studio.as("editor", "media.change", {
    site,
    hash,
    name: "kiln.jpg",
    alt: "The kiln, open",
    tags: ["kiln", "workshop"],
    focus: { x: 20, y: 70 },
  });
  expect((await working()).media.find((entry) => entry.hash === hash)).toMatchObject({
    alt: "The kiln, open",
    tags: ["kiln", "workshop"],
    focus: { x: 20, y: 70 },
  });
  await expect(
    studio.as("editor", "media.change", { site, hash, name: "", alt: "x".repeat(500) } as never),
  ).rejects.toMatchObject({ fields: [{ path: "name" }, { path: "alt" }] });
});

test("another in its place everywhere, in one command; the way back brings every place as it was", async () => {
  const from = await named("opening.jpg");
  const { hash: to } = await add("new-opening.jpg");
  const before = await working();
  const told = (await studio.as("designer", "media.replace", { site, from, to })) as MediumReplaced;
  expect(told.places).toBeGreaterThan(0);
  expect(JSON.stringify((await working()).pages)).not.toContain(from);
  expect(await uses(from)).toEqual([]);
  expect((await uses(to)).length).toBeGreaterThan(0);
  await studio.as("designer", "pages.replaceBack", {
    site,
    documents: told.documents.map((one) => ({ ...one, edits: [...one.edits] })),
  } as never);
  expect((await working()).pages).toEqual(before.pages);
  await expect(studio.as("designer", "media.replace", { site, from, to: "0".repeat(64) })).rejects.toMatchObject({
    fields: [{ path: "to" }],
  });
});

test("what stands somewhere is not put away; what does not is, and comes back", async () => {
  const used = await named("opening.jpg");
  await expect(studio.as("editor", "media.remove", { site, hashes: [used] })).rejects.toMatchObject({
    fields: [{ path: "hashes" }],
  });
  const { hash } = await add("spare.jpg");
  await studio.as("editor", "media.remove", { site, hashes: [hash] });
  expect(await named("spare.jpg")).toBe("");
  await studio.as("editor", "media.restore", { site, hashes: [hash] });
  expect(await named("spare.jpg")).toBe(hash);
});

test("a picture of a service stands somewhere too: told, not put away, replaced with the others, and brought back", async () => {
  const { hash } = await add("bench.jpg");
  const { hash: other } = await add("bench-again.jpg");
  const before = (await working()).booking;
  if (!before) throw new Error("nothing can be booked");
  const [first, ...rest] = before.services;
  await studio.as("designer", "booking.replaceSetUp", {
    site,
    setUp: { ...before, services: [{ ...first, picture: hash }, ...rest] },
  });
  expect(await uses(hash)).toEqual([{ of: "part", id: "booking", name: first?.name }]);
  await expect(studio.as("designer", "media.remove", { site, hashes: [hash] })).rejects.toMatchObject({
    status: 422,
    fields: [{ path: "hashes", message: expect.stringContaining(`on “${first?.name}”`) }],
  });
  const told = (await studio.as("designer", "media.replace", { site, from: hash, to: other })) as MediumReplaced;
  expect(told.parts).toEqual(["booking"]);
  expect((await working()).booking?.services[0]?.picture).toBe(other);
  const { widgets, parts, settings } = told;
  await studio.as("designer", "media.replaceBack", { site, from: other, to: hash, widgets, parts, settings } as never);
  expect((await working()).booking?.services[0]?.picture).toBe(hash);
  await studio.as("designer", "booking.replaceSetUp", { site, setUp: before });
});

test("a picture that a camera held upright is as it is shown; strangers say nothing of it", async () => {
  const turned = await sharp(await noise(60, 20))
    .withMetadata({ orientation: 6 })
    .jpeg()
    .toBuffer();
  const entry = await addPicture(studio.context, await row(), "upright.jpg", turned);
  expect([entry.widthPx, entry.heightPx]).toEqual([20, 60]);
  await expect(
    studio.as("stranger", "media.change", { site, hash: entry.hash, name: "mine" } as never),
  ).rejects.toMatchObject({ status: 404 });
});
