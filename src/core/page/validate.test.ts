import { mostFaults } from "@/core/input/fault";
import { builder } from "./build";
import { kindNames } from "./kind-names";
import { kinds } from "./kinds";
import { drawing } from "./look/drawing";
import { lookAt } from "./look/look";
import { drawingHeight, drawingWidth } from "./look/shapes";
import type { PageNode } from "./node";
import { shelf } from "./shelf";
import { maxDepth, maxNodes, pageFaults, withField } from "./validate";
import { isLink, linkFromWords } from "./words/link";
import { fromEditor, paragraphs, plainWords, richDocSchema } from "./words/richtext";

let last = 0;
const newId = () => `v${++last}`;
const b = builder(newId);

test("everything on the shelf is a valid section in a page, with a name and at least one block", () => {
  expect(shelf.length).toBeGreaterThanOrEqual(8);
  for (const entry of shelf) {
    const section = entry.make(newId);
    expect(pageFaults(b.page(section))).toEqual([]);
    expect(section.children?.length).toBeGreaterThan(0);
  }
});

test("six pictures in three columns are drawn in two rows", () => {
  const gallery = shelf.find((entry) => entry.key === "gallery")?.make(newId) as PageNode;
  const boxes = drawing(gallery).filter((shape) => shape.kind === "box");
  expect(boxes).toHaveLength(6);
  expect(new Set(boxes.map((box) => box.x)).size).toBe(3);
  expect(new Set(boxes.map((box) => box.y)).size).toBe(2);
});

test("every drawing stays inside its field", () => {
  for (const entry of shelf)
    for (const shape of drawing(entry.make(newId))) {
      expect(shape.x).toBeGreaterThanOrEqual(0);
      expect(shape.x + shape.width).toBeLessThanOrEqual(drawingWidth);
      expect(shape.y).toBeGreaterThanOrEqual(0);
      expect(shape.y + shape.height).toBeLessThanOrEqual(drawingHeight + 1);
    }
});

test("faults are named by the way to them", () => {
  const page = b.page(b.section("Opening", {}, b.heading(1, "A")));
  const broken = JSON.parse(JSON.stringify(page));
  broken.children[0].children[0].content.level = 9;
  broken.children[0].look.base.above = -4;
  broken.children[0].extra = 1;
  expect(pageFaults(broken).map((fault) => fault.path)).toEqual([
    "children[0].extra",
    "children[0].look.base.above",
    "children[0].children[0].content.level",
  ]);
});

test.each([
  ["an unknown kind", { id: "a", kind: "marquee", content: {}, look: { base: {} } }, "kind"],
  [
    "a block that stands twice",
    {
      id: "a",
      kind: "page",
      content: {},
      look: { base: {} },
      children: [{ id: "a", kind: "section", content: { name: "x" }, look: { base: {} }, children: [] }],
    },
    "children[0].id",
  ],
  [
    "children in a heading",
    {
      id: "a",
      kind: "page",
      content: {},
      look: { base: {} },
      children: [
        {
          id: "b",
          kind: "section",
          content: { name: "x" },
          look: { base: {} },
          children: [{ id: "c", kind: "heading", content: { text: "", level: 1 }, look: { base: {} }, children: [] }],
        },
      ],
    },
    "children[0].children[0].children",
  ],
  [
    "an unknown width",
    { id: "a", kind: "page", content: {}, look: { base: {}, watch: {} }, children: [] },
    "look.watch",
  ],
  ["a look that is no object", { id: "a", kind: "page", content: {}, look: 3, children: [] }, "look"],
  ["no block at all", null, ""],
])("refuses %s", (_name, root, path) => {
  expect(pageFaults(root)[0]?.path).toBe(path);
});

test("blocks can't be nested without end", () => {
  let inner = b.stack({});
  for (let depth = 0; depth < maxDepth + 2; depth++) inner = b.stack({}, inner);
  expect(pageFaults(b.page(b.section("Deep", {}, inner)))[0]?.message).toContain("levels deep");
});

describe("what may be stored as a link", () => {
  test.each([
    "page:home",
    "page:home#prices",
    "#prices",
    "https://a.example/x?y=1",
    "mailto:a@b.example",
    "tel:+353-1-234",
  ])("takes %s", (link) => {
    expect(isLink(link)).toBe(true);
  });
  test.each([
    "javascript:alert(1)",
    " javascript:alert(1)",
    "data:text/html,x",
    'https://a.example/"onclick',
    "//evil.example",
    "page:",
    "mailto:nobody",
  ])("refuses %s", (link) => {
    expect(isLink(link)).toBe(false);
  });
  test.each([
    ["hello@wrenfield.example", "mailto:hello@wrenfield.example"],
    ["+353 1 234 567", "tel:+3531234567"],
    ["wrenfield.example/visit", "https://wrenfield.example/visit"],
    ["what?", null],
  ])("reads %s as %s", (typed, link) => {
    expect(linkFromWords(typed)).toBe(link);
  });
});

