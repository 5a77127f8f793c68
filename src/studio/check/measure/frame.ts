// Measures a page in a hidden frame at every width, one after the other, and lets whoever types go first.
import { type Brand, surfaceRoles, surfaces } from "@/core/brand/brand";
import { checkWidths, gathered, type LayoutFinding, type LayoutFound } from "@/core/check/layout";
import type { RenderedPage, Renderer } from "@/core/render/render";
import { framesOf } from "@/studio/kit/film-frames";
import { hiddenFrame, idle, stillPage } from "@/studio/stage/hidden-frame";
import { openStage, patchStage } from "@/studio/stage/patch";
import { contrast, filmsBehind } from "./contrast";
import { headingOrder, placesGone } from "./order";
import { type Measure, type MeasuredPage, wordsOn } from "./page";
import { pictures } from "./pictures";
import { sideways } from "./sideways";
import { smallTargets, unlabelled } from "./targets";
import { cutWords, longLines, wordsOver } from "./words";

export interface ToMeasure {
  readonly renderer: Renderer;
  readonly rendered: RenderedPage;
  readonly roots: MeasuredPage["roots"];
  readonly brand: Brand;
}

/** As high as a usual window: what is as high as the window is measured so. */
const frameHeightPx = 900;
/** So long pictures that lie behind words are waited for, in ms: their widths may have to be made first. */
const picturesMs = 20_000;

/** Everything that is looked for, one after the other. */
const measures: readonly Measure[] = [
  sideways,
  cutWords,
  wordsOver,
  longLines,
  smallTargets,
  unlabelled,
  contrast,
  pictures,
  headingOrder,
  placesGone,
];

/** So long is measured at a stretch, in ms: whoever types meanwhile does not notice. */
const stretchMs = 12;

/** What is found at the width the page has now; null where `go` says to stop. */
async function measureNow(page: MeasuredPage, go: () => boolean): Promise<readonly LayoutFound[] | null> {
  const found: LayoutFound[] = [];
  let since = performance.now();
  const words = wordsOn(page);
  for (const measure of measures) {
    if (performance.now() - since > stretchMs) {
      await idle();
      since = performance.now();
    }
    if (!go()) return null;
    found.push(...measure(page, words));
  }
  return found;
}

const within = <T>(promise: Promise<T>, ms: number): Promise<T | null> =>
  Promise.race([promise, new Promise<null>((resolve) => setTimeout(resolve, ms, null))]);

export const surfacesOf = (brand: Brand): MeasuredPage["surfaces"] =>
  surfaces.map((name) => ({
    name,
    ground: brand.colours[surfaceRoles[name].ground],
    words: brand.colours[surfaceRoles[name].words],
  }));

/** When a picture has come, or can't. Not by `decode`, which gives up when an attribute changes while it loads. */
const arrival = (image: HTMLImageElement): Promise<unknown> =>
  image.complete
    ? Promise.resolve()
    : new Promise((resolve) => {
        for (const event of ["load", "error"]) image.addEventListener(event, resolve, { once: true });
      });

/**
 * Waits for the page's letters and for pictures that lie behind words; whether they are there. One that can't be had at all is
 * not shown to visitors either, and is waited for no longer.
 */
async function settled(document: Document): Promise<boolean> {
  const behind = [...document.querySelectorAll<HTMLImageElement>(".b-ground img")];
  for (const image of behind) image.loading = "eager";
  const films = [...document.querySelectorAll<HTMLElement>(".b-ground[data-film]")];
  const drawn = films.map((holder) =>
    framesOf(holder.dataset.film ?? "").then(
      (frames) => filmsBehind.set(holder, frames),
      // One that can't be played here is judged by its picture.
      () => {},
    ),
  );
  const isThere = () => behind.every(({ complete }) => complete);
  let over = false;
  const arrived = async () => {
    // One that has come is fetched in another width where the frame has got its own meanwhile: it is waited for again.
    do await Promise.all([document.fonts.ready, ...behind.map(arrival), ...drawn]);
    while (!isThere() && !over);
  };
  await within(arrived(), picturesMs);
  over = true;
  return isThere();
}

/** What is found in a page that `write` puts into a frame's document, at all widths; null where it can't be told now, or `go` says to stop. */
async function measureIn(
  write: (inside: Document) => void,
  about: Pick<MeasuredPage, "roots" | "surfaces">,
  go: () => boolean,
): Promise<readonly LayoutFinding[] | null> {
  const hidden = hiddenFrame(checkWidths[checkWidths.length - 1] as number, frameHeightPx);
  if (!hidden) return null;
  const { frame, inside, view } = hidden;
  try {
    write(inside);
    stillPage(inside);
    // What is not there yet would be judged as if it were not shown.
    if (!(await settled(inside))) return null;
    const found = new Map<number, readonly LayoutFound[]>();
    for (const widthPx of checkWidths) {
      await idle();
      if (!go()) return null;
      frame.style.width = `${widthPx}px`;
      const here = await measureNow({ document: inside, view: view as MeasuredPage["view"], widthPx, ...about }, go);
      if (!here) return null;
      found.set(widthPx, here);
    }
    return gathered(found);
  } finally {
    frame.remove();
  }
}

/** What is wrong with a page's layout at the widths it is measured at. `go` is asked before each width whether to go on. */
export const measurePage = (
  { renderer, rendered, roots, brand }: ToMeasure,
  go: () => boolean = () => true,
): Promise<readonly LayoutFinding[] | null> =>
  measureIn(
    (inside) => patchStage(openStage(inside), rendered, renderer, null),
    { roots, surfaces: surfacesOf(brand) },
    go,
  );

/** The same of a page that comes as a whole document, its blocks named as on the stage. */
export const measureHtml = (
  html: string,
  about: Pick<MeasuredPage, "roots" | "surfaces">,
): Promise<readonly LayoutFinding[] | null> =>
  measureIn(
    (inside) => {
      inside.open();
      inside.write(html);
      inside.close();
    },
    about,
    () => true,
  );
