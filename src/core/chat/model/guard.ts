// Whether what an outside language model said may be shown: every sentence has to be carried by one passage, and every number,
// price, time, name and link in it has to stand there. What is only likely is not said.
import { type Outcome, type Reason, refused } from "@/core/visitor/decision";
import { amountsIn } from "../knows/amounts";
import { sentencesOf } from "../understands/sentences";
import type { Synonyms } from "../understands/synonyms";
import { folded, type Stems, tokensOf } from "../understands/tokens";
import { isOrder } from "./orders";

/** What an answer may be made of. */
export interface Material {
  readonly id: string;
  readonly title: string;
  readonly headings: readonly string[];
  readonly lines: readonly string[];
}

/** A sentence that may be shown, and which of the material carries it. */
export interface Carried {
  readonly text: string;
  readonly by: number;
}

/** A sentence that an answer is made of is no longer. */
const longestSentence = 400;

/** Words that only frame what is told, by language; whatever else is said has to stand in the passage. */
const frames: Readonly<Record<string, string>> = {
  en: "yes here site page says according following answer question sure also note namely currently usually means there please",
  de: "ja hier seite laut folgend antwort frage gerne auch namlich zwar derzeit bedeutet",
  fr: "oui ici site page selon voici reponse question bien aussi note actuellement signifie",
};
/** Words that turn a sentence round. */
const negations: Readonly<Record<string, string>> = {
  en: "not no never none nobody nothing without cannot can't don't doesn't isn't aren't won't wasn't neither nor except unless only",
  de: "nicht kein keine keinen keinem keiner nie niemals ohne nichts niemand weder ausser nur",
  fr: "pas non jamais aucun aucune rien sans ni sauf personne seulement",
};

/** Words by which something may be done, or has to be. */
const modals: Readonly<Record<string, string>> = {
  en: "must may might should shall need needs can could required allowed",
  de: "muss mussen darf durfen soll sollen kann konnen braucht brauchen",
  fr: "doit doivent devez peut peuvent pouvez faut",
};

const wordsOf = (lists: Readonly<Record<string, string>>, language: string): ReadonlySet<string> => {
  const key = language.toLowerCase().split("-", 1)[0] ?? "en";
  return new Set((lists[key] ?? lists.en ?? "").split(" ").map(folded));
};

const around = new Set("()\"'“”‘’[],.;:!?");

/** Links and mail addresses as they stand, without the marks around them. */
const reachesIn = (text: string): readonly string[] =>
  text
    .split(/\s/)
    .filter((word) => word.includes("://") || word.includes("@") || word.toLowerCase().includes("www."))
    .map((word) => {
      let [from, to] = [0, word.length];
      while (from < to && around.has(word[from] ?? "")) from += 1;
      while (to > from && around.has(word[to - 1] ?? "")) to -= 1;
      return word.slice(from, to);
    });

