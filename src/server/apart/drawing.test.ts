import fc from "fast-check";
import { cleanDrawing } from "./drawing";

const svg = (inner: string) => `<svg xmlns="http://www.w3.org/2000/svg" viewBox="0 0 9 9">${inner}</svg>`;

test("what draws stays as it is: shapes, words, gradients, filters, style sheets", () => {
  const drawing = svg(
    '<style>.a&gt;.b{fill:red}</style><defs><linearGradient id="g"><stop offset="0" stop-color="red"></stop></linearGradient></defs><g class="a"><path class="b" d="M0 0h9v9z" style="fill:url(#g)"></path></g><text x="1" y="2">Clay &amp; water</text><use href="#g"></use>',
  ).replace("&gt;", ">");
  expect(cleanDrawing(drawing)).toEqual({ text: drawing, ran: false });
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
