// The words that passages are made of: which of them a word of a question can mean, where it is none of them itself.

import { lettersOf, mayLieWithin, slipsBetween } from "./distance";
import { folded, type Stems } from "./tokens";

/** A word that is meant, how surely (0 to 1), and by what. */
export interface Meant {
  /** Stems that stand for it together. */
  readonly stems: readonly string[];
  readonly weight: number;
  readonly by: "itself" | "slip" | "parts" | "whole" | "beginning" | "synonym";
}

/** What may stand between the parts of a compound. */
const links = ["", "s", "es", "n", "en", "e", "er"] as const;

const shortestPart = 3;
const longestWord = 30;

/** Slips that are taken for a word of this length: none in short ones, where everything is near to everything. */
export const slipsFor = (length: number): number => (length < 5 ? 0 : length < 9 ? 1 : 2);

/** How surely a slip was meant. Whoever slips seldom does so at the first letter. */
const surenessOf = (said: string, word: string, slips: number): number =>
  0.9 - 0.15 * slips - (word[0] === said[0] ? 0 : 0.15) + (isSwap(word, said) ? 0.1 : 0);

/** The same letters in another order: the commonest slip of all. */
const isSwap = (one: string, other: string): boolean =>
  one.length === other.length && [...one].sort().join("") === [...other].sort().join("");

export class Vocabulary {
  private readonly words = new Map<string, number>();
  /** By their length, with the letters in them. */
  private readonly byLength = new Map<number, Map<string, number>>();

  /** How many have this word. */
  count(stem: string): number {
    return this.words.get(stem) ?? 0;
  }

  has(stem: string): boolean {
    return this.words.has(stem);
  }

  get size(): number {
    return this.words.size;
  }

  add(stem: string): void {
    const before = this.words.get(stem) ?? 0;
    this.words.set(stem, before + 1);
    if (before) return;
    const same = this.byLength.get(stem.length) ?? new Map<string, number>();
    this.byLength.set(stem.length, same);
    same.set(stem, lettersOf(stem));
  }

  remove(stem: string): void {
    const before = this.words.get(stem) ?? 0;
    if (before > 1) this.words.set(stem, before - 1);
    else {
      this.words.delete(stem);
      this.byLength.get(stem.length)?.delete(stem);
    }
  }

  /** What a word that is not among them can mean, the surest first; at most five. */
  near(word: string, stems: Stems): readonly Meant[] {
    const stem = stems.of(word);
    if (word.length > longestWord || /^\d/.test(stem)) return [];
    return [...this.parts(folded(word), stems), ...this.slips(stem), ...this.beginnings(stem)]
      .sort((a, b) => b.weight - a.weight || (a.stems.join() < b.stems.join() ? -1 : 1))
      .slice(0, 5);
  }

  private slips(stem: string): readonly Meant[] {
    const found: Meant[] = [];
    const letters = lettersOf(stem);
    for (let length = Math.max(3, stem.length - 2); length <= stem.length + 2; length++)
      for (const [word, other] of this.byLength.get(length) ?? []) {
        const most = slipsFor(Math.max(stem.length, length));
        if (!most || !mayLieWithin(letters, other, most) || /^\d/.test(word)) continue;
        const slips = slipsBetween(stem, word, most);
        if (slips <= most) found.push({ stems: [word], weight: surenessOf(stem, word, slips), by: "slip" });
      }
    return found;
  }

  /** "kilnhire" as "kiln" and "hire": parted as it is written, since endings are those of the last part. */
  private parts(word: string, stems: Stems): readonly Meant[] {
    const found: Meant[] = [];
    for (let at = shortestPart; at <= word.length - shortestPart; at++) {
      const tail = stems.of(word.slice(at));
      if (!this.words.has(tail)) continue;
      const head = word.slice(0, at);
      for (const link of links) {
        if (!head.endsWith(link) || head.length - link.length < shortestPart) continue;
        const first = stems.of(link ? head.slice(0, -link.length) : head);
        if (this.words.has(first)) found.push({ stems: [first, tail], weight: 0.85 - link.length * 0.05, by: "parts" });
      }
    }
    return found;
  }

  /** Words that go on after it, and the beginning of it that is a word: "glaz" and "glazing", "Brennofenraum" and "Brennofen". */
  private beginnings(stem: string): readonly Meant[] {
    if (stem.length < 4) return [];
    const found: Meant[] = [];
    for (let length = stem.length + 1; length <= stem.length + 4; length++)
      for (const word of this.byLength.get(length)?.keys() ?? [])
        if (word.startsWith(stem))
          found.push({ stems: [word], weight: 0.7 - 0.05 * (length - stem.length), by: "beginning" });
    for (let length = stem.length - 1; length >= Math.max(5, stem.length - 8); length--)
      if (this.words.has(stem.slice(0, length)))
        found.push({ stems: [stem.slice(0, length)], weight: 0.5 - 0.03 * (stem.length - length), by: "beginning" });
    return found;
  }
}
