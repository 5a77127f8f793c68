// Which other words a word or a phrase of a question can stand for.
import { slipsBetween } from "./distance";
import { type Stems, tokensOf } from "./tokens";

/** Stems that together stand for something else. */
export interface Same {
  readonly stems: readonly string[];
  readonly weight: number;
}

interface Group {
  readonly phrases: readonly (readonly string[])[];
  readonly weight: number;
}

export class Synonyms {
  private readonly byStem = new Map<string, { readonly group: Group; readonly phrase: readonly string[] }[]>();

  constructor(
    groups: readonly { readonly words: readonly (readonly string[])[]; readonly weight: number }[],
    stems: Stems,
  ) {
    for (const { words, weight } of groups)
      for (const line of words) {
        const phrases = line
          .map((phrase) => tokensOf(phrase, stems).map(({ stem }) => stem))
          .filter((one) => one.length);
        const group: Group = { phrases, weight };
        for (const phrase of phrases)
          for (const stem of phrase) {
            const of = this.byStem.get(stem) ?? [];
            this.byStem.set(stem, of);
            of.push({ group, phrase });
          }
      }
  }

  /** What a word stands for in a question with these stems: phrases count only where all of their words are there. */
  of(stem: string, inQuestion: ReadonlySet<string>): readonly Same[] {
    const found = new Map<string, Same>();
    for (const { group, phrase } of this.byStem.get(stem) ?? []) {
      if (!phrase.every((one) => inQuestion.has(one))) continue;
      for (const other of group.phrases) {
        if (other === phrase || other.includes(stem)) continue;
        const key = other.join(" ");
        if ((found.get(key)?.weight ?? 0) < group.weight) found.set(key, { stems: other, weight: group.weight });
      }
    }
    return [...found.values()];
  }

  /** A word of the groups that a longer word was meant to be, one slip away; null for none. */
  near(stem: string): string | null {
    if (stem.length < 4 || stem.length > 20 || this.byStem.has(stem)) return null;
    for (const word of this.byStem.keys()) if (word.length > 3 && slipsBetween(stem, word, 1) <= 1) return word;
    return null;
  }
}
