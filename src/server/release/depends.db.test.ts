// What a page is made from is recorded while it is rendered: a change renders the pages that show it, and no others.
import { and, eq } from "drizzle-orm";
import sharp from "sharp";
import type { Edit } from "@/core/page/editing/edit";
import type { PageNode } from "@/core/page/node";
import type { Popup } from "@/core/popup/popup";
import { inTransaction } from "@/data/connection";
import { releaseFiles, releases } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { releasedBytes } from "../bytes/released";
import type { JobRun } from "../job/run";
import { addPicture, queueMaking } from "../site/media";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { renewJob, renewPages } from "./renew";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
  await publish();
});
afterAll(() => studio.close());

/** Publishes; answers how many pages were rendered. */
async function publish(): Promise<number> {
  const { release } = (await studio.as("owner", "publish.start", { site })) as { release: string };
  await studio.work();
  const [row] = await studio.context.db.select().from(releases).where(eq(releases.id, release));
  expect(row?.state).toBe("complete");
  return row?.rendered ?? -1;
}

const row = async () => {
  const found = await findSite(studio.context.db, site);
  if (!found) throw new Error("gone");
  return found;
};

async function live(path: string) {
  const { id, liveReleaseId } = await row();
  const [file] = await studio.context.db
    .select()
    .from(releaseFiles)
    .where(
      and(eq(releaseFiles.siteId, id), eq(releaseFiles.releaseId, liveReleaseId ?? ""), eq(releaseFiles.path, path)),
    );
  return { ...file, html: (file && (await releasedBytes(studio.context.bytes, file)))?.toString() ?? "" };
}

let batch = 0;
async function edit(page: string, edits: (body: PageNode) => readonly Edit[]) {
  const { documents } = (await studio.as("designer", "pages.open", { site, page })) as {
    documents: { id: string; kind: string; body: PageNode; revision: number }[];
  };
  const found = documents.find(({ kind }) => kind === "page");
  if (!found) throw new Error("gone");
  await studio.as("designer", "pages.edit", {
    site,
    document: page,
    batch: `depends${++batch}`,
    base: found.revision,
    edits: [...edits(found.body)],
  });
}
const insert = (node: PageNode) => (body: PageNode) => [
  { type: "insert", parent: body.children?.[0]?.id ?? "", index: 0, node } as Edit,
];
const block = (id: string, kind: PageNode["kind"], content: PageNode["content"]): PageNode => ({
  id,
  kind,
  content,
  look: { base: {} },
});

test("nothing has changed: nothing is rendered", async () => {
  expect(await publish()).toBe(0);
});

test("a new picture that no page shows renders none; shown on one page, that one", async () => {
  const { id, studioId } = await row();
  const bytes = await sharp({ create: { width: 900, height: 600, channels: 3, background: "#356" } })
    .png()
    .toBuffer();
  const { hash } = await addPicture(studio.context, { id, studioId }, "new.png", bytes);
  expect(await publish()).toBe(0);
  await edit("visit", insert(block("newpic", "picture", { media: hash, alt: "A new picture" })));
  expect(await publish()).toBe(1);
  expect((await live("/visit")).html).toContain("A new picture");
});

test("a picture goes out at once without the form that takes long, and its pages are made anew when that is there", async () => {
  const { db } = studio.context;
  const { id: siteId } = await row();
  const [newest] = await db
    .select({ hash: media.hash })
    .from(media)
    .where(and(eq(media.siteId, siteId), eq(media.name, "new.png")));
  const hash = newest?.hash ?? "";
  const here = and(eq(media.siteId, siteId), eq(media.hash, hash));
  const shown = async () =>
    [...(await live("/visit")).html.matchAll(new RegExp(`/_a/${hash.slice(0, 24)}[^ "]+`, "g"))].map(([path]) => path);
  /** Of the addresses that the page names, those that visitors would not find. */
  const missing = async () => {
    const found = await Promise.all([...new Set(await shown())].map((path) => live(path)));
    return found.filter(({ blob }) => blob === undefined);
  };
  await db.update(media).set({ made: false }).where(here);
  await edit("visit", insert(block("afterpic", "heading", { text: "What it shows", level: 2 })));
  expect(await publish()).toBe(1);
  expect((await shown()).filter((path) => path.endsWith(".avif"))).toEqual([]);
  expect(await shown()).not.toEqual([]);
  expect(await missing()).toEqual([]);
  // Nothing is known yet: looking through them changes nothing, and neither does another release.
  const before = await row();
  expect(await renewPages(studio.context, siteId, async () => {})).toBe(0);
  expect(await publish()).toBe(0);
  await inTransaction(db, (tx) => queueMaking(tx, siteId));
  await studio.work();
  expect((await shown()).some((path) => path.endsWith(".avif"))).toBe(true);
  expect(await missing()).toEqual([]);
  expect((await row()).renewed).toBe(before.renewed + 1);
  expect(await publish()).toBe(0);
});

