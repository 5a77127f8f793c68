// Releases that hold a part of what changed, changes taken back, older releases looked at and worked on from; addresses
// that move.

import { readFileSync } from "node:fs";
import { eq } from "drizzle-orm";
import { findNode, type PageNode } from "@/core/page/node";
import type { Change } from "@/core/site/change";
import { releaseFiles } from "@/data/release/tables";
import { findSite, redirectsOf } from "@/data/site/queries";
import { releasedBytes } from "../bytes/released";
import { onSite } from "../operation";
import { loadSite } from "../site/whole";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { redirectType } from "./publisher";
import { snapshotOf } from "./states";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
  await publish();
});
afterAll(() => studio.close());

const row = async () => {
  const found = await findSite(studio.context.db, site);
  if (!found) throw new Error("gone");
  return found;
};
const working = async () => loadSite(studio.context.db, await row());
async function publish(leaveOut: readonly { of: Change["of"]; id: string }[] = []) {
  await studio.as("designer", "publish.start", { site, leaveOut } as never);
  await studio.work();
  return (await row()).liveReleaseId ?? "";
}
const changes = async () =>
  ((await studio.as("designer", "publish.changes", { site })) as { changes: readonly Change[] }).changes;
const named = async () => (await changes()).map((change) => `${change.of} ${change.id} ${change.what}`);
async function openPage(page: string) {
  const { documents } = (await studio.as("designer", "pages.open", { site, page })) as {
    documents: { id: string; revision: number; body: PageNode }[];
  };
  return documents.find((document) => document.id === page) as { revision: number; body: PageNode };
}
let batch = 0;
async function write(page: string, value: string) {
  const { revision, body } = await openPage(page);
  const node = JSON.stringify(body).match(/"id":"(w\d+)","kind":"heading"/)?.[1] ?? "";
  await studio.as("designer", "pages.edit", {
    site,
    document: page,
    batch: `states${++batch}`,
    base: revision,
    edits: [{ type: "setContent", node, field: "text", value }],
  });
  return node;
}
const live = async (path: string) =>
  (
    await studio.context.db
      .select()
      .from(releaseFiles)
      .where(eq(releaseFiles.releaseId, (await row()).liveReleaseId ?? ""))
  ).find((file) => file.path === path);

test("a change that is left out of a release waits for the next one", async () => {
  await write("home", "Goes live");
  await write("visit", "Waits");
  expect(await named()).toEqual(["page home changed", "page visit changed"]);
  await publish([{ of: "page", id: "visit" }]);
  expect(await named()).toEqual(["page visit changed"]);
  await publish();
  expect(await named()).toEqual([]);
});

test("pages that change places can't be published one without the other", async () => {
  const page = async (id: string, slug: string) => {
    const meta = (await working()).pages.find((one) => one.id === id);
    await studio.as("designer", "pages.change", {
      site,
      page: id,
      title: meta?.title ?? "",
      slug,
      description: meta?.description ?? "",
      inNavigation: true,
    });
  };
  await page("visit", "somewhere");
  await page("shop", "visit");
  await expect(publish([{ of: "page", id: "visit" }])).rejects.toMatchObject({
    fields: [{ path: "leaveOut", message: expect.stringContaining("same address") }],
  });
  await studio.as("designer", "publish.restore", { site, release: (await row()).liveReleaseId ?? "" });
  expect(await named()).toEqual([]);
});

test("each kind of change is taken back to what is live, and open browsers follow", async () => {
  const before = await working();
  const node = await write("home", "To be taken back");
  const { revision } = await openPage("home");
  await studio.as("designer", "brand.save", {
    site,
    brand: { ...before.brand, space: 1.2 },
    revision: (await row()).revision,
  });
  await studio.as("designer", "sites.settings", { site, name: "Another", settings: before.settings });
  await studio.as("designer", "pages.add", { site, title: "New", slug: "new" });
  await studio.as("designer", "pages.remove", { site, page: "journal" });
  const widget = before.widgets[0] as { id: string; name: string; settings: object };
  const frame = (await studio.as("designer", "sites.frame", { site })) as { widgets: { revision: number }[] };
  await studio.as("designer", "widgets.save", {
    site,
    widget: widget.id,
    name: "Renamed",
    settings: widget.settings,
    revision: frame.widgets[0]?.revision,
  } as never);
  const waiting = await changes();
  expect(waiting.map((change) => change.of).sort()).toEqual(["brand", "page", "page", "page", "settings", "widget"]);
  for (const { of, id } of waiting) await studio.as("designer", "publish.takeBack", { site, of, id });
  expect(await named()).toEqual([]);
  expect(findNode((await openPage("home")).body, node)?.content.text).not.toBe("To be taken back");
  const told = (await studio.as("editor", "pages.line", { site, document: "home", since: revision })) as {
    line: unknown[];
  };
  expect(told.line).toHaveLength(1);
});

test("an address taken back needs no redirect any more", async () => {
  const meta = (await working()).pages.find((one) => one.id === "visit");
  const page = { site, title: meta?.title ?? "", description: meta?.description ?? "", inNavigation: true };
  await studio.as("designer", "pages.change", { ...page, page: "visit", slug: "come-by" });
  expect(await named()).toEqual(["page visit changed", "redirect /visit new"]);
  await studio.as("designer", "publish.takeBack", { site, of: "page", id: "visit" });
  expect(await named()).toEqual([]);
});

