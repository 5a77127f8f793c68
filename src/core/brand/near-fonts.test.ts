import { familyStack, nearFaces } from "@/core/brand/near-fonts";
import { families } from "./brand";

const faces = (css: string) =>
  [
    ...css.matchAll(
      /font-family:"([^"]+)";src:([^;]+);size-adjust:([\d.]+)%;ascent-override:([\d.]+)%;descent-override:([\d.]+)%/g,
    ),
  ].map(([, name, sources, size, ascent, descent]) => ({
    name,
    sources,
    size: Number(size) / 100,
    ascent: Number(ascent) / 100,
    descent: Number(descent) / 100,
  }));

test.each(Object.values(families).map((family) => [family.name, family] as const))(
  "what stands in for %s is as high as it, whatever machine shows it, and stands behind it in the stack",
  (_name, family) => {
    const stack = familyStack(family).split(",");
    expect(stack[0]).toBe(`"${family.name}"`);
    expect(stack.at(-1)).toBe(family.fallback);
    const made = faces(nearFaces(family));
    expect(made.map(({ name }) => `"${name}"`)).toEqual(stack.slice(1, -1));
    for (const { size, ascent, descent, sources } of made) {
      // The overrides are shares of the size that was adjusted.
      expect(ascent * size).toBeCloseTo(family.metrics.ascent, 2);
      expect(descent * size).toBeCloseTo(family.metrics.descent, 2);
      expect(size).toBeGreaterThan(0.75);
      expect(size).toBeLessThan(1.25);
      expect(sources).toMatch(/^local\("/);
    }
  },
);
