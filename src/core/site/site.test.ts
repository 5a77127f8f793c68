import { readFileSync } from "node:fs";
import fc from "fast-check";
import { siteProblems } from "@/core/check/problems";
import { anyPage } from "@/core/page/arbitrary.test-kit";
import { builder } from "@/core/page/build";
import { applyEdits, type Edit } from "@/core/page/editing/edit";
import { everyNode, type PageNode } from "@/core/page/node";
import { shelf } from "@/core/page/shelf";
import { nodeWords, withLineIds } from "@/core/page/words/words";
import { newPopup } from "@/core/popup/popup";
import { popupSchema } from "@/core/popup/schema";
import type { SiteFile, SitePage } from "@/core/site/site";
import { widgetsOfKind } from "@/core/widget/settings";
import { siteChanges, withoutChanges } from "./changes";
import { factsOf, readSpans } from "./facts";
import { readSiteFile, writeSiteFile } from "./read";
import { keepsAll } from "./references";
import { settingsSchema, siteKeySchema, slugSchema } from "./schema";
import { siteFromStarter } from "./starter";
import type { StarterKey } from "./starters";

const wrenfield = readFileSync("demo/wrenfield/site.json", "utf8");
function read(json: string): SiteFile {
  const result = readSiteFile(json);
  if (!result.ok) throw new Error(JSON.stringify(result.faults));
  return result.site;
}
const site = read(wrenfield);
let last = 0;
const newId = () => `s${++last}`;
const b = builder(newId);

test("reading a file and writing it gives the same text back", () => {
  expect(writeSiteFile(site)).toBe(wrenfield);
  expect(writeSiteFile(read(readFileSync("demo/oddlane/site.json", "utf8")))).toBe(
    readFileSync("demo/oddlane/site.json", "utf8"),
  );
});

test("a file with names of before is read, and written with those of today", () => {
  expect(wrenfield).toContain('"headersFooters": [');
  expect(writeSiteFile(read(wrenfield.replace('"headersFooters": [', '"surrounds": [')))).toBe(wrenfield);
});

test("any site comes through writing and reading unchanged", () => {
  fc.assert(
    fc.property(fc.array(anyPage, { minLength: 1, maxLength: 3 }), (bodies) => {
      const made: SiteFile = {
        ...site,
        pages: bodies.map((body, index) => ({
          id: `p${index}`,
          title: `Page ${index}`,
          slug: index ? `page-${index}` : "",
          description: "",
          inNavigation: true,
          body,
        })),
        widgets: [],
      };
      expect(read(writeSiteFile(made))).toEqual(made);
    }),
    { numRuns: 60 },
  );
});

test.each<StarterKey>(["workshop", "counter", "empty"])(
  "the starter “%s” is a whole site without anything that stops a release",
  (key) => {
    const made = siteFromStarter(key, { key: "new-site", name: "New site", settings: site.settings }, newId);
    expect(read(writeSiteFile(made))).toEqual(made);
    const found = siteProblems(made, null);
    expect(found.filter((finding) => finding.weight === "stops")).toEqual([]);
    // Each page with words on it has its title.
    const titles = found.filter(({ reason }) => /PageTitle/.test(reason.code)).map(({ document }) => document);
    expect(titles).toEqual(made.pages.flatMap(({ id, body }) => (body.children?.length ? [] : [id])));
  },
);

const change = (path: string, value: unknown) => {
  const copy = JSON.parse(wrenfield);
  const parts = path.split(".");
  const holder = parts.slice(0, -1).reduce((at, part) => at[part], copy);
  if (value === undefined) delete holder[parts.at(-1) as string];
  else holder[parts.at(-1) as string] = value;
  return JSON.stringify(copy);
};

test.each([
  ["no JSON", "{", "site.json"],
  ["a list", "[]", "site.json"],
  ["another format", change("format", 2), "format"],
  ["no name", change("name", undefined), "name"],
  ["an unknown part", change("hats", []), "hats"],
  ["an unknown zone", change("settings.zone", "Europe/Wrenfield"), "settings.zone"],
  ["a key that is kept", change("key", "rehearse"), "key"],
  ["a colour in words", change("brand.colours.ink", "black"), "brand.colours.ink"],
  ["a slug with blanks", change("pages.1.slug", "kiln hire"), "pages[1].slug"],
  ["two pages at one address", change("pages.1.slug", "shop"), "pages[3]"],
  ["no home page", change("pages.0.slug", "start"), "pages"],
  ["a block of an unknown kind", change("pages.0.body.children.0.kind", "hero"), "pages[0].body.children[0].kind"],
  ["a picture that is missing", change("media", []), "pages[0].body"],
  [
    "a service's picture that is missing",
    change("booking.services.0.picture", "a".repeat(64)),
    "booking.services[0].picture",
  ],
  [
    "thanks on a page that is missing",
    change("widgets.0.settings.thanks", { kind: "page", page: "gone" }),
    "widgets[0].settings.thanks.page",
  ],
  [
    "an overlay of 140 %",
    change("widgets.0.settings.look.overlayStrength", 140),
    "widgets[0].settings.look.overlayStrength",
  ],
])("refuses %s with its path", (_name, json, path) => {
  const result = readSiteFile(json);
  expect(result.ok).toBe(false);
  if (!result.ok) expect(result.faults.map((fault) => fault.path)).toContain(path);
});

