// How much is tried: a sample with every change, all of it in the long run (`npm run test:long`).

/** Whether this is the long run. */
export const isLongRun = process.env.WEBITOR_LONG === "1";

/** So many of something: with every change, and in the long run. */
export const extent = (usual: number, long: number): number => (isLongRun ? long : usual);

/** Cases of an engine that are held against its oracle. */
export const oracleCases = extent(200, 8000);

/** Every `step`th of something with every change, from the first on; all of it in the long run. */
export function* sampled<T>(all: Iterable<T>, step: number): Generator<T> {
  let nth = 0;
  for (const one of all) if (isLongRun || nth++ % step === 0) yield one;
}
