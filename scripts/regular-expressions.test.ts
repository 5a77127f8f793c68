// No expression that takes longer than in proportion to its text (or nearly so) may look at what strangers send: every
// one in the source is judged. Those that only ever see our own words would be fine, but who sees what changes.
import { readdirSync, readFileSync, writeFileSync } from "node:fs";
import { join } from "node:path";
import { checkSync } from "recheck";
import ts from "typescript";
import { isLongRun } from "../tests/extent";

interface Found {
  readonly where: string;
  readonly source: string;
  readonly flags: string;
}

/** Every expression literal of a file. */
function literalsOf(file: string): Found[] {
  const tree = ts.createSourceFile(file, readFileSync(file, "utf8"), ts.ScriptTarget.ES2022, true);
  const found: Found[] = [];
  const visit = (node: ts.Node) => {
    if (node.kind === ts.SyntaxKind.RegularExpressionLiteral) {
      const text = node.getText(tree);
      const end = text.lastIndexOf("/");
      const line = tree.getLineAndCharacterOfPosition(node.getStart(tree)).line + 1;
      found.push({ where: `${file}:${line}`, source: text.slice(1, end), flags: text.slice(end + 1) });
    }
    ts.forEachChild(node, visit);
  };
  visit(tree);
  return found;
}

const files = readdirSync("src", { recursive: true, encoding: "utf8" })
  .map((file) => join("src", file))
  .filter((file) => /\.tsx?$/.test(file) && !/\.test(-kit)?\.tsx?$/.test(file));

/** Expressions made at run time hide what they are; there are none. */
test("none is put together at run time", () => {
  const made = files.filter((file) => /\bnew RegExp\(|[^\w.]RegExp\(/.test(readFileSync(file, "utf8")));
  expect(made).toEqual([]);
});

/** Those that were judged safe before. Judging takes a minute of a core: the long run judges all again. */
const record = "scripts/judged-expressions.json";

/** It ends by its own search, not by a clock: a slow machine judges alike. */
const withoutClock = {
  ...{ timeout: null, seedingTimeout: null, incubationTimeout: null, attackTimeout: null, recallTimeout: null },
  randomSeed: 0,
};

test("none backtracks without bound", () => {
  const known = new Set(isLongRun ? [] : (JSON.parse(readFileSync(record, "utf8")) as string[]));
  const judged = new Map<string, string>();
  const slow: string[] = [];
  for (const { where, source, flags } of files.flatMap(literalsOf)) {
    const key = `/${source}/${flags}`;
    const status = judged.get(key) ?? (known.has(key) ? "safe" : checkSync(source, flags, withoutClock).status);
    judged.set(key, status);
    if (status !== "safe") slow.push(`${where} ${key}: ${status}`);
  }
  expect(judged.size).toBeGreaterThan(60);
  expect(slow).toEqual([]);
  if (process.env.WEBITOR_RECORD === "1")
    writeFileSync(record, `${JSON.stringify([...judged.keys()].sort(), null, 1)}\n`);
  // What the record lacks or has too much: WEBITOR_RECORD=1 writes it anew.
  expect(JSON.parse(readFileSync(record, "utf8"))).toEqual([...judged.keys()].sort());
});

test("the judge knows a slow one", () => {
  expect(checkSync("^(a|a)*$", "").status).toBe("vulnerable");
  expect(checkSync("\\s+$", "").status).toBe("vulnerable");
});
