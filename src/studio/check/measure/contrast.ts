// The contrast of words on what really lies below them: grounds through one another, gradients, and pictures by their own
// pixels. A header that changes while one scrolls is judged in both states.
import { contrastOnPicture, largeTextRatio, textRatio } from "@/core/brand/contrast";
import type { LayoutFound, LayoutRepair } from "@/core/check/layout";
import { type Top, topOf } from "@/core/page/header-footer/top";
import type { Ground } from "@/core/page/look/ground";
import { findNode } from "@/core/page/node";
import { together } from "@/studio/kit/film-frames";
import { at, blockOf, type MeasuredPage, type Words } from "./page";

interface Colour {
  readonly red: number;
  readonly green: number;
  readonly blue: number;
  readonly alpha: number;
}

const nothing: Colour = { red: 0, green: 0, blue: 0, alpha: 0 };

/** A computed colour: "rgb(1, 2, 3)", "rgba(…)", "color(srgb 0.1 0.2 0.3 / 0.5)". */
export function readColour(text: string): Colour {
  const numbers = (text.match(/-?\d{1,6}(?:\.\d{1,10})?(?:e-?\d{1,3})?/g) ?? []).map(Number);
  const [red = 0, green = 0, blue = 0, alpha = 1] = numbers;
  if (text.startsWith("rgb")) return { red, green, blue, alpha };
  if (text.startsWith("color(srgb")) return { red: red * 255, green: green * 255, blue: blue * 255, alpha };
  return nothing;
}

/** One colour over another. */
export function over(upper: Colour, lower: Colour): Colour {
  const alpha = upper.alpha + lower.alpha * (1 - upper.alpha);
  if (!alpha) return nothing;
  const mixed = (one: number, other: number) => (one * upper.alpha + other * lower.alpha * (1 - upper.alpha)) / alpha;
  return {
    red: mixed(upper.red, lower.red),
    green: mixed(upper.green, lower.green),
    blue: mixed(upper.blue, lower.blue),
    alpha,
  };
}

const twoDigits = (value: number) =>
  Math.round(Math.max(0, Math.min(255, value)))
    .toString(16)
    .padStart(2, "0");
export const asHex = ({ red, green, blue }: Colour): string =>
  `#${twoDigits(red)}${twoDigits(green)}${twoDigits(blue)}`;

/** What lies below words: a colour, or pixels with a colour over them. */
interface Below {
  readonly pixels: Uint8ClampedArray | null;
  readonly veil: Colour;
  /** The colour of the veil of a picture, however strong it is. */
  readonly cover?: Colour;
  /** What the picture stands in: a section, or what lies behind the page. */
  readonly holder: HTMLElement | null;
}

/** So many pixels wide and high the part of a picture below words is looked at. */
const sampledPx = 24;

/** Frames of films behind sections, by what holds them: drawn before the page is measured. */
export const filmsBehind = new WeakMap<Element, readonly HTMLCanvasElement[]>();

/** Whether a picture lies behind the whole page: words come to stand anywhere on it. */
const isBehindPage = (image: HTMLImageElement) => image.closest(".b-behind") !== null;

/** The pixels below a box of a picture behind it, and of every frame of the film that plays over the picture. */
function pixelsBelow(page: MeasuredPage, image: HTMLImageElement, words: DOMRect): Uint8ClampedArray | null {
  const box = isBehindPage(image) ? image.getBoundingClientRect() : words;
  const still = image.complete && image.naturalWidth ? drawnBelow(page, image, image, box) : null;
  if (!still) return null;
  const frames = filmsBehind.get(image.closest(".b-ground") as Element) ?? [];
  return together([still, ...frames.flatMap((frame) => drawnBelow(page, image, frame, box) ?? [])]);
}

/** The picture that lies behind all that stands in an element. */
const pictureBehind = (element: Element) =>
  element.querySelector<HTMLImageElement>(
    element.tagName === "BODY" ? ".b-behind > .b-ground img" : ":scope > .b-ground img",
  );

