import { firstFree } from "./tag-place";

const frame = { x: 0, y: 0, width: 1000, height: 2000 };
const at = (x: number, y: number) => ({ x, y, width: 100, height: 20 });
const words = (x: number, y: number, width: number) => ({ x, y, width, height: 30 });
const covers =
  (...lines: ReturnType<typeof words>[]) =>
  (place: ReturnType<typeof at>) =>
    lines.some(
      (line) =>
        line.x < place.x + place.width &&
        place.x < line.x + line.width &&
        line.y < place.y + place.height &&
        place.y < line.y + line.height,
    );

test("the tag stands above the block where that is free", () => {
  expect(firstFree([at(50, 80), at(700, 80)], covers(), frame)).toEqual(at(50, 80));
});

test("words above push it to the other corner, or below", () => {
  const places = [at(50, 80), at(700, 80), at(700, 200)];
  expect(firstFree(places, covers(words(40, 70, 300)), frame)).toEqual(at(700, 80));
  expect(firstFree(places, covers(words(40, 70, 900)), frame)).toEqual(at(700, 200));
});

test("outside of the frame it is never, and with words everywhere it stands where it would without", () => {
  expect(firstFree([at(50, -30), at(-20, 10), at(60, 300)], covers(), frame)).toEqual(at(60, 300));
  expect(firstFree([at(50, 80), at(700, 80)], () => true, frame)).toEqual(at(50, 80));
});
