// Choices as they come from pages: kept once, proven by their texts, counted by day and region, and by nobody's address.
import { eq } from "drizzle-orm";
import type { Consent, Entry } from "@/core/consent/consent";
import { versionOf } from "@/core/consent/widget";
import { widgetsOfKind } from "@/core/widget/settings";
import { consentCounts, consents, consentVersions } from "@/data/consent/tables";
import { findSite, widgetsOf } from "@/data/site/queries";
import { asReleased } from "@/server/widget/released";
import { publishNow } from "../../../scripts/lib/studio";
import { type PublicApi, publicApi, withClock } from "../booking/api.test-kit";
import { type Context, standInOrigins } from "../context";
import { operations } from "../operations";
import { type TestStudio, testStudio } from "../testing/studio.test-kit";
import { locate, readPlace } from "./where";

let studio: TestStudio;
let context: Context & { set(now: string): void };
let api: PublicApi;
let widget = "";
let version = "";
const site = "wrenfield";

// biome-ignore lint/suspicious/noExplicitAny: each operation answers its own form
const operate = (name: keyof typeof operations, input: object): Promise<any> =>
  operations[name].perform({ ...studio.incoming("designer"), context }, { site, ...input });

beforeAll(async () => {
  studio = await testStudio();
  context = withClock(studio.context, "2026-03-05T18:40:00Z");
  widget = (await operate("widgets.add", { kind: "consent", name: "Consent" })).id;
  const read = await operate("widgets.read", { widget });
  const { found } = await operate("consent.found", {});
  const table = found.map(({ entry }: { entry: Entry }) => entry);
  const settings: Consent = { ...read.settings, policy: "privacy", table };
  await operate("widgets.save", { widget, name: read.name, revision: read.revision, settings });
  version = versionOf(settings);
  await publishNow(studio.context, { id: "owner", name: "Rowan", email: "r@m.example" }, site, () => {});
  api = publicApi(context);
});
afterAll(() => studio.close());

const send = (path: string, body: unknown) => api.call("POST", path, { body });
const choice = (id: string, more: object = {}) => ({
  widget,
  id,
  region: "eu",
  rule: "eu",
  given: ["marketing"],
  version,
  how: "choice",
  language: "en-IE",
  ...more,
});
const counts = async () =>
  (await context.db.select().from(consentCounts)).map(({ region, shown, accepted, refused, some }) => [
    region,
    shown,
    accepted,
    refused,
    some,
  ]);

test("a choice is kept with its texts, once however often it is sent, and another by its id is refused", async () => {
  expect((await send("/consents", choice("aaaaaaaaaaaaaaaaaaaa"))).status).toBe(204);
  expect((await send("/consents", choice("aaaaaaaaaaaaaaaaaaaa"))).status).toBe(204);
  expect((await send("/consents", choice("aaaaaaaaaaaaaaaaaaaa", { given: [] }))).status).toBe(409);
  expect(await context.db.select().from(consents)).toMatchObject([
    { id: "aaaaaaaaaaaaaaaaaaaa", given: ["marketing"], region: "eu" },
  ]);
  expect(await counts()).toEqual([["eu", 0, 0, 0, 1]]);
  const proof = await operate("desk.consent", { id: "aaaaaaaaaaaaaaaaaaaa" });
  expect(proof).toMatchObject({ version, texts: { settings: { policy: "privacy" } } });
});

test("one thing pressed is proven by its host, answers no question, and can’t be a yes to more", async () => {
  const press = { given: [], how: "press", thing: "clips.localhost:4400" };
  const before = await counts();
  expect((await send("/consents", choice("pppppppppppppppppppp", press))).status).toBe(204);
  expect((await send("/consents", choice("pppppppppppppppppppp", press))).status).toBe(204);
  expect((await send("/consents", choice("pppppppppppppppppppp", { ...press, thing: "maps.example" }))).status).toBe(
    409,
  );
  expect(await operate("desk.consent", { id: "pppppppppppppppppppp" })).toMatchObject({
    given: [],
    thing: press.thing,
  });
  expect(await counts()).toEqual(before);
  for (const wrong of [{ given: ["marketing"] }, { thing: undefined }, { thing: "<b>" }, { how: "refuse" }])
    expect((await send("/consents", choice("qqqqqqqqqqqqqqqqqqqq", { ...press, ...wrong }))).status).toBe(422);
});

test("eight at once are one", async () => {
  const answers = await Promise.all(
    Array.from({ length: 8 }, () => send("/consents", choice("bbbbbbbbbbbbbbbbbbbb", { given: [], how: "refuse" }))),
  );
  expect(answers.map(({ status }) => status)).toEqual(Array(8).fill(204));
  expect(await counts()).toEqual([["eu", 0, 0, 1, 1]]);
});

test("a choice that can’t have been made so proves nothing: by other texts, another rule, or words that say otherwise", async () => {
  const everything = ["preferences", "statistics", "marketing"];
  const bad = async (more: object) =>
    (await send("/consents", choice("cccccccccccccccccccc", more))).body.fields?.[0]?.path;
  expect(await bad({ version: "other" })).toBe("version");
  expect(await bad({ how: "refuse", given: everything })).toBe("given");
  expect(await bad({ how: "accept", given: ["marketing"] })).toBe("given");
  expect(await bad({ region: "eu", rule: "states" })).toBe("rule");
  await expect(operate("desk.consent", { id: "cccccccccccccccccccc" })).rejects.toMatchObject({ status: 404 });
  expect(await context.db.select().from(consentVersions).where(eq(consentVersions.version, "other"))).toEqual([]);
});

