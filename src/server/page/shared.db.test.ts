// Shared sections against the real database: standing on many pages, published with just those, never in a circle.
import { eq } from "drizzle-orm";
import { builder } from "@/core/page/build";
import type { Edit } from "@/core/page/editing/edit";
import { findNode, type PageNode } from "@/core/page/node";
import { sharedContent } from "@/core/page/shared/placement";
import { readSiteFile, writeSiteFile } from "@/core/site/read";
import { releases } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { loadSite } from "../site/whole";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import type { OpenedDocument } from "./shared";

let studio: TestStudio;
const site = "wrenfield";
let made = 0;
const newId = () => `s${++made}`;
const b = builder(newId);

const heading: PageNode = { ...b.heading(2, "Ready when you are"), open: ["text"] };
const body = b.page(b.section("Call", { surface: "ink" }, heading));
const placement = (shared: string, text?: string): PageNode =>
  b.node("shared", {
    shared,
    fills: text === undefined ? [] : [{ id: newId(), node: heading.id, field: "text", value: text }],
  });

beforeAll(async () => {
  studio = await testStudio();
  await publish();
  await studio.as("designer", "shared.add", { site, shared: "call", name: "Call", body });
});
afterAll(() => studio.close());

async function publish(): Promise<number> {
  const { release } = (await studio.as("owner", "publish.start", { site })) as { release: string };
  await studio.work();
  const [row] = await studio.context.db.select().from(releases).where(eq(releases.id, release));
  expect(row?.state).toBe("complete");
  return row?.rendered ?? -1;
}

async function opened(page: string): Promise<readonly OpenedDocument[]> {
  return ((await studio.as("designer", "pages.open", { site, page })) as { documents: OpenedDocument[] }).documents;
}
async function sharedNow(id: string): Promise<OpenedDocument> {
  const { documents } = (await studio.as("designer", "shared.open", { site, shared: [id] })) as {
    documents: OpenedDocument[];
  };
  return documents.find((one) => one.id === id) as OpenedDocument;
}

const edit = (document: OpenedDocument, edits: readonly Edit[], as: "designer" | "editor" = "designer") =>
  studio.as(as, "pages.edit", {
    site,
    document: document.id,
    batch: `shared${++made}`,
    base: document.revision,
    edits: [...edits],
  });

async function place(page: string, node: PageNode) {
  const document = (await opened(page)).find(({ id }) => id === page) as OpenedDocument;
  await edit(document, [{ type: "insert", parent: document.body.id, index: 0, node }]);
  return node;
}

test("it stands on pages with their own words, and a change of it renders just those", async () => {
  expect(await publish()).toBe(0);
  await place("visit", placement("call", "Come by the river"));
  await place("classes", placement("call"));
  expect(await publish()).toBe(2);
  const listed = (await studio.as("editor", "shared.list", { site })) as { sections: object[] };
  expect(listed.sections).toContainEqual(expect.objectContaining({ id: "call", name: "Call", pages: 2, holds: [] }));
  const call = await sharedNow("call");
  await edit(call, [{ type: "setContent", node: heading.id, field: "level", value: 3 }]);
  const changes = (await studio.as("owner", "publish.changes", { site })) as { changes: object[] };
  expect(changes.changes).toMatchObject([{ of: "shared", id: "call", name: "Call", what: "changed" }]);
  expect(await publish()).toBe(2);
  expect(await publish()).toBe(0);
});

test("a page is opened with all that stands in it, and its places say what is filled in", async () => {
  expect((await opened("visit")).map(({ id }) => id)).toContain("call");
  expect((await opened("home")).map(({ id }) => id)).not.toContain("call");
  const places = (await studio.as("editor", "shared.places", { site, shared: "call" })) as {
    documents: { id: string; places: { fills: { value: string }[] }[] }[];
    pages: { id: string }[];
  };
  expect(places.pages.map(({ id }) => id).sort()).toEqual(["classes", "visit"]);
  const visit = places.documents.find(({ id }) => id === "visit");
  expect(visit?.places[0]?.fills[0]?.value).toBe("Come by the river");
});

test("an editor fills what is open, and changes no definition", async () => {
  const documents = await opened("visit");
  const visit = documents.find(({ id }) => id === "visit") as OpenedDocument;
  const node = visit.body.children?.[0] as PageNode;
  const [fill] = sharedContent(node).fills;
  await edit(
    visit,
    [{ type: "setContent", node: node.id, field: `fills.${fill?.id}.value`, value: "By the weir" }],
    "editor",
  );
  const call = await sharedNow("call");
  await expect(
    edit(call, [{ type: "setContent", node: heading.id, field: "text", value: "Other words" }], "editor"),
  ).rejects.toMatchObject({ status: 403 });
});

