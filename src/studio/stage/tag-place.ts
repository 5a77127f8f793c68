// Where the tag of the selected block stands: beside it, over nobody's words.

interface Box {
  readonly x: number;
  readonly y: number;
  readonly width: number;
  readonly height: number;
}

const overlap = (one: Box, other: Box): boolean =>
  one.x < other.x + other.width &&
  other.x < one.x + one.width &&
  one.y < other.y + other.height &&
  other.y < one.y + one.height;

/** Whether words of another block stand in `area` of the frame. */
function hasWords(document: Document, area: Box, own: Element): boolean {
  const range = document.createRange();
  const middle = area.y + area.height / 2;
  for (let part = 0; part <= 4; part++) {
    const at = document.elementFromPoint(area.x + (area.width * part) / 4, middle)?.closest("[data-n]");
    if (!at || at === own || own.contains(at) || at.contains(own)) continue;
    range.selectNodeContents(at);
    if ([...range.getClientRects()].some((line) => overlap(line, area))) return true;
  }
  return false;
}

/** The first of `places` that is in the frame and covers no words; the first of all where there is none. */
export function firstFree(places: readonly Box[], covered: (place: Box) => boolean, frame: Box): Box {
  const inside = places.filter(
    (place) => place.x >= frame.x && place.y >= frame.y && place.x + place.width <= frame.x + frame.width,
  );
  return inside.find((place) => !covered(place)) ?? inside[0] ?? (places[0] as Box);
}

/** Where the tag of `element` stands, in px of the frame; its size on the screen is that of `letters` letters. */
export function tagPlace(
  document: Document,
  element: Element,
  scale: number,
  letters: number,
): { x: number; y: number } {
  const { left, right, top, bottom } = element.getBoundingClientRect();
  const [width, height, gap] = [(letters * 6.6 + 14) / scale, 17 / scale, 7 / scale];
  const at = (x: number, y: number): Box => ({ x, y, width, height });
  const above = top - gap - height;
  const below = bottom + gap;
  const places = [
    at(left - 5 / scale, above),
    at(right - width, above),
    at(right - width, below),
    at(left - 5 / scale, below),
    at(left - 8 / scale - width, top),
    at(right + 8 / scale, top),
  ];
  const frame = { x: 0, y: 0, width: document.documentElement.clientWidth, height: document.body.scrollHeight };
  return firstFree(places, (place) => hasWords(document, place, element), frame);
}
