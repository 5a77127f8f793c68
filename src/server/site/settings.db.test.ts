import { readFileSync } from "node:fs";
import { findSite } from "@/data/site/queries";
import type { Problem } from "../problem";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { exportSite, importSite } from "./file";
import { addDocument } from "./media";
import { loadSite } from "./whole";

let studio: TestStudio;
beforeAll(async () => {
  studio = await testStudio();
  const { settings } = await row("wrenfield");
  await studio.as("owner", "sites.create", { key: "oddlane", name: "Oddlane Cycles", starter: "counter", settings });
});
afterAll(() => studio.close());

const refusal = (work: Promise<unknown>): Promise<Problem> =>
  work.then(
    () => {
      throw new Error("This was not refused");
    },
    (error: Problem) => error,
  );
const row = async (key: string) => {
  const found = await findSite(studio.context.db, key);
  if (!found) throw new Error(`no ${key}`);
  return found;
};

test("name, language, zone, currency, sender, address, hours, icon and picture for sharing are changed and told to the pages", async () => {
  const { settings, media } = await loadSite(studio.context.db, await row("wrenfield"));
  const next = {
    ...settings,
    zone: "Europe/London",
    currency: "GBP",
    language: "en-GB",
    senderName: "The kiln",
    address: "The old net store\nLower Quay",
    phone: "+353 1 555 0100",
    hours: Array.from({ length: 7 }, () => [{ from: "10:00", to: "18:00" }]),
    favicon: media[0]?.hash as string,
    sharing: media[1]?.hash as string,
  };
  await studio.as("designer", "sites.settings", { site: "wrenfield", name: "Wrenfield", settings: next });
  const frame = (await studio.as("editor", "sites.frame", { site: "wrenfield" })) as { settings: object; name: string };
  expect(frame).toMatchObject({ name: "Wrenfield", settings: next });
  const wrong = (part: object) =>
    refusal(studio.as("designer", "sites.settings", { site: "wrenfield", name: "x", settings: { ...next, ...part } }));
  expect((await wrong({ favicon: "0".repeat(64) })).fields).toMatchObject([{ path: "settings.favicon" }]);
  expect((await wrong({ hours: [[{ from: "18:00", to: "10:00" }], [], [], [], [], [], []] })).fields).toMatchObject([
    { path: "settings.hours[0][0]", message: "The end must be later than the beginning." },
  ]);
  expect((await wrong({ phone: "ring me" })).fields).toMatchObject([{ path: "settings.phone" }]);
});

test("a new key moves the site at once; the old one leads to it, and nobody else can take either", async () => {
  await studio.as("designer", "sites.rekey", { site: "oddlane", key: "lane-cycles" });
  expect(await findSite(studio.context.db, "oddlane")).toBeUndefined();
  expect((await row("lane-cycles")).name).toBe("Oddlane Cycles");
  const settings = (await row("lane-cycles")).settings;
  const make = (key: string) =>
    refusal(studio.as("owner", "sites.create", { key, name: "x", starter: "empty", settings }));
  expect(await make("oddlane")).toMatchObject({ code: "keyTaken", fields: [{ path: "key" }] });
  expect(await refusal(studio.as("designer", "sites.rekey", { site: "wrenfield", key: "oddlane" }))).toMatchObject({
    code: "keyTaken",
  });
  expect(await refusal(studio.as("designer", "sites.rekey", { site: "lane-cycles", key: "wrenfield" }))).toMatchObject({
    code: "keyTaken",
  });
  // Its own old key may be taken back.
  await studio.as("designer", "sites.rekey", { site: "lane-cycles", key: "oddlane" });
  expect((await row("oddlane")).name).toBe("Oddlane Cycles");
});

test("two sites that want one key at the same moment: one gets it", async () => {
  const tries = await Promise.allSettled([
    studio.as("designer", "sites.rekey", { site: "wrenfield", key: "the-one" }),
    studio.as("designer", "sites.rekey", { site: "oddlane", key: "the-one" }),
  ]);
  expect(tries.filter((one) => one.status === "fulfilled")).toHaveLength(1);
  const winner = (await findSite(studio.context.db, "wrenfield")) ? "oddlane" : "wrenfield";
  await studio.as("designer", "sites.rekey", { site: "the-one", key: winner });
});

test("a copy has pages, pictures, films, widgets and what can be booked, and lives for itself", async () => {
  const film = await addDocument(
    studio.context,
    await row("wrenfield"),
    "river.webm",
    readFileSync("demo/clips/river.webm"),
  );
  expect(film.lengthMs).toBeGreaterThan(0);
  await studio.as("designer", "sites.copy", { site: "wrenfield", key: "wren-two", name: "Wren two" });
  const [old, copy] = [await row("wrenfield"), await row("wren-two")];
  const { key: _key, name: _name, ...site } = await loadSite(studio.context.db, copy);
  const { key: _old, name: _oldName, ...wanted } = await loadSite(studio.context.db, old);
  expect(site).toEqual(wanted);
  expect(copy.liveReleaseId).toBeNull();
  expect((await studio.context.bytes.touch(site.media.map(({ hash }) => hash))).size).toBe(site.media.length);
  await studio.as("designer", "pages.add", { site: "wren-two", title: "Only here", slug: "only-here" });
  expect((await loadSite(studio.context.db, old)).pages.map((page) => page.slug)).not.toContain("only-here");
  expect(
    await refusal(studio.as("designer", "sites.copy", { site: "wrenfield", key: "wren-two", name: "x" })),
  ).toMatchObject({ code: "keyTaken", fields: [{ path: "key" }] });
});

test("a site file whose key is taken comes in under another one", async () => {
  const bytes = await exportSite(studio.context, await row("wrenfield"));
  expect(await refusal(importSite(studio.context, studio.studioId, bytes))).toMatchObject({ code: "keyTaken" });
  await importSite(studio.context, studio.studioId, bytes, { key: "wren-three" });
  expect((await row("wren-three")).name).toBe("Wrenfield");
});
