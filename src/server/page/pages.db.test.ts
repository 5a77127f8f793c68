import type { Edit } from "@/core/page/edit";
import { findNode, type PageNode } from "@/core/page/node";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import type { SavedBatch } from "./edits";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

let batch = 0;
const site = "wrenfield";
const save = (edits: readonly Edit[], base: number, id = `batch${++batch}`) =>
  studio.as("designer", "pages.edit", {
    site,
    document: "home",
    batch: id,
    base,
    edits: [...edits],
  }) as Promise<SavedBatch>;
async function home(): Promise<{ body: PageNode; revision: number }> {
  const { documents } = (await studio.as("designer", "pages.open", { site, page: "home" })) as {
    documents: { kind: string; body: PageNode; revision: number }[];
  };
  return documents.find((document) => document.kind === "page") as { body: PageNode; revision: number };
}
const heading = async () =>
  [...JSON.stringify((await home()).body).matchAll(/"id":"(w\d+)","kind":"heading"/g)].map(
    (match) => match[1] as string,
  );
const setText = (node: string, value: string): Edit => ({ type: "setContent", node, field: "text", value });

test("an edit is stored with its revision, and sending it twice is sending it once", async () => {
  const [first = ""] = await heading();
  const { revision } = await home();
  const saved = await save([setText(first, "Once")], revision, "same");
  expect(saved).toEqual({ revision: revision + 1, refusals: [], others: [] });
  expect(await save([setText(first, "Once")], revision, "same")).toMatchObject({ revision: revision + 1 });
  expect((await home()).revision).toBe(revision + 1);
});

test("two tabs on one page: both edits hold, and each learns of the other", async () => {
  const [one = "", other = ""] = await heading();
  const { revision } = await home();
  await save([setText(one, "From the first tab")], revision);
  const second = await save([setText(other, "From the second tab")], revision);
  expect(second.others).toEqual([{ revision: revision + 1, edits: [setText(one, "From the first tab")] }]);
  const { body } = await home();
  expect(findNode(body, one)?.content.text).toBe("From the first tab");
  expect(findNode(body, other)?.content.text).toBe("From the second tab");
});

test("an edit on a block that someone removed meanwhile is refused with its reason; the rest of the batch holds", async () => {
  const [one = "", , third = ""] = await heading();
  const { revision, body } = await home();
  const section = body.children?.find((child) => findNode(child, third))?.id ?? "";
  await save([{ type: "remove", node: section }], revision);
  const saved = await save([setText(third, "Too late"), setText(one, "In time")], revision);
  expect(saved.refusals).toEqual([
    { edit: setText(third, "Too late"), reason: { code: "page.nodeGone", node: third } },
  ]);
  expect(findNode((await home()).body, one)?.content.text).toBe("In time");
});

test("thirty edits sent at the same time make thirty revisions, none lost", async () => {
  const { revision, body } = await home();
  const section = (n: number): PageNode => ({
    id: `race${n}`,
    kind: "section",
    content: { name: `Race ${n}` },
    look: { base: {} },
    children: [],
  });
  await Promise.all(
    Array.from({ length: 30 }, (_, n) =>
      save([{ type: "insert", parent: body.id, index: 0, node: section(n) }], revision),
    ),
  );
  const after = await home();
  expect(after.revision).toBe(revision + 30);
  expect(after.body.children?.filter((child) => child.id.startsWith("race"))).toHaveLength(30);
});

test("a revision from the future is refused", async () => {
  const [one = ""] = await heading();
  await expect(save([setText(one, "x")], 9999)).rejects.toMatchObject({ status: 409 });
});

describe("pages", () => {
  const ask = (name: Parameters<TestStudio["as"]>[1], input: object) =>
    studio.as("designer", name, { site, ...input } as never) as Promise<{ id: string; slug: string }>;
  const slugs = async () =>
    ((await studio.as("designer", "sites.frame", { site })) as { pages: { id: string; slug: string }[] }).pages.map(
      (page) => page.slug,
    );

  test("a new page stands at the end; a taken slug is said at its field", async () => {
    await ask("pages.add", { title: "Gift cards", slug: "gift-cards" });
    expect((await slugs()).at(-1)).toBe("gift-cards");
    await expect(ask("pages.add", { title: "Again", slug: "gift-cards" })).rejects.toMatchObject({
      status: 422,
      fields: [{ path: "slug" }],
    });
  });

  test("two pages asked for one slug at the same time: one gets it", async () => {
    const results = await Promise.allSettled(
      Array.from({ length: 6 }, () => ask("pages.add", { title: "Race", slug: "race" })),
    );
    expect(results.filter((result) => result.status === "fulfilled")).toHaveLength(1);
  });

  test("a copy stands beside its original, with ids of its own", async () => {
    await ask("pages.duplicate", { page: "visit" });
    const after = await slugs();
    expect(after[after.indexOf("visit") + 1]).toBe("visit-2");
  });

  test("a page can be moved, removed and restored, with its slug if that is still free", async () => {
    await ask("pages.move", { page: "journal", index: 0 });
    expect((await slugs())[0]).toBe("journal");
    await ask("pages.remove", { page: "journal" });
    expect(await slugs()).not.toContain("journal");
    await ask("pages.add", { title: "Journal", slug: "journal" });
    expect(await ask("pages.restore", { page: "journal" })).toEqual({ id: "journal", slug: "journal-2" });
  });

  test("the home page stays", async () => {
    await expect(ask("pages.remove", { page: "home" })).rejects.toMatchObject({ status: 422 });
    await expect(
      ask("pages.change", { page: "home", title: "Home", slug: "start", description: "", inNavigation: true }),
    ).rejects.toMatchObject({ fields: [{ path: "slug" }] });
  });
});
