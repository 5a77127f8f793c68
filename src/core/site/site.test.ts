import { readFileSync } from "node:fs";
import fc from "fast-check";
import { siteProblems } from "@/core/check/problems";
import { anyPage } from "@/core/page/arbitrary.test-kit";
import { builder } from "@/core/page/build";
import { applyEdits } from "@/core/page/edit";
import { newPopup } from "@/core/popup/popup";
import { popupSchema } from "@/core/popup/schema";
import { siteChanges } from "./changes";
import { readSiteFile, writeSiteFile } from "./read";
import { settingsSchema, siteKeySchema, slugSchema } from "./schema";
import { popupsOf, type SiteFile } from "./site";
import { type StarterKey, siteFromStarter } from "./starter";

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
    expect(siteProblems(made).filter((finding) => finding.weight === "stops")).toEqual([]);
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
  const codes = (given: SiteFile) => siteProblems(given).map((finding) => [finding.weight, finding.reason.code]);
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
      widgets: popupsOf(site.widgets).map((widget) => ({
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
      { of: "page", id: "home", name: "Home", what: "changed", sections: 1 },
      { of: "page", id: "journal", name: "Journal", what: "removed", sections: 0 },
      { of: "brand", id: "brand", name: "Brand", what: "changed", sections: 0 },
    ]);
  });
  test("before the first release every page is new", () => {
    expect(siteChanges(null, site).every((one) => one.what === "new")).toBe(true);
  });
});
