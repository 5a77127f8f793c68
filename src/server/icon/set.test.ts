import { iconSchema } from "@/core/page/look/icon";
import { iconSet } from "./set";

test("every icon of the set can stand on a page, and is found by its words", async () => {
  const icons = await iconSet();
  expect(icons.length).toBeGreaterThan(1000);
  const wrong = icons.filter(({ name, path }) => iconSchema.validate({ name, path }).error);
  expect(wrong.map(({ name }) => name)).toEqual([]);
  expect(new Set(icons.map(({ name }) => name)).size).toBe(icons.length);
  const parking = icons.filter(({ name, words }) => `${name} ${words}`.includes("parking"));
  expect(parking.map(({ name }) => name)).toContain("circle-parking");
});
