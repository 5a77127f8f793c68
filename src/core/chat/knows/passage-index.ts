// Passages by their words: BM25F, with the headings and the title of the source as fields of their own. Sources come, change and go
// one at a time; what the others weigh follows from sums that are kept along.
//
// Source: Robertson, Zaragoza and Taylor, "Simple BM25 extension to multiple weighted fields", CIKM 2004.

import { type Stems, tokensOf } from "../understands/tokens";
import { type Meant, Vocabulary } from "../understands/vocabulary";
import type { Passage, Source } from "./passage";

const fields = [
  { name: "body", weight: 1, length: 0.6 },
  { name: "heading", weight: 2.4, length: 0.4 },
  { name: "above", weight: 1, length: 0.3 },
] as const;

/** How soon a word that comes again stops adding. */
const saturation = 1.2;

interface Kept {
  readonly passage: Passage;
  readonly source: Source;
  /** Words in each field. */
  readonly lengths: readonly number[];
  /** How often each word stands in each field. */
  readonly counts: ReadonlyMap<string, readonly number[]>;
}

/** A word of a question with everything it can mean. */
export interface Term {
  /** As written. */
  readonly word: string;
  readonly stem: string;
  /** How much of the question it carries: 1, or less for words that only frame it. */
  readonly carries: number;
  readonly meant: readonly Meant[];
}

/** How one word of a question was found in a passage. */
export interface Matched {
  readonly word: string;
  /** 0 where it was not. */
  readonly weight: number;
  readonly by: Meant["by"] | null;
  readonly as: readonly string[];
}

export interface Hit {
  readonly passage: Passage;
  readonly source: Source;
  /** Of what the words of the question could weigh at most: 0 to 1. */
  readonly score: number;
  /** Share of the question's words, by what they carry, that the passage has: 0 to 1. */
  readonly share: number;
  readonly matched: readonly Matched[];
}

export class PassageIndex {
  readonly vocabulary = new Vocabulary();
  private readonly postings = new Map<string, Map<string, Kept>>();
  private readonly bySource = new Map<string, readonly string[]>();
  private readonly kept = new Map<string, Kept>();
  private readonly lengths = fields.map(() => 0);
  private shown: ReturnType<PassageIndex["showing"]> | null = null;

  constructor(readonly stems: Stems) {}

  get size(): number {
    return this.kept.size;
  }

  /** Every passage with its source. */
  *all(): Generator<{ readonly passage: Passage; readonly source: Source }> {
    for (const { passage, source } of this.kept.values()) yield { passage, source };
  }

  /** The first passages, by their ids, that show what the settings of the site know. */
  showing(): Partial<Record<Passage["shows"][number], { readonly passage: Passage; readonly source: Source }>> {
    if (this.shown) return this.shown;
    const found: Partial<Record<Passage["shows"][number], { readonly passage: Passage; readonly source: Source }>> = {};
    for (const { passage, source } of this.kept.values())
      for (const what of passage.shows)
        if (!found[what] || passage.id < found[what].passage.id) found[what] = { passage, source };
    this.shown = found;
    return found;
  }

  sourceIds(): Iterable<string> {
    return this.bySource.keys();
  }

  /** The passages of a source, instead of those that it had. */
  put(source: Source, passages: readonly Passage[]): void {
    this.drop(source.id);
    for (const passage of passages) {
      const texts = [
        passage.lines.join("\n"),
        passage.headings.at(-1) ?? "",
        [source.title, ...passage.headings.slice(0, -1)].join("\n"),
      ];
      const counts = new Map<string, number[]>();
      const lengths = texts.map((text, field) => {
        const words = tokensOf(text, this.stems);
        for (const { stem } of words) {
          const of = counts.get(stem) ?? fields.map(() => 0);
          counts.set(stem, of);
          of[field] = (of[field] ?? 0) + 1;
        }
        return words.length;
      });
      const kept: Kept = { passage, source, lengths, counts };
      this.kept.set(passage.id, kept);
      for (const [field, length] of lengths.entries()) this.lengths[field] = (this.lengths[field] ?? 0) + length;
      for (const stem of counts.keys()) {
        const having = this.postings.get(stem) ?? new Map<string, Kept>();
        this.postings.set(stem, having);
        having.set(passage.id, kept);
        this.vocabulary.add(stem);
      }
    }
    this.bySource.set(
      source.id,
      passages.map(({ id }) => id),
    );
  }

