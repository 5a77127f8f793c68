// Pictures of sites: taken in once and whole, made in a fixed list of widths, and only as many as a studio has room for.
import { eq } from "drizzle-orm";
import readExif from "exif-reader";
import sharp from "sharp";
import { mediaVariants } from "@/data/bytes/tables";
import { media } from "@/data/site/tables";
import { startRunner } from "@/server/job/queue";
import type { Context } from "../context";
import { jobKinds } from "../job/kinds";
import type { Problem } from "../problem";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { addPicture, pictureFile, pictureVariant } from "./media";
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

const picture = (shade: number, width = 1200, height = 800) =>
  sharp({ create: { width, height, channels: 3, background: { r: shade, g: 80, b: 80 } } })
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
    const refused = await pictureVariant(context, site.id, hash, { widthPx: Math.round(width) }).then(
      () => null,
      (error: Problem) => error,
    );
    if (refused)
      expect(refused.fields[0]).toEqual({ path: "w", message: "This picture is made 96, 480, 960, 1200 pixels wide." });
    else made += 1;
  }
  for (const width of [96, 480, 960, 1200, Number.NaN, -1, 0.5, 1e9])
    await pictureVariant(context, site.id, hash, { widthPx: width }).catch(() => {});
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
});

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

describe("what is kept of what comes", () => {
  const stored = async (hash: string) => {
    const bytes = await context.bytes.get(hash);
    if (!bytes) throw new Error("nothing is kept");
    return bytes;
  };

  test("a camera's picture comes to stand upright, and does not say where it was taken; whose it is, it still says", async () => {
    const turned = await sharp({ create: { width: 600, height: 400, channels: 3, background: "#336699" } })
      .withExif({
        IFD0: { Copyright: "Maren", Orientation: "6" },
        IFD3: { GPSLatitudeRef: "N", GPSLatitude: "52/1 38/1 20/1" },
      })
      .withMetadata({ orientation: 6 })
      .jpeg()
      .toBuffer();
    expect((await sharp(turned).metadata()).exif?.toString("latin1")).toContain("Maren");
    const entry = await addPicture(context, site, "quay.jpg", turned);
    expect(entry).toMatchObject({ widthPx: 400, heightPx: 600, tint: expect.stringMatching(/^#336[67]99$/) });
    const kept = await sharp(await stored(entry.hash)).metadata();
    expect([kept.width, kept.height, kept.orientation ?? 1]).toEqual([400, 600, 1]);
    const said = readExif(kept.exif as Buffer);
    expect(said.GPSInfo).toBeUndefined();
    expect(said.Image?.Copyright).toBe("Maren");
    // The same file again is the same medium.
    expect((await addPicture(context, site, "again.jpg", turned)).hash).toBe(entry.hash);
  });

  test("a picture that says nothing of the kind is kept byte for byte", async () => {
    const plain = await picture(9);
    const { hash } = await addPicture(context, site, "plain.jpg", plain);
    expect(Buffer.compare(await stored(hash), plain)).toBe(0);
  });

  test.each([
    ["an element", "<script>alert(1)</script>"],
    ["an element in a namespace", '<svg:script xmlns:svg="http://www.w3.org/2000/svg">alert(1)</svg:script>'],
    ["a handler", '<rect width="9" height="9" OnClick="alert(1)"/>'],
    ["a link", '<a xlink:href="&#x20;javascript:alert(1)"><rect width="9" height="9"/></a>'],
    [
      "what sets a link later",
      '<a><set attributeName="href" to="javascript:alert(1)"/><rect width="9" height="9"/></a>',
    ],
  ])("a drawing that holds a script as %s is refused", async (_name, part) => {
    const file = `<svg xmlns="http://www.w3.org/2000/svg" xmlns:xlink="http://www.w3.org/1999/xlink" width="9" height="9">${part}</svg>`;
    const refused = await refusal(addPicture(context, site, "logo.svg", Buffer.from(file)));
    expect(refused.fields[0]).toEqual({ path: "file", message: expect.stringMatching(/holds a script/) });
  });

  test("a drawing is kept without what could fetch or move; a picture of it is made for lists", async () => {
    const drawn = `<?xml version="1.0"?><svg xmlns="http://www.w3.org/2000/svg" width="200" height="100"><metadata>far.example</metadata><style>@import url(http://far.example/a.css);</style><a href="http://far.example"><rect width="200" height="100" fill="red"/></a><image href="http://far.example/a.png"/><rect fill="url(http://far.example/#a)" width="5" height="5"/><foreignObject><iframe src="http://far.example"/></foreignObject><animate attributeName="width" to="900"/></svg>`;
    const entry = await addPicture(context, site, "sign.svg", Buffer.from(drawn));
    expect(entry).toMatchObject({ type: "image/svg+xml", widthPx: 200, heightPx: 100 });
    const kept = (await stored(entry.hash)).toString();
    expect(kept).toContain("<rect");
    expect(kept).not.toMatch(/far\.example|foreignObject|iframe|animate|<a /i);
    const { data, info } = await sharp(await pictureVariant(context, site.id, entry.hash, { widthPx: 96 }))
      .raw()
      .toBuffer({ resolveWithObject: true });
    expect(info.width).toBe(96);
    const middle = (Math.floor(info.height / 2) * info.width + info.width / 2) * info.channels;
    expect(data[middle]).toBeGreaterThan(240);
    expect(data[middle + 1]).toBeLessThan(20);
    const { type, body } = await pictureFile(context, site.id, `${entry.hash}-200.svg`);
    expect([type, body.toString()]).toEqual(["image/svg+xml", kept]);
  });

  test("a drawing that refers to itself without end, is no drawing, or is too large is refused in a sentence", async () => {
    const nested = Array.from(
      { length: 12 },
      (_one, at) => `<g id="g${at + 1}">${`<use href="#g${at}"/>`.repeat(12)}</g>`,
    ).join("");
    const bomb = `<svg xmlns="http://www.w3.org/2000/svg" width="9" height="9"><defs><g id="g0"><rect width="1" height="1"/></g>${nested}</defs><use href="#g12"/></svg>`;
    for (const [file, says] of [
      [bomb, /repeats its parts too often/],
      [`<svg>${"x".repeat(2 << 20)}</svg>`, /at most 1 MB/],
      ["<svg>", /can't be drawn|not a picture/],
      ["<!-- a --><html><script>alert(1)</script></html>", /not a picture/],
    ] as const) {
      const refused = await refusal(addPicture(context, site, "x.svg", Buffer.from(file)));
      expect(refused.status).toBe(422);
      expect(refused.fields[0]?.message).toMatch(says);
    }
  });

  /** Four pictures of noise, one after the other. */
  const moving = (delayMs: number) =>
    sharp(Buffer.from(Array.from({ length: 40 * 120 * 3 }, (_one, at) => (at * 7919) % 251)), {
      raw: { width: 40, height: 120, channels: 3, pageHeight: 30 } as never,
    })
      .gif({ delay: [delayMs, delayMs, delayMs, delayMs], loop: 0 })
      .toBuffer();

  test("a GIF that moves rests after five seconds, and stands still for whoever wants nothing to move", async () => {
    const entry = await addPicture(context, site, "wheel.gif", await moving(400));
    expect(entry).toMatchObject({ type: "image/gif", widthPx: 40, heightPx: 30, moves: true });
    const shown = await sharp(await pictureVariant(context, site.id, entry.hash, { widthPx: 40 })).metadata();
    expect([shown.format, shown.pages, shown.loop]).toEqual(["webp", 4, 3]);
    const still = await sharp(
      await pictureVariant(context, site.id, entry.hash, { widthPx: 40, form: "still" }),
    ).metadata();
    expect([still.format, still.pages ?? 1]).toEqual(["webp", 1]);
    await expect(pictureVariant(context, site.id, entry.hash, { widthPx: 40, form: "avif" })).rejects.toMatchObject({
      status: 422,
    });
  });

  test("one that moves for longer is refused with how long it does", async () => {
    const refused = await refusal(addPicture(context, site, "long.gif", await moving(2000)));
    expect(refused.fields[0]?.message).toMatch(/moves for 8 s; at most 5 s/);
  });

  test("turned a quarter, a picture is made as wide as it was high, and what moves is not turned", async () => {
    const { hash } = await addPicture(context, site, "side.jpg", await picture(11));
    const { width, height } = await sharp(
      await pictureVariant(context, site.id, hash, { widthPx: 800, turn: 90, form: "jpeg" }),
    ).metadata();
    expect([width, height]).toEqual([800, 1200]);
    await expect(pictureVariant(context, site.id, hash, { widthPx: 1200, turn: 90 })).rejects.toMatchObject({
      status: 422,
    });
  });

  test("a job makes all that pages will ask for, some pictures at a time, and comes back for the others", async () => {
    // What other tests brought is not its work here.
    await context.db
      .update(media)
      .set({ made: true, print: "0".repeat(16) })
      .where(eq(media.made, false));
    const small = (shade: number) => picture(shade, 500, 20);
    for (let shade = 40; shade < 46; shade += 1) await addPicture(context, site, `${shade}.jpg`, await small(shade));
    const runner = startRunner(context, jobKinds, 20);
    const unmade = () => context.db.select().from(media).where(eq(media.made, false));
    // Wait: for what the runner does by itself.
    while ((await unmade()).length) await new Promise((resolve) => setTimeout(resolve, 30));
    await runner.stop();
    expect(
      (await context.db.select().from(media)).every(({ print, type }) => print || !type.startsWith("image/")),
    ).toBe(true);
    const { hash } = await addPicture(context, site, "44.jpg", await small(44));
    const forms = await context.db.select().from(mediaVariants).where(eq(mediaVariants.hash, hash));
    expect(forms.map(({ form, widthPx }) => `${form} ${widthPx}`).sort()).toEqual(
      ["avif", "jpeg", "webp"].flatMap((form) => [480, 500].map((width) => `${form} ${width}`)).sort(),
    );
  });
});
