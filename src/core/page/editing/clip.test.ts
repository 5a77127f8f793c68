import fc from "fast-check";
import { anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import type { PageNode } from "../node";
import { pageFaults } from "../validate";
import { nodeWords } from "../words/words";
import { blocksOfPieces, piecesOfText, readClip, writeClip } from "./clip";

let made = 0;
const newId = () => `p${++made}`;
const b = builder(newId);
const blocksOf = (text: string) => blocksOfPieces(piecesOfText(text), newId);

it("any blocks that were copied are read as they were", () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const nodes = page.children ?? [];
      if (!nodes.length) return;
      const clip = { site: "wrenfield", nodes, own: {} };
      expect(readClip(writeClip(clip))).toEqual({ ok: true, value: JSON.parse(JSON.stringify(clip)) });
    }),
    { numRuns: 100 },
  );
});

it.each<[string, string, string]>([
  ["no JSON", "{", "clip.foreign"],
  ["somebody else's", JSON.stringify({ type: "doc" }), "clip.foreign"],
  ["an array", "[]", "clip.foreign"],
  ["null", "null", "clip.foreign"],
  ["no blocks", JSON.stringify({ webitor: "blocks", format: 1, site: "a", nodes: [] }), "clip.foreign"],
  ["a newer format", JSON.stringify({ webitor: "blocks", format: 7, site: "a", nodes: [{}] }), "clip.newer"],
  ["no format", JSON.stringify({ webitor: "blocks", site: "a", nodes: [{}] }), "clip.foreign"],
  [
    "a block that runs something",
    writeClip({
      site: "a",
      nodes: [{ ...b.button("x"), content: { text: "x", link: "javascript:alert(1)" } }],
      own: {},
    }),
    "clip.invalid",
  ],
  [
    "own sections that are none",
    JSON.stringify({ webitor: "blocks", format: 1, site: "a", nodes: [b.words("x")], own: { p: [3] } }),
    "clip.invalid",
  ],
  ["far too much", " ".repeat(4_000_001), "clip.tooLarge"],
])("%s is refused with a sentence of its own", (_what, text, code) => {
  expect(readClip(text)).toMatchObject({ ok: false, reason: { code } });
});

it("plain words become headings, paragraphs, lists and a table", () => {
  const blocks = blocksOf(
    "# What we do\nWe throw pots.\nEvery day.\n\n- mugs\n- bowls\n\n1. Ask\n2. Come\n\nWhat\tPrice\nMug\t€12\n\n### Later\nMore words.",
  );
  expect(blocks.map(({ kind }) => kind)).toEqual(["heading", "richText", "table", "heading", "richText"]);
  expect(blocks[0]?.content).toMatchObject({ level: 2, text: "What we do" });
  const { doc } = (blocks[1] as PageNode).content as { doc: { content: { type: string }[] } };
  expect(doc.content.map(({ type }) => type)).toEqual(["paragraph", "bulletList", "orderedList"]);
  expect(JSON.stringify(doc)).toContain('"hardBreak"');
  expect(blocks[2]?.content.rows).toMatchObject([
    { c1: "What", c2: "Price" },
    { c1: "Mug", c2: "€12" },
  ]);
});

it("rows that are too many for a page stay words", () => {
  const blocks = blocksOf(Array.from({ length: 300 }, (_, at) => `a${at}\tb`).join("\n"));
  expect(blocks.map(({ kind }) => kind)).toEqual(["richText"]);
});

it("whatever text is pasted: valid blocks, and no word of it is lost", () => {
  const line = fc.constantFrom("words here", "- one", "2. two", "# head", "a\tb", "", "  ", "#", "-", "¡");
  fc.assert(
    fc.property(fc.array(line, { maxLength: 30 }), (lines) => {
      const blocks = blocksOf(lines.join("\n"));
      expect(pageFaults(b.page(b.section("S", {}, ...blocks)))).toEqual([]);
      const said = blocks.map(nodeWords).join(" ").replace(/\s+/g, " ");
      for (const word of ["words here", "one", "two", "head", "¡"])
        if (lines.some((one) => one.includes(word))) expect(said).toContain(word);
    }),
    { numRuns: 200 },
  );
});
