// The studio's own shelf against the real database: kept for one site or all, taken to another with its pictures.
import { and, eq } from "drizzle-orm";
import sharp from "sharp";
import { builder } from "@/core/page/build";
import type { PageNode } from "@/core/page/node";
import { ownShelf } from "@/data/page/tables";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { addPicture } from "../site/media";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
let picture = "";
const site = "wrenfield";
const other = "oddlane";
let made = 0;
const b = builder(() => `h${++made}`);

beforeAll(async () => {
  studio = await testStudio();
  const row = await findSite(studio.context.db, site);
  if (!row) throw new Error("gone");
  await studio.as("designer", "sites.create", {
    key: other,
    name: "Oddlane Cycles",
    starter: "empty",
    settings: row.settings,
  });
  const bytes = await sharp({ create: { width: 600, height: 400, channels: 3, background: "#a53" } })
    .png()
    .toBuffer();
  picture = (await addPicture(studio.context, row, "kiln.png", bytes)).hash;
});
afterAll(() => studio.close());

const section = () =>
  b.section("Kept", {}, b.heading(2, "Kept words"), b.picture(picture, "A kiln"), b.button("Visit", "page:visit"));

const keep = (entry: string, more: object = {}) =>
  studio.as("designer", "shelf.keep", {
    site,
    entry,
    name: "Kiln corner",
    tags: ["kiln", "warm"],
    everywhere: true,
    node: section(),
    ...more,
  });
const listed = async (key: string) =>
  ((await studio.as("designer", "shelf.list", { site: key })) as { entries: { id: string; name: string }[] }).entries;
const take = (key: string, entry: string) =>
  studio.as("designer", "shelf.take", { site: key, entry }) as Promise<{
    node: PageNode;
    left: { links: number; pictures: number };
  }>;
const has = async (key: string, hash: string) => {
  const row = await findSite(studio.context.db, key);
  const found = await studio.context.db
    .select()
    .from(media)
    .where(and(eq(media.siteId, row?.id ?? ""), eq(media.hash, hash)));
  return found.length === 1;
};

test("kept for all sites it is on each shelf, and comes with its picture but without links that lead nowhere", async () => {
  await keep("corner");
  expect(await listed(other)).toMatchObject([{ id: "corner", name: "Kiln corner", tags: ["kiln", "warm"] }]);
  expect(await has(other, picture)).toBe(false);
  const taken = await take(other, "corner");
  expect(taken.left).toEqual({ links: 1, pictures: 0 });
  expect(JSON.stringify(taken.node)).toContain(picture);
  expect(JSON.stringify(taken.node)).not.toContain("page:visit");
  expect(await has(other, picture)).toBe(true);
  const own = await take(site, "corner");
  expect(own.left).toEqual({ links: 0, pictures: 0 });
  expect(JSON.stringify(own.node)).toContain("page:visit");
});

test("kept for one site it is on no other's shelf; changed, replaced and removed", async () => {
  await keep("here", { everywhere: false, name: "Only here" });
  expect((await listed(other)).map(({ id }) => id)).not.toContain("here");
  await expect(take(other, "here")).rejects.toMatchObject({ status: 404 });
  await studio.as("designer", "shelf.change", { site, entry: "here", name: "Renamed", tags: [], everywhere: true });
  expect((await listed(other)).map(({ name }) => name)).toContain("Renamed");
  await keep("here", { name: "Replaced", node: b.section("Other", {}, b.words("Other words")) });
  expect(JSON.stringify((await take(site, "here")).node)).toContain("Other words");
  await studio.as("designer", "shelf.remove", { site: other, entry: "here" });
  expect((await listed(site)).map(({ id }) => id)).not.toContain("here");
});

test("what is no block, a shared section, and one without a name are refused at their field", async () => {
  await expect(keep("bad", { node: { kind: "script" } })).rejects.toMatchObject({
    status: 422,
    fields: [{ path: "node" }],
  });
  const placement = b.node("shared", { shared: "call", fills: [] });
  await expect(keep("bad", { node: placement })).rejects.toMatchObject({ status: 422, fields: [{ path: "node" }] });
  await expect(keep("bad", { name: " " })).rejects.toMatchObject({ status: 422, fields: [{ path: "name" }] });
  await expect(
    studio.as("editor", "shelf.keep", { site, entry: "bad", name: "x", tags: [], everywhere: true, node: section() }),
  ).rejects.toMatchObject({ status: 403 });
});

test("one of a newer format says so, and stays", async () => {
  await keep("newer");
  await studio.context.db.update(ownShelf).set({ format: 9 }).where(eq(ownShelf.id, "newer"));
  expect(await listed(site)).toContainEqual(expect.objectContaining({ id: "newer", newer: true }));
  await expect(take(site, "newer")).rejects.toMatchObject({
    status: 409,
    message: expect.stringContaining("format 9"),
  });
});

test("two who put the same one there at once make one of it", async () => {
  await Promise.all([keep("twice"), keep("twice"), keep("twice")]);
  expect((await listed(site)).filter(({ id }) => id === "twice")).toHaveLength(1);
});

test("blocks that were copied on another site come with its pictures; of a stranger's site without", async () => {
  const carry = (from: string) =>
    studio.as("designer", "shelf.carry", { site: other, from, nodes: [section()] }) as Promise<{
      nodes: PageNode[];
      left: { links: number; pictures: number };
    }>;
  expect((await carry(site)).left).toEqual({ links: 1, pictures: 0 });
  const bytes = await sharp({ create: { width: 50, height: 40, channels: 3, background: "#222" } })
    .png()
    .toBuffer();
  const row = await findSite(studio.context.db, site);
  if (!row) throw new Error("gone");
  const { hash } = await addPicture(studio.context, row, "second.png", bytes);
  picture = hash;
  expect((await carry("nobody-s")).left).toEqual({ links: 1, pictures: 1 });
  expect(await has(other, hash)).toBe(false);
});
