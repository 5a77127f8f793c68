// Sentences of a text, as its language parts them.
const segmenters = new Map<string, Intl.Segmenter>();

/** A line in its sentences. Source: Unicode UAX 29, through ECMA-402's Intl.Segmenter. */
export function sentencesOf(line: string, language: string): readonly string[] {
  const key = language.split("-", 1)[0] || "en";
  let segmenter = segmenters.get(key);
  if (!segmenter) {
    segmenter = new Intl.Segmenter(key, { granularity: "sentence" });
    if (segmenters.size < 40) segmenters.set(key, segmenter);
  }
  const found = [...segmenter.segment(line)].map(({ segment }) => segment.trim()).filter(Boolean);
  // "c. 1240 °C" and "approx. two hours" do not end at their point.
  const joined: string[] = [];
  for (const one of found) {
    const before = joined.at(-1);
    if (before !== undefined && /(?:^|\s)(?:\p{L}|approx|incl|excl|ca|etc|no|nr|st|min|max|env)\.$/iu.test(before))
      joined[joined.length - 1] = `${before} ${one}`;
    else joined.push(one);
  }
  return joined;
}
