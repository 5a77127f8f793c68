import fc from "fast-check";
import { cleanDrawing } from "./drawing";

const svg = (inner: string) => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${inner}</svg>`;

test("what draws stays as it is: shapes, words, gradients, filters, style sheets", () => {
  const drawing = svg(
    '<style>.a&gt;.b{fill:red}</style><defs><linearGradient id="g"><stop offset="0" stop-color="red"></stop></linearGradient></defs><g class="a"><path class="b" d="M0 0h9v9z" style="fill:url(#g)"></path></g><text x="1" y="2">Clay &amp; water</text><use href="#g"></use>',
  ).replace("&gt;", ">");
  expect(cleanDrawing(drawing)).toEqual({ text: drawing, ran: false, drawn: 9 });
});

test.each([
  ["a picture from elsewhere", '<image href="https://far.example/a.png"/>'],
  ["a part of another file", '<use href="https://far.example/a.svg#x"/>'],
  ["a fill from elsewhere", '<rect fill="url(https://far.example/#a)"/>'],
  ["a style that fetches", '<rect style="fill:u\\72l(https://far.example/)"/>'],
  ["a style sheet that fetches", "<style>@font-face{src:url(https://far.example/a)}</style>"],
  ["a page inside", "<foreignObject><body>far.example</body></foreignObject>"],
  ["what a program notes of itself", "<metadata>far.example</metadata>"],
  ["an entity", "<desc>&far;</desc><!-- far.example -->"],
])("%s is taken out", (_name, part) => {
  expect(cleanDrawing(svg(part)).text).not.toMatch(/far\.example|@font-face|foreignObject|\\72/);
});

describe("what is drawn is counted, repeated each time", () => {
  const drawn = (inner: string) => cleanDrawing(svg(inner)).drawn;
  test.each([
    ["an element of its own", "<path/>", 2],
    ["what is used twice", '<g id="a"><path/><path/></g><use href="#a"/><use xlink:href="#a"/>', 4 + 2 + 2 * 3],
    ["a fill that is a pattern", '<pattern id="p"><path/></pattern><path fill="url(#p)"/>', 3 + 1 + 2],
    ["a fill that is a gradient", '<linearGradient id="p"><stop/></linearGradient><path fill="url(#p)"/>', 4],
    ["a part within one", '<g id="a"><g id="b"><path/></g></g><use href="#b"/>', 4 + 1 + 2],
    ["what is not there", '<use href="#none"/>', 2],
    ["what refers to itself", '<g id="a"><use href="#a"/></g>', Number.POSITIVE_INFINITY],
    [
      "what stands very deep",
      '<g id="x">'.replace("x", "0") + Array.from({ length: 300 }, (_one, at) => `<g id="n${at}">`).join(""),
      Number.POSITIVE_INFINITY,
    ],
  ])("%s", (_name, inner, count) => expect(drawn(inner)).toBe(count));

  test("twelve times twelve times, twelve deep, is told at once", () => {
    const groups = Array.from(
      { length: 12 },
      (_one, at) => `<g id="g${at + 1}">${`<use href="#g${at}"/>`.repeat(12)}</g>`,
    );
    expect(drawn(`<defs><g id="g0"><path/></g>${groups.join("")}</defs><use href="#g12"/>`)).toBeGreaterThan(12 ** 12);
  });
});

const bits = fc.constantFrom(
  "<svg",
  ' xmlns="http://www.w3.org/2000/svg"',
  ">",
  "<script>",
  "</script>",
  "<g",
  " onload=alert(1)",
  ' href="javascript:x"',
  ' xlink:href="data:text/html,x"',
  "/>",
  "</g>",
  "<style>",
  "</style>",
  "<![CDATA[",
  "]]>",
  "<!--",
  "-->",
  "&lt;script&gt;",
  "<a",
  '"',
  "'",
  "x",
  " ",
);

test("whatever is thrown at it: nothing of what is left runs or leads elsewhere, and cleaning again changes nothing", () => {
  fc.assert(
    fc.property(fc.array(bits, { maxLength: 40 }), (parts) => {
      const { text } = cleanDrawing(parts.join(""));
      expect(text).not.toMatch(/<script|<a[\s>]|<[^>]*\son\w+\s*=|<[^>]*href="(?!#|data:image)/i);
      expect(cleanDrawing(text).text).toBe(text);
    }),
    { numRuns: 400 },
  );
});

test("one that is nested deeper than anybody draws is not cleaned, and draws too much", () => {
  const deep = (levels: number) => cleanDrawing(`<svg>${"<g>".repeat(levels)}<rect/>${"</g>".repeat(levels)}</svg>`);
  expect(deep(900)).toMatchObject({ ran: false, drawn: 902 });
  expect(deep(140_000)).toEqual({ text: "", ran: false, drawn: Number.POSITIVE_INFINITY });
});
