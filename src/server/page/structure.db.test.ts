// The frame around pages: which header stands where and what a release renders by that, the tree of pages with addresses
// that follow, redirects, and patterns for new pages.
import { eq } from "drizzle-orm";
import type { Standing } from "@/core/page/header-footer/standing";
import { pagePath, type SiteSettings } from "@/core/site/site";
import { inTreeOrder, pageTree } from "@/core/site/tree";
import { releaseFiles, releases } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { releasedBytes } from "../bytes/released";
import { changesOf } from "../release/changes";
import { redirectType } from "../release/publisher";
import { countChanges } from "../release/units";
import { loadSite } from "../site/whole";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import type { ImportedRedirects } from "./redirects";
import type { PagePlaced } from "./tree";

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
async function publish() {
  await studio.as("designer", "publish.start", { site, leaveOut: [] } as never);
  await studio.work();
  const live = (await row()).liveReleaseId ?? "";
  const [release] = await studio.context.db.select().from(releases).where(eq(releases.id, live));
  return release?.rendered ?? -1;
}
async function live(path: string) {
  const files = await studio.context.db
    .select()
    .from(releaseFiles)
    .where(eq(releaseFiles.releaseId, (await row()).liveReleaseId ?? ""));
  const file = files.find((one) => one.path === path);
  const bytes = file && (await releasedBytes(studio.context.bytes, file));
  return { type: file?.type, text: bytes?.toString() ?? "" };
}
const change = async (id: string, part: object) => {
  const meta = (await working()).pages.find((page) => page.id === id);
  const { body: _body, id: _id, parent: _parent, ...rest } = meta ?? {};
  return studio.as("designer", "pages.change", { site, page: id, ...rest, ...part } as never);
};
const addHeaderFooter = async (of: "header" | "footer", name: string) =>
  ((await studio.as("designer", "headersFooters.add", { site, of, name, like: of })) as { id: string }).id;
const stand = (headerFooter: string, standing: Standing) =>
  studio.as("designer", "headersFooters.stand", { site, headerFooter, standing });
const headerFooter = async (id: string) => (await working()).headersFooters?.find((one) => one.id === id);
const place = async (page: string, parent: string | null, before: string | null = null, follow = true) =>
  (await studio.as("designer", "pages.place", { site, page, parent, before, follow })) as PagePlaced;
const waiting = async () => {
  const found = await row();
  return {
    counted: (await countChanges(studio.context.db, [found])).get(found.id),
    listed: (await changesOf(studio.context, found)).changes.map(({ of, id, what }) => `${of} ${id} ${what}`),
  };
};

test("three headers by three rules: a release renders what each changes, and no other page", async () => {
  await change("classes", { groups: ["Learning"] });
  await change("kiln-hire", { groups: ["Learning"] });
  await publish();
  const learning = await addHeaderFooter("header", "Learning");
  expect((await waiting()).listed).toEqual([`header ${learning} new`]);
  expect(await publish()).toBe(0);

  await stand(learning, {
    include: [{ is: "group", group: "Learning" }],
    exclude: [{ is: "page", page: "kiln-hire" }],
  });
  expect(await waiting()).toEqual({ counted: 1, listed: [`header ${learning} changed`] });
  await studio.as("designer", "pages.edit", {
    site,
    document: learning,
    batch: "label1",
    base: 1,
    edits: [
      {
        type: "setContent",
        node: (await headerFooter(learning))?.body.children?.[0]?.id ?? "",
        field: "anchor",
        value: "learning-top",
      },
    ],
  } as never);
  expect(await publish()).toBe(1);
  expect((await live("/classes")).text).toContain('id="learning-top"');
  expect((await live("/kiln-hire")).text).not.toContain("learning-top");
  expect((await live("/")).text).not.toContain("learning-top");

  const at = (await studio.as("designer", "headersFooters.at", { site, page: "classes" })) as {
    header: { chosen: string; claims: readonly object[] };
  };
  expect(at.header.chosen).toBe(learning);
  expect(at.header.claims).toHaveLength(2);
});

