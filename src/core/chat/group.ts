// Questions that mean the same, gathered: what was not known most often comes first.
import { Stems, tokensOf } from "./understands/tokens";

export interface AskedOnce {
  readonly question: string;
  /** In ms since the epoch. */
  readonly at: number;
}

export interface Gathered {
  /** The shortest way in which it was asked. */
  readonly question: string;
  readonly others: readonly string[];
  readonly count: number;
  readonly lastAt: number;
}

/** So much of what two questions say together has to be the same. */
const nearEnough = 0.5;

/** Gathers questions by the words that carry them, the most asked first. Quadratic in its groups: give it some hundreds. */
export function gather(questions: readonly AskedOnce[], language: string): readonly Gathered[] {
  const stems = new Stems(language);
  const groups: { stems: Set<string>; asked: AskedOnce[] }[] = [];
  for (const asked of questions) {
    const said = new Set(tokensOf(asked.question, stems).flatMap(({ stop, stem }) => (stop ? [] : [stem])));
    const near = groups.find((group) => {
      const shared = [...said].filter((stem) => group.stems.has(stem)).length;
      return said.size === 0 ? group.stems.size === 0 : shared / (said.size + group.stems.size - shared) >= nearEnough;
    });
    if (near) near.asked.push(asked);
    else groups.push({ stems: said, asked: [asked] });
  }
  return groups
    .map(({ asked }): Gathered => {
      const wordings = [...new Set(asked.map(({ question }) => question))].sort(
        (a, b) => a.length - b.length || (a < b ? -1 : 1),
      );
      const [question = "", ...others] = wordings;
      return {
        question,
        others: others.slice(0, 8),
        count: asked.length,
        lastAt: Math.max(...asked.map(({ at }) => at)),
      };
    })
    .sort((a, b) => b.count - a.count || b.lastAt - a.lastAt);
}