test("keys, slugs and zones have their limits", () => {
  for (const key of ["Wren", "w", "-wren", "wren_field", "studio", "a".repeat(41)])
    expect(siteKeySchema.validate(key).error).toBeDefined();
  for (const slug of ["Kiln", "kiln--hire", "/kiln", "kiln/", "../x"])
    expect(slugSchema.validate(slug).error).toBeDefined();
  expect(slugSchema.validate("journal/a-blue").error).toBeUndefined();
  expect(settingsSchema.validate({ ...site.settings, zone: "Nowhere/Land" }).error?.message).toContain("no time zone");
});

describe("a popup's settings", () => {
  const wrong = (part: object) => popupSchema.validate({ ...newPopup, ...part }).error?.message;
  test("are fine when new", () => expect(popupSchema.validate(newPopup).error).toBeUndefined());
  test("need exactly one required e-mail field", () =>
    expect(wrong({ fields: [] })).toContain("exactly one required e-mail"));
  test("want a scroll depth of at most 100 %", () =>
    expect(wrong({ triggers: [{ on: "scroll", percent: 140 }] })).toContain("at most 100 %"));
  test("want two options for a choice", () =>
    expect(
      wrong({ fields: [...newPopup.fields, { key: "glaze", kind: "choice", label: "Glaze", required: false }] }),
    ).toContain("two options"));
  test("want dates in order", () =>
    expect(
      wrong({ conditions: { ...newPopup.conditions, from: "2026-03-02T00:00", to: "2026-03-01T00:00" } }),
    ).toContain("later than"));
  test("want a clicked block to be chosen", () =>
    expect(wrong({ triggers: [{ on: "click", block: "" }] })).toContain("Choose the block"));
});

describe("what stops a release", () => {
  const homeWith = (...nodes: Parameters<typeof b.section>[2][]) =>
    ({
      ...site,
      pages: [{ ...site.pages[0], body: b.page(b.section("x", {}, ...nodes)) }, ...site.pages.slice(1)],
    }) as SiteFile;
  /** Codes without those about a page's title and description, which these small pages lack. */
  const codes = (given: SiteFile) =>
    siteProblems(given, null)
      .map((finding) => [finding.weight, finding.reason.code])
      .filter(([, code]) => !["check.noPageTitle", "check.noPageDescription"].includes(code as string));
  test("nothing in the demo", () => expect(codes(site).filter(([weight]) => weight === "stops")).toEqual([]));
  test("a link to a page that is gone, also inside running text", () => {
    const doc = {
      type: "doc",
      content: [
        {
          type: "paragraph",
          content: [{ type: "text", text: "x", marks: [{ type: "link", attrs: { href: "page:gone" } }] }],
        },
      ],
    };
    expect(codes(homeWith(b.button("x", "page:gone"), b.node("richText", { doc })))).toEqual([
      ["stops", "check.pageGone"],
      ["stops", "check.pageGone"],
    ]);
  });
  test("a widget's place without widget, or with one that is off", () => {
    const off = {
      ...homeWith(b.node("widget", { widget: "letters", as: "button", text: "x" })),
      widgets: widgetsOfKind(site.widgets, "popup").map((widget) => ({
        ...widget,
        settings: { ...widget.settings, enabled: false },
      })),
    };
    expect(codes(homeWith(b.node("widget", { widget: null, as: "button", text: "x" })))).toEqual([
      ["stops", "check.noWidget"],
    ]);
    expect(codes(off)).toContainEqual(["stops", "check.widgetOff"]);
  });
  test("an empty picture and a button without a link are only worth a look", () => {
    expect(codes(homeWith(b.picture(null, ""), b.button("x")))).toEqual([
      ["look", "check.noPicture"],
      ["look", "check.buttonWithoutLink"],
    ]);
  });
  test("a picture without a description is told by its name and the section it stands in", () => {
    const media = [{ ...(site.media[0] as SiteFile["media"][number]), name: "kiln.jpg", alt: "" }];
    const made = { ...homeWith(b.picture(media[0]?.hash ?? "", "")), media };
    const [found] = siteProblems(made, null).filter(({ reason }) => reason.code === "check.noDescription");
    expect(found?.reason.name).toBe("kiln.jpg");
    expect(found?.section).toBe(made.pages[0]?.body.children?.[0]?.content.name);
  });
});

