// The words of a product: what they may hold, what falls away, and the media in them.
import { plainText, productTextSchema, textFromEditor, textLimits, textMedia, withTextMedium } from "./text";

const hash = (letter: string) => letter.repeat(64);
const paragraph = (text: string) => ({ type: "paragraph", content: [{ type: "text", text }] });
const cell = (text: string, type = "tableCell") => ({ type, content: [paragraph(text)] });
const table = (...rows: readonly (readonly string[])[]) => ({
  type: "table",
  content: rows.map((row, at) => ({
    type: "tableRow",
    content: row.map((text) => cell(text, at ? "tableCell" : "tableHeader")),
  })),
});
const medium = (type: "picture" | "film", media: string, alt = "") => ({ type, attrs: { media, alt } });
const doc = (...content: readonly object[]) => ({ type: "doc", content }) as never;

const whole = doc(
  { type: "heading", attrs: { level: 2 }, content: [{ type: "text", text: "Care" }] },
  paragraph("By hand."),
  { type: "bulletList", content: [{ type: "listItem", content: [paragraph("No oven")] }] },
  table(["Size", "Holds"], ["Small", "0.2 l"]),
  medium("picture", hash("a"), "A kiln"),
  medium("film", hash("b")),
);

test("holds words, lists, headings, tables, pictures and films", () => {
  expect(productTextSchema.validate(whole).error).toBeUndefined();
  expect(plainText(whole)).toBe("Care By hand. No oven Size Holds Small 0.2 l");
  expect(textMedia(whole).map(({ type, attrs }) => [type, attrs.media])).toEqual([
    ["picture", hash("a")],
    ["film", hash("b")],
  ]);
});

test("one medium takes the place of another, wherever it stands", () => {
  const twice = doc(medium("picture", hash("a"), "One"), paragraph("x"), medium("picture", hash("a"), "Two"));
  expect(textMedia(withTextMedium(twice, hash("a"), hash("c"))).map(({ attrs }) => attrs)).toEqual([
    { media: hash("c"), alt: "One" },
    { media: hash("c"), alt: "Two" },
  ]);
  expect(withTextMedium(twice, hash("d"), hash("c"))).toEqual(twice);
});

test.each([
  ["markup of one’s own", { type: "html", content: [{ type: "text", text: "<script>" }] }],
  [
    "a script as a link",
    {
      type: "paragraph",
      content: [{ type: "text", text: "x", marks: [{ type: "link", attrs: { href: "javascript:alert(1)" } }] }],
    },
  ],
  ["an address as a medium", medium("picture", "https://post.example/a.png")],
  ["more about a medium", { type: "picture", attrs: { media: hash("a"), alt: "", onerror: "x" } }],
  ["the title of the page", { type: "heading", attrs: { level: 1 } }],
  [
    "a table in a table",
    { type: "table", content: [{ type: "tableRow", content: [{ type: "tableCell", content: [table(["a"])] }] }] },
  ],
  ["rows of different lengths", table(["a", "b"], ["c"])],
  ["too many columns", table(Array.from({ length: textLimits.columns + 1 }, () => "a"))],
  ["too many rows", table(...Array.from({ length: textLimits.rows + 1 }, () => ["a"]))],
  ["a table of nothing", { type: "table", content: [] }],
])("%s is refused", (_what, block) => {
  expect(productTextSchema.validate(doc(block)).error).toBeDefined();
});

test("too many media are told", () => {
  const many = Array.from({ length: textLimits.media + 1 }, () => medium("picture", hash("a")));
  expect(productTextSchema.validate(doc(...many)).error?.message).toBe(
    "At most 40 pictures and films stand in one text.",
  );
});

test("what the editor knows besides falls away", () => {
  const edited = {
    type: "doc",
    content: [
      { type: "heading", attrs: { level: 1, textAlign: "left" }, content: [{ type: "text", text: "Care" }] },
      {
        type: "table",
        content: [
          {
            type: "tableRow",
            content: [
              {
                type: "tableCell",
                attrs: { colspan: 1, rowspan: 1, colwidth: null },
                content: [{ type: "paragraph" }],
              },
            ],
          },
        ],
      },
      { type: "picture", attrs: { media: hash("a"), alt: "A kiln", style: "width:1px" } },
      {
        type: "paragraph",
        content: [
          {
            type: "text",
            text: "See",
            marks: [{ type: "link", attrs: { href: "https://a.example", target: "_blank" } }, { type: "underline" }],
          },
        ],
      },
    ],
  };
  const text = textFromEditor(edited);
  expect(productTextSchema.validate(text).error).toBeUndefined();
  expect(text.content).toEqual([
    { type: "heading", attrs: { level: 2 }, content: [{ type: "text", text: "Care" }] },
    {
      type: "table",
      content: [{ type: "tableRow", content: [{ type: "tableCell", content: [{ type: "paragraph" }] }] }],
    },
    { type: "picture", attrs: { media: hash("a"), alt: "A kiln" } },
    {
      type: "paragraph",
      content: [{ type: "text", text: "See", marks: [{ type: "link", attrs: { href: "https://a.example" } }] }],
    },
  ]);
});
