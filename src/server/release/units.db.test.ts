// The number of changes that wait, counted by hashes: it is the length of the list that comparing whole states gives.
import { eq } from "drizzle-orm";
import type { BookingSetUp } from "@/core/booking/booking";
import type { Brand } from "@/core/brand/brand";
import type { PageNode } from "@/core/page/node";
import type { Change } from "@/core/site/change";
import { releaseUnits } from "@/data/release/tables";
import { findSite } from "@/data/site/queries";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";

let studio: TestStudio;
const site = "wrenfield";
beforeAll(async () => {
  studio = await testStudio();
});
afterAll(() => studio.close());

const number = async () => ((await studio.as("designer", "publish.waiting", { site })) as { changed: number }).changed;
const list = async () =>
  ((await studio.as("designer", "publish.changes", { site })) as { changes: readonly Change[] }).changes;
const names = async () => (await list()).map(({ of, id, what }) => `${what} ${of} ${id}`);

/** The number and the list say the same; answers it. */
async function agreed(): Promise<number> {
  const counted = await number();
  expect([counted, await names()]).toEqual([(await list()).length, await names()]);
  return counted;
}

async function publish(leaveOut: { of: "page" | "brand" | "settings"; id: string }[] = []) {
  await studio.as("owner", "publish.start", { site, leaveOut });
  await studio.work();
}

let batch = 0;
async function edit(document: string, field: "name" | "menuWord", value: string) {
  const { documents } = (await studio.as("designer", "pages.open", { site, page: "home" })) as {
    documents: { id: string; kind: string; body: PageNode; revision: number }[];
  };
  const found = documents.find(({ id, kind }) => id === document || kind === document);
  const first = found?.body.children?.[0];
  await studio.as("designer", "pages.edit", {
    site,
    document,
    batch: `units${++batch}`,
    base: found?.revision ?? 0,
    edits: [{ type: "setContent", node: first?.id ?? "", field, value }],
  });
  return String(first?.content[field]);
}

const revision = async () => (await findSite(studio.context.db, site))?.revision ?? 0;
const brand = async () => (await findSite(studio.context.db, site))?.brand as Brand;

test("before the first release it is the pages and widgets that are new", async () => {
  expect(await agreed()).toBeGreaterThan(5);
  await publish();
  expect(await agreed()).toBe(0);
});

test("each thing a designer changes is one, and none once it is as it was", async () => {
  const before = await edit("home", "name", "Another name");
  expect(await agreed()).toBe(1);
  await edit("home", "name", before);
  expect(await agreed()).toBe(0);

  const colours = await brand();
  const other = { ...colours, colours: { ...colours.colours, accent: "#224466" } };
  await studio.as("designer", "brand.save", { site, brand: other, revision: await revision() });
  expect(await agreed()).toBe(1);
  // The same colours in another order of their keys are the same brand.
  const turned = Object.fromEntries(Object.entries(colours).reverse()) as unknown as Brand;
  await studio.as("designer", "brand.save", { site, brand: turned, revision: await revision() });
  expect(await agreed()).toBe(0);
});

test("pages that come, go, move and change their order; old addresses; widgets", async () => {
  const added = (await studio.as("designer", "pages.add", { site, title: "Fairs", slug: "fairs" })) as { id: string };
  const page = added.id;
  expect(await agreed()).toBe(1);
  await studio.as("designer", "pages.remove", { site, page });
  expect(await agreed()).toBe(0);
  await studio.as("designer", "pages.remove", { site, page: "journal" });
  expect(await agreed()).toBe(1);
  await studio.as("designer", "pages.restore", { site, page: "journal" });
  expect(await agreed()).toBe(0);
  await studio.as("designer", "pages.change", {
    site,
    page: "visit",
    title: "Visit",
    slug: "find-us",
    description: "",
    inNavigation: true,
  });
  expect(await agreed()).toBeGreaterThanOrEqual(2);
  await publish();
  const { pages } = (await studio.as("designer", "sites.frame", { site })) as { pages: { id: string }[] };
  await studio.as("designer", "pages.move", { site, page: pages[1]?.id ?? "", index: 3 });
  expect(await names()).toEqual(["changed settings settings"]);
  expect(await agreed()).toBe(1);
  await studio.as("designer", "pages.move", { site, page: pages[1]?.id ?? "", index: 1 });
  expect(await agreed()).toBe(0);
  const { id } = (await studio.as("designer", "widgets.add", { site, kind: "booking", name: "Hours" })) as {
    id: string;
  };
  expect(await agreed()).toBe(1);
  await studio.as("designer", "widgets.remove", { site, widget: id });
  expect(await agreed()).toBe(0);
});

test("another price in the set-up changes what the calendar shows, other hours do not", async () => {
  const { setUp } = (await studio.as("designer", "booking.readSetUp", { site })) as { setUp: BookingSetUp };
  const priced = {
    ...setUp,
    services: setUp.services.map((service) => ({ ...service, price: { amount: 9900, earlier: null } })),
  };
  await studio.as("designer", "booking.replaceSetUp", { site, setUp: priced });
  expect(await names()).toEqual(["changed widget calendar"]);
  expect(await agreed()).toBe(1);
  const resting = { ...setUp, resources: setUp.resources.map((one) => ({ ...one, cancelHours: 48 })) };
  await studio.as("designer", "booking.replaceSetUp", { site, setUp: resting });
  expect(await agreed()).toBe(0);
});

test("what is left out of a release still waits; what is taken back, or gone back to, does not", async () => {
  await edit("home", "name", "Left out");
  const colours = await brand();
  const other = { ...colours, colours: { ...colours.colours, accent: "#223311" } };
  await studio.as("designer", "brand.save", { site, brand: other, revision: await revision() });
  expect(await agreed()).toBe(2);
  await publish([{ of: "page", id: "home" }]);
  expect(await names()).toEqual(["changed page home"]);
  expect(await agreed()).toBe(1);
  await studio.as("owner", "publish.takeBack", { site, of: "page", id: "home" });
  expect(await agreed()).toBe(0);
  const history = (await studio.as("owner", "publish.history", { site })) as { id: string; number: number }[];
  const first = history.find((release) => release.number === 1);
  await studio.as("owner", "publish.goBack", { site, release: first?.id ?? "" });
  expect(await agreed()).toBeGreaterThan(0);
  await studio.as("owner", "publish.restore", { site, release: first?.id ?? "" });
  expect(await agreed()).toBe(0);
});

test("a release from before hashes were kept gets them from its states, once", async () => {
  await publish();
  const row = await findSite(studio.context.db, site);
  const kept = () =>
    studio.context.db
      .select()
      .from(releaseUnits)
      .where(eq(releaseUnits.releaseId, row?.liveReleaseId ?? ""));
  const all = (await kept()).length;
  await studio.context.db.delete(releaseUnits).where(eq(releaseUnits.releaseId, row?.liveReleaseId ?? ""));
  await edit("home", "name", "After the old release");
  expect(await agreed()).toBe(1);
  expect((await kept()).length).toBe(all);
});
