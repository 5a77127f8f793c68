import fc from "fast-check";
import { anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import { applyEdits } from "../editing/edit";
import type { PageNode } from "../node";
import { pageFaults } from "../validate";
import { findIn, placeName, placesIn, type Query, replaceEdits } from "./find";
import { paragraphs } from "./richtext";
import { nodeWords } from "./words";

let made = 0;
const newId = () => `q${++made}`;
const b = builder(newId);
const query = (text: string, more: Partial<Query> = {}): Query => ({
  text,
  matchCase: false,
  wholeWords: false,
  ...more,
});

it.each<[string, Query, readonly number[]]>([
  ["Kiln kiln KILN", query("kiln"), [0, 5, 10]],
  ["Kiln kiln KILN", query("kiln", { matchCase: true }), [5]],
  ["kiln kilns, the-kiln", query("kiln", { wholeWords: true }), [0, 16]],
  ["aaaa", query("aa"), [0, 2]],
  ["İstanbul kiln", query("kiln"), [9]],
  ["Straße", query("strasse"), []],
  ["any", query(""), []],
])("in “%s” for %j it finds %j", (text, wanted, places) => {
  expect(placesIn(text, wanted)).toEqual(places);
});

const page = () =>
  b.page(
    b.section(
      "Kiln section",
      {},
      b.heading(2, "The kiln, our kiln"),
      b.node("richText", {
        doc: {
          ...paragraphs("x"),
          content: [
            {
              type: "paragraph",
              content: [
                { type: "text", text: "A kiln is " },
                { type: "text", text: "the kiln", marks: [{ type: "bold" }] },
                { type: "text", text: " of us." },
              ],
            },
          ],
        },
      }),
      b.rows([["Kiln hire", "€60"]]),
      b.button("To the kiln", "page:kiln"),
      b.picture(null, "A kiln, open"),
    ),
    b.node("shared", {
      shared: "call",
      fills: [
        { id: "f1", node: "n", field: "text", value: "Kiln days" },
        { id: "f2", node: "n", field: "link", value: "page:kiln" },
        { id: "f3", node: "m", field: "doc", value: paragraphs("At the kiln") },
        { id: "f4", node: "l", field: "items", value: [{ id: "r1", text: "A kiln", aside: "kiln, kiln" }] },
        { id: "f5", node: "gone", field: "text", value: "A kiln that is put aside" },
      ],
    }),
  );

const named = (node: PageNode, id: string): PageNode => ({ ...node, id, open: ["text", "link", "doc", "items"] });
const shared = new Map([
  [
    "call",
    b.page(
      b.section(
        "Call",
        {},
        named(b.button("Write", "page:visit"), "n"),
        named(b.words("By the river"), "m"),
        named(b.rows([["Hire", "€60"]]), "l"),
      ),
    ),
  ],
]);

it("finds words wherever they stand, and no links, names or ids", () => {
  const root = page();
  const found = [...findIn(root, query("kiln"), shared)];
  expect(found).toHaveLength(12);
  expect(found[1]).toMatchObject({ field: "text", nth: 1, before: "The kiln, our ", match: "kiln", after: "" });
  expect(found.map(({ field }) => field)).not.toContain("link");
  expect(new Set(found.map(placeName)).size).toBe(found.length);
});

it("puts others in their place, keeps marks, and leaves out what is left out; one step back is as before", () => {
  const root = page();
  const [first] = findIn(root, query("kiln"), shared);
  const left = new Set(first ? [placeName(first)] : []);
  const { page: after, inverses, refusals } = applyEdits(root, replaceEdits(root, query("kiln"), "oven", shared, left));
  expect(refusals).toEqual([]);
  const said = nodeWords(after);
  expect(said).toContain("The kiln, our oven");
  expect(said).toContain("A oven is the oven of us.");
  expect(JSON.stringify(after)).toContain('"marks":[{"type":"bold"}],"text":"the oven"');
  expect(JSON.stringify(after)).toContain('"value":"oven days"');
  expect(JSON.stringify(after)).toContain("At the oven");
  expect(JSON.stringify(after)).toContain('{"id":"r1","text":"A oven","aside":"oven, oven"}');
  expect(JSON.stringify(after)).toContain("A kiln that is put aside");
  expect(JSON.stringify(after)).toContain("page:kiln");
  expect(applyEdits(after, inverses).page).toEqual(root);
});

it("words that go from what is filled in leave the rest of it where it was", () => {
  const doc = {
    type: "doc",
    content: [
      {
        type: "paragraph",
        content: [
          { type: "text", text: "kiln", marks: [{ type: "bold" }] },
          { type: "text", text: " by the " },
          { type: "text", text: "kiln", marks: [{ type: "italic" }] },
        ],
      },
    ],
  };
  const root = b.page(b.node("shared", { shared: "call", fills: [{ id: "f1", node: "m", field: "doc", value: doc }] }));
  const { page: after } = applyEdits(root, replaceEdits(root, query("kiln"), "", shared));
  expect(JSON.stringify(after)).toContain('"content":[{"type":"text","text":" by the "}]');
});

it("words that go leave no empty text behind", () => {
  const root = b.page(b.section("S", {}, b.words("gone")));
  const { page: after } = applyEdits(root, replaceEdits(root, query("gone"), "", new Map()));
  expect(pageFaults(after)).toEqual([]);
  expect(nodeWords(after)).toBe("");
});

const none = new Map();
it("on any page: as many are replaced as are found, none is left, and the page stays a page", () => {
  fc.assert(
    fc.property(anyPage, fc.constantFrom("a", "e", "<", "&", " ", "o"), (root, text) => {
      const wanted = query(text, { matchCase: true });
      const found = [...findIn(root, wanted, none)];
      const { page: after, refusals } = applyEdits(root, replaceEdits(root, wanted, "¶", none));
      expect(refusals).toEqual([]);
      expect([...findIn(after, wanted, none)]).toEqual([]);
      expect([...findIn(after, query("¶"), none)]).toHaveLength(found.length);
      expect(pageFaults(after)).toEqual([]);
    }),
    { numRuns: 120 },
  );
});