  drop(sourceId: string): void {
    this.shown = null;
    for (const id of this.bySource.get(sourceId) ?? []) {
      const kept = this.kept.get(id);
      if (!kept) continue;
      this.kept.delete(id);
      for (const [field, length] of kept.lengths.entries()) this.lengths[field] = (this.lengths[field] ?? 0) - length;
      for (const stem of kept.counts.keys()) {
        const having = this.postings.get(stem);
        having?.delete(id);
        if (!having?.size) this.postings.delete(stem);
        this.vocabulary.remove(stem);
      }
    }
    this.bySource.delete(sourceId);
  }

  /** How much a word tells a passage from others: more the fewer have it, and most where none has. */
  rarity(stem: string): number {
    const having = this.vocabulary.count(stem);
    return Math.log(1 + (this.kept.size - having + 0.5) / (having + 0.5));
  }

  private rarityOf(stems: readonly string[]): number {
    let most = 0;
    for (const stem of stems) most = Math.max(most, this.rarity(stem));
    return most;
  }

  /** How heavily a word stands in a passage: 0 to 1. */
  private heaviness(kept: Kept, stem: string): number {
    const counts = kept.counts.get(stem);
    if (!counts) return 0;
    let sum = 0;
    for (const [at, field] of fields.entries()) {
      const average = (this.lengths[at] ?? 0) / this.kept.size || 1;
      const length = 1 - field.length + (field.length * (kept.lengths[at] ?? 0)) / average;
      sum += (field.weight * (counts[at] ?? 0)) / length;
    }
    return sum / (saturation + sum);
  }

  /** A passage with where it stands; null for none of this id. */
  passage(id: string): { readonly passage: Passage; readonly source: Source } | null {
    return this.kept.get(id) ?? null;
  }

  /** Passages that have something of a question, the best first. */
  search(terms: readonly Term[], most: number, accepts: (passage: Passage) => boolean = () => true): readonly Hit[] {
    let whole = 0;
    const weights = terms.map((term) => {
      // What nothing here is about weighs most: a question that hangs on it is not answered by its other words.
      const surest = term.meant[0];
      const weight = term.carries * (surest ? this.rarityOf(surest.stems) : this.rarity(term.stem));
      whole += weight;
      return weight;
    });
    if (!whole) return [];
    const candidates = new Map<string, Kept>();
    for (const { meant } of terms)
      for (const { stems } of meant)
        for (const [id, kept] of this.postings.get(stems[0] ?? "") ?? [])
          if (accepts(kept.passage)) candidates.set(id, kept);
    const hits: Hit[] = [];
    for (const kept of candidates.values()) {
      let score = 0;
      let share = 0;
      const matched = terms.map((term, at): Matched => {
        let best: Meant | null = null;
        let bestWeight = 0;
        for (const one of term.meant) {
          let heavy = 1;
          for (const stem of one.stems) heavy = Math.min(heavy, this.heaviness(kept, stem));
          if (heavy * one.weight > bestWeight) {
            bestWeight = heavy * one.weight;
            best = one;
          }
        }
        score += (weights[at] ?? 0) * bestWeight;
        share += (weights[at] ?? 0) * (best?.weight ?? 0);
        return { word: term.word, weight: best?.weight ?? 0, by: best?.by ?? null, as: best?.stems ?? [] };
      });
      if (share > 0)
        hits.push({ passage: kept.passage, source: kept.source, score: score / whole, share: share / whole, matched });
    }
    return hits.sort((a, b) => b.score - a.score || (a.passage.id < b.passage.id ? -1 : 1)).slice(0, most);
  }
}
