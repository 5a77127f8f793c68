// The studio's words stand in one place per screen: its components hold none of their own.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

const letters = /\p{L}{2,}/u;
/** Words that follow each other, or one that begins as a sentence or a label does. */
const sentence = /\p{L}{2,} \p{L}{2,}|^[A-Z][a-z]{3,}\b/u;
/** Attributes that somebody reads or hears. */
const read = new Set([
  "label",
  "title",
  "hint",
  "placeholder",
  "aria-label",
  "alt",
  "says",
  "loadingText",
  "aside",
  "what",
  "unit",
]);
/** Attributes of layout and drawing, whose strings are the style sheet's. */
const drawn = new Set(["style", "css", "gridTemplateColumns", "templateColumns", "sandbox", "boxShadow"]);
/** Not words: the product's name and keys of the keyboard. */
const names = new Set(["Webitor", "Escape", "Enter", "Shift-Tab", "ArrowUp", "ArrowDown"]);

const files = readdirSync("src/studio", { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith(".tsx"))
  .map((file) => join("src/studio", file));

/** Words that stand in a component itself: in its markup, and in any string that is neither code nor for developers. */
function wordsIn(file: string, text = readFileSync(file, "utf8")): string[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: string[] = [];
  const note = (words: string, told: RegExp) => {
    if (told.test(words) && !names.has(words.trim()) && !/[&:]|\w\(/.test(words))
      found.push(`${file}: ${words.trim()}`);
  };
  const walk = (node: ts.Node): void => {
    const directive = ts.isExpressionStatement(node) && ts.isStringLiteral(node.expression);
    if (ts.isImportDeclaration(node) || ts.isThrowStatement(node) || directive) return;
    if (ts.isJsxText(node)) note(node.text, letters);
    if (ts.isJsxAttribute(node)) {
      const name = node.name.getText(source);
      if (drawn.has(name)) return;
      const component = /^[A-Z]/.test(node.parent.parent.tagName.getText(source));
      const isRead = read.has(name) || (name === "name" && component);
      if (isRead && node.initializer && ts.isStringLiteral(node.initializer)) note(node.initializer.text, letters);
    } else if (ts.isStringLiteral(node) || ts.isNoSubstitutionTemplateLiteral(node)) note(node.text, sentence);
    else if (ts.isTemplateExpression(node))
      note([node.head.text, ...node.templateSpans.map((span) => span.literal.text)].join("…"), sentence);
    ts.forEachChild(node, walk);
  };
  walk(source);
  return found;
}

test("no component holds words of its own", () => {
  expect(files.length).toBeGreaterThan(40);
  expect(files.flatMap((file) => wordsIn(file))).toEqual([]);
});

test("the judge knows words when it sees them", () => {
  expect(wordsIn("x.tsx", '<Row label="ok"><p>Hello there</p><svg title={words.a} /></Row>')).toEqual([
    "x.tsx: ok",
    "x.tsx: Hello there",
  ]);
  // biome-ignore lint/suspicious/noTemplateCurlyInString: the source of a component
  expect(wordsIn("x.tsx", 'const note = (n) => n ? "none at all" : `${n} of them`; const key = "aKey";')).toEqual([
    "x.tsx: none at all",
    "x.tsx: … of them",
  ]);
});

test("no word of the studio breaks the rules of how it speaks", () => {
  const lists = readdirSync("src/studio", { recursive: true, encoding: "utf8" }).filter((file) =>
    file.endsWith("/words.ts"),
  );
  const texts = lists.flatMap((file) =>
    [...readFileSync(join("src/studio", file), "utf8").matchAll(/"((?:[^"\\]|\\.)*)"|`([^`]*)`/g)].map(
      (found) => found[1] ?? found[2] ?? "",
    ),
  );
  expect(texts.length).toBeGreaterThan(500);
  expect(texts.filter((text) => /!(?!=)|\bKiB|MiB|\bplease note\b|\bSubmit\b|\bOops/i.test(text))).toEqual([]);
});
