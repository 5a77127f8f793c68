// What is set about consent: its table, its words in nine languages, and whether it fits the rules.

import { newClipFeed } from "@/core/clips/clips";
import { builder } from "@/core/page/build";
import { breaches } from "./breaches";
import { newConsent, saidIn } from "./consent";
import { declaredEntries, keptStandIns, keyOf, withFound } from "./declared";
import { rules } from "./rules";
import { consentSchema } from "./schema";
import { sentByWidget, sentOn } from "./sends";
import { consent as kind, versionOf } from "./widget";
import { consentWords, draftedLanguages, thingsWords, wordsIn } from "./words";

let last = 0;
const b = builder(() => `c${++last}`);
const clip = (id: string) => ({
  ...({
    title: "",
    ratio: 1.7778,
    seconds: 0,
    poster: null,
    alt: "",
    as: "here",
    text: "",
    controls: "shown",
    captions: [],
    chapters: [],
  } as const),
  source: { from: "clip", provider: "clips", clip: id },
});
const page = b.page(
  b.section("One", {}, b.node("video", clip("kln-0301")), b.node("video", clip("kln-0215")), b.heading(1, "Kiln")),
);

describe("what there is to ask", () => {
  test("blocks and widgets declare it, each host once whatever the port of this installation", () => {
    const sent = sentOn(page);
    expect(sent.map(({ origin }) => origin)).toEqual([keptStandIns("clips"), keptStandIns("cdn.clips")]);
    const [host, files] = declaredEntries(sent, "2026-03-05");
    expect(host).toMatchObject({
      key: "clips:marketing",
      who: "the clip host",
      purpose: "marketing",
      days: null,
      as: "cookie",
      sorted: false,
      found: "declared",
    });
    expect(files).toMatchObject({ key: "cdn.clips:marketing", as: "request" });
    const feed = {
      ...newClipFeed,
      sources: [
        { id: "a", of: "search", words: "river" },
        { id: "b", of: "address", address: "https://films.example/feed" },
      ],
    } as const;
    const widget = { id: "w", kind: "clips", name: "Feed", settings: feed } as const;
    expect(sentByWidget(widget, keptStandIns).map(keyOf)).toEqual([
      "clips:marketing",
      "cdn.clips:marketing",
      "films.example:marketing",
    ]);
  });

  test("a feed by the address of a stand-in is that stand-in's, with its cookies, whatever the installation", () => {
    const standIns = (label: string) => `http://${label}.localhost:4410`;
    const source = { id: "a", of: "address", address: "http://clips.localhost:4410/by/river-clay" } as const;
    const widget = { id: "w", kind: "clips", name: "Feed", settings: { ...newClipFeed, sources: [source] } } as const;
    const sent = sentByWidget(widget, standIns);
    expect(sent.map(keyOf)).toEqual(["clips:marketing", "cdn.clips:marketing"]);
    expect(sent[0]?.sets).toContain("clips_viewer");
  });

  test("what was sorted and said by hand stays when it is found again; what is new comes in unsorted; what is gone stays", () => {
    const [host, files] = declaredEntries(sentOn(page), "2026-03-05");
    if (!host || !files) throw new Error("nothing declared");
    const mine = {
      ...host,
      name: "Kiln-opening clips",
      purpose: "preferences" as const,
      sorted: true,
      seen: "2026-01-01",
    };
    const other = { ...host, key: "box", found: "hand" as const };
    const table = withFound([mine, other], [host, files]);
    expect(table.map(({ key }) => key)).toEqual(["clips:marketing", "box", "cdn.clips:marketing"]);
    expect(table[0]).toMatchObject({
      name: "Kiln-opening clips",
      purpose: "preferences",
      sorted: true,
      seen: "2026-03-05",
    });
    expect(withFound(table, [host, files])).toEqual(table);
  });
});

describe("words", () => {
  test("nine languages say everything, each in its own way", () => {
    expect(draftedLanguages).toHaveLength(9);
    const same = (field: "title" | "refuse" | "takenBack" | "profiling") =>
      new Set(draftedLanguages.map((tag) => consentWords[tag][field])).size;
    for (const field of ["title", "refuse", "takenBack", "profiling"] as const) expect(same(field)).toBe(9);
    for (const tag of draftedLanguages)
      for (const value of Object.values(consentWords[tag])) expect(JSON.stringify(value)).not.toContain('""');
    expect(thingsWords(consentWords.de, 1)).toBe("ein Eintrag");
    expect(thingsWords(consentWords.en, 3)).toBe("3 things");
  });

  test("a site’s own words stand before the drafted ones, in their language alone", () => {
    const own = { de: { title: "Zwei Dinge brauchen Ihr Ja" } };
    expect(wordsIn(own, "de-AT").title).toBe("Zwei Dinge brauchen Ihr Ja");
    expect(wordsIn(own, "de").refuse).toBe("Alle ablehnen");
    expect(wordsIn(own, "en-IE").title).toBe(consentWords.en.title);
    expect(wordsIn({}, "ja").title).toBe(consentWords.en.title);
  });
});

