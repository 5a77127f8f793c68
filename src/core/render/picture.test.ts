// A page as a picture: its style sheet as it holds at one width, and a file that is one by itself.
import { cssAtWidth, pictureSvg } from "./picture";

const css =
  "a{width:50vw}@media(max-width:900px){a{width:1px}b{color:red}}p{margin:0}@media(min-width:601px){.of{gap:4px}}@media(max-width:600px){c{top:1.5vw}}";

test("rules for other widths go, those for this one stay without their condition", () => {
  expect(cssAtWidth(css, 1180)).toBe("a{width:590px}p{margin:0}.of{gap:4px}");
  expect(cssAtWidth(css, 820)).toBe("a{width:410px}a{width:1px}b{color:red}p{margin:0}.of{gap:4px}");
  expect(cssAtWidth(css, 400)).toBe("a{width:200px}a{width:1px}b{color:red}p{margin:0}c{top:6px}");
});

test("a style sheet without other widths is as it was, and words that end in vw are no lengths", () => {
  expect(cssAtWidth(".bvw{color:red}", 1000)).toBe(".bvw{color:red}");
});

test("the file takes what its rules hold as text", () => {
  expect(pictureSvg("<p>Kiln</p>", 'a>b{content:"<&"}', 10, 5)).toBe(
    '<svg xmlns="http://www.w3.org/2000/svg" width="10" height="5" viewBox="0 0 10 5"><foreignObject width="10" height="5"><body xmlns="http://www.w3.org/1999/xhtml"><style>a>b{content:"&lt;&amp;"}</style><p>Kiln</p></body></foreignObject></svg>',
  );
});