test("a header that stands nowhere and rules that never count are told; pages left without one are named", async () => {
  const twin = await addHeaderFooter("header", "Twin");
  await stand(twin, { include: [{ is: "site" }, { is: "group", group: "Nobody" }], exclude: [] });
  await stand("header", { include: [{ is: "site" }], exclude: [{ is: "page", page: "visit" }] });
  await stand("footer", { include: [{ is: "path", path: "/kiln*" }], exclude: [] });
  const told = (await studio.as("designer", "headersFooters.list", { site })) as {
    all: readonly { id: string; pages: number }[];
    idle: readonly { of: string; why: { code: string } }[];
    at: readonly { page: string; footer: string | null; header: string | null }[];
  };
  expect(told.idle.map(({ of, why }) => [of, why.code])).toEqual([[twin, "noPage"]]);
  expect(told.at.find(({ page }) => page === "visit")?.header).toBe(twin);
  expect(told.at.filter(({ footer }) => footer !== null).map(({ page }) => page)).toEqual(["kiln-hire"]);
  await publish();
  expect((await live("/")).text).toContain("<footer></footer>");
  // Taken back, each is as it was.
  await studio.as("designer", "headersFooters.remove", { site, headerFooter: twin });
  await stand("header", { include: [{ is: "site" }], exclude: [] });
  await stand("footer", { include: [{ is: "site" }], exclude: [] });
  await publish();
  expect((await live("/")).text).not.toContain("<footer></footer>");
});

test("a header that was removed comes back with the release it was in", async () => {
  const learning = (await working()).headersFooters?.find(({ name }) => name === "Learning");
  await studio.as("designer", "headersFooters.remove", { site, headerFooter: learning?.id ?? "" });
  expect((await waiting()).listed).toEqual([`header ${learning?.id} removed`]);
  await studio.as("designer", "publish.takeBack", { site, of: "header", id: learning?.id ?? "" } as never);
  expect(await headerFooter(learning?.id ?? "")).toEqual(learning);
  expect(await waiting()).toEqual({ counted: 0, listed: [] });
});

test("the first header is never removed, and keeps its name", async () => {
  await expect(studio.as("designer", "headersFooters.remove", { site, headerFooter: "header" })).rejects.toMatchObject({
    status: 422,
  });
  await expect(
    studio.as("designer", "headersFooters.name", { site, headerFooter: "header", name: "Top" }),
  ).rejects.toMatchObject({ status: 422 });
});

const order = async () =>
  [...inTreeOrder(pageTree((await working()).pages))].map(({ page, level }) => `${level} ${pagePath(page)}`);

test("a page put below another takes its address along, what stands below it too, and the old ones lead on", async () => {
  const before = await order();
  await place("kiln-hire", "classes");
  const told = await place("classes", "visit");
  expect(told.moved.map(({ path, redirect }) => [path, redirect])).toEqual([
    ["/visit/classes", "/classes"],
    // Nobody has seen this one in between.
    ["/visit/classes/kiln-hire", null],
  ]);
  expect(await order()).toEqual(expect.arrayContaining(["0 /visit", "1 /visit/classes", "2 /visit/classes/kiln-hire"]));
  await publish();
  expect(await live("/classes")).toEqual({ type: redirectType, text: "/visit/classes" });
  expect(await live("/kiln-hire")).toEqual({ type: redirectType, text: "/visit/classes/kiln-hire" });
  expect((await live("/visit/classes")).text).toContain('aria-current="page"');

  await expect(place("visit", "classes")).rejects.toMatchObject({ status: 422 });
  await expect(place("journal", "kiln-hire")).rejects.toThrow("two levels");

  const pages = (await working()).pages.map(({ id }) => id);
  await place("classes", null, pages.find((id) => !["home", "classes", "kiln-hire"].includes(id)) ?? null);
  await place("kiln-hire", null, null);
  expect((await order()).toSorted()).toEqual(before.toSorted());
  await publish();
  expect((await live("/classes")).type).toContain("text/html");
  expect(await live("/visit/classes")).toEqual({ type: redirectType, text: "/classes" });
});