test("two people who would close a circle from both sides: one of them is refused, with the chain", async () => {
  for (const id of ["one", "two"])
    await studio.as("designer", "shared.add", { site, shared: id, name: `The ${id}`, body: b.page(b.section(id, {})) });
  const [one, two] = [await sharedNow("one"), await sharedNow("two")];
  const put = (into: OpenedDocument, shared: string) =>
    edit(into, [{ type: "insert", parent: into.body.id, index: 1, node: placement(shared) }]);
  const outcomes = await Promise.allSettled([put(one, "two"), put(two, "one")]);
  const refused = outcomes.filter((outcome) => outcome.status === "rejected");
  expect(refused).toHaveLength(1);
  expect(refused[0]?.reason).toMatchObject({ status: 409, message: expect.stringContaining("“The one”") });
  const itself = await sharedNow("call");
  await expect(put(itself, "call")).rejects.toMatchObject({ status: 409 });
  await expect(
    studio.as("designer", "shared.add", { site, shared: "ring", name: "Ring", body: b.page(placement("ring")) }),
  ).rejects.toMatchObject({ status: 422 });
});

test("what stands in others in turn is bounded, however it grows", async () => {
  const add = (id: string, tree: PageNode) =>
    studio.as("designer", "shared.add", { site, shared: id, name: id, body: tree });
  const last = "deep7";
  await add("deep0", b.page(b.section("Deep", {})));
  for (let level = 1; level <= 7; level++)
    await add(`deep${level}`, b.page(placement(`deep${level - 1}`), placement(`deep${level - 1}`), b.section("S", {})));
  const many = Array.from({ length: 60 }, () => placement(last));
  await expect(add("wide", b.page(...many))).rejects.toMatchObject({ status: 409, code: "sharedTooLarge" });
  const leaf = await sharedNow("deep0");
  const section = leaf.body.children?.[0]?.id ?? "";
  const grow = Array.from(
    { length: 60 },
    (_, index): Edit => ({ type: "insert", parent: section, index, node: b.words("x") }),
  );
  await expect(edit(leaf, grow)).rejects.toMatchObject({ status: 409, code: "sharedTooLarge" });
});

test("what stands somewhere is not removed; what stands nowhere is, and sent twice is made once", async () => {
  await expect(studio.as("designer", "shared.remove", { site, shared: "call" })).rejects.toMatchObject({
    status: 409,
    message: expect.stringContaining("“"),
  });
  const spare = { site, shared: "spare", name: "Spare", body: b.page(b.section("Spare", {})) };
  await studio.as("designer", "shared.add", spare);
  await studio.as("designer", "shared.add", spare);
  await studio.as("designer", "shared.rename", { site, shared: "spare", name: "Kept for later" });
  const names = async () =>
    ((await studio.as("designer", "shared.list", { site })) as { sections: { name: string }[] }).sections.map(
      ({ name }) => name,
    );
  expect((await names()).filter((name) => name === "Kept for later")).toHaveLength(1);
  await studio.as("designer", "shared.remove", { site, shared: "spare" });
  expect(await names()).not.toContain("Kept for later");
  await expect(studio.as("editor", "shared.remove", { site, shared: "call" })).rejects.toMatchObject({ status: 403 });
});

test("the site file has them, and comes back as it was", async () => {
  const row = await findSite(studio.context.db, site);
  if (!row) throw new Error("gone");
  const whole = await loadSite(studio.context.db, row);
  const text = writeSiteFile(whole);
  const read = readSiteFile(text);
  if (!read.ok) throw new Error(JSON.stringify(read.faults));
  expect(writeSiteFile(read.site)).toBe(text);
  const copy = (await studio.as("designer", "sites.copy", { site, key: "wren-copy", name: "Copy" })) as { key: string };
  const other = await findSite(studio.context.db, copy.key);
  if (!other) throw new Error("not copied");
  const copied = await loadSite(studio.context.db, other);
  expect(copied.shared?.map(({ id }) => id)).toEqual(whole.shared?.map(({ id }) => id));
  const listed = (await studio.as("designer", "shared.list", { site: copy.key })) as { sections: { pages: number }[] };
  expect(listed.sections.some(({ pages }) => pages === 2)).toBe(true);
});

test("what is gone shows nothing and stops a release, told at its page", async () => {
  await place("journal", placement("nobody"));
  const { findings } = (await studio.as("owner", "publish.changes", { site })) as {
    findings: { document: string; weight: string; reason: { code: string } }[];
  };
  expect(findings).toContainEqual(
    expect.objectContaining({ document: "journal", weight: "stops", reason: { code: "check.sharedGone" } }),
  );
  const journal = (await opened("journal")).find(({ id }) => id === "journal") as OpenedDocument;
  expect(findNode(journal.body, journal.body.children?.[0]?.id ?? "")?.kind).toBe("shared");
});

test("taken back to the last release, a definition is as it was", async () => {
  const call = await sharedNow("call");
  await edit(call, [{ type: "setContent", node: heading.id, field: "text", value: "Changed since" }]);
  await studio.as("owner", "publish.takeBack", { site, of: "shared", id: "call" });
  const back = await sharedNow("call");
  expect(findNode(back.body, heading.id)?.content.text).toBe("Ready when you are");
});
