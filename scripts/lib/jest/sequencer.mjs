// The order of test files: Jest's own, longest first; with WEBITOR_SHUFFLE=1, as in the long run, one by the run's seed, so that
// no file comes to lean on another.
import Sequencer from "@jest/test-sequencer";

/** Numbers from 0 to 1 that a seed determines (mulberry32). */
function numbers(seed) {
  let state = seed;
  return () => {
    state = (state + 0x6d2b79f5) | 0;
    let mixed = Math.imul(state ^ (state >>> 15), 1 | state);
    mixed = (mixed + Math.imul(mixed ^ (mixed >>> 7), 61 | mixed)) ^ mixed;
    return ((mixed ^ (mixed >>> 14)) >>> 0) / 4294967296;
  };
}

export default class SeededSequencer extends Sequencer {
  sort(tests) {
    if (process.env.WEBITOR_SHUFFLE !== "1") return super.sort(tests);
    const next = numbers(Number(process.env.WEBITOR_SEED ?? 1));
    return [...tests]
      .sort((one, other) => (one.path < other.path ? -1 : 1))
      .map((test) => ({ test, at: next() }))
      .sort((one, other) => one.at - other.at)
      .map(({ test }) => test);
  }
}
