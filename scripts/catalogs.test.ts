// Words stand in catalogs, one file a language and subject. Here: every language of a subject says what English says, in its own
// words, and takes what English takes.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import ts from "typescript";

const folders = readdirSync("src", { recursive: true, encoding: "utf8" })
  .filter((file) => file.endsWith("/en.ts"))
  .map((file) => join("src", file, ".."));

/** How a chat knows what is meant is each language's own: these are lists to look in, not sentences to translate. */
const known = /understands|table-question/;
/** Everything a catalog says by its path, and how much each sentence takes. */
function saidIn(node: ts.Node, path = ""): [path: string, said: string][] {
  if (ts.isArrowFunction(node)) return [[path, `takes ${node.parameters.length}`]];
  if (!ts.isObjectLiteralExpression(node)) return [[path, node.getText()]];
  return node.properties.flatMap((entry) => {
    const key = entry.name ? entry.name.getText() : "...";
    const value = ts.isPropertyAssignment(entry) ? entry.initializer : entry;
    return saidIn(value, path ? `${path}.${key}` : key);
  });
}

function catalogOf(folder: string, language: string): [path: string, said: string][] {
  const file = join(folder, `${language}.ts`);
  const source = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.Latest, true);
  const named = source.statements
    .filter(ts.isVariableStatement)
    .flatMap(({ declarationList }) => declarationList.declarations)
    .find(({ name }) => name.getText() === language);
  if (!named?.initializer) throw new Error(`${file} has no catalog.`);
  return saidIn(named.initializer);
}

test("subjects have catalogs", () => expect(folders.length).toBeGreaterThan(10));

describe.each(folders)("%s", (folder) => {
  const languages = readdirSync(folder)
    .map((file) => file.replace(".ts", ""))
    .filter((name) => /^[a-z]{2}$/.test(name) && name !== "en");

  test("speaks the languages that visitors are spoken to in", () =>
    expect(languages).toEqual(expect.arrayContaining(["de", "fr"])));

  test.each(languages)("%s leaves nothing out and takes what English takes", (language) => {
    const english = new Map(catalogOf(folder, "en"));
    const other = catalogOf(folder, language);
    const top = (path: string) => path.split(".", 1)[0];
    if (known.test(folder))
      return expect(new Set(other.map(([path]) => top(path)))).toEqual(new Set([...english.keys()].map(top)));
    const said = new Map(other);
    const missing = [...english].filter(([path, words]) => {
      const its = said.get(path) ?? "";
      const takes = (one: string) => Number(/^takes (\d)/.exec(one)?.[1] ?? 0);
      return !its || (its === '""' && words !== '""') || takes(its) > takes(words);
    });
    expect(missing).toEqual([]);
    const same = other.filter(
      ([path, its]) => its.includes(" ") && !its.startsWith("takes ") && english.get(path) === its,
    );
    expect(same).toEqual([]);
  });
});
