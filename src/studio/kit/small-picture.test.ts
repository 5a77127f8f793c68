import { smallPicture } from "./small-picture";

const hash = (letter: string) => letter.repeat(64);
const site = {
  key: "wrenfield",
  media: [
    { hash: hash("a"), name: "quay.jpg", type: "image/jpeg", widthPx: 1600, heightPx: 600 },
    { hash: hash("b"), name: "stamp.png", type: "image/png", widthPx: 120, heightPx: 90 },
    { hash: hash("c"), name: "sign.svg", type: "image/svg+xml", widthPx: 900, heightPx: 300 },
    { hash: hash("d"), name: "prices.pdf", type: "application/pdf", widthPx: 0, heightPx: 0 },
  ] as const,
};

test("a picture is asked for in a width that is made of it: one narrower than all in its own, a turned one as it stands then", () => {
  const of = (letter: string, turn: 0 | 90 = 0) => smallPicture(site, hash(letter), turn).split("/").at(-1)?.slice(64);
  expect(of("a")).toBe("-480.webp");
  expect(of("b")).toBe("-120.webp");
  expect(of("b", 90)).toBe("-t90-90.webp");
  expect(of("c")).toBe("-900.svg");
});

test("of what is no picture, or is gone, there is none", () => {
  expect(smallPicture(site, hash("d"))).toBe("");
  expect(smallPicture(site, hash("e"))).toBe("");
});
