import { colourRoles, families } from "./brand";
import { contrastPairs, contrastRatio } from "./contrast";
import { brandCss, headingRem } from "./css";
import { benchBrand, clayBrand, plainBrand } from "./presets";
import { brandSchema } from "./schema";

test.each([
  ["#000000", "#ffffff", 21],
  ["#ffffff", "#ffffff", 1],
  // The example of WCAG's understanding document for SC 1.4.3.
  ["#777777", "#ffffff", 4.478],
])("contrast of %s on %s is %d", (one, other, ratio) => {
  expect(contrastRatio(one, other)).toBeCloseTo(ratio, 2);
});

test.each(Object.entries({ clayBrand, benchBrand, plainBrand }))("%s reads on each of its surfaces", (_name, brand) => {
  expect(brandSchema.validate(brand).error).toBeUndefined();
  expect(contrastPairs(brand).filter((pair) => !pair.enough)).toEqual([]);
});

test("headings grow by the scale, on phones by less", () => {
  expect(headingRem(clayBrand, 5, false)).toBe(1);
  expect(headingRem(clayBrand, 4, false)).toBe(1.3);
  expect(headingRem(clayBrand, 1, true)).toBeLessThan(headingRem(clayBrand, 1, false));
});

test("the CSS names every role, and both families", () => {
  const css = brandCss(clayBrand);
  for (const role of colourRoles) expect(css).toContain(`--c-${role}:${clayBrand.colours[role]}`);
  expect(css).toContain('--f-head:"Fraunces",serif');
});

test("at least six families are bundled", () => {
  expect(Object.keys(families).length).toBeGreaterThanOrEqual(6);
});

test.each([
  ["colours.ink", { ...clayBrand, colours: { ...clayBrand.colours, ink: "red" } }],
  ["type.headings", { ...clayBrand, type: { ...clayBrand.type, headings: "comic" } }],
  ["space", { ...clayBrand, space: 9 }],
])("a wrong %s is refused at its field", (path, brand) => {
  expect(brandSchema.validate(brand).error?.details[0]?.path.join(".")).toBe(path);
});
