// What the studio makes of a shop: variants whose options change, and a sentence for every reason the core can give.
import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { choiceNames } from "@/core/catalog/product";
import { anOption, aProduct, aVariant } from "@/core/catalog/sample.test-kit";
import { faultsOf } from "./faults";
import { variantsFor } from "./options";
import { reasonOf } from "./reasons";

const glaze = anOption("Glaze", ["Ash"], ["Tide"]);
const size = anOption("Size", ["Small"], ["Large"]);
const mug = aProduct("mug", {
  options: [glaze],
  variants: [
    aVariant("v1", { choices: ["ash"], price: 1900, sku: "A" }),
    aVariant("v2", { choices: ["tide"], sku: "B" }),
  ],
});

describe("options that change", () => {
  test("a new option is taken by each variant with its first choice: nothing that was set is lost", () => {
    const next = variantsFor(mug, [glaze, size]);
    expect(next.map(({ id, price, choices }) => [id, price, choices])).toEqual([
      ["v1", 1900, ["ash", "small"]],
      ["v2", null, ["tide", "small"]],
    ]);
  });
  test("a choice that goes takes its variants along; the others stay", () => {
    const next = variantsFor(mug, [{ ...glaze, choices: glaze.choices.slice(1) }]);
    expect(next.map(({ id }) => id)).toEqual(["v2"]);
  });
  test("an option that goes leaves the first of those that are the same then", () => {
    const both = {
      ...mug,
      options: [glaze, size],
      variants: [
        aVariant("s", { choices: ["ash", "small"] }),
        aVariant("l", { choices: ["ash", "large"] }),
        aVariant("t", { choices: ["tide", "large"] }),
      ],
    };
    expect(variantsFor(both, [glaze]).map(({ id, choices }) => [id, choices])).toEqual([
      ["s", ["ash"]],
      ["t", ["tide"]],
    ]);
  });
  test("what is left when all options go is one that can be sold", () => {
    const [only, ...others] = variantsFor(mug, []);
    expect([only?.id, only?.choices, others]).toEqual(["v1", [], []]);
  });
  test("in their order, whatever moved", () => {
    const turned = { ...glaze, choices: [...glaze.choices].reverse() };
    const next = variantsFor(mug, [turned]);
    expect(next.map((one) => choiceNames({ options: [turned] }, one)[0])).toEqual(["Tide", "Ash"]);
  });
});

test("what is wrong is named by its path, as fields are", () => {
  expect(faultsOf(mug)).toEqual({});
  const wrong = {
    ...mug,
    price: -1,
    variants: [mug.variants[0] as never, { ...(mug.variants[1] as object), sku: "" } as never],
  };
  expect(faultsOf(wrong)).toEqual({
    price: "A price can’t be less than nothing.",
    "variants[1].sku": "A SKU is needed, such as MUG-ASH-S.",
  });
});

test("every reason that the core gives for a total has a sentence", () => {
  const codes = ["tax", "shipping", "cart", "catalog"].flatMap((subject) => {
    const folder = join("src/core", subject);
    return readdirSync(folder, { recursive: true, encoding: "utf8" })
      .filter((file) => file.endsWith(".ts") && !file.includes("test"))
      .flatMap((file) =>
        [...readFileSync(join(folder, file), "utf8").matchAll(/"((?:tax|sending|price|total)\.[a-zA-Z]+)"/g)].map(
          ([, code]) => code as string,
        ),
      );
  });
  const banded = ["weight", "number", "price"].flatMap((kind) => [`sending.${kind}Band`, `sending.${kind}Over`]);
  const price = (amount: number) => String(amount);
  const silent = [...new Set([...codes, ...banded])].filter((code) => !reasonOf({ code }, price));
  expect(codes.length).toBeGreaterThan(15);
  expect(silent).toEqual([]);
  expect(reasonOf({ code: "nobody.knows" }, price)).toBe("");
});