/** The pixels of something drawn below a box, as `object-fit: cover` puts it in the place of `image`. */
function drawnBelow(
  page: MeasuredPage,
  image: HTMLImageElement,
  drawn: HTMLImageElement | HTMLCanvasElement,
  box: DOMRect,
): Uint8ClampedArray | null {
  const [naturalWidth, naturalHeight] =
    drawn === image ? [image.naturalWidth, image.naturalHeight] : [drawn.width, drawn.height];
  const shown = image.getBoundingClientRect();
  const scale = Math.max(shown.width / naturalWidth, shown.height / naturalHeight);
  const [placeX = 50, placeY = 50] = page.view.getComputedStyle(image).objectPosition.split(" ").map(Number.parseFloat);
  const offsetX = (shown.width - naturalWidth * scale) * (placeX / 100);
  const offsetY = (shown.height - naturalHeight * scale) * (placeY / 100);
  const canvas = page.document.createElement("canvas");
  canvas.width = sampledPx;
  canvas.height = sampledPx;
  const context = canvas.getContext("2d", { willReadFrequently: true });
  if (!context) return null;
  const left = Math.max(box.left, shown.left) - shown.left - offsetX;
  const top = Math.max(box.top, shown.top) - shown.top - offsetY;
  const wide = Math.max(1, Math.min(box.right, shown.right) - Math.max(box.left, shown.left));
  const high = Math.max(1, Math.min(box.bottom, shown.bottom) - Math.max(box.top, shown.top));
  context.drawImage(drawn, left / scale, top / scale, wide / scale, high / scale, 0, 0, sampledPx, sampledPx);
  return context.getImageData(0, 0, sampledPx, sampledPx).data;
}

/** What an element paints below what stands in it, but for pictures. */
function paintOf(page: MeasuredPage, element: Element): Colour {
  const style = page.view.getComputedStyle(element);
  const own = readColour(style.backgroundColor);
  // A header's ground is painted by a box of its own, which may be invisible.
  const before = page.view.getComputedStyle(element, "::before");
  const ground = before.content === "none" ? nothing : readColour(before.backgroundColor);
  const shown = { ...ground, alpha: ground.alpha * Number(before.opacity || 1) };
  return over(shown, own);
}

/** What lies below a box of words: all that is painted there, from the words down to the page. */
function below(page: MeasuredPage, element: HTMLElement, box: DOMRect): Below {
  let seen: Colour = nothing;
  const visited = new Set<Element>();
  const through = (from: Element | null): Below | null => {
    for (let up = from; up; up = up.parentElement) {
      if (visited.has(up)) continue;
      visited.add(up);
      // A picture behind lies over the ground of its own section.
      const image = pictureBehind(up);
      const pixels = image && pixelsBelow(page, image, box);
      if (!pixels) {
        seen = over(seen, paintOf(page, up));
        if (seen.alpha > 0.98) return { pixels: null, veil: seen, holder: null };
        continue;
      }
      const veil = page.view.getComputedStyle(image.closest(".b-ground") as Element, "::after");
      const colour = readColour(veil.backgroundColor);
      return {
        pixels,
        veil: over(seen, { ...colour, alpha: colour.alpha * Number(veil.opacity || 1) }),
        cover: colour,
        holder: image.closest<HTMLElement>(".b-behind") ?? (up as HTMLElement),
      };
    }
    return null;
  };
  // What stands in the flow lies on what holds it; what stands over the page, on whatever is there.
  const lifted = element.closest<HTMLElement>("header.b-through > .b-section");
  const inFlow = lifted ? null : through(element);
  if (inFlow) return inFlow;
  if (lifted) {
    let own: Colour = nothing;
    for (let up: Element | null = element; up && up !== lifted.parentElement; up = up.parentElement)
      own = over(own, paintOf(page, up));
    if (own.alpha > 0.98) return { pixels: null, veil: own, holder: null };
    seen = own;
    for (let up: Element | null = element; up && up !== lifted.parentElement; up = up.parentElement) visited.add(up);
    const first = page.document.querySelector("main > .b-section, main > .b-shared > .b-section");
    const found = first && through(first);
    if (found) return found;
  }
  return { pixels: null, veil: over(seen, { red: 255, green: 255, blue: 255, alpha: 1 }), holder: null };
}

/** Whether a computed size counts as large text: 24 px, or bold from 18.66 px (WCAG 2.2). */
const isLarge = (style: CSSStyleDeclaration) => {
  const size = Number.parseFloat(style.fontSize);
  return size >= 24 || (size >= 18.66 && Number(style.fontWeight) >= 700);
};

const ratioOn = ({ pixels, veil }: Below, words: string): number => {
  const single = [veil.red, veil.green, veil.blue, 255];
  return pixels
    ? contrastOnPicture(pixels, asHex(veil), veil.alpha, words)
    : contrastOnPicture(single, "#000000", 0, words);
};

/** A little less is what rounding makes of colours. */
const slack = 0.05;

