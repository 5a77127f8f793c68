import { eq } from "drizzle-orm";
import type { Edit } from "@/core/page/editing/edit";
import { everyNode, findNode, type PageNode } from "@/core/page/node";
import { linksIn, paragraphs, type RichDoc } from "@/core/page/words/richtext";
import { documents, presences } from "@/data/page/tables";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import type { SavedBatch } from "./edits";
import { fades, stillHere } from "./presence";

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
  const line = [{ revision: revision + 1, batch: "same", edits: [setText(first, "Once")] }];
  expect(saved).toEqual({ stored: true, line });
  expect(await save([setText(first, "Once")], revision, "same")).toEqual({ stored: true, line });
  expect((await home()).revision).toBe(revision + 1);
});

test("who does not know the end of the line is told it, and nothing is stored until the edits are carried over it", async () => {
  const [one = "", other = ""] = await heading();
  const { revision } = await home();
  await save([setText(one, "From the first tab")], revision);
  const late = await save([setText(other, "From the second tab")], revision, "late");
  expect(late).toMatchObject({ stored: false, line: [{ edits: [setText(one, "From the first tab")] }] });
  expect(findNode((await home()).body, other)?.content.text).not.toBe("From the second tab");
  expect(await save([setText(other, "From the second tab")], revision + 1, "late")).toMatchObject({ stored: true });
  const { body } = await home();
  expect(findNode(body, one)?.content.text).toBe("From the first tab");
  expect(findNode(body, other)?.content.text).toBe("From the second tab");
});

test("an edit that can't be made on the newest page is told at its place, and its batch is not stored", async () => {
  const [one = ""] = await heading();
  const { revision } = await home();
  const edits = [setText(one, "Fine"), setText("gone", "Nowhere")];
  await expect(save(edits, revision)).rejects.toMatchObject({ status: 422, fields: [{ path: "edits[1]" }] });
  expect((await home()).revision).toBe(revision);
});

test("lines of lists have ids however old the page is, and the same ones for everybody", async () => {
  const items = async () => {
    const { documents: opened } = (await studio.as("designer", "pages.open", { site, page: "classes" })) as {
      documents: { body: PageNode }[];
    };
    return opened
      .flatMap(({ body }) => [...everyNode(body)])
      .flatMap((node) => (node.kind === "list" ? (node.content.items as readonly { id?: string }[]) : []))
      .map((item) => item.id);
  };
  const [row] = await studio.context.db
    .select({ body: documents.body })
    .from(documents)
    .where(eq(documents.id, "classes"));
  const old = JSON.parse(JSON.stringify(row?.body).replaceAll(/"id":"l\d+",/g, "")) as PageNode;
  await studio.context.db.update(documents).set({ body: old }).where(eq(documents.id, "classes"));
  const ids = await items();
  expect(ids.length).toBeGreaterThan(0);
  expect(ids).not.toContain(undefined);
  expect(await items()).toEqual(ids);
});

test("people at one page see each other and the block they are in, until they are gone", async () => {
  const follow = async (who: "owner" | "editor", tab: string, node: string | null) =>
    (
      (await studio.as(who, "pages.follow", { site, page: "visit", known: [], tab, node })) as {
        people: { name: string; node: string | null; self: boolean }[];
      }
    ).people;
  expect(await follow("owner", "tabA", "w1")).toEqual([]);
  expect(await follow("editor", "tabB", null)).toMatchObject([{ node: "w1", self: false }]);
  expect(await follow("owner", "tabC", null)).toMatchObject([{ tab: "tabA", self: true }, { tab: "tabB" }]);
  const ago = (seconds: number) => new Date(studio.context.now().getTime() - seconds * 1000);
  await studio.context.db.update(presences).set({ seenAt: ago(16) });
  expect(await follow("owner", "tabA", null)).toEqual([]);
  await studio.context.db.update(presences).set({ seenAt: ago(150) });
  await follow("editor", "tabB", null);
  const here = async () => (await studio.context.db.select().from(presences)).map((row) => row.tab);
  const { siteId = "" } = (await studio.context.db.select().from(presences))[0] ?? {};
  await stillHere(studio.context, siteId, "tabB");
  expect(await here()).toEqual(["tabB"]);
  // A tab whose stream has ended stays for as long as a reload takes; one that leaves the page is gone at once.
  await fades(studio.context, siteId, "tabB");
  expect(await follow("owner", "tabA", null)).toMatchObject([{ tab: "tabB" }]);
  await studio.as("editor", "pages.leave", { site, tab: "tabA" });
  expect(await here()).toEqual(["tabA", "tabB"]);
  await studio.as("owner", "pages.leave", { site, tab: "tabA" });
  expect(await here()).toEqual(["tabB"]);
});

test("an open page learns what was stored in it, in the header and in the footer", async () => {
  const { revision } = await home();
  const [one = ""] = await heading();
  await save([setText(one, "Told")], revision);
  const answer = await studio.as("editor", "pages.follow", {
    site,
    page: "home",
    known: [
      { document: "home", revision },
      { document: "header", revision: 0 },
    ],
    tab: "tabD",
    node: null,
  });
  expect(answer).toMatchObject({ lines: [{ document: "home", line: [{ edits: [setText(one, "Told")] }] }] });
  expect((answer as { lines: unknown[] }).lines).toHaveLength(1);
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
  // Each takes in what came before it and sends again, as a browser does.
  const untilStored = async (n: number) => {
    for (let base = revision; ; ) {
      const edit: Edit = { type: "insert", parent: body.id, index: 0, node: section(n) };
      const { stored, line } = await save([edit], base, `race${n}`);
      if (stored) return;
      base = line.at(-1)?.revision ?? base;
    }
  };
  await Promise.all(Array.from({ length: 30 }, (_, n) => untilStored(n)));
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

test("numbers and addresses of every page become links by edits that open browsers follow; done again it changes nothing", async () => {
  const { body, revision } = await home();
  const words: PageNode = {
    id: "loose1",
    kind: "richText",
    content: { doc: paragraphs("Ring +353 1 555 0100, or write to hello@wrenfield.example.") },
    look: { base: {} },
  };
  const section = body.children?.[0]?.id ?? "";
  await save([{ type: "insert", parent: section, index: 0, node: words }], revision);
  const before = await home();
  const { links, pages } = (await studio.as("editor", "pages.linkLoose", { site })) as { links: number; pages: number };
  expect(links).toBeGreaterThanOrEqual(2);
  expect(pages).toBeGreaterThanOrEqual(1);
  const after = await home();
  expect(after.revision).toBe(before.revision + 1);
  const doc = findNode(after.body, "loose1")?.content.doc as RichDoc;
  expect([...linksIn(doc)]).toEqual(["tel:+35315550100", "mailto:hello@wrenfield.example"]);
  expect(await studio.as("editor", "pages.linkLoose", { site })).toEqual({ links: 0, pages: 0 });
  const { body: same } = await home();
  expect(same).toEqual(after.body);
});