test("pictures that are made while pages are looked through are not forgotten", async () => {
  const { db } = studio.context;
  const { id: siteId, renewed } = await row();
  const here = and(eq(media.siteId, siteId), eq(media.name, "new.png"));
  const forms = async () =>
    /\.avif/.test(/<picture>(?:(?!<picture>).)*A new picture/s.exec((await live("/visit")).html)?.[0] ?? "");
  await db.update(media).set({ made: false }).where(here);
  await edit("visit", insert(block("morepic", "heading", { text: "And more of it", level: 2 })));
  await publish();
  expect(await forms()).toBe(false);
  // It is made just before the job is done, which looked through the pages without it.
  await renewJob(studio.context, {
    job: { siteId },
    progress: async () => {},
    finish: async () => void (await db.update(media).set({ made: true }).where(here)),
  } as unknown as JobRun);
  expect(await forms()).toBe(false);
  await studio.work();
  expect(await forms()).toBe(true);
  expect((await row()).renewed).toBe(renewed + 1);
});

test("a widget's words render the pages that carry it, and where it opens decides which those are", async () => {
  const { id: widget } = (await studio.as("designer", "widgets.add", { site, kind: "popup", name: "Fair" })) as {
    id: string;
  };
  const { settings } = (await studio.as("designer", "widgets.read", { site, widget })) as { settings: Popup };
  let revision = 0;
  const save = (part: Partial<Popup>) =>
    studio.as("designer", "widgets.save", {
      site,
      widget,
      name: "Fair",
      settings: { ...settings, ...part },
      revision: revision++,
    });
  const carries = async (path: string) => (await live(path)).html.includes(`"id":"${widget}"`);
  const on = (...include: readonly string[]) => ({ conditions: { ...settings.conditions, include } });
  await save(on("/classes", "/visit"));
  expect(await publish()).toBe(2);
  expect([await carries("/classes"), await carries("/visit"), await carries("/")]).toEqual([true, true, false]);
  await save({ ...on("/classes", "/visit"), words: { ...settings.words, title: "Another title" } });
  expect(await publish()).toBe(2);
  expect((await live("/visit")).html).toContain("Another title");
  // Now on one page fewer: that page is made anew without it, and the other carries the new rule.
  await save(on("/classes"));
  expect(await publish()).toBe(2);
  expect([await carries("/classes"), await carries("/visit")]).toEqual([true, false]);
});

test("another page's words render that page alone; its title renders those that list it", async () => {
  await edit("journal", insert(block("line1", "heading", { text: "A note", level: 2 })));
  expect(await publish()).toBe(1);
  const { pages } = (await studio.as("designer", "sites.frame", { site })) as {
    pages: { id: string; title: string; slug: string; description: string; inNavigation: boolean }[];
  };
  const journal = pages.find(({ id }) => id === "journal");
  if (!journal) throw new Error("gone");
  const { id: page, title: _title, slug, description, inNavigation } = journal;
  await studio.as("designer", "pages.change", { site, page, slug, description, inNavigation, title: "Notes" });
  expect(await publish()).toBe(pages.length);
  for (const path of ["/", "/visit"]) expect((await live(path)).html).toContain(">Notes</a>");
});

test("a price in the set-up renders the page that shows the calendar", async () => {
  await edit("kiln-hire", insert(block("spot1", "widget", { widget: "calendar", as: "flow", text: "" })));
  expect(await publish()).toBe(1);
  expect((await live("/kiln-hire")).html).toContain("€38.00");
  const { setUp } = (await studio.as("designer", "booking.readSetUp", { site })) as {
    setUp: { services: { price: object | null }[] };
  };
  const services = setUp.services.map((service) => ({ ...service, price: { amount: 4100, earlier: null } }));
  await studio.as("designer", "booking.replaceSetUp", { site, setUp: { ...setUp, services } });
  // It stands on the demo's page of classes too.
  expect(await publish()).toBe(2);
  expect((await live("/kiln-hire")).html).toContain("€41.00");
});

test("the brand renders everything, who letters come from nothing", async () => {
  const { brand, revision, name, settings } = await row();
  await studio.as("designer", "sites.settings", {
    site,
    name,
    settings: { ...settings, mailFrom: "post@wrenfield.example" },
  });
  expect(await publish()).toBe(0);
  await studio.as("designer", "brand.save", {
    site,
    revision: revision + 1,
    brand: { ...brand, colours: { ...brand.colours, accent: "#20445e" } },
  });
  const { pages } = (await studio.as("designer", "sites.frame", { site })) as { pages: unknown[] };
  expect(await publish()).toBe(pages.length);
});

test("a page is drawn from what comes with it: its style sheet inside, its first picture before others", async () => {
  const { html, styles } = await live("/");
  expect(html).not.toMatch(/<link rel="stylesheet"/);
  expect(html).not.toMatch(/<script(?![^>]*type="(module|application\/(ld\+)?json)")/);
  expect(styles).toMatch(/^[\w+/]{43}=$/);
  expect(html.match(/fetchpriority="high"/g)).toHaveLength(1);
  expect(html.indexOf('fetchpriority="high"')).toBeLessThan(html.indexOf('loading="lazy"'));
  expect(html).toMatch(/sizes="\(max-width:600px\) 100vw, \(max-width:1184px\) \d+(\.\d)?vw, \d+px"/);
});