describe("running text", () => {
  test("what the words editor adds beyond the schema falls away", () => {
    const doc = fromEditor({
      type: "doc",
      content: [
        {
          type: "paragraph",
          content: [
            {
              type: "text",
              text: "Come",
              marks: [{ type: "link", attrs: { href: "page:visit", target: "_blank", class: "x" } }, { type: "blink" }],
            },
          ],
        },
      ],
    } as never);
    expect(richDocSchema.validate(doc).error).toBeUndefined();
    expect(doc.content[0]).toEqual({
      type: "paragraph",
      content: [{ type: "text", text: "Come", marks: [{ type: "link", attrs: { href: "page:visit" } }] }],
    });
  });

  test.each([
    ["a script", { type: "doc", content: [{ type: "script" }] }],
    [
      "a link that runs code",
      {
        type: "doc",
        content: [
          {
            type: "paragraph",
            content: [{ type: "text", text: "x", marks: [{ type: "link", attrs: { href: "javascript:x" } }] }],
          },
        ],
      },
    ],
    ["attributes of their own", { type: "doc", content: [{ type: "paragraph", style: "x", content: [] }] }],
  ])("refuses %s", (_name, doc) => {
    expect(richDocSchema.validate(doc).error).toBeDefined();
  });

  test("plain words join blocks with a blank", () => {
    expect(plainWords(paragraphs("One.", "Two."))).toBe("One. Two.");
  });
});

test("a phone inherits what the tablet sets, and says what is its own", () => {
  const look = { base: { size: 3, above: 10 }, tablet: { size: 2.4 }, phone: { above: 4 } };
  expect(lookAt(look, "phone")).toEqual({ values: { size: 2.4, above: 4 }, departures: ["above"] });
  expect(lookAt(look, "base")).toEqual({ values: { size: 3, above: 10 }, departures: [] });
});

describe("what is not a page at all", () => {
  const page = (children: unknown[]) => ({ ...b.page(), children });

  test("is told with twenty faults and no more, however much is wrong", () => {
    const broken = Array.from({ length: 4000 }, () => ({ id: "same", kind: "section", content: 5, look: 5, odd: 1 }));
    expect(pageFaults(page(broken))).toHaveLength(mostFaults);
    const fields = Object.fromEntries(Array.from({ length: 50_000 }, (_, nth) => [`k${nth}`, nth]));
    expect(pageFaults({ ...b.page(), ...fields })).toHaveLength(mostFaults);
    expect(pageFaults(page([{ ...b.section("s", {}), look: { base: fields } }])).length).toBeLessThanOrEqual(
      mostFaults,
    );
  });

  test("is looked at no further than a page may be large", () => {
    let asked = 0;
    const counted = () => {
      asked += 1;
      return { ...b.section("s", {}), id: `c${asked}` };
    };
    const children = Array.from({ length: maxNodes * 3 }, (_, nth) =>
      Object.defineProperty({ id: `n${nth}`, kind: "section", look: { base: {} }, children: [] }, "content", {
        enumerable: true,
        get: () => counted().content,
      }),
    );
    const [last] = pageFaults(page(children)).slice(-1);
    expect(last?.message).toBe(`A page holds at most ${maxNodes} blocks.`);
    // Each block's content is read a few times, and those beyond the limit never.
    expect(asked).toBeLessThan(maxNodes * 4);
  });

  test.each([null, 5, "page", [], undefined])("%s is no block", (value) => {
    expect(pageFaults(value).length).toBeGreaterThan(0);
  });
});

describe("links", () => {
  test.each([
    "page:home",
    "page:home#prices",
    "#prices",
    "https://riverside.example/a?b=c#d",
    "mailto:ana@mail.example",
    "mailto:ana@mail.example?subject=Clay",
    "tel:+353(0)1-555.01",
  ])("%s may be stored", (link) => expect(isLink(link)).toBe(true));

  test.each([
    "javascript:alert(1)",
    "JavaScript:alert(1)",
    "data:text/html,x",
    "page:",
    "page:home#",
    "#",
    "//evil.example",
    "https://",
    'https://a.example/"x',
    "https://a.example/ b",
    "mailto:no-address",
    "mailto:a@b@c.example",
    "tel:call me",
    "tel:12",
    `https://${"a".repeat(3000)}.example`,
  ])("%s may not", (link) => expect(isLink(link)).toBe(false));

  test("what people type becomes a link, or nothing", () => {
    expect(linkFromWords("ana@mail.example")).toBe("mailto:ana@mail.example");
    expect(linkFromWords("a@b")).toBeNull();
    expect(linkFromWords(`${"a@".repeat(20_000)}x.`)).toBeNull();
  });
});

test("no kind judges its fields by each other: what is filled into one of them is judged by itself", () => {
  for (const kind of kindNames) {
    const described = kinds[kind].schema.describe() as { rules?: unknown; dependencies?: unknown; keys?: object };
    expect([kind, described.rules, described.dependencies]).toEqual([kind, undefined, undefined]);
    // What is named of itself, as lists in lists, comes along with its field.
    const refs = JSON.stringify(described.keys ?? {}).replaceAll(/"ref":\{"path":\["\w+"\],"type":"local"\}/g, "");
    expect(refs).not.toContain('"ref":');
  }
  const item = (text: string, ...inner: object[]) => ({
    type: "listItem",
    content: [{ type: "paragraph", content: [{ type: "text", text }] }, ...inner],
  });
  const nested = { type: "bulletList", content: [item("one", { type: "orderedList", content: [item("two")] })] };
  const content = { doc: paragraphs("x") };
  expect(withField("richText", content, "doc", { type: "doc", content: [nested] })).not.toBeNull();
  expect(withField("richText", content, "doc", { type: "doc", content: [{ type: "script" }] })).toBeNull();
  expect(withField("richText", content, "nothing", "x")).toBeNull();
});
