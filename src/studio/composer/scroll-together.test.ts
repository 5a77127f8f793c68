import { sameplace } from "./scroll-together";

const wide = [
  { id: "header", top: 0, height: 60 },
  { id: "opening", top: 60, height: 400 },
  { id: "cards", top: 460, height: 300 },
];
const phone = [
  { id: "header", top: 0, height: 50 },
  { id: "opening", top: 50, height: 800 },
  { id: "cards", top: 850, height: 1200 },
];

test("the other frame stands at the same place of the same section, however tall it is there", () => {
  expect(sameplace(wide, 0, phone)).toBe(0);
  expect(sameplace(wide, 60, phone)).toBe(50);
  expect(sameplace(wide, 260, phone)).toBe(450);
  expect(sameplace(wide, 610, phone)).toBe(1450);
});

test("there and back is where it began, and a section only one frame has moves nothing", () => {
  for (let top = 0; top < 760; top += 17)
    expect(sameplace(phone, sameplace(wide, top, phone) ?? 0, wide)).toBeCloseTo(top, 6);
  expect(sameplace([{ id: "gone", top: 0, height: 10 }], 5, phone)).toBeNull();
  expect(sameplace([], 5, phone)).toBeNull();
});
