// Frames of a film, spread over its length: what words have to be read on.

/** So many frames are looked at. */
const frames = 8;
/** So wide they are drawn, in px. */
const drawnPx = 96;
/** A film that does not come in so long is not waited for, in ms. */
const mostMs = 12_000;

const once = (film: HTMLVideoElement, event: string): Promise<void> =>
  new Promise((resolve, reject) => {
    film.addEventListener(event, () => resolve(), { once: true });
    film.addEventListener("error", () => reject(new Error("This film can’t be played here.")), { once: true });
    setTimeout(() => reject(new Error("This film did not come.")), mostMs);
  });

/** Frames of the film at an address as drawn ones; an Error where it does not come or can't be played. */
export async function framesOf(address: string): Promise<readonly HTMLCanvasElement[]> {
  const film = document.createElement("video");
  film.muted = true;
  film.preload = "auto";
  film.src = address;
  try {
    await once(film, "loadeddata");
    const drawn: HTMLCanvasElement[] = [];
    for (let at = 0; at < frames; at++) {
      const sought = once(film, "seeked");
      film.currentTime = (film.duration * (at + 0.5)) / frames;
      await sought;
      const canvas = document.createElement("canvas");
      canvas.width = drawnPx;
      canvas.height = Math.max(1, Math.round((drawnPx * film.videoHeight) / film.videoWidth));
      canvas.getContext("2d", { willReadFrequently: true })?.drawImage(film, 0, 0, canvas.width, canvas.height);
      drawn.push(canvas);
    }
    return drawn;
  } finally {
    film.removeAttribute("src");
    film.load();
  }
}

/** Pixels one behind the other. */
export function together(parts: readonly Uint8ClampedArray[]): Uint8ClampedArray {
  const all = new Uint8ClampedArray(parts.reduce((sum, { length }) => sum + length, 0));
  let at = 0;
  for (const part of parts) {
    all.set(part, at);
    at += part.length;
  }
  return all;
}

/** All pixels of drawn frames, RGBA, one frame behind the other. */
export const pixelsOf = (drawn: readonly HTMLCanvasElement[]): Uint8ClampedArray =>
  together(
    drawn.flatMap(
      (canvas) =>
        canvas.getContext("2d", { willReadFrequently: true })?.getImageData(0, 0, canvas.width, canvas.height).data ??
        [],
    ),
  );