test("the table is said in other languages where somebody has said it, and in the site’s own elsewhere", () => {
  const entry = declaredEntries(sentOn(page), "2026-03-05")[0];
  if (!entry) throw new Error("nothing declared");
  const mine = { ...entry, name: "Clips", why: "Plays them.", said: { de: { name: "Filme", why: "" } } };
  expect(saidIn(mine, "de-AT")).toEqual({ name: "Filme", why: "Plays them." });
  expect(saidIn(mine, "fr")).toEqual({ name: "Clips", why: "Plays them." });
  expect(saidIn(mine, "constructor")).toEqual({ name: "Clips", why: "Plays them." });
  const settings = (table: readonly (typeof mine)[]) => ({ ...newConsent, table });
  expect(versionOf(settings([mine]))).not.toBe(
    versionOf(settings([{ ...mine, said: { de: { name: "Clips", why: "" } } }])),
  );
});

describe("whether it fits the rules", () => {
  const fine = { ...newConsent, policy: "privacy" };
  const broken = (more: object) => breaches({ ...fine, ...more }, ["en"]).map(({ region, on }) => `${region} ${on}`);
  test("as it starts, with a page to read all of it, it breaks none", () => expect(broken({})).toEqual([]));

  test("refusing behind a second press breaks every rule that wants it as easy", () => {
    const strict = Object.entries(rules).flatMap(([region, rule]) => (rule.asEasy ? [`${region} asEasy`] : []));
    expect(broken({ refuseFirst: false })).toEqual(strict);
    expect(strict).not.toContain("ch asEasy");
  });

  test("ticks that stand before break those that want them set by the visitor", () =>
    expect(broken({ ticked: true })).toEqual(["eu ticks", "uk ticks", "br ticks", "quebec ticks"]));

  test("no page with the whole text breaks all; words left empty break those that want them said", () => {
    expect(broken({ policy: null })).toHaveLength(7);
    expect(broken({ words: { en: { doNotSell: "" } } })).toEqual(["states doNotSell"]);
    expect(broken({ words: { en: { profiling: " " } } })).toEqual(["quebec profiling"]);
    expect(breaches({ ...fine, words: { de: { takenBack: "" } } }, ["en"])).toEqual([]);
    expect(breaches({ ...fine, words: { de: { takenBack: "" } } }, ["en", "de"]).length).toBeGreaterThan(3);
  });

  test("each breach names its law", () => {
    const [first] = breaches({ ...fine, refuseFirst: false }, ["en"]);
    expect(first).toMatchObject({ region: "eu", setting: "refuseFirst", source: { at: "Article 7(3) and 4(11)" } });
  });
});

test("what can’t be set is refused with a sentence", () => {
  const fault = (more: object) => consentSchema.validate({ ...newConsent, ...more }).error?.details[0]?.message;
  expect(fault({})).toBeUndefined();
  expect(fault({ form: "dialog", place: "foot" })).toBe("This form can’t stand there.");
  expect(fault({ months: 24 })).toBe("No rule lets a choice hold for more than 12 months.");
  expect(fault({ words: { en: { title: "x".repeat(700) } } })).toBeDefined();
  expect(fault({ words: { en: { other: "x" } } })).toBeDefined();
});

test("the version is another when texts or table are, and the same when a look changes", () => {
  const one = versionOf(newConsent);
  expect(versionOf({ ...newConsent, months: 12, form: "corner", place: "footEnd" })).toBe(one);
  expect(versionOf({ ...newConsent, words: { en: { title: "Other" } } })).not.toBe(one);
  expect(versionOf({ ...newConsent, table: declaredEntries(sentOn(page), "2026-03-05") })).not.toBe(one);
});

test("pages carry what is asked about and nothing of what is needed", () => {
  const [host] = declaredEntries(sentOn(page), "2026-03-05");
  if (!host) throw new Error("nothing declared");
  const settings = {
    ...newConsent,
    table: [
      host,
      { ...host, key: "basket", purpose: "needed" as const },
      { ...host, key: "own", origin: "", sets: ["visits"] },
    ],
  };
  expect(kind.released(settings, {} as never, null)).toMatchObject({
    things: [
      { key: "clips:marketing", purpose: "marketing" },
      { key: "own", purpose: "marketing", sets: ["visits"] },
    ],
  });
});
