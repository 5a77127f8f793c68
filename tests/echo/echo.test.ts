// Adding a kind of widget is its folders and one line a list: proved with a kind that only the tests have. The tree is
// copied, the kind put into it, and the copy has to compile, to build, and to do what a kind does.
import { execFile } from "node:child_process";
import {
  appendFileSync,
  cpSync,
  existsSync,
  mkdirSync,
  readdirSync,
  readFileSync,
  rmSync,
  writeFileSync,
} from "node:fs";
import { join } from "node:path";
import { promisify } from "node:util";
import ts from "typescript";
import { esbuildSandbox, esbuildVisitor, forNode } from "../../scripts/lib/bundles.mjs";
import { isLongRun } from "../extent";
import { addedLines } from "./lines";

const root = process.cwd();
const here = join(root, "tests/echo");
const copy = join(root, ".webitor/echo");
const layers = ["core", "data", "server", "studio", "visitor"] as const;
const run = promisify(execFile);

/** The list with its lines added, and the names they use brought in at the top. */
function withLines(list: string, text: string): string {
  let out = text;
  for (const [, behind, line, imports] of addedLines.filter(([of]) => of === list)) {
    const lines = out.split("\n");
    const at = lines.indexOf(behind);
    if (at < 0) throw new Error(`${list} has no line “${behind}”`);
    lines.splice(at + 1, 0, line);
    const first = lines.findIndex((one) => one.startsWith("import "));
    if (imports) lines.splice(first, 0, imports);
    out = lines.join("\n");
  }
  return out;
}

const lists = [...new Set(addedLines.map(([list]) => list))];

beforeAll(() => {
  rmSync(copy, { recursive: true, force: true });
  mkdirSync(copy, { recursive: true });
  for (const folder of ["src", "scripts", "demo/wrenfield"])
    cpSync(join(root, folder), join(copy, folder), { recursive: true });
  for (const file of ["tsconfig.json", "next-env.d.ts", "package.json"])
    if (existsSync(join(root, file))) cpSync(join(root, file), join(copy, file));
  for (const layer of layers) cpSync(join(here, layer), join(copy, "src", layer, "echo"), { recursive: true });
  // Its tables come with a migration, which in a real tree `npm run db:generate` writes.
  const migrations = join(copy, "src/data/migrations");
  const last =
    readdirSync(migrations)
      .filter((file) => file.endsWith(".sql"))
      .sort()
      .at(-1) ?? "";
  const tables = readFileSync(join(here, "data/migration.sql"), "utf8");
  appendFileSync(join(migrations, last), `--> statement-breakpoint\n${tables}`);
  cpSync(join(here, "story.ts"), join(copy, "story.ts"));
  for (const list of lists) {
    const path = join(copy, "src", list);
    writeFileSync(path, withLines(list, readFileSync(path, "utf8")));
  }
});
afterAll(() => rmSync(copy, { recursive: true, force: true }));

test("a kind is one folder a layer and one line a list", () => {
  expect(layers.map((layer) => readdirSync(join(here, layer)).length)).toEqual([3, 2, 2, 3, 1]);
  // Settings and the part of the site file are two lists in one file; a kind without a part, a table or a Desk list needs less.
  expect(addedLines).toHaveLength(9);
  expect(lists.sort()).toEqual([
    "core/widget/all-facts.ts",
    "core/widget/judges.ts",
    "core/widget/kinds.ts",
    "core/widget/settings.ts",
    "data/schema.ts",
    "server/widget/kinds.ts",
    "server/widget/parts.ts",
    "studio/widget/kinds.ts",
  ]);
  for (const list of lists)
    expect(readFileSync(join(copy, "src", list), "utf8").split("\n").length).toBe(
      readFileSync(join(root, "src", list), "utf8").split("\n").length +
        addedLines.filter(([of]) => of === list).reduce((sum, [, , , imports]) => sum + 1 + (imports ? 1 : 0), 0),
    );
});

// Half a minute of a core: with every change the story below stands for it, which needs every list.
const inFull = isLongRun ? test : test.skip;

inFull("the compiler takes the whole kind, and refuses each list without its line", () => {
  const without = [
    ["core/widget/all-facts.ts", "  echo: echoFacts,"],
    ["core/widget/kinds.ts", "  echo,"],
    ["core/widget/judges.ts", "  echo: echoJudge,"],
    ["server/widget/kinds.ts", "  echo: echoServer,"],
    ["server/widget/parts.ts", "  echo: echoPart,"],
    ["studio/widget/kinds.ts", "  echo: echoStudio,"],
  ] as const;
  // Beside the list itself, so that one program judges both.
  const lacking = (list: string) => `src/${list.replace(".ts", "-lacking.ts")}`;
  for (const [list, line] of without) {
    const text = readFileSync(join(copy, "src", list), "utf8");
    writeFileSync(join(copy, lacking(list)), text.replace(`${line}\n`, ""));
  }
  const read = ts.readConfigFile(join(copy, "tsconfig.json"), ts.sys.readFile);
  const include = ["src/**/*.ts", "src/**/*.tsx"];
  const { options, fileNames } = ts.parseJsonConfigFileContent({ ...read.config, include }, ts.sys, copy);
  const program = ts.createProgram(fileNames, { ...options, incremental: false, noEmit: true });
  const faultsIn = (file: string) =>
    program
      .getSemanticDiagnostics(program.getSourceFile(join(copy, file)))
      .map(({ messageText }) => ts.flattenDiagnosticMessageText(messageText, " "));
  const files = [...lists.map((list) => `src/${list}`), "src/core/echo/widget.ts", "src/server/echo/server.ts"];
  files.push(
    "src/studio/echo/half.ts",
    "src/studio/echo/workspace.tsx",
    "src/visitor/echo/main.ts",
    "src/server/operations.ts",
  );
  for (const file of files) expect([file, ...faultsIn(file)]).toEqual([file]);
  for (const [list] of without)
    expect([list, faultsIn(lacking(list)).join(" ")]).toEqual([list, expect.stringMatching(/echo/)]);
  for (const [list] of without) rmSync(join(copy, lacking(list)));
});

test("what a kind does: settings, page, release, call, job, Desk, results, erasing, site file", async () => {
  const build = join(copy, ".webitor/build");
  const esbuild = join(root, "node_modules/.bin/esbuild");
  const story = ["story.ts", ...forNode];
  for (const args of [esbuildVisitor(copy), esbuildSandbox(), [...story, `--outfile=${build}/story.mjs`]])
    await run(esbuild, args, { cwd: copy });
  const { stdout } = await run(process.execPath, [join(build, "story.mjs")], {
    cwd: copy,
    // What was made of the demo's pictures is this tree's as well.
    env: { ...process.env, WEBITOR_KEPT_PICTURES: join(root, ".webitor/pictures") },
  });
  expect(stdout).toContain("echoed");
});