describe("what has changed", () => {
  test("nothing between a site and itself, in whatever order its keys stand", () => {
    const turned = JSON.parse(
      JSON.stringify(site, (_key, value) =>
        value && typeof value === "object" && !Array.isArray(value)
          ? Object.fromEntries(Object.entries(value).reverse())
          : value,
      ),
    ) as SiteFile;
    expect(siteChanges(site, turned)).toEqual([]);
  });
  test("one section of one page, the brand, a removed page", () => {
    const home = site.pages[0] as SiteFile["pages"][number];
    const section = home.body.children?.[1]?.id ?? "";
    const body = applyEdits(home.body, [
      { type: "setLook", node: section, width: "base", field: "surface", value: "ink" },
    ]).page;
    const now: SiteFile = {
      ...site,
      brand: { ...site.brand, space: 1.1 },
      pages: [{ ...home, body }, ...site.pages.slice(1).filter((page) => page.slug !== "journal")],
    };
    expect(siteChanges(site, now)).toEqual([
      {
        of: "page",
        id: "home",
        name: "Home",
        what: "changed",
        details: [{ code: "sectionChanged", name: "Class cards" }],
      },
      { of: "page", id: "journal", name: "Journal", what: "removed", details: [] },
      {
        of: "brand",
        id: "brand",
        name: "Brand",
        what: "changed",
        details: [{ code: "value", name: "space", before: "1", after: "1.1" }],
      },
    ]);
  });
  test("before the first release every page is new, and so is every widget that goes live", () => {
    const changes = siteChanges(null, site);
    expect(changes.every((one) => one.what === "new")).toBe(true);
    expect(changes.filter((one) => one.of === "widget").map((one) => one.id)).toEqual(
      site.widgets.map((widget) => widget.id),
    );
  });
  test("words, title and address are told as they were and as they are", () => {
    const [home, ...others] = site.pages as [SitePage, ...SitePage[]];
    const heading = [...everyNode(home.body)].find((node) => node.kind === "heading");
    const { page: body } = applyEdits(home.body, [
      { type: "splice", node: heading?.id ?? "", field: "text", at: 0, cut: 5, put: "Feet" },
    ]);
    const moved = { ...others[0], slug: "courses", title: "Courses" } as SitePage;
    const changes = siteChanges(site, { ...site, pages: [{ ...home, body }, moved, ...others.slice(1)] });
    expect(changes[0]?.details).toContainEqual({
      code: "words",
      before: "Hands in clay by Saturday.",
      after: "Feet in clay by Saturday.",
    });
    expect(changes[1]?.details).toEqual([
      { code: "title", before: "Classes", after: "Courses" },
      { code: "slug", before: "/classes", after: "/courses" },
    ]);
  });
  test("what is left out of a release stays as it is live, whatever kind of change it is", () => {
    const [home, journal] = [site.pages[0], site.pages.find((page) => page.slug === "journal")] as [SitePage, SitePage];
    const fresh: SitePage = { ...home, id: "fresh", slug: "fresh", title: "Fresh" };
    const now: SiteFile = {
      ...site,
      name: "Another name",
      brand: { ...site.brand, space: 1.1 },
      header: { ...site.header, children: [] },
      pages: [{ ...home, title: "Start" }, ...site.pages.slice(1).filter((page) => page !== journal), fresh],
      widgets: [],
      redirects: [{ from: "/old", page: "home" }],
    };
    const all = siteChanges(site, now);
    expect(all.map((change) => change.of).sort()).toEqual(
      ["brand", "header", "page", "page", "page", "redirect", "settings", ...site.widgets.map(() => "widget")].sort(),
    );
    expect(siteChanges(site, withoutChanges(site, now, all))).toEqual([]);
    for (const change of all)
      expect(siteChanges(site, withoutChanges(site, now, [change])).map((one) => one.of + one.id)).toEqual(
        all.filter((one) => one !== change).map((one) => one.of + one.id),
      );
  });
});

