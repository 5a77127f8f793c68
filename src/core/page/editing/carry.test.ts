import fc from "fast-check";
import { anyPage } from "../arbitrary.test-kit";
import { builder } from "../build";
import { everyBlock } from "../every-block.test-kit";
import type { PageNode } from "../node";
import { pageFaults } from "../validate";
import { paragraphs } from "../words/richtext";
import { carried, faultOfCarried, refsOfBlocks } from "./carry";

let made = 0;
const newId = () => `c${++made}`;
const b = builder(newId);
const hash = (letter: string) => letter.repeat(64);
const whole = everyBlock(newId, {
  media: [hash("a"), hash("b"), hash("c")],
  document: hash("d"),
  widget: "letters",
});
const nothing = () => false;
const all = () => true;

it("leaves alone what the other site has, too", () => {
  const { nodes, left } = carried(whole.children ?? [], all);
  expect(nodes).toEqual(whole.children);
  expect(left).toEqual({ links: 0, pictures: 0 });
});

it("is a page of its own where the other site has nothing: every block is valid, and points nowhere", () => {
  const { nodes, left } = carried(whole.children ?? [], nothing);
  expect(pageFaults(b.page(...nodes))).toEqual([]);
  expect(refsOfBlocks(nodes)).toEqual([]);
  expect(left.pictures).toBeGreaterThan(5);
  expect(left.links).toBeGreaterThan(5);
});

it("keeps the words of a link that leads nowhere, and links to the world", () => {
  const linked = (href: string) => ({ type: "text", text: "here", marks: [{ type: "link", attrs: { href } }] });
  const doc = paragraphs("x");
  const words = b.node("richText", {
    doc: { ...doc, content: [{ type: "paragraph", content: [linked("page:gone"), linked("https://a.example")] }] },
  });
  const { nodes, left } = carried([words], nothing);
  expect(JSON.stringify(nodes[0]?.content)).not.toContain("page:gone");
  expect(JSON.stringify(nodes[0]?.content)).toContain("https://a.example");
  expect(left).toEqual({ links: 1, pictures: 0 });
});

it("any page carried anywhere is a valid page", () => {
  fc.assert(
    fc.property(anyPage, (page) => {
      const { nodes } = carried(
        (page.children ?? []).filter(({ kind }) => kind !== "shared"),
        nothing,
      );
      expect(pageFaults({ ...page, children: nodes })).toEqual([]);
    }),
    { numRuns: 150 },
  );
});

it.each<[string, unknown, boolean]>([
  ["a section", b.section("S", {}), true],
  ["a card", b.node("card", {}, {}, [b.words("x")]), true],
  ["a question without its list", b.node("question", { title: "Why?" }, {}, []), false],
  ["nothing", null, false],
  ["a tree of something else", { kind: "script", text: "alert(1)" }, false],
])("%s may stand by itself: %s", (_what, node, may) => {
  expect(faultOfCarried(node as PageNode) === null).toBe(may);
});