test("what can’t be is refused at its field; a widget that is none asks nothing", async () => {
  const bad = async (more: object) =>
    (await send("/consents", choice("dddddddddddddddddddd", more))).body.fields?.[0]?.path;
  expect(await bad({ id: "short" })).toBe("id");
  expect(await bad({ given: ["everything"] })).toBe("given[0]");
  expect(await bad({ rule: "elsewhere" })).toBe("rule");
  expect(await bad({ how: "by force" })).toBe("how");
  expect((await send("/consents", choice("dddddddddddddddddddd", { widget: "letters" }))).status).toBe(404);
});

test("the Desk lists choices, finds one by its proof, and counts those without an answer", async () => {
  await send("/consents/shown", { widget, region: "eu", what: "shown" });
  await send("/consents/shown", { widget, region: "eu", what: "shown" });
  expect((await operate("desk.consents", {})).rows).toHaveLength(3);
  expect((await operate("desk.consents", { id: "bbbbbbbbbbbbbbbbbbbb" })).rows).toMatchObject([
    { given: [], how: "refuse" },
  ]);
  const { rows } = await operate("consent.results", { widget, days: 28 });
  expect(rows.find(({ region }: { region: string }) => region === "eu")).toMatchObject({
    shown: 2,
    refused: 1,
    some: 1,
  });
});

test("where somebody is: as the proxy tells, by the address, or not at all", () => {
  const settings = { placeHeader: "x-place" };
  const header = (value: string | null) => (name: string) => (name === "x-place" ? value : null);
  expect(locate(settings, "127.0.0.1", header("CA-QC"))).toEqual({ where: { country: "CA", part: "QC" }, by: "proxy" });
  expect(locate(settings, "127.0.0.1", header("nowhere"))).toEqual({ where: null, by: "nothing" });
  expect(locate({ placeHeader: "" }, "127.0.0.1", header("IE"))).toEqual({ where: null, by: "nothing" });
  expect(locate(settings, "not an address", header(null))).toEqual({ where: null, by: "nothing" });
  expect(locate(settings, "81.2.69.142", header(null))).toMatchObject({ by: "address", where: { country: "GB" } });
  expect([readPlace("ie"), readPlace("XX"), readPlace("IE-LONG"), readPlace(null)]).toEqual([
    { country: "IE", part: null },
    null,
    null,
    null,
  ]);
});

test("what a site declares and nobody has taken in yet is on its pages all the same: nothing loads unasked", async () => {
  const row = await findSite(context.db, site);
  const id = row?.id as string;
  const asked = async () => {
    const [found] = widgetsOfKind(
      await asReleased(context.db, id, await widgetsOf(context.db, id), standInOrigins(context.settings)),
      "consent",
    );
    return found?.settings.table.map(({ key }) => key) ?? [];
  };
  expect(await asked()).not.toContain("clips:marketing");
  const feed = (await operate("widgets.add", { kind: "clips", name: "Feed" })).id;
  const { revision, settings } = await operate("widgets.read", { widget: feed });
  const sources = [{ id: "s", of: "search", words: "kiln" }];
  await operate("widgets.save", { widget: feed, name: "Feed", revision, settings: { ...settings, sources } });
  expect(await asked()).toContain("clips:marketing");
  // The settings themselves stay as somebody set them: it is a finding until it is taken in.
  const { table } = (await operate("widgets.read", { widget })).settings as Consent;
  expect(table.map(({ key }) => key)).not.toContain("clips:marketing");
});

test("the page with the whole table is drafted once, in the site’s language, and holds the widget itself", async () => {
  const { page } = await operate("consent.draftPolicy", { widget });
  const { documents } = await operate("pages.open", { page });
  const { body } = documents.find(({ id }: { id: string }) => id === page);
  expect(JSON.stringify(body)).toContain(`"widget":"${widget}"`);
  await expect(operate("consent.draftPolicy", { widget })).rejects.toMatchObject({ fields: [{ path: "slug" }] });
  await expect(operate("consent.draftPolicy", { widget: "letters" })).rejects.toMatchObject({ status: 404 });
});

test("code on every page is an owner’s: a designer neither makes, changes nor removes it", async () => {
  const refused = { status: 403, code: "forbidden" };
  await expect(operate("widgets.add", { kind: "wholepage", name: "Counter" })).rejects.toMatchObject(refused);
  const asOwner = (name: keyof typeof operations, input: object) =>
    operations[name].perform({ ...studio.incoming("owner"), context }, { site, ...input } as never);
  const { id } = (await asOwner("widgets.add", { kind: "wholepage", name: "Counter" })) as { id: string };
  const { revision, settings, name } = await operate("widgets.read", { widget: id });
  await expect(operate("widgets.save", { widget: id, name, revision, settings })).rejects.toMatchObject(refused);
  await expect(operate("widgets.remove", { widget: id })).rejects.toMatchObject(refused);
  await asOwner("widgets.remove", { widget: id });
  await expect(operate("widgets.read", { widget: id })).rejects.toMatchObject({ status: 404 });
});

test("a site asks by one question: a second is refused, also when several are made at once on another site", async () => {
  await expect(operate("widgets.add", { kind: "consent", name: "Again" })).rejects.toMatchObject({
    fields: [{ path: "kind", message: "This site has one already, “Consent”, and needs no second." }],
  });
  await operate("sites.copy", { key: "asks-once", name: "Asks once" });
  const copied = (name: keyof typeof operations, input: object) => operate(name, { ...input, site: "asks-once" });
  const { widgets } = await copied("sites.frame", {});
  for (const { id, kind } of widgets) if (kind === "consent") await copied("widgets.remove", { widget: id });
  const made = await Promise.allSettled(
    Array.from({ length: 5 }, () => copied("widgets.add", { kind: "consent", name: "Consent" })),
  );
  expect(made.filter(({ status }) => status === "fulfilled")).toHaveLength(1);
});
