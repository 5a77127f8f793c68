// Files that visitors take home: known by their own bytes, released as they came, and carried in site files.
import { and, eq } from "drizzle-orm";
import type { Content, Kind } from "@/core/page/node";
import { releaseFiles } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { releasedBytes } from "../bytes/released";
import type { Problem } from "../problem";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { exportSite, importSite } from "./file";
import { addDocument, documentBytes, pictureVariant } from "./media";

let studio: TestStudio;
let site: { id: string; studioId: string };
beforeAll(async () => {
  studio = await testStudio();
  const row = await findSite(studio.context.db, "wrenfield");
  site = { id: row?.id ?? "", studioId: row?.studioId ?? "" };
});
afterAll(() => studio.close());

const pdf = Buffer.from("%PDF-1.4\n1 0 obj<</Type/Catalog>>endobj\ntrailer<</Root 1 0 R>>\n%%EOF\n");
const refusal = (name: string, bytes: Uint8Array) =>
  addDocument(studio.context, site, name, bytes).then(
    () => "taken",
    (error: Problem) => error.fields[0],
  );
const rows = async () => (await studio.context.db.select().from(media)).length;

test("a file that pretends to be a PDF, one that ends in the middle, one of no known kind: a sentence, and nothing is kept", async () => {
  const before = await rows();
  expect(await refusal("glazes.pdf", Buffer.from("<script>alert(1)</script>"))).toEqual({
    path: "file",
    message: "This file is called a PDF and is none. Save it as PDF from the program it was made with, and send that.",
  });
  expect(await refusal("glazes.pdf", pdf.subarray(0, 40))).toMatchObject({
    message: "This PDF ends in the middle. Copy it again, and send that.",
  });
  expect(await refusal("page.html", Buffer.from("<p>"))).toMatchObject({
    message: expect.stringMatching(/^This kind of file is not taken. Take PDF, ZIP,/),
  });
  expect(await refusal("firings.csv", Buffer.from([0xff, 0xfe, 0x41]))).toMatchObject({
    message: "This text is not written in UTF-8. Save it so, and send that.",
  });
  expect(await refusal("dates.ics", Buffer.from("BEGIN:VCARD"))).toMatchObject({ path: "file" });
  expect(await refusal("empty.txt", Buffer.alloc(0))).toMatchObject({ path: "file" });
  expect(await rows()).toBe(before);
});

test("a PDF is kept once, is no picture, and nobody else's site has it", async () => {
  const entry = await addDocument(studio.context, site, "Glaze recipes (2026).pdf", pdf);
  expect(entry).toMatchObject({ type: "application/pdf", widthPx: 0, bytes: pdf.length });
  const count = await rows();
  await addDocument(studio.context, site, "again.pdf", pdf);
  expect(await rows()).toBe(count);
  expect((await documentBytes(studio.context, site.id, entry.hash)).body.equals(pdf)).toBe(true);
  await expect(pictureVariant(studio.context, site.id, entry.hash, { widthPx: 96 })).rejects.toMatchObject({
    status: 404,
  });
  const other = await findSite(studio.context.db, "oddlane");
  await expect(documentBytes(studio.context, other?.id ?? "", entry.hash)).rejects.toMatchObject({ status: 404 });
});

test("a page that offers it is released with it, and a site file brings it along", async () => {
  const { hash } = await addDocument(studio.context, site, "Glaze recipes (2026).pdf", pdf);
  const { documents } = (await studio.as("designer", "pages.open", { site: "wrenfield", page: "shop" })) as {
    documents: { id: string; revision: number; body: { id: string } }[];
  };
  const shop = documents.find(({ id }) => id === "shop");
  const block = (id: string, kind: Kind, content: Content) => ({ id, kind, content, look: { base: {} } });
  await studio.as("designer", "pages.edit", {
    site: "wrenfield",
    document: "shop",
    batch: "offer-file",
    base: shop?.revision ?? 0,
    edits: [
      {
        type: "insert",
        parent: shop?.body.id ?? "",
        index: 0,
        node: {
          ...block("offer", "section", { name: "Recipes" }),
          children: [
            block("file1", "file", { media: hash, text: "" }),
            block("button1", "button", { text: "Recipes", link: `file:${hash}` }),
          ],
        },
      },
    ],
  });
  await studio.as("designer", "publish.start", { site: "wrenfield" });
  await studio.work();
  const live = (await findSite(studio.context.db, "wrenfield"))?.liveReleaseId ?? "";
  const released = async (path: string) => {
    const [row] = await studio.context.db
      .select()
      .from(releaseFiles)
      .where(and(eq(releaseFiles.releaseId, live), eq(releaseFiles.path, path)));
    return row && { type: row.type, bytes: await releasedBytes(studio.context.bytes, row) };
  };
  const html = (await released("/shop"))?.bytes?.toString() ?? "";
  const address = `/_a/${hash.slice(0, 24)}-Glaze-recipes-2026-.pdf`;
  expect(html).toContain(`href="${address}" download="Glaze recipes (2026).pdf"`);
  expect(html).toContain(`<a class="b-button" href="${address}">Recipes</a>`);
  expect(html).toContain("PDF · 1 kB");
  expect(await released(address)).toEqual({ type: "application/pdf", bytes: pdf });

  const row = await findSite(studio.context.db, "wrenfield");
  const zip = await exportSite(studio.context, row as never);
  const { site: copy } = await importSite(studio.context, site.studioId, zip, { key: "wrenfield-copy" });
  expect(copy.media.find((one) => one.hash === hash)).toMatchObject({ type: "application/pdf", bytes: pdf.length });
});
