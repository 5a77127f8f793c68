import { colourRoles, families } from "./brand";
import { contrastOnGradient, contrastOnPicture, contrastPairs, contrastRatio, textRatio, veilFor } from "./contrast";
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
  expect(css).toMatch(/--f-head:"Fraunces",[^;]*,serif;/);
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

describe("words on a picture", () => {
  const grey = (value: number, count: number) => Array.from({ length: count }, () => [value, value, value, 255]).flat();

  it("are measured at the picture's weakest place, single pixels aside", () => {
    expect(contrastOnPicture(grey(0, 100), "#000000", 0, "#ffffff")).toBeCloseTo(21, 1);
    const half = [...grey(0, 50), ...grey(255, 50)];
    expect(contrastOnPicture(half, "#000000", 0, "#ffffff")).toBeCloseTo(1, 1);
    expect(contrastOnPicture([...grey(0, 99), ...grey(255, 1)], "#000000", 0, "#ffffff")).toBeCloseTo(21, 1);
    // Half of black over white is the grey in the middle.
    expect(contrastOnPicture(grey(255, 9), "#000000", 0.5, "#ffffff")).toBeCloseTo(
      contrastRatio("#808080", "#ffffff"),
      1,
    );
    expect(contrastOnPicture([], "#000000", 0, "#ffffff")).toBe(1);
  });

  it("get as weak a veil as is enough, or none where the surface itself is too weak", () => {
    const veil = veilFor(grey(255, 9), "#000000", "#ffffff") ?? 0;
    expect(contrastOnPicture(grey(255, 9), "#000000", veil / 100, "#ffffff")).toBeGreaterThanOrEqual(textRatio);
    expect(contrastOnPicture(grey(255, 9), "#000000", (veil - 5) / 100, "#ffffff")).toBeLessThan(textRatio);
    expect(veilFor(grey(0, 9), "#000000", "#ffffff")).toBe(0);
    expect(veilFor(grey(255, 9), "#999999", "#ffffff")).toBeNull();
  });

  it("on a ground that runs from dark to light are weakest on the way", () => {
    expect(contrastOnGradient("#000000", "#000000", "#ffffff")).toBeCloseTo(21, 1);
    expect(contrastOnGradient("#000000", "#ffffff", "#777777")).toBeLessThan(1.2);
  });
});