/** What no sentence of an answer has in it: marks of a document, and letters that are not seen. */
const marks = /[<>{}`\\|]|\]\(|\*\*|\u200b|\p{Cc}|\p{Cf}/u;

interface Part {
  readonly text: string;
  readonly stems: ReadonlySet<string>;
  readonly numbers: readonly Figure[];
  readonly negated: boolean;
  readonly modals: ReadonlySet<string>;
}

/** One of the material as it is compared. */
interface Ready {
  readonly whole: string;
  readonly stems: ReadonlySet<string>;
  /** Words as written, small and without accents. */
  readonly words: ReadonlySet<string>;
  readonly parts: readonly Part[];
  readonly clauses: readonly { readonly stems: ReadonlySet<string>; readonly numbers: readonly Figure[] }[];
}

/** Where one clause ends and the next begins. */
const clauseEnd = /[,;()–]\s|:\s|\.\s/;

/** A number with what it counts: "€", ":" of a clock, or the word behind it. */
interface Figure {
  readonly value: string;
  readonly unit: string;
}

/** Takes the judgement of one answer: the material is looked through once for all of its sentences. */
export class Guard {
  private readonly ready: readonly Ready[];
  private readonly frames: ReadonlySet<string>;
  private readonly negations: ReadonlySet<string>;
  private readonly modals: ReadonlySet<string>;

  constructor(
    material: readonly Material[],
    private readonly stems: Stems,
    private readonly synonyms: Synonyms,
  ) {
    this.frames = new Set([...wordsOf(frames, stems.language)].map((word) => stems.of(word)));
    this.negations = wordsOf(negations, stems.language);
    this.modals = wordsOf(modals, stems.language);
    this.ready = material.map((one) => this.readied(one));
  }

  private readied({ title, headings, lines }: Material): Ready {
    const around = [title, ...headings].join(". ");
    const sentences = lines.flatMap((line) => sentencesOf(line, this.stems.language)).filter((one) => !isOrder(one));
    const whole = `${around}. ${sentences.join(" ")}`;
    return {
      whole,
      stems: new Set(tokensOf(whole, this.stems).map(({ stem }) => stem)),
      words: new Set(tokensOf(whole, this.stems).map(({ word }) => folded(word))),
      parts: sentences.map((text) => ({
        text,
        stems: new Set(tokensOf(text, this.stems).map(({ stem }) => stem)),
        numbers: this.figures(text),
        negated: this.negates(text),
        modals: this.modalsOf(text),
      })),
      clauses: sentences
        .flatMap((text) => text.split(clauseEnd))
        .map((text) => ({
          stems: new Set(tokensOf(text, this.stems).map(({ stem }) => stem)),
          numbers: this.figures(text),
        })),
    };
  }

  private negates(text: string): boolean {
    return tokensOf(text, this.stems).some(({ word }) => this.negations.has(folded(word)));
  }

  private modalsOf(text: string): ReadonlySet<string> {
    return new Set(
      tokensOf(text, this.stems)
        .map(({ word }) => folded(word))
        .filter((word) => this.modals.has(word)),
    );
  }

  /** The numbers of a text with what they count. */
  private figures(text: string): readonly Figure[] {
    const money = new Set(amountsIn(text).map(({ value }) => String(value)));
    const tokens = tokensOf(text, this.stems);
    return tokens.flatMap(({ stem, word }, at) => {
      if (!/^\d/.test(stem)) return [];
      const next = tokens[at + 1];
      const unit = word.includes(":")
        ? ":"
        : money.has(stem)
          ? "money"
          : next && !/^\d/.test(next.stem)
            ? next.stem
            : "";
      return [{ value: stem, unit }];
    });
  }

  /** What stands against a sentence of an answer; with which of the material carries it where nothing does. */
  judge(sentence: string): Outcome<Carried> {
    const text = sentence.trim();
    const short = text.slice(0, 160);
    if (text.length > longestSentence) return refused("chat.modelLong", { sentence: short });
    if (marks.test(text)) return refused("chat.modelMarks", { sentence: short });
    if (isOrder(text)) return refused("chat.modelOrder", { sentence: short });
    let first: Reason | null = null;
    let most = -1;
    for (const [at, ready] of this.ready.entries()) {
      const against = this.against(text, ready);
      if (!against) return { ok: true, value: { text, by: at } };
      // What is said of the passage that comes nearest is what helps.
      const near = this.overlap(text, ready);
      if (near > most) [first, most] = [{ ...against, sentence: short }, near];
    }
    return { ok: false, reason: first ?? { code: "chat.modelNothing", sentence: short } };
  }

  private overlap(text: string, { stems }: Ready): number {
    return tokensOf(text, this.stems).filter(({ stop, stem }) => !stop && stems.has(stem)).length;
  }

  private against(text: string, ready: Ready): Reason | null {
    const tokens = tokensOf(text, this.stems);
    const number = tokens.find(({ stem }) => /^\d/.test(stem) && !ready.stems.has(stem));
    if (number) return { code: "chat.modelNumber", words: number.word };
    // Signs of money belong to their numbers: €38 is not $38.
    const amounts = amountsIn(text).map(({ value, unit }) => `${value} ${unit}`);
    const told = new Set(amountsIn(ready.whole).map(({ value, unit }) => `${value} ${unit}`));
    const amount = amounts.find((one) => !told.has(one));
    if (amount !== undefined) return { code: "chat.modelNumber", words: amount };
    const away = reachesIn(text).find((one) => !ready.whole.includes(one));
    if (away !== undefined) return { code: "chat.modelLink", words: away };
    const name = tokens.find(
      ({ word }, at) => at > 0 && /^\p{Lu}/u.test(word) && !ready.words.has(folded(word)) && !this.isFrame(word),
    );
    if (name) return { code: "chat.modelName", words: name.word };
    const all = new Set(tokens.map(({ stem }) => stem));
    const strange = tokens.find(({ stem, stop, word }) => !stop && !this.carries(stem, word, all, ready));
    if (strange) return { code: "chat.modelWord", words: strange.word };
    if (!tokens.some(({ stem, stop }) => !stop && ready.stems.has(stem))) return { code: "chat.modelNothing" };
    // Word for word it is what the passage says.
    if (ready.parts.some((part) => part.text.includes(text))) return null;
    return this.turned(text, ready) ?? this.mixed(text, ready);
  }

  private isFrame(word: string): boolean {
    return this.frames.has(this.stems.of(word));
  }

  /** Whether a word says nothing that the passage does not. */
  private carries(stem: string, word: string, all: ReadonlySet<string>, { stems }: Ready): boolean {
    if (stems.has(stem) || this.isFrame(word) || this.negations.has(folded(word))) return true;
    return this.synonyms.of(stem, all).some(({ stems: other }) => other.every((one) => stems.has(one)));
  }

  /** A sentence that says no where the one it comes from does not, or the other way round. */
  private turned(text: string, { parts }: Ready): Reason | null {
    const wanted = new Set(
      tokensOf(text, this.stems)
        .filter(({ stop }) => !stop)
        .map(({ stem }) => stem),
    );
    let best: Part | null = null;
    let most = 0;
    for (const part of parts) {
      const shared = [...wanted].filter((stem) => part.stems.has(stem)).length;
      if (shared > most) [best, most] = [part, shared];
    }
    if (!best) return null;
    const { negated, modals: told, text: from } = best;
    const turned = negated !== this.negates(text) || [...this.modalsOf(text)].some((word) => !told.has(word));
    return turned ? { code: "chat.modelTurned", words: from.slice(0, 120) } : null;
  }

  /**
   * A number that in the passage belongs to other words than in the sentence: the price of one thing said of another. A row names
   * its thing once, and each of its cells by its column: both have to fit.
   */
  private mixed(text: string, { clauses, parts }: Ready): Reason | null {
    const values = new Set(this.figures(text).map(({ value }) => value));
    const stemsOf = (words: string) => new Set(tokensOf(words, this.stems).map(({ stem }) => stem));
    for (const clause of text.split(clauseEnd))
      for (const figure of this.figures(clause))
        if (misplaced(figure, stemsOf(clause), clauses, values) || misplaced(figure, stemsOf(text), parts, values))
          return { code: "chat.modelMixed", words: figure.value };
    return null;
  }
}

/** Whether a word stands with other numbers of the same sort, and nowhere with this one. */
function misplaced(
  { value, unit }: Figure,
  stems: ReadonlySet<string>,
  among: readonly Pick<Part, "stems" | "numbers">[],
  values: ReadonlySet<string>,
): boolean {
  const own = among.filter(({ numbers }) => numbers.some((one) => one.value === value));
  return [...stems].some((stem) => {
    if (/^\d/.test(stem) || own.some((one) => one.stems.has(stem))) return false;
    const having = among.filter((one) => one.stems.has(stem));
    const other = having.some(({ numbers }) => numbers.some((one) => one.unit === unit && !values.has(one.value)));
    return other && having.every(({ numbers }) => numbers.some((one) => one.unit === unit));
  });
}

/** So many sentences an answer has at most. */
export const mostSentences = 8;
