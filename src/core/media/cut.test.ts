import fc from "fast-check";
import { cutSchema, leanCut, mostZoom, pointFor, pointOf, regionShown, turned } from "./cut";
import { type Turn, turns } from "./forms";

const shape = fc.double({ min: 0.1, max: 10, noNaN: true });
const percent = fc.integer({ min: 0, max: 100 });
const point = fc.record({ x: percent, y: percent });
const zoom = fc.double({ min: 1, max: mostZoom, noNaN: true });

test("whatever the place's shape: what is shown lies in the picture, has that shape, and the point is in it", () => {
  fc.assert(
    fc.property(shape, shape, point, zoom, (picture, place, at, times) => {
      const { left, top, width, height } = regionShown(picture, place, at, times);
      expect(left).toBeGreaterThanOrEqual(0);
      expect(top).toBeGreaterThanOrEqual(0);
      expect(left + width).toBeLessThanOrEqual(1 + 1e-9);
      expect(top + height).toBeLessThanOrEqual(1 + 1e-9);
      expect((width * picture) / height).toBeCloseTo(place, 6);
      expect(at.x / 100).toBeGreaterThanOrEqual(left - 1e-9);
      expect(at.x / 100).toBeLessThanOrEqual(left + width + 1e-9);
      expect(at.y / 100).toBeGreaterThanOrEqual(top - 1e-9);
      expect(at.y / 100).toBeLessThanOrEqual(top + height + 1e-9);
    }),
  );
});

test("as large as it goes: without zoom the whole width or the whole height is shown, and zooming only shows less of it", () => {
  fc.assert(
    fc.property(shape, shape, point, zoom, (picture, place, at, times) => {
      const whole = regionShown(picture, place, at);
      expect(Math.max(whole.width, whole.height)).toBeCloseTo(1, 9);
      const near = regionShown(picture, place, at, times);
      expect(near.left).toBeGreaterThanOrEqual(whole.left - 1e-9);
      expect(near.left + near.width).toBeLessThanOrEqual(whole.left + whole.width + 1e-9);
      expect(near.top).toBeGreaterThanOrEqual(whole.top - 1e-9);
    }),
  );
});

test("a drag of what is shown finds the point again", () => {
  fc.assert(
    fc.property(shape, shape, point, zoom, (picture, place, at, times) => {
      const region = regionShown(picture, place, at, times);
      const found = pointFor(region.left, region.top, region);
      if (region.width < 1) expect(found.x).toBe(at.x);
      if (region.height < 1) expect(found.y).toBe(at.y);
    }),
  );
});

test("four quarter turns bring a point back, and each keeps it where it lies on the picture", () => {
  fc.assert(
    fc.property(point, (at) => {
      expect([1, 2, 3, 4].reduce((now) => turned(now, 90), at)).toEqual(at);
      expect(turned(turned(at, 90), 90)).toEqual(turned(at, 180));
      expect(turned(turned(at, 270), 90)).toEqual(at);
    }),
  );
  // The top left corner of a picture turned clockwise is its top right.
  expect(turned({ x: 0, y: 0 }, 90)).toEqual({ x: 100, y: 0 });
});

test("a place without a point of its own follows the picture's, turned with it", () => {
  const entry = { focus: { x: 20, y: 70 } };
  expect(pointOf(undefined, entry)).toEqual({ x: 20, y: 70 });
  expect(pointOf({ zoom: 2 }, entry)).toEqual({ x: 20, y: 70 });
  expect(pointOf({ turn: 90 }, entry)).toEqual({ x: 30, y: 20 });
  expect(pointOf({ x: 5, y: 6, turn: 90 }, entry)).toEqual({ x: 5, y: 6 });
  expect(pointOf({}, undefined)).toEqual({ x: 50, y: 50 });
});

test("a cut says only what it departs in, and what it says is taken", () => {
  expect(leanCut({ zoom: 1, turn: 0 })).toBeUndefined();
  fc.assert(
    fc.property(fc.option(point), zoom, fc.constantFrom<Turn>(...turns), (at, times, turn) => {
      const lean = leanCut({ ...at, zoom: times, turn });
      if (lean) expect(cutSchema.validate(lean).error).toBeUndefined();
    }),
  );
  expect(cutSchema.validate({ x: 4 }).error).toBeDefined();
  expect(cutSchema.validate({ zoom: 0.5 }).error).toBeDefined();
  expect(cutSchema.validate({ turn: 45 }).error).toBeDefined();
});
