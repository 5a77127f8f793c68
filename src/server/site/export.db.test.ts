// A large site taken out by a job, brought in again, and what becomes of the file.
import { eq } from "drizzle-orm";
import { siteFileLimits, siteLimits } from "@/core/site/limits";
import { storedBytes } from "@/data/bytes/tables";
import { jobs } from "@/data/job/tables";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { onSite, type SiteCall } from "../operation";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { bytesOf, wholeOf } from "../zip";
import { beginExport, madeExport } from "./export";
import { exportSite, importSite, siteFileParts } from "./file";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const call = (person: "designer" | "editor" = "designer"): Promise<SiteCall> =>
  onSite(studio.incoming(person), "wrenfield", "site.read");

async function whole(parts: AsyncIterable<Uint8Array>): Promise<Buffer> {
  const all: Uint8Array[] = [];
  for await (const part of parts) all.push(part);
  return Buffer.concat(all);
}

test("a small site comes at once; a large one is made by one job, however many ask for it", async () => {
  expect(await studio.as("designer", "sites.export", { site: "wrenfield" })).toEqual({ job: null });
  const asked = await Promise.all(Array.from({ length: 6 }, async () => beginExport(await call(), { release: "" }, 1)));
  const [first] = asked;
  expect(new Set(asked.map(({ job }) => job))).toEqual(new Set([first?.job]));
  const job = first?.job ?? "";
  await expect(madeExport(await call(), job)).rejects.toMatchObject({ status: 404 });
  await studio.work();
  expect(await studio.as("designer", "jobs.read", { site: "wrenfield", job })).toMatchObject({ state: "done" });
  const made = await madeExport(await call(), job);
  const direct = Buffer.from(await exportSite(studio.context, (await call()).site));
  expect([made.name, (await whole(made.parts)).equals(direct)]).toEqual(["wrenfield.site.zip", true]);
  // Asked again it is made anew: the site may have changed.
  const again = await beginExport(await call(), { release: "" }, 1);
  expect(again.job).not.toBe(job);
  await studio.work();
});

test("a file that was swept away says so, and that it can be made anew", async () => {
  const { job } = await beginExport(await call(), { release: "" }, 1);
  await studio.work();
  const [row] = await studio.context.db
    .select({ result: jobs.result })
    .from(jobs)
    .where(eq(jobs.id, job ?? ""));
  const [piece = ""] = (row?.result as { pieces: string[] } | undefined)?.pieces ?? [];
  await studio.context.db.delete(storedBytes).where(eq(storedBytes.key, piece));
  await expect(madeExport(await call(), job ?? "")).rejects.toMatchObject({ status: 410, code: "exportGone" });
});

test("a release is taken out by a job too, by whoever may see releases", async () => {
  const { release } = (await studio.as("designer", "publish.start", { site: "wrenfield", leaveOut: [] })) as {
    release: string;
  };
  await studio.work();
  const { job } = await beginExport(await call("editor"), { release }, 1);
  await studio.work();
  const made = await madeExport(await call("editor"), job ?? "");
  expect([made.name, made.release]).toEqual(["wrenfield-release-1.zip", release]);
  expect((await whole(made.parts)).subarray(0, 2).toString()).toBe("PK");
  await expect(studio.as("editor", "publish.export", { site: "wrenfield", release: "none" })).rejects.toMatchObject({
    status: 404,
  });
});

test("another site's export is not found, whoever asks", async () => {
  const { job } = await beginExport(await call(), { release: "" }, 1);
  await studio.work();
  await importSite(studio.context, "other", await exportSite(studio.context, (await call()).site), {
    key: "other-site",
  });
  const theirs = await onSite(studio.incoming("stranger"), "other-site", "site.read");
  await expect(madeExport(theirs, job ?? "")).rejects.toMatchObject({ status: 404 });
});

test("a site is brought in from the parts of its export as they come, and is the same", async () => {
  const site = await findSite(studio.context.db, "wrenfield");
  if (!site) throw new Error("The site is missing");
  const parts = bytesOf(siteFileParts(studio.context, site));
  await importSite(studio.context, studio.studioId, parts, { key: "streamed" });
  const copy = await findSite(studio.context.db, "streamed");
  if (!copy) throw new Error("The copy is missing");
  const zip = async (one: typeof site) => Buffer.from(await wholeOf(siteFileParts(studio.context, one)));
  const [mine, theirs] = [await zip(site), await zip(copy)];
  expect(theirs.length).toBeGreaterThan(100_000);
  // Only the key differs, which stands once in its text.
  expect(Math.abs(mine.length - theirs.length)).toBeLessThan(60);
});

test("what may be uploaded to a site fits into its file, and what does not is told at the picture", async () => {
  expect(siteFileLimits.entries).toBe(siteLimits.pictures + 1);
  expect(siteFileLimits.unpacked).toBeGreaterThanOrEqual(siteLimits.bytes + siteLimits.json);
  expect(siteFileLimits.zipped).toBeGreaterThan(siteFileLimits.unpacked);
  // A zip without the 64-bit extension.
  expect(siteFileLimits.zipped).toBeLessThan(2 ** 32);
  const { addPicture } = await import("./media");
  const sharp = (await import("sharp")).default;
  const { id, studioId } = (await call()).site;
  const picture = (shade: number) =>
    sharp({ create: { width: 20, height: 20, channels: 3, background: { r: shade, g: 0, b: 0 } } })
      .png()
      .toBuffer();
  const [one] = await studio.context.db.select().from(media).where(eq(media.siteId, id)).limit(1);
  const size = (bytes: number) =>
    studio.context.db
      .update(media)
      .set({ bytes })
      .where(eq(media.hash, one?.hash ?? ""));
  await size(2_100_000_000);
  expect(await addPicture(studio.context, { id, studioId }, "fits.png", await picture(1))).toMatchObject({
    widthPx: 20,
  });
  await size(siteLimits.bytes - 1);
  await expect(addPicture(studio.context, { id, studioId }, "over.png", await picture(2))).rejects.toMatchObject({
    code: "siteFull",
    fields: [{ path: "file", message: expect.stringContaining("2048 MB") }],
  });
});
