import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { knownReasons, reasonWords, triggerWords } from "./reasons";

function codesIn(folder: string): string[] {
  return readdirSync(folder, { recursive: true, encoding: "utf8" })
    .filter((file) => file.endsWith(".ts") && !file.endsWith(".test.ts"))
    .flatMap((file) =>
      [
        ...readFileSync(join(folder, file), "utf8").matchAll(
          /"((?:page|opening|check|clip|layout|chat|chatModel)\.[a-zA-Z]+)"/g,
        ),
      ].map((match) => match[1] as string),
    );
}

test("every reason the core can give has words, and there are no words without a reason", () => {
  const codes = new Set(codesIn("src/core"));
  expect([...codes].filter((code) => !knownReasons.includes(code))).toEqual([]);
  expect(knownReasons.filter((code) => !codes.has(code))).toEqual([]);
});

test("reasons say their values", () => {
  expect(reasonWords({ code: "opening.country", country: null, wanted: ["IE", "DE"] })).toBe(
    "The visitor is in an unknown country; it opens in IE, DE.",
  );
  expect(reasonWords({ code: "page.cannotHold", parent: "page", kind: "heading" })).toBe(
    "a page can't hold a heading.",
  );
  expect(triggerWords({ on: "scroll", percent: 40 })).toBe("scrolled to 40 %");
});
