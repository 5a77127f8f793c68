// What is run after a change is what it can break: the map of end-to-end tests holds for the tree as it is.
import { readdirSync, statSync } from "node:fs";
import { join } from "node:path";
import { nearSpecs, specsNear, testsNear } from "./lib/near";

const specs = readdirSync("tests/e2e")
  .filter((name) => name.endsWith(".spec.ts"))
  .map((name) => name.replace(".spec.ts", ""));
const subjects = readdirSync("src")
  .filter((layer) => statSync(join("src", layer)).isDirectory())
  .flatMap((layer) =>
    readdirSync(join("src", layer)).filter((name) => statSync(join("src", layer, name)).isDirectory()),
  );

test("every subject of every layer is in the map, and nothing else is", () => {
  expect(Object.keys(nearSpecs).sort()).toEqual([...new Set(subjects)].sort());
});

test("the map names tests that there are, and every one of them is near something", () => {
  expect([...new Set(Object.values(nearSpecs).flat())].sort()).toEqual(specs.sort());
});

test("a change is near by its subject, a spec by itself, and what has no subject by the story", () => {
  expect(specsNear(["src/server/chat/live.ts", "src/core/chat/ask.ts"])).toEqual(["chat"]);
  expect(specsNear(["tests/e2e/forms.spec.ts", "src/server/operation.ts"])).toEqual(["forms", "story"]);
  expect(specsNear(["docs/chat.md", "src/core/chat/ask.test.ts"])).toEqual([]);
});

test("unit tests are near what they reach, over any number of steps, also in a circle", () => {
  const imports = (...paths: string[]) => ({ imports: paths.map((path) => ({ path })) });
  const inputs = {
    "a.ts": imports("b.ts"),
    "b.ts": imports("a.ts"),
    "c.ts": imports(),
    "a.test.ts": imports("a.ts"),
    "c.test.ts": imports("c.ts"),
  };
  expect(testsNear({ inputs }, ["b.ts"])).toEqual(["a.test.ts"]);
  expect(testsNear({ inputs }, ["c.ts", "a.test.ts"])).toEqual(["a.test.ts", "c.test.ts"]);
});
