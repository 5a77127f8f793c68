// What a site offers by name, so that a question can be about it: services, goods and categories.
import { slipsBetween } from "./distance";
import { type Stems, type Token, tokensOf } from "./tokens";
import { slipsFor } from "./vocabulary";

export interface Subject {
  readonly kind: "service" | "product" | "category";
  readonly id: string;
  readonly name: string;
  /** Other names that mean it as surely as its own. */
  readonly also?: readonly string[];
  /** Other words for it: what it needs ("wheel"), who does it, the trade's words. */
  readonly aka: readonly string[];
  /** Page where it is offered; "" for none. */
  readonly href: string;
  /** In minor units; null where it has none of its own. */
  readonly price: number | null;
  /** What it was before; null where it is not reduced. */
  readonly earlier: number | null;
  /** From this price on: others of it cost more. */
  readonly fromPrice?: boolean;
}

/** How surely a question is about a subject: 0 to 1, and the words that say so. */
export interface Meant {
  readonly subject: Subject;
  readonly sure: number;
  readonly words: readonly string[];
  /** Its name was said, and not only what it needs. */
  readonly named: boolean;
}

export class Subjects {
  private readonly kept: readonly {
    readonly subject: Subject;
    /** Its own name, then the others that mean it as surely. */
    readonly names: readonly (readonly string[])[];
    readonly aka: readonly (readonly string[])[];
  }[];
  /** How many subjects have a word in their names. */
  private readonly having = new Map<string, number>();

  constructor(
    readonly subjects: readonly Subject[],
    private readonly stems: Stems,
  ) {
    const stemsOf = (text: string) => [
      ...new Set(
        tokensOf(text, stems)
          .filter(({ stop }) => !stop)
          .map(({ stem }) => stem),
      ),
    ];
    this.kept = subjects.map((subject) => ({
      subject,
      names: [subject.name, ...(subject.also ?? [])].map(stemsOf).filter((one) => one.length),
      aka: subject.aka.map(stemsOf).filter((one) => one.length),
    }));
    for (const { names } of this.kept)
      for (const stem of names[0] ?? []) this.having.set(stem, (this.having.get(stem) ?? 0) + 1);
  }

  private weight(stem: string): number {
    return 1 / (this.having.get(stem) ?? 1);
  }

  /** What a question is about, the surest first. `isWord` tells words of the site, which are no slips of others. */
  in(tokens: readonly Token[], isWord: (stem: string) => boolean): readonly Meant[] {
    const isSlip = (token: Token, stem: string): boolean => {
      const most = slipsFor(Math.max(stem.length, token.stem.length));
      return most > 0 && slipsBetween(token.stem, stem, most) <= most;
    };
    const saying = (stem: string): Token | undefined =>
      tokens.find((token) => token.stem === stem) ??
      (/^\d/.test(stem)
        ? undefined
        : tokens.find((token) => !token.stop && !isWord(token.stem) && isSlip(token, stem)));
    const found: Meant[] = [];
    for (const { subject, names, aka } of this.kept) {
      const words: string[] = [];
      let byName = 0;
      for (const name of names) {
        let whole = 0;
        let have = 0;
        for (const stem of name) {
          const weight = 0.5 + this.weight(stem);
          whole += weight;
          const token = saying(stem);
          if (!token) continue;
          have += weight;
          words.push(token.word);
        }
        byName = Math.max(byName, have / whole);
      }
      let byAka = 0;
      for (const one of aka) {
        const all = one.map(saying);
        if (all.some((token) => !token)) continue;
        byAka = Math.max(byAka, 0.55 + 0.1 * (one.length - 1));
        words.push(...all.flatMap((token) => (token ? [token.word] : [])));
      }
      const sure = Math.min(1, Math.max(byName, byAka) + (byName > 0 && byAka > 0 ? 0.2 : 0));
      if (sure >= 0.5) found.push({ subject, sure, words: [...new Set(words)], named: byName >= 0.5 });
    }
    return found.sort(
      (a, b) => b.sure - a.sure || b.words.length - a.words.length || (a.subject.name < b.subject.name ? -1 : 1),
    );
  }

  byId(kind: Subject["kind"], id: string): Subject | undefined {
    return this.subjects.find((one) => one.kind === kind && one.id === id);
  }

  get language(): string {
    return this.stems.language;
  }
}