test("a page that gets another address takes those below along, each old one leads on; a site whose addresses stay leaves them", async () => {
  const under = async (title: string, slug: string, parent: string) => {
    const { id } = (await studio.as("designer", "pages.add", { site, title, slug })) as { id: string };
    await place(id, parent, null, false);
    return id;
  };
  const { id: boats } = (await studio.as("designer", "pages.add", { site, title: "Boats", slug: "boats" })) as {
    id: string;
  };
  const repairs = await under("Repairs", "boats/repairs", boats);
  const sails = await under("Sails", "boats/repairs/sails", repairs);
  const away = await under("Away", "elsewhere", boats);
  await publish();
  const slugs = async () => {
    const { pages } = await working();
    return [boats, repairs, sails, away].map((id) => pages.find((one) => one.id === id)?.slug);
  };
  const { moved } = (await change(boats, { slug: "craft" })) as { moved: PagePlaced["moved"] };
  expect(await slugs()).toEqual(["craft", "craft/repairs", "craft/repairs/sails", "elsewhere"]);
  expect(moved.map(({ redirect, path }) => [redirect, path])).toEqual([
    ["/boats", "/craft"],
    ["/boats/repairs", "/craft/repairs"],
    ["/boats/repairs/sails", "/craft/repairs/sails"],
  ]);
  // Where one of them would be taken nothing moves.
  const { id: other } = (await studio.as("designer", "pages.add", { site, title: "Other", slug: "ships/repairs" })) as {
    id: string;
  };
  await expect(change(boats, { slug: "ships" })).rejects.toMatchObject({ fields: [{ path: "slug" }] });
  await expect(change(boats, { slug: "a/b/c" })).rejects.toMatchObject({ fields: [{ path: "slug" }] });
  expect((await slugs())[2]).toBe("craft/repairs/sails");
  const { settings, name } = (await studio.as("designer", "sites.frame", { site })) as {
    settings: SiteSettings;
    name: string;
  };
  await studio.as("designer", "sites.settings", { site, name, settings: { ...settings, addresses: "stay" } });
  await change(boats, { slug: "vessels" });
  expect(await slugs()).toEqual(["vessels", "craft/repairs", "craft/repairs/sails", "elsewhere"]);
  await studio.as("designer", "sites.settings", { site, name, settings });
  for (const page of [sails, repairs, away, boats, other]) await studio.as("designer", "pages.remove", { site, page });
});

test("two pages that claim one address at the same time: one gets it, the other hears of it at the field", async () => {
  const both = await Promise.allSettled([change("journal", { slug: "news" }), change("privacy", { slug: "news" })]);
  expect(both.map(({ status }) => status).toSorted()).toEqual(["fulfilled", "rejected"]);
  const refused = both.find((one) => one.status === "rejected") as PromiseRejectedResult;
  expect(refused.reason.fields).toEqual([{ path: "slug", message: "Another page has this slug. Choose another." }]);
});

test("a page put elsewhere by two at once stands in one place, and no page is lost", async () => {
  const count = (await working()).pages.length;
  await Promise.allSettled([
    place("privacy", "visit", null, false),
    place("privacy", "classes", null, false),
    place("visit", "classes", null, false),
  ]);
  const { pages } = await working();
  expect(pages).toHaveLength(count);
  expect([...inTreeOrder(pageTree(pages))]).toHaveLength(count);
  for (const page of ["privacy", "visit"]) await place(page, null, null, false);
});

test("what stands below a removed page moves up", async () => {
  await place("privacy", "visit", null, false);
  await studio.as("designer", "pages.remove", { site, page: "visit" });
  expect((await working()).pages.find(({ id }) => id === "privacy")?.parent).toBeUndefined();
  await studio.as("designer", "pages.restore", { site, page: "visit" });
});

const redirects = async () =>
  (
    (await studio.as("designer", "redirects.list", { site })) as {
      redirects: readonly { from: string; to: string | null; ends: string | null }[];
    }
  ).redirects;

test("redirects: added, led on by way of others, refused in a circle and where a page stands", async () => {
  const add = (from: string, to: string) => studio.as("designer", "redirects.add", { site, from, to });
  await add("/open-day/", "/classes");
  await add("/spring.html", "/open-day");
  await add("/clay", "https://clay.example/shop?from=old");
  // Letters beyond ASCII go into headers as they can.
  await add("/töpfern", "/cafés");
  expect((await redirects()).find(({ to }) => to === "/caf%C3%A9s")?.from).toBe("/t%C3%B6pfern");
  expect((await redirects()).filter(({ from }) => ["/open-day", "/spring.html"].includes(from))).toEqual([
    expect.objectContaining({ from: "/open-day", to: "/classes", ends: "/classes" }),
    expect.objectContaining({ from: "/spring.html", to: "/open-day", ends: "/classes" }),
  ]);
  await add("/a", "/b");
  await expect(add("/b", "/a")).rejects.toMatchObject({
    fields: [{ path: "to", message: "This would lead in a circle: /a › /b › /a." }],
  });
  await expect(add("/classes", "/visit")).rejects.toMatchObject({ fields: [{ path: "from" }] });
  await expect(add("/open-day", "/visit")).rejects.toMatchObject({ fields: [{ path: "from" }] });
  await expect(add("//evil.example", "/visit")).rejects.toMatchObject({ fields: [{ path: "from" }] });
  await expect(add("/x", "//evil.example")).rejects.toMatchObject({ fields: [{ path: "to" }] });
  await expect(add("/x", "javascript:alert(1)")).rejects.toMatchObject({ fields: [{ path: "to" }] });
  await publish();
  expect(await live("/spring.html")).toEqual({ type: redirectType, text: "/classes" });
  expect(await live("/töpfern")).toEqual({ type: redirectType, text: "/caf%C3%A9s" });
  expect(await live("/clay")).toEqual({ type: redirectType, text: "https://clay.example/shop?from=old" });
  // Once the page has moved, so has where they lead.
  await change("classes", { slug: "courses" });
  expect((await redirects()).find(({ from }) => from === "/spring.html")?.ends).toBe("/courses");
});