describe("sample content", () => {
  const page = (sections: readonly PageNode[]): SiteFile => ({
    ...site,
    pages: [{ ...(site.pages[0] as SitePage), body: b.page(...sections) }],
  });
  const samples = (given: SiteFile) =>
    siteProblems(given, null).flatMap((finding) =>
      finding.reason.code === "check.sample" ? [finding.reason.words] : [],
    );
  test("is found on a page as long as nobody changed it, in any currency", () => {
    const prices = shelf
      .find((entry) => entry.key === "prices")
      ?.make(() => `p${++last}`, {
        currency: "GBP",
        language: "en-GB",
      }) as PageNode;
    expect(JSON.stringify(prices)).toContain("£12");
    expect(samples(page([prices]))).toContain("The small one");
    expect(samples(page([prices]))).not.toContain("Prices");
    const list = [...everyNode(prices)].find((node) => node.kind === "list") as PageNode;
    const items = list.content.items as { id: string; text: string }[];
    const edits = withLineIds(prices);
    const named = [...everyNode(edits)].find((node) => node.kind === "list")?.content.items as { id: string }[];
    const changed = applyEdits(
      b.page(edits),
      named.map(
        ({ id }, index): Edit => ({
          type: "splice",
          node: list.id,
          field: `items.${id}.text`,
          at: 0,
          cut: (items[index]?.text ?? "").length,
          put: `Loaf ${index}`,
        }),
      ),
    );
    expect(samples({ ...page([]), pages: [{ ...(site.pages[0] as SitePage), body: changed.page }] })).toEqual([
      "Say here what is included.",
    ]);
  });
  test("sections take the site's own hours and address instead", () => {
    const settings = {
      ...site.settings,
      address: "The old net store\nLower Quay",
      hours: [[], ...Array.from({ length: 4 }, () => [{ from: "09:00", to: "17:30" }]), [], []],
    };
    const hours = shelf.find((entry) => entry.key === "hours")?.make(() => `h${++last}`, factsOf(settings)) as PageNode;
    expect(nodeWords(hours)).toContain("The old net store Lower Quay");
    expect(nodeWords(hours)).toContain("Tuesday – Friday 09:00–17:30");
    expect(nodeWords(hours)).toContain("Saturday, Sunday closed");
    expect(samples(page([hours]))).toEqual(["How to come by bus, where to leave the car."]);
  });
  test("hours are read as people write them", () => {
    expect(readSpans("9–12.30, 14:00 - 18")).toEqual([
      { from: "09:00", to: "12:30" },
      { from: "14:00", to: "18:00" },
    ]);
    expect(readSpans(" ")).toEqual([]);
    expect(readSpans("from nine")).toBeNull();
    expect(
      settingsSchema.validate({ ...site.settings, hours: [[{ from: "12:00", to: "09:00" }]] }).error,
    ).toBeDefined();
  });
  test("sample words are worth a look, and stop a release only where that was chosen", () => {
    const given = page([
      b.section(
        "x",
        {},
        b.heading(1, "Come by"),
        b.node("quote", { text: "What somebody said, in their own words.", who: "Orla" }),
      ),
    ]);
    const samplesIn = (file: SiteFile) =>
      siteProblems(file, null).filter(({ reason }) => reason.code === "check.sample");
    expect(samplesIn(given).map(({ weight }) => weight)).toEqual(["look"]);
    const strict = { ...given, settings: { ...given.settings, samplesStop: true } };
    expect(samplesIn(strict).map(({ weight }) => weight)).toEqual(["stops"]);
    // A page that is live as it is was judged when it did not stop one: it is judged again.
    expect(keepsAll(given, strict)).toBe(false);
    expect(keepsAll(strict, given)).toBe(true);
  });
  test("opening hours on a page that differ from the settings are told by their days; the same ones are not", () => {
    const hours = [[], ...Array.from({ length: 5 }, () => [{ from: "10:00", to: "18:00" }]), []];
    const told = (friday: string) => ({
      ...page([
        b.section(
          "x",
          {},
          b.heading(1, "Come by"),
          b.rows([
            ["Tuesday to Thursday", "10:00–18:00"],
            ["Friday", friday],
          ]),
        ),
      ]),
      settings: { ...site.settings, hours },
    });
    const of = (file: SiteFile) => siteProblems(file, null).filter(({ reason }) => reason.code === "check.hoursDiffer");
    expect(of(told("10:00–20:00")).map(({ reason, weight }) => [reason.days, weight])).toEqual([["4", "look"]]);
    expect(of(told("10:00–18:00"))).toEqual([]);
  });
  test("a page without title or description, and a column without anything, are worth a look", () => {
    const given = {
      ...page([b.section("x", {}, b.columns({}, b.stack({}), b.stack({}, b.heading(2, "y"))))]),
      settings: { ...site.settings, description: "" },
    };
    const bare = { ...given, pages: given.pages.map((one) => ({ ...one, description: "" })) };
    expect(siteProblems(bare, null).map((finding) => finding.reason.code)).toEqual(
      expect.arrayContaining(["check.noPageTitle", "check.noPageDescription", "check.emptyColumn"]),
    );
  });
});
