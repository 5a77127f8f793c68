// Words over a whole site against the real database: found, replaced at once, taken back over what others wrote since.
import type { Edit } from "@/core/page/editing/edit";
import { everyNode, type PageNode } from "@/core/page/node";
import { nodeWords } from "@/core/page/words/words";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import type { FoundOnSite } from "./find";
import type { OpenedDocument } from "./shared";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const query = (text: string, more: object = {}) => ({ site, text, matchCase: true, wholeWords: false, ...more });
const find = (text: string) =>
  studio.as("editor", "pages.find", query(text)) as Promise<{ places: FoundOnSite[]; all: number }>;
const replace = (text: string, put: string, left: { document: string; place: string }[] = []) =>
  studio.as("editor", "pages.replace", { ...query(text), put, left }) as Promise<{
    places: number;
    documents: { document: string; revision: number; inverses: Edit[] }[];
  }>;
const back = (documents: { document: string; revision: number; inverses: Edit[] }[]) =>
  studio.as("editor", "pages.replaceBack", {
    site,
    documents: documents.map(({ document, revision, inverses }) => ({ document, revision, edits: inverses })),
  }) as Promise<{ lost: number }>;

async function body(page: string): Promise<OpenedDocument> {
  const { documents } = (await studio.as("designer", "pages.open", { site, page })) as { documents: OpenedDocument[] };
  return documents.find(({ id }) => id === page) as OpenedDocument;
}
const pages = ["home", "classes", "visit"];
const words = async () => Promise.all(pages.map(async (page) => nodeWords((await body(page)).body)));

test("found on every page with what stands around it; replaced but for what is left out; taken back as it was", async () => {
  const before = await words();
  const found = await find("kiln");
  expect(found.all).toBeGreaterThan(3);
  expect(new Set(found.places.map(({ document }) => document)).size).toBeGreaterThan(1);
  expect(found.places.every(({ match }) => match === "kiln")).toBe(true);
  const [first] = found.places;
  if (!first) throw new Error("not found");
  const place = `${first.node} ${first.field} ${first.nth}`;
  const done = await replace("kiln", "oven", [{ document: first.document, place }]);
  expect(done.places).toBe(found.all - 1);
  expect((await find("kiln")).places).toHaveLength(1);
  expect((await find("oven")).all).toBe(found.all - 1);
  expect(await back(done.documents)).toEqual({ lost: 0 });
  expect(await words()).toEqual(before);
});

test("what a page fills into a shared section is found there and replaced, by an editor too", async () => {
  const { places } = await find("Rather make your own?");
  expect(places).toMatchObject([{ document: "shop", field: "fills.w68-text.value" }]);
  const done = await replace("your own", "one of your own");
  const shop = JSON.stringify((await body("shop")).body);
  expect(shop).toContain("Rather make one of your own?");
  expect(await back(done.documents)).toEqual({ lost: 0 });
  expect(JSON.stringify((await body("shop")).body)).toContain("Rather make your own?");
});

test("taken back over words that somebody wrote beside them meanwhile", async () => {
  const done = await replace("kiln", "oven");
  const home = await body("home");
  const heading = [...everyNode(home.body)].find(
    ({ kind, content }) => kind === "heading" && !String(content.text).includes("oven"),
  ) as PageNode;
  await studio.as("designer", "pages.edit", {
    site,
    document: "home",
    batch: "beside",
    base: home.revision,
    edits: [{ type: "splice", node: heading.id, field: "text", at: 0, cut: 0, put: "Now: " }],
  });
  expect(await back(done.documents)).toEqual({ lost: 0 });
  expect((await find("oven")).all).toBe(0);
  expect((await find("Now: ")).all).toBe(1);
});

test("two who replace the same words at once: both end, and no word is left or doubled", async () => {
  const { all } = await find("kiln");
  const outcomes = await Promise.all([replace("kiln", "oven"), replace("kiln", "oven")]);
  expect(outcomes.reduce((sum, { places }) => sum + places, 0)).toBe(all);
  expect((await find("kiln")).all).toBe(0);
  expect((await find("oven")).all).toBe(all);
  for (const { documents } of outcomes) if (documents.length) await back(documents);
  expect((await find("kiln")).all).toBe(all);
});

test("no words to look for are told at their field, and far too many places are refused whole", async () => {
  await expect(find("")).rejects.toMatchObject({ status: 422, fields: [{ path: "text" }] });
  const home = await body("home");
  const section = home.body.children?.[0]?.id ?? "";
  const many = Array.from(
    { length: 300 },
    (_, nth): Edit => ({
      type: "insert",
      parent: section,
      index: 0,
      node: {
        id: `many${nth}`,
        kind: "heading",
        content: { text: "zq zq zq zq zq zq zq zq", level: 3 },
        look: { base: {} },
      },
    }),
  );
  await studio.as("designer", "pages.edit", {
    site,
    document: "home",
    batch: "many",
    base: home.revision,
    edits: many,
  });
  expect((await find("zq")).places).toHaveLength(500);
  await expect(replace("zq", "x")).rejects.toMatchObject({ status: 409 });
  expect((await find("zq")).all).toBe(2400);
});
