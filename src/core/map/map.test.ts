import fc from "fast-check";
import { fieldWidth, pointOf, readCoordinates, scaleBar } from "./drawing";
import { mapSvg, pathData } from "./svg";

test("a place a hundred metres north stands a quarter of a 400 m field above the mark", () => {
  const centre = { latitude: 53.3, longitude: -6.2 };
  const [x, y] = pointOf({ latitude: 53.3 + 100 / 111_133, longitude: -6.2 }, centre, {
    mark: [300, 200],
    metres: 400,
  });
  expect(x).toBe(300);
  expect(y).toBeCloseTo(50, 0);
  // A degree of longitude is shorter up here by the cosine of the latitude.
  const [east] = pointOf({ latitude: 53.3, longitude: -6.199 }, centre, { mark: [300, 200], metres: 400 });
  expect(east - 300).toBeCloseTo(0.001 * 111_133 * Math.cos((53.3 * Math.PI) / 180) * (fieldWidth / 400), 0);
});

test("coordinates are read as people write them, and nothing else is", () => {
  expect(readCoordinates("53.3441, -6.2675; 53.3450 -6.2600")).toHaveLength(2);
  for (const wrong of ["", "here", "53.3", "91, 0", "0, 181", "1, 2, 3"]) expect(readCoordinates(wrong)).toBeNull();
});

test("the bar of the scale is round, and at most a quarter of the field", () => {
  expect(scaleBar(400)).toEqual({ metres: 100, units: 150 });
  fc.assert(
    fc.property(fc.double({ min: 50, max: 50_000, noNaN: true }), (metres) => {
      const bar = scaleBar(metres);
      expect(bar.units).toBeLessThanOrEqual(fieldWidth / 4 + 0.1);
      expect(bar.units).toBeGreaterThan(fieldWidth / 11);
      expect(String(bar.metres).replace(/0|\./g, "")).toMatch(/^[125]$/);
    }),
  );
});

test("names are text, lines with one point are not drawn, and a line from right to left is named from the left", () => {
  let id = 0;
  const svg = mapSvg(
    {
      mark: [10, 10],
      metres: 400,
      lines: [
        {
          sort: "street",
          name: "<Mill>",
          points: [
            [400, 10],
            [0, 20],
          ],
        },
        { sort: "river", name: "Wren", points: [[5, 5]] },
      ],
    },
    'Where "we" are',
    () => `m${++id}`,
  );
  expect(svg).toContain("&lt;Mill&gt;");
  expect(svg).toContain("Where &quot;we&quot; are");
  expect(svg).not.toContain("Wren");
  expect(svg).toContain(
    `<path id="m1" d="${pathData([
      [0, 20],
      [400, 10],
    ])}"/>`,
  );
});
