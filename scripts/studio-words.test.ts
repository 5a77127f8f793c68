// The studio's words stand in one place per screen: its components hold none of their own.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

const told = /\p{L}{2,}/u;
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
/** Names that are not words: the product's, and keys of the keyboard. */
const names = new Set(["Webitor"]);

const files = readdirSync("src/studio", { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith(".tsx"))
  .map((file) => join("src/studio", file));

/** Words that stand in the markup of a component itself. */
function wordsIn(file: string, text = readFileSync(file, "utf8")): string[] {
  const source = ts.createSourceFile(file, text, ts.ScriptTarget.Latest, true, ts.ScriptKind.TSX);
  const found: string[] = [];
  const note = (words: string) => {
    if (!words.includes("&") && told.test(words) && !names.has(words.trim())) found.push(`${file}: ${words.trim()}`);
  };
  const walk = (node: ts.Node): void => {
    if (ts.isJsxText(node)) note(node.text);
    if (ts.isJsxAttribute(node) && node.initializer && ts.isStringLiteral(node.initializer)) {
      const component = /^[A-Z]/.test(node.parent.parent.tagName.getText(source));
      const name = node.name.getText(source);
      if (read.has(name) || (name === "name" && component)) note(node.initializer.text);
    }
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
  expect(wordsIn("x.tsx", '<Row label="Name"><p>Hello there</p><svg title={words.a} /></Row>')).toEqual([
    "x.tsx: Name",
    "x.tsx: Hello there",
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
