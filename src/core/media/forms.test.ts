import { formsOf, pictureForms, turns, usedWidths, variantName, variantNamed, variantsOf } from "./forms";

const hash = "0123456789abcdef".repeat(4);
const photo = { type: "image/jpeg", widthPx: 1200, heightPx: 400 } as const;

test("a picture is offered light forms first and its own kind last; it is never enlarged", () => {
  expect(formsOf({ type: "image/jpeg" })).toEqual(["avif", "webp", "jpeg"]);
  expect(formsOf({ type: "image/png" }).at(-1)).toBe("png");
  expect(formsOf({ type: "image/gif", moves: true })).toEqual(["still", "webp", "gif"]);
  expect(usedWidths(photo)).toEqual([480, 960, 1200]);
  expect(usedWidths({ ...photo, widthPx: 40 })).toEqual([40]);
  expect(usedWidths({ ...photo, widthPx: 9000 })).toEqual([480, 960, 1600]);
});

test("turned a quarter, a picture is as wide as it was high", () => {
  expect(usedWidths(photo, 90)).toEqual([400]);
  expect(usedWidths(photo, 180)).toEqual([480, 960, 1200]);
});

test("a drawing is one file at any size; a file to take home is none", () => {
  expect(variantsOf({ type: "image/svg+xml", widthPx: 9000, heightPx: 40 })).toEqual([
    { form: "svg", widthPx: 9000, turn: 0 },
  ]);
  expect(formsOf({ type: "application/pdf" })).toEqual([]);
});

test("every variant's name says which it is, and no other name does", () => {
  const names = new Set<string>();
  for (const form of Object.keys(pictureForms) as (keyof typeof pictureForms)[])
    for (const turn of turns) {
      const variant = { form, widthPx: 960, turn };
      const name = variantName(hash, variant);
      names.add(name);
      expect(variantNamed(name)).toEqual({ hash, ...variant });
    }
  expect(names.size).toBe(Object.keys(pictureForms).length * turns.length);
  for (const wrong of [
    "",
    hash,
    `${hash}-960`,
    `${hash}-t45-960.webp`,
    `${hash}-960.exe`,
    `../${hash}-960.webp`,
    `${hash}--1.webp`,
  ])
    expect(variantNamed(wrong)).toBeNull();
});
