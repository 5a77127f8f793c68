import fc from "fast-check";
import { plainBrand } from "@/core/brand/presets";
import { sourceLocale } from "@/core/locale/site-locale";
import { chainTo, circleIn, tooLarge } from "@/core/page/shared/circle";
import { fillsLost, openFields, sortFills } from "@/core/page/shared/fill";
import { type Fill, isPlacement, sharedContent } from "@/core/page/shared/placement";
import { placesShown, resolved, sectionsOf } from "@/core/page/shared/sections";
import { madeOwn, swapped } from "@/core/page/shared/swap";
import { fillRefs, fillWords } from "@/core/page/shared/value";
import { createRenderer, renderPage } from "@/core/render/render";
import type { SiteFrame } from "@/core/site/site";
import { anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import { applyEdit } from "../editing/edit";
import { everyNode, findNode, type PageNode } from "../node";
import { openable, pageFaults } from "../validate";

let made = 0;
const newId = () => `i${++made}`;
const b = builder(newId);

const open = (node: PageNode, ...fields: readonly string[]): PageNode => ({ ...node, open: fields });
const placement = (shared: string, fills: readonly Omit<Fill, "id">[] = []): PageNode =>
  b.node("shared", { shared, fills: fills.map((fill) => ({ id: newId(), ...fill })) });

const call = () => {
  const heading = open(b.heading(2, "Ready when you are"), "text");
  const button = open(b.button("Get in touch", "page:home"), "text", "link");
  const words = open(b.words("One sentence."), "hidden");
  return { heading, button, words, body: b.page(b.section("Call", { surface: "ink" }, heading, words, button)) };
};

describe("what a placement shows", () => {
  it("is the definition with what the place fills in", () => {
    const { heading, button, words, body } = call();
    const place = placement("call", [
      { node: heading.id, field: "text", value: "Come on a Saturday" },
      { node: words.id, field: "hidden", value: true },
      { node: button.id, field: "link", value: "tel:+353123" },
    ]);
    const [section] = sectionsOf(place, body);
    expect(findNode(section as PageNode, heading.id)?.content.text).toBe("Come on a Saturday");
    expect(findNode(section as PageNode, words.id)?.look.base.hidden).toBe(true);
    expect(findNode(section as PageNode, button.id)?.content).toEqual({ text: "Get in touch", link: "tel:+353123" });
  });

  it("keeps fills aside whose field is closed, gone, or takes no such value", () => {
    const { heading, button, body } = call();
    const place = placement("call", [
      { node: heading.id, field: "level", value: 1 },
      { node: "gone", field: "text", value: "Words" },
      { node: button.id, field: "link", value: "javascript:alert(1)" },
      { node: heading.id, field: "text", value: { evil: true } },
    ]);
    expect(sectionsOf(place, body)).toEqual(body.children);
    expect(sortFills(sharedContent(place).fills, body)).toEqual({ held: [], aside: sharedContent(place).fills });
  });

  it("takes the later of two fills that two people made at once", () => {
    const { heading, body } = call();
    const fill = (value: string) => ({ node: heading.id, field: "text", value });
    const place = placement("call", [fill("First"), fill("Second")]);
    expect(findNode(sectionsOf(place, body)[0] as PageNode, heading.id)?.content.text).toBe("Second");
  });

  it("is hidden where the place is hidden", () => {
    const { body } = call();
    const place = { ...placement("call"), look: { base: {}, phone: { hidden: true } } };
    expect(sectionsOf(place, body)[0]?.look.phone).toEqual({ hidden: true });
  });
});

describe("shared sections in shared sections", () => {
  const inner = b.page(b.section("Inner", {}, b.words("inside")));
  const outer = b.page(b.section("Outer", {}, b.words("outside")), placement("inner"));
  const shared = new Map([
    ["inner", inner],
    ["outer", outer],
  ]);

  it("stand in their places, with ids of their own", () => {
    const page = b.page(placement("outer"), placement("outer"));
    const whole = resolved(page, shared);
    expect(whole.children).toHaveLength(4);
    const ids = [...everyNode(whole)].map(({ id }) => id);
    expect(new Set(ids).size).toBe(ids.length);
    expect([...placesShown(page, shared)].map(({ id }) => id)).toEqual(["outer", "inner", "outer", "inner"]);
  });

  it("leave nothing where they are gone, or would hold themselves", () => {
    const ring = new Map([
      ["a", b.page(b.section("A", {}), placement("b"))],
      ["b", b.page(placement("a"), placement("nobody"))],
    ]);
    expect(resolved(b.page(placement("a")), ring).children).toHaveLength(1);
    expect(circleIn(ring)).toEqual(["a", "b", "a"]);
    expect(chainTo("a", "b", ring)).toEqual(["a", "b"]);
    expect(circleIn(shared)).toBeNull();
  });
});

describe("how much is shown", () => {
  it("is bounded: what doubles with every level is found without being drawn", () => {
    const levels = new Map([["s0", b.page(b.section("S", {}, b.words("x")))]]);
    for (let level = 1; level <= 60; level++)
      levels.set(`s${level}`, b.page(placement(`s${level - 1}`), placement(`s${level - 1}`)));
    expect(tooLarge(levels)).not.toBeNull();
    expect(tooLarge(new Map([...levels].slice(0, 8)))).toBeNull();
    const ring = new Map([["a", b.page(placement("a"), placement("gone"))]]);
    expect(tooLarge(ring)).toBeNull();
  });

  it("no more than a hundred stand on one page, as a whole or one by one", () => {
    const many = Array.from({ length: 100 }, () => placement("call"));
    expect(pageFaults(b.page(...many))).toEqual([]);
    expect(pageFaults(b.page(...many, placement("call")))).toMatchObject([{ path: "children" }]);
    const page = b.page(...many);
    const node = placement("call");
    expect(applyEdit(page, { type: "insert", parent: page.id, index: 0, node })).toMatchObject({ ok: false });
    expect(applyEdit(page, { type: "insert", parent: page.id, index: 0, node: b.section("S", {}) })).toMatchObject({
      ok: true,
    });
  });
});

describe("swapping", () => {
  it("carries fills to fields of the same sort, and back", () => {
    const one = call();
    const other = call();
    const place = placement("one", [{ node: one.heading.id, field: "text", value: "Come by" }]);
    const there = swapped(place, one.body, { id: "other", body: other.body }, newId);
    expect(sharedContent(there).shared).toBe("other");
    expect(findNode(sectionsOf(there, other.body)[0] as PageNode, other.heading.id)?.content.text).toBe("Come by");
    const back = swapped(there, other.body, { id: "one", body: one.body }, newId);
    expect(sectionsOf(back, one.body)).toEqual(sectionsOf(place, one.body));
  });
});

it("tells which fills a change of the definition would lose", () => {
  const { heading, body } = call();
  const fills: Fill[] = [{ id: "f", node: heading.id, field: "text", value: "Come by" }];
  const outcome = applyEdit(body, { type: "setOpen", node: heading.id, open: [] });
  if (!outcome.ok) throw new Error("can't be closed");
  expect(fillsLost(fills, body, outcome.value.page)).toEqual(fills);
  expect(applyEdit(outcome.value.page, outcome.value.inverse)).toMatchObject({ value: { page: body } });
  expect(fillWords(fills[0] as Fill)).toBe("Come by");
});

it("opens words, links and visibility, and nothing else", () => {
  const { button } = call();
  expect(openable(button)).toEqual(["text", "link", "hidden"]);
  const page = b.page(b.section("S", {}, button));
  expect(applyEdit(page, { type: "setOpen", node: button.id, open: ["tone"] })).toMatchObject({ ok: false });
  expect(pageFaults(b.page(b.section("S", {}, { ...b.heading(2, "x"), open: ["level"] })))[0]?.path).toBe(
    "children[0].children[0].open[0]",
  );
});

it("finds what fills point at, however deep", () => {
  const hash = "a".repeat(64);
  expect([...fillRefs([{ media: hash, alt: "words" }, { link: "page:visit" }], "v")]).toEqual([
    { of: "media", id: hash, path: "v[0].media" },
    { of: "page", id: "visit", path: "v[1].link" },
  ]);
});

/** Any page whose blocks are opened by chance, with fills by chance: right values, wrong ones, of what is gone. */
const anyShared = anyPage.chain((body) =>
  fc
    .array(fc.tuple(fc.nat(), fc.boolean()), { minLength: 1, maxLength: 8 })
    .map((choices) => {
      const opened = (node: PageNode, at: { n: number }): PageNode => {
        at.n += 1;
        const [pick = 0, all = false] = choices[at.n % choices.length] ?? [];
        const may = openable(node);
        const chosen = all ? may : may.filter((_field, index) => (pick >> index) % 2 === 1);
        const children = node.children?.filter((child) => !isPlacement(child)).map((child) => opened(child, at));
        return { ...node, ...(chosen.length ? { open: chosen } : {}), ...(children ? { children } : {}) };
      };
      return opened(body, { n: 0 });
    })
    .chain((whole) => {
      const fields = openFields(whole);
      const fill = fields.length
        ? fc
            .tuple(fc.constantFrom(...fields), fc.constantFrom<unknown>("Words", "page:home", true, 4, [], null))
            .map(([{ node, field }, value]) => ({
              node: node.id,
              field,
              value: value === null ? (node.content[field] ?? "") : value,
            }))
        : fc.constant({ node: "gone", field: "text", value: "x" });
      return fc.array(fill, { maxLength: 5 }).map((fills) => ({ whole, place: placement("def", fills) }));
    }),
);

const frame = (shared: PageNode): SiteFrame => ({
  key: "site",
  name: "Site",
  settings: { language: "en-IE", zone: "Europe/Dublin", currency: "EUR", description: "", mailFrom: "a@b.example" },
  brand: plainBrand,
  header: b.page(),
  footer: b.page(),
  pages: [{ id: "home", title: "Home", slug: "", description: "", inNavigation: true }],
  widgets: [],
  media: [],
  shared: [{ id: "def", name: "Shared", body: shared }],
});

const options = (site: SiteFrame) => ({
  locale: sourceLocale(site),
  linkBase: "",
  origin: null,
  mediaUrl: () => "",
  documentUrl: () => "",
  fontUrl: () => "",
  standIn: (label: string) => `http://${label}.example`,
});

/** Markup without what carries ids: two copies of one thing differ by those alone. */
const anonymous = (html: string) => html.replace(/ (id|for|href|aria-[a-z]+|popovertarget|name)="[^"]*"/g, "");

describe("for any definition and any fills", () => {
  it("rendering a placement is rendering it resolved, and made independent", () => {
    fc.assert(
      fc.property(anyShared, ({ whole, place }) => {
        const site = frame(whole);
        const [home] = site.pages;
        if (!home) return;
        const html = (page: PageNode) => anonymous(renderPage(site, home, page, options(site)).html);
        const shown = html(b.page(place));
        expect(html(resolved(b.page(place), new Map([["def", whole]])))).toBe(shown);
        const own = b.page(...madeOwn(place, whole, newId));
        expect(pageFaults(own)).toEqual([]);
        expect(html(own)).toBe(shown);
      }),
      { numRuns: 80 },
    );
  });

  it("swapping there and back shows the same", () => {
    fc.assert(
      fc.property(anyShared, anyShared, (one, other) => {
        const there = swapped(one.place, one.whole, { id: "other", body: other.whole }, newId);
        const back = swapped(there, other.whole, { id: "def", body: one.whole }, newId);
        expect(sectionsOf(back, one.whole)).toEqual(sectionsOf(one.place, one.whole));
      }),
      { numRuns: 80 },
    );
  });
});

it("the renderer draws a section again when its definition has changed, and only then", () => {
  const { heading, body } = call();
  const site = frame(body);
  const renderer = createRenderer(site, { ...options(site), marks: true });
  const [home] = site.pages;
  if (!home) throw new Error("no page");
  const place = placement("def", [{ node: body.children?.[0]?.children?.[1]?.id ?? "", field: "hidden", value: true }]);
  const page = b.page(place, b.section("Beside", {}));
  const first = renderer.render(home, page);
  expect(renderer.render(home, page).parts.main[0]).toBe(first.parts.main[0]);
  const outcome = applyEdit(body, { type: "setContent", node: heading.id, field: "text", value: "Other words" });
  if (!outcome.ok) throw new Error("no edit");
  const next = renderer.render(home, page, { shared: new Map([["def", outcome.value.page]]) });
  expect(next.html).toContain("Other words");
  expect(next.parts.main[1]).toBe(first.parts.main[1]);
  expect(next.html).toContain(`data-n="${place.id}~${heading.id}"`);
  const inPlace = renderer.render(home, page, { shared: new Map([["def", outcome.value.page]]), inPlace: place.id });
  expect(inPlace.html).toContain(`data-n="${heading.id}"`);
  // What this page fills in is none of the definition's.
  expect(next.css).toContain("display:none!important");
  expect(inPlace.css).not.toContain("display:none!important");
});