test("a list of redirects: what can be is taken in, every other line says why, and twice is as once", async () => {
  const csv = [
    "from,to",
    "/2019/sale,/courses",
    '"/old, with a comma",/visit',
    "/loop-a,/loop-b",
    "/loop-b,/loop-a",
    "no-slash,/visit",
    "/nothing,",
    "",
    "/2019/sale,/visit",
  ].join("\r\n");
  const take = async () => (await studio.as("designer", "redirects.import", { site, csv })) as ImportedRedirects;
  const told = await take();
  expect(told.added).toBe(3);
  expect(told.refused.map(({ line, why }) => [line, why])).toEqual([
    [5, "This would lead in a circle: /loop-a › /loop-b › /loop-a."],
    [6, "An old address is a path such as /kiln-hire."],
    [7, "It leads nowhere: say where to."],
    [9, "/2019/sale leads somewhere else already. Take that away first."],
  ]);
  const again = await take();
  expect([again.added, again.same]).toEqual([0, 3]);
  await expect(studio.as("designer", "redirects.import", { site, csv: "\n\n" })).rejects.toMatchObject({
    fields: [{ path: "csv" }],
  });
});

test("two that add each half of a circle at once: one is refused", async () => {
  const both = await Promise.allSettled([
    studio.as("designer", "redirects.add", { site, from: "/one", to: "/two" }),
    studio.as("designer", "redirects.add", { site, from: "/two", to: "/one" }),
  ]);
  expect(both.map(({ status }) => status).toSorted()).toEqual(["fulfilled", "rejected"]);
});

test("a page kept as a pattern: new pages begin as a copy, visitors see nothing of it, and the site file has it", async () => {
  await studio.as("designer", "patterns.keep", { site, page: "classes", name: "Course" });
  expect((await waiting()).listed.filter((one) => one.includes("pattern"))).toEqual([]);
  const { patterns } = (await studio.as("designer", "patterns.list", { site })) as {
    patterns: readonly { id: string; name: string }[];
  };
  expect(patterns.map(({ name }) => name)).toEqual(["Course"]);
  const { id } = (await studio.as("designer", "pages.add", {
    site,
    title: "Raku",
    slug: "raku",
    pattern: patterns[0]?.id,
  } as never)) as { id: string };
  const now = await working();
  const body = (page: string) => now.pages.find((one) => one.id === page)?.body;
  expect(body(id)?.children?.map(({ content }) => content.name)).toEqual(
    body("classes")?.children?.map(({ content }) => content.name),
  );
  expect(body(id)?.children?.[0]?.id).not.toBe(body("classes")?.children?.[0]?.id);
  expect(now.patterns).toHaveLength(1);
  await publish();
  expect((await live("/raku")).type).toContain("text/html");
  expect((await waiting()).listed).toEqual([]);
});

test("what search engines are told: a title of its own, not to be listed, a picture for sharing", async () => {
  const { media } = await working();
  const picture = media.find(({ type }) => type.startsWith("image/"))?.hash ?? "";
  await change("privacy", { searchTitle: "How we keep data", unlisted: true, sharing: picture });
  await expect(change("privacy", { sharing: "0".repeat(64) })).rejects.toMatchObject({ fields: [{ path: "sharing" }] });
  expect(await publish()).toBe(1);
  const { slug } = (await working()).pages.find(({ id }) => id === "privacy") ?? { slug: "" };
  const page = await live(`/${slug}`);
  expect(page.text).toContain("<title>How we keep data</title>");
  expect(page.text).toContain('<meta name="robots" content="noindex">');
  expect(page.text).toContain(picture.slice(0, 24));
  expect((await live("/sitemap.xml")).text).not.toContain(`/${slug}<`);
});
