// Large files in parts: what has come stays, parts may come twice and at once, and only the file that was named is taken.
import { randomBytes } from "node:crypto";
import { eq } from "drizzle-orm";
import { uploadParts } from "@/data/bytes/tables";
import { findSite } from "@/data/site/queries";
import { sweepUploads } from "@/data/site/sweep";
import { sha256 } from "../context";
import type { SiteCall } from "../operation";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { forgetUpload, keepPart, partBytes, partsThere, wholeUpload } from "./upload";

let studio: TestStudio;
let call: SiteCall;
beforeAll(async () => {
  studio = await testStudio();
  const site = await findSite(studio.context.db, "wrenfield");
  call = { context: studio.context, site } as SiteCall;
});
afterAll(() => studio.close());
beforeEach(() => studio.context.db.delete(uploadParts));

const file = randomBytes(partBytes * 2 + 500);
const name = sha256(file);
const part = (at: number) => file.subarray(at * partBytes, (at + 1) * partBytes);

test("a connection that ends in the middle loses nothing: what has come is told, the rest is sent, and the file is whole", async () => {
  await keepPart(call, name, 0, part(0));
  await keepPart(call, name, 2, part(2));
  expect(await partsThere(call, name)).toEqual([0, 2]);
  await expect(wholeUpload(call, name, 3)).rejects.toMatchObject({ status: 409, fields: [{ path: "file" }] });
  // What is there stays.
  expect(await partsThere(call, name)).toEqual([0, 2]);
  await keepPart(call, name, 1, part(1));
  expect(Buffer.compare(Buffer.from(await wholeUpload(call, name, 3)), file)).toBe(0);
  await forgetUpload(call, name);
  expect(await partsThere(call, name)).toEqual([]);
});

test("two windows that send the same file at once send it once", async () => {
  await Promise.all([0, 1, 2, 0, 1, 2].map((at) => keepPart(call, name, at, part(at))));
  expect(await partsThere(call, name)).toEqual([0, 1, 2]);
  expect(sha256(await wholeUpload(call, name, 3))).toBe(name);
});

test("parts of another file are not taken for this one, and are not kept for a next try", async () => {
  for (const at of [0, 1, 2]) await keepPart(call, name, at, at === 1 ? randomBytes(partBytes) : part(at));
  await expect(wholeUpload(call, name, 3)).rejects.toMatchObject({ status: 409 });
  expect(await partsThere(call, name)).toEqual([]);
});

test.each([
  ["a name that is none", "../x", 0, randomBytes(3)],
  ["a part that no file has", name, 20, randomBytes(3)],
  ["a part without a number", name, Number.NaN, randomBytes(3)],
  ["a part of a fraction", name, 0.5, randomBytes(3)],
  ["nothing", name, 0, Buffer.alloc(0)],
  ["more than a part", name, 0, randomBytes(partBytes + 1)],
])("%s is refused at its field", async (_what, upload, at, bytes) => {
  await expect(keepPart(call, upload, at, bytes)).rejects.toMatchObject({ status: 422 });
});

test("a site keeps a bounded number of parts; another site's are apart; what was never finished goes after a day", async () => {
  const { db, now } = studio.context;
  const many = Array.from({ length: 200 }, (_one, at) => ({
    siteId: call.site.id,
    upload: sha256(`file ${Math.floor(at / 20)}`),
    part: at % 20,
    bytes: Buffer.from("x"),
    createdAt: new Date(now().getTime() - 2 * 86_400_000),
  }));
  await db.insert(uploadParts).values(many);
  await expect(keepPart(call, name, 0, part(0))).rejects.toMatchObject({ status: 429 });
  const there = { context: studio.context, site: { ...call.site, id: "another-site" } } as SiteCall;
  await keepPart(there, name, 0, part(0));
  expect(await partsThere(call, name)).toEqual([]);
  await sweepUploads(db, new Date(now().getTime() - 86_400_000));
  expect(await db.select().from(uploadParts).where(eq(uploadParts.siteId, call.site.id))).toEqual([]);
  expect(await partsThere(there, name)).toEqual([0]);
});
