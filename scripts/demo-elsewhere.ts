// What the demo's workshop brings in from elsewhere: a feed of kiln-opening clips, a film behind the last section of Home, the
// ferries' timetable on Visit, and consent in English and German. Set up as a designer would, since the addresses of
// stand-ins depend on where this installation answers.
import { readFileSync } from "node:fs";
import { and, eq } from "drizzle-orm";
import { newClipFeed } from "@/core/clips/clips";
import { type Consent, type Entry, newConsent } from "@/core/consent/consent";
import { builder } from "@/core/page/build";
import { freshGround } from "@/core/page/look/ground";
import type { PageNode } from "@/core/page/node";
import { clipSources } from "@/data/clips/tables";
import { inTransaction } from "@/data/connection";
import { findSite } from "@/data/site/queries";
import { readSoon } from "@/server/clips/refresh";
import { type Context, standInOrigins } from "@/server/context";
import { addDocument, addPicture } from "@/server/site/media";
import { type callAs, operator } from "./lib/studio";

type Account = Parameters<typeof callAs>[1];

/** What somebody would write about each thing, by its key. */
const said: Readonly<Record<string, Pick<Entry, "name" | "why" | "purpose" | "said"> & Partial<Entry>>> = {
  "clips:marketing": {
    name: "Kiln-opening clips",
    why: "Plays a clip from its host, which counts who watches.",
    said: { de: { name: "Filme vom Ofen", why: "Spielt einen Film von seinem Anbieter, der zählt, wer zusieht." } },
    purpose: "marketing",
  },
  "cdn.clips:marketing": {
    name: "Files of the clips",
    why: "The pictures and the sound themselves, while a clip plays.",
    said: { de: { name: "Dateien der Filme", why: "Bild und Ton selbst, während ein Film läuft." } },
    purpose: "marketing",
  },
  "neighbours.localhost:preferences": {
    name: "Timetable of the ferries",
    why: "Shows when the next ferry crosses, and remembers your stop.",
    said: {
      de: { name: "Fahrplan der Fähre", why: "Zeigt, wann die nächste Fähre fährt, und merkt sich Ihren Anleger." },
    },
    who: "the ferry company",
    days: 365,
    purpose: "preferences",
  },
  "this:what-was-opened-and-closed-here:needed": {
    name: "Letters you closed",
    why: "So that a letter you closed does not open again.",
    said: {
      de: { name: "Briefe, die Sie geschlossen haben", why: "Damit ein geschlossener Brief nicht wieder aufgeht." },
    },
    purpose: "needed",
  },
  "this:visits-and-what-opened-in-them:preferences": {
    name: "Your visits",
    why: "So that a letter opens at the visit that it is meant for, and once.",
    said: { de: { name: "Ihre Besuche", why: "Damit ein Brief beim richtigen Besuch aufgeht, und nur einmal." } },
    purpose: "preferences",
  },
  "this:counts-of-what-opened:statistics": {
    name: "Counts of letters",
    why: "How often a letter was shown, without who you are.",
    said: { de: { name: "Zählungen der Briefe", why: "Wie oft ein Brief gezeigt wurde, ohne wer Sie sind." } },
    purpose: "statistics",
  },
  "this:your-choice-here:needed": {
    name: "Your choice here",
    why: "So that you are not asked again.",
    said: { de: { name: "Ihre Auswahl hier", why: "Damit Sie nicht wieder gefragt werden." } },
    purpose: "needed",
  },
};

/** Brings it all in; answers the command that has the feed read once the stand-ins answer, which is when the process runs. */
export async function bringElsewhere(context: Context, account: Account, key: string): Promise<() => Promise<void>> {
  const site = await findSite(context.db, key);
  if (!site) throw new Error(`There is no site “${key}”.`);
  const operate = operator(context, account, key);
  const standIn = standInOrigins(context.settings);
  const widget = async (kind: string, name: string, settings: object): Promise<string> => {
    const { id } = await operate("widgets.add", { kind, name });
    const { revision } = await operate("widgets.read", { widget: id });
    await operate("widgets.save", { widget: id, name, revision, settings });
    return id;
  };
  /** The page's body, and edits of it as one batch. */
  const edit = async (page: string, edits: (body: PageNode) => readonly object[]) => {
    const { documents } = await operate("pages.open", { page });
    const { revision, body } = documents.find(({ id }: { id: string }) => id === page);
    await operate("pages.edit", { document: page, batch: context.newId(), base: revision, edits: edits(body) });
  };
  const b = builder(context.newId);

  const film = await addDocument(context, site, "river.webm", readFileSync("demo/clips/river.webm"));
  const still = await addPicture(context, site, "river-at-the-quay.jpg", readFileSync("demo/clips/river-wide.jpg"));
  await edit("home", ({ children = [] }) => [
    {
      type: "setContent",
      node: children.at(-1)?.id,
      field: "ground",
      value: { ...freshGround(still.hash), veil: 65, film: film.hash },
    },
    { type: "setLook", node: children.at(-1)?.id, width: "base", field: "surface", value: "ink" },
  ]);

  const feed = await widget("clips", "Kiln-opening clips", {
    ...newClipFeed,
    sources: [{ id: "workshop", of: "address", address: `${standIn("clips")}/by/wrenfield` }],
  });
  await edit("journal", (body) => [
    {
      type: "insert",
      parent: body.id,
      index: 1,
      node: b.section(
        "From the kiln",
        { width: "wide", above: 0 },
        b.heading(2, "From the kiln"),
        b.node("widget", { widget: feed, as: "flow", text: "" }),
      ),
    },
  ]);

  await edit("visit", (body) => [
    {
      type: "insert",
      parent: body.id,
      index: Math.max(1, (body.children ?? []).length - 1),
      node: b.section(
        "By ferry",
        { surface: "soft", width: "normal" },
        b.heading(2, "By ferry"),
        b.words("The ferry from the far bank lands beside the net store. It takes seven minutes."),
        b.node(
          "embed",
          {
            address: `${standIn("neighbours")}/ferries`,
            title: "Timetable of the ferries",
            size: "fixed",
            rights: ["scripts", "own"],
            devices: [],
            agreed: true,
            purpose: "preferences",
            sets: ["stop"],
            poster: null,
          },
          { height: 340 },
        ),
      ),
    },
  ]);

  const consent: Consent = {
    ...newConsent,
    policy: "privacy",
    words: {
      en: {
        title: "Some things here need your yes",
        text: "Clips from another host, the ferries’ timetable, and what our letter counts. They wait until you say yes.",
      },
      de: {
        title: "Manches hier braucht Ihr Ja",
        text: "Filme von einem anderen Anbieter, der Fahrplan der Fähre und was unser Brief zählt. Sie warten, bis Sie zustimmen.",
      },
    },
  };
  const id = await widget("consent", "Consent", consent);
  const { found } = await operate("consent.found", {});
  const table = found.map(({ entry }: { entry: Entry }) => ({ ...entry, ...said[entry.key], sorted: true }));
  const { revision } = await operate("widgets.read", { widget: id });
  await operate("widgets.save", { widget: id, name: "Consent", revision, settings: { ...consent, table } });
  return () =>
    inTransaction(context.db, async (tx) => {
      // It could not be read while nothing answered yet: that is no failure to wait after.
      await tx.delete(clipSources).where(and(eq(clipSources.siteId, site.id), eq(clipSources.widgetId, feed)));
      await readSoon(tx, site.id, feed);
    });
}