function* judged(
  page: MeasuredPage,
  words: readonly Words[],
  state: "top" | "scrolled" | null,
): Generator<LayoutFound> {
  const told = new Set<string>();
  for (const { element, lines } of words) {
    const style = page.view.getComputedStyle(element);
    const box = lines[0] as DOMRect;
    const colour = readColour(style.color);
    const opacity = opacityOf(page, element);
    if (opacity < 0.05) continue;
    const under = below(page, element, box);
    // Where it is itself see-through, it mixes with what lies below.
    const said = { ...colour, alpha: colour.alpha * opacity };
    const base = under.pixels ? said : over(said, under.veil);
    const ratio = ratioOn(under, asHex(base));
    const wanted = isLarge(style) ? largeTextRatio : textRatio;
    if (ratio >= wanted - slack) continue;
    const block = blockOf(element);
    const key = block?.dataset.n ?? "";
    if (told.has(key)) continue;
    told.add(key);
    const [repair, ...otherwise] = repairsOf(page, element, under, wanted, state);
    yield {
      code: "layout.contrast",
      ...at(element),
      values: {
        ratio: Math.round(ratio * 10) / 10,
        wanted,
        ...(state ? { state } : {}),
        ...(under.pixels ? { ground: "picture" } : {}),
      },
      ...(repair ? { repair } : {}),
      ...(otherwise.length ? { otherwise } : {}),
    };
  }
}

function opacityOf({ view }: MeasuredPage, element: Element): number {
  let opacity = 1;
  for (let up: Element | null = element; up && up.tagName !== "BODY"; up = up.parentElement)
    opacity *= Number(view.getComputedStyle(up).opacity);
  return opacity;
}

/** A stronger veil over the picture below words, strong enough for these; none where they stand on no picture of a section. */
function veilFor(page: MeasuredPage, under: Below, words: string, wanted: number): LayoutRepair | null {
  const { holder } = under;
  const root = holder && page.roots[at(holder).region];
  const node = root && holder.dataset.n ? findNode(root, holder.dataset.n) : null;
  const ground = node?.content.ground as Ground | undefined;
  if (!under.pixels || !node || !ground) return null;
  for (let veil = ground.veil + 5; veil <= 100; veil += 5)
    if (contrastOnPicture(under.pixels, asHex(under.cover ?? under.veil), veil / 100, words) >= wanted)
      return { set: "content", node: node.id, field: "ground", value: { ...ground, veil }, raises: "veil" };
  return null;
}

/** What gives words enough contrast where they stand, the smallest change first. */
function repairsOf(
  page: MeasuredPage,
  element: HTMLElement,
  under: Below,
  wanted: number,
  state: "top" | "scrolled" | null,
): readonly LayoutRepair[] {
  const words = asHex(readColour(page.view.getComputedStyle(element).color));
  const veil = veilFor(page, under, words, wanted);
  if (state) return headerRepairs(page, under, wanted, state, veil);
  if (under.pixels && under.holder?.dataset.n) return veil ? [veil] : [];
  const block = blockOf(element);
  // Words of a colour of their own take that of their surface.
  const around = page.roots[at(element).region];
  const told = around && block?.dataset.n ? findNode(around, block.dataset.n) : null;
  return told?.look.base.colour !== undefined && told.look.base.colour !== "ink"
    ? [{ set: "look", node: told.id, field: "colour", value: "ink" }]
    : [];
}

/** What makes a header readable: the words of another surface, a veil over what lies below it, its own ground. */
function headerRepairs(
  { roots, surfaces }: MeasuredPage,
  under: Below,
  wanted: number,
  state: "top" | "scrolled",
  veil: LayoutRepair | null,
): readonly LayoutRepair[] {
  const root = roots.header;
  const top = root && topOf(root);
  if (!root || !top) return [];
  const as = (value: Top): LayoutRepair => ({ set: "content", node: root.id, field: "top", value });
  if (state === "top") {
    if (!top.through) return [];
    const { through: _through, ...solid } = top;
    const readable = surfaces.filter(({ words }) => ratioOn(under, words) >= wanted);
    // Surfaces whose words are of one colour are one choice.
    const different = readable.filter(({ words }, at) => readable.findIndex((one) => one.words === words) === at);
    return [...different.map(({ name }) => as({ ...top, through: name })), ...(veil ? [veil] : []), as(solid)];
  }
  const { surface: _surface, ...scrolled } = top.scrolled;
  return top.scrolled.surface ? [as({ ...top, scrolled })] : [];
}

/** Contrast of all words of the page, the header's at the top and once scrolled. */
export function* contrast(page: MeasuredPage, words: readonly Words[]): Generator<LayoutFound> {
  const top = page.roots.header && topOf(page.roots.header);
  const inHeader = words.filter(({ element }) => element.closest("body > header > .b-section:last-child"));
  if (!top || (top.stays === "no" && !top.through)) return yield* judged(page, words, null);
  const rest = words.filter((one) => !inHeader.includes(one));
  yield* judged(page, rest, null);
  const { classList } = page.document.documentElement;
  const was = classList.contains("past");
  for (const state of ["top", "scrolled"] as const) {
    if (state === "scrolled" && top.stays === "no") continue;
    classList.toggle("past", state === "scrolled");
    yield* judged(page, inHeader, state);
  }
  classList.toggle("past", was);
}
