// The list of dependencies is that of package.json, with licences as packages state them; and nothing is run when they are installed.
import { readFileSync } from "node:fs";

const json = (name: string) => JSON.parse(readFileSync(name, "utf8"));
const list = readFileSync("docs/dependencies.md", "utf8");
const { dependencies, devDependencies } = json("package.json") as Record<string, Record<string, string>>;
const { packages } = json("package-lock.json") as {
  packages: Record<string, { license?: string; hasInstallScript?: boolean }>;
};
const named = { ...dependencies, ...devDependencies };

test("each dependency is in the list with its licence, and nothing else is", () => {
  const told = [...list.matchAll(/^\| `([^`]+)` +\| (.+?) +\| (.+?) +\|$/gm)].map(([, name, what, licence]) => [
    name,
    what !== "",
    licence,
  ]);
  const wanted = Object.keys(named).map((name) => [name, true, packages[`node_modules/${name}`]?.license]);
  // The first two lines tell of what would run at installing.
  expect(told.filter(([name]) => name && Object.hasOwn(named, String(name))).slice(-wanted.length)).toEqual(wanted);
});

test("versions are exact, and come from the registry alone", () => {
  for (const [name, version] of Object.entries(named))
    expect([name, version]).toEqual([name, expect.stringMatching(/^(?:npm:[\w@/-]+@)?\d+\.\d+\.\d+(?:[-.][\w.]+)?$/)]);
});

test("nothing runs when packages are installed; whatever would is told with why it need not", () => {
  expect(readFileSync(".npmrc", "utf8")).toMatch(/^ignore-scripts=true$/m);
  const would = Object.entries(packages).flatMap(([path, { hasInstallScript }]) =>
    hasInstallScript ? [path.slice(path.lastIndexOf("node_modules/") + "node_modules/".length)] : [],
  );
  for (const name of would) expect(list).toContain(`| \`${name}\``);
});