test("what can't be taken back is said, and nothing of it was done", async () => {
  const meta = (await working()).pages.find((one) => one.id === "kiln-hire");
  const page = { site, title: meta?.title ?? "", description: meta?.description ?? "", inNavigation: true };
  await studio.as("designer", "pages.change", { ...page, page: "kiln-hire", slug: "kilns" });
  const { id } = (await studio.as("designer", "pages.add", { site, title: "Other", slug: "kiln-hire" })) as {
    id: string;
  };
  const before = await working();
  await expect(studio.as("designer", "publish.takeBack", { site, of: "page", id: "kiln-hire" })).rejects.toMatchObject({
    status: 409,
    code: "addressTaken",
  });
  expect(await working()).toEqual(before);
  await studio.as("designer", "publish.takeBack", { site, of: "page", id });
  await studio.as("designer", "publish.takeBack", { site, of: "page", id: "kiln-hire" });
  expect(await named()).toEqual([]);
});

test("an older release is looked at, worked on from, and made live again", async () => {
  const first = (await row()).liveReleaseId ?? "";
  await write("classes", "Of the second release");
  await studio.as("designer", "pages.add", { site, title: "Later", slug: "later" });
  await publish();
  const looked = (await studio.as("editor", "publish.look", { site, release: first, page: "classes" })) as {
    shown: { body: PageNode };
    pages: { slug: string }[];
  };
  expect(JSON.stringify(looked.shown.body)).not.toContain("Of the second release");
  expect(looked.pages.map((page) => page.slug)).not.toContain("later");
  await studio.as("designer", "publish.restore", { site, release: first });
  const then = await snapshotOf(await onSite(studio.incoming("owner"), site, "releases.read"), first);
  expect((await working()).pages).toEqual(then.pages);
  // What is live did not move.
  expect((await row()).liveReleaseId).not.toBe(first);
  await studio.as("designer", "publish.goBack", { site, release: first });
  expect(await named()).toEqual([]);
});

test("before and after show the page as it is live and as it will be", async () => {
  await write("home", "After");
  const compared = (await studio.as("editor", "publish.compare", { site, of: "page", id: "home" })) as {
    before: { body: PageNode };
    after: { body: PageNode };
  };
  expect(JSON.stringify(compared.after.body)).toContain("After");
  expect(JSON.stringify(compared.before.body)).not.toContain('"After"');
  await studio.as("designer", "publish.takeBack", { site, of: "page", id: "home" });
});

test("a page that moves leaves a redirect, rules that name it follow, patterns that held for it are told", async () => {
  const change = async (page: string, slug: string) => {
    const meta = (await working()).pages.find((one) => one.id === page);
    return (await studio.as("designer", "pages.change", {
      site,
      page,
      title: meta?.title ?? "",
      slug,
      description: meta?.description ?? "",
      inNavigation: true,
    })) as { moved: { redirect: string | null; followed: string[]; left: { pattern: string }[] }[] };
  };
  const frame = (await studio.as("designer", "sites.frame", { site })) as {
    widgets: { id: string; name: string; revision: number; settings: { conditions: object } }[];
  };
  const [widget] = frame.widgets;
  await studio.as("designer", "widgets.save", {
    site,
    widget: widget?.id,
    name: widget?.name,
    revision: widget?.revision,
    settings: {
      ...widget?.settings,
      conditions: { ...widget?.settings.conditions, include: ["/classes", "/clas*"], exclude: ["/kiln-hire"] },
    },
  } as never);
  const { moved } = await change("classes", "courses");
  expect(moved).toEqual([
    {
      ...{ page: "classes", title: "Classes", path: "/courses" },
      redirect: "/classes",
      followed: [widget?.name],
      headersFooters: [],
      left: [{ widget: widget?.name, id: widget?.id, pattern: "/clas*" }],
    },
  ]);
  const after = (await working()).widgets[0]?.settings as unknown as { conditions: { include: string[] } };
  expect(after.conditions.include).toEqual(["/courses", "/clas*"]);
  await publish();
  expect(await live("/classes")).toMatchObject({ type: redirectType });
  expect(await live("/courses")).toMatchObject({ type: expect.stringContaining("html") });
  // An address that visitors never saw needs no redirect.
  expect((await change("shop", "never-seen")).moved[0]?.redirect).toBe("/shop");
  expect((await change("shop", "shop")).moved[0]?.redirect).toBeNull();
  // Moved on, both old addresses lead to it; back at its first, that is no redirect any more.
  await change("classes", "lessons");
  expect((await working()).redirects).toEqual([
    { from: "/classes", page: "classes" },
    { from: "/courses", page: "classes" },
  ]);
  await change("classes", "classes");
  expect((await redirectsOf(studio.context.db, (await row()).id)).map((redirect) => redirect.from)).toEqual([
    "/courses",
  ]);
  // A new page at an old address is that page.
  await studio.as("designer", "pages.add", { site, title: "Courses", slug: "courses" });
  expect((await working()).redirects).toBeUndefined();
});

test("the not-found page stands between the site's header and footer", async () => {
  await publish();
  const file = await live("/404");
  const html = (file && (await releasedBytes(studio.context.bytes, file)))?.toString() ?? "";
  expect(html).toContain("This page is not here");
  expect(html).toMatch(/<header[^>]*>.*b-nav.*<\/header>/s);
  expect(html).toMatch(/<footer>.*mailto:hello@wrenfield\.example.*<\/footer>/s);
  expect(readFileSync("demo/wrenfield/site.json", "utf8")).toContain("hello@wrenfield.example");
});
