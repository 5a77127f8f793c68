// Pictures of sites: taken in once and whole, made in a fixed list of widths, and only as many as a studio has room for.
import { eq } from "drizzle-orm";
import sharp from "sharp";
import { mediaVariants } from "@/data/bytes/tables";
import { media } from "@/data/site/tables";
import type { Context } from "../context";
import type { Problem } from "../problem";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { addPicture, pictureVariant } from "./media";
import { usageOf, warningOf } from "./quota";

let studio: TestStudio;
let context: Context;
let site: { id: string; studioId: string };
beforeAll(async () => {
  studio = await testStudio();
  context = studio.context;
  const { findSite } = await import("@/data/site/queries");
  const row = await findSite(context.db, "wrenfield");
  site = { id: row?.id ?? "", studioId: row?.studioId ?? "" };
});
afterAll(() => studio.close());

const picture = (shade: number, width = 1200) =>
  sharp({ create: { width, height: 800, channels: 3, background: { r: shade, g: 80, b: 80 } } })
    .jpeg()
    .toBuffer();
const refusal = (work: Promise<unknown>): Promise<Problem> =>
  work.then(
    () => {
      throw new Error("This was not refused");
    },
    (error: Problem) => error,
  );
const withRoom = (room: Partial<Context["settings"]>): Context => ({
  ...context,
  settings: { ...context.settings, ...room },
});

test("a truncated picture is refused at its field, and nothing is kept of it", async () => {
  const before = (await context.db.select().from(media)).length;
  const whole = await picture(1);
  const refused = await refusal(addPicture(context, site, "half.jpg", whole.subarray(0, whole.length - 200)));
  expect(refused).toMatchObject({ status: 422, fields: [{ path: "file" }] });
  expect(await context.db.select().from(media)).toHaveLength(before);
});

test("three hundred asked widths make the listed ones and no others", async () => {
  const { hash } = await addPicture(context, site, "wide.jpg", await picture(2));
  let made = 0;
  for (let width = 1; width <= 1600; width += 5.3) {
    const refused = await pictureVariant(context, site.id, hash, Math.round(width)).then(
      () => null,
      (error: Problem) => error,
    );
    if (refused)
      expect(refused.fields[0]).toEqual({ path: "w", message: "This picture is made 96, 480, 960, 1200 pixels wide." });
    else made += 1;
  }
  for (const width of [96, 480, 960, 1200, Number.NaN, -1, 0.5, 1e9])
    await pictureVariant(context, site.id, hash, width).catch(() => {});
  expect(made).toBeLessThanOrEqual(4);
  expect(
    (await context.db.select().from(mediaVariants).where(eq(mediaVariants.hash, hash)))
      .map(({ widthPx }) => widthPx)
      .sort(),
  ).toEqual([1200, 480, 960, 96].sort());
});

test("a studio's room is said before it is used up, and holds when many come at once", async () => {
  const used = await usageOf(context.db, site.studioId);
  expect(used.bytes).toBeGreaterThan(10_000);
  const room = { sites: 100, pictures: used.pictures + 3, bytes: 1 << 30 };
  expect(warningOf(used, { ...room, pictures: used.pictures + 1 })).toContain(
    `${used.pictures} of ${used.pictures + 1} pictures`,
  );
  expect(warningOf(used, { ...room, pictures: 10_000 })).toBeNull();
  const tight = withRoom({ studioPictures: room.pictures });
  const files = await Promise.all(Array.from({ length: 8 }, (_, nth) => picture(20 + nth * 25, 300)));
  const added = await Promise.allSettled(files.map((file, nth) => addPicture(tight, site, `${nth}.jpg`, file)));
  expect(added.filter(({ status }) => status === "fulfilled")).toHaveLength(3);
  const refused = added.find(({ status }) => status === "rejected") as PromiseRejectedResult;
  expect(refused.reason).toMatchObject({ code: "quota", fields: [{ path: "file" }] });
  expect((await usageOf(context.db, site.studioId)).pictures).toBe(room.pictures);
  // What is there already needs no room, and is the same medium again.
  const again = added.findIndex(({ status }) => status === "fulfilled");
  expect(await addPicture(tight, site, "again.jpg", files[again] as Buffer)).toMatchObject({ widthPx: 300 });
  const small = withRoom({ studioMiB: 0.001 });
  expect((await refusal(addPicture(small, site, "x.jpg", await picture(99)))).title).toMatch(/for pictures/);
}, 120_000);

test("sites count too", async () => {
  const { storeNewSite } = await import("./file");
  const { siteFromStarter } = await import("@/core/site/starter");
  const settings = { language: "en", zone: "Europe/Paris", currency: "EUR", description: "", mailFrom: "a@b.example" };
  const make = (key: string) =>
    storeNewSite(
      withRoom({ studioSites: 2 }),
      site.studioId,
      siteFromStarter("workshop", { key, name: key, settings }, context.newId),
      new Map(),
    );
  await make("second");
  expect(await refusal(make("third"))).toMatchObject({ status: 422, code: "quota", fields: [{ path: "key" }] });
});
