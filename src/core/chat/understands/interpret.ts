// What a question wants, understood from its words, from what was spoken of before, and from what the site has.
import { spokenIn } from "@/core/chat/answers/address";
import { wallIn } from "@/core/site/open-hours";
import { type Brief, chatLimits, type Topic } from "../chat";
import type { Hit, Term } from "../knows/passage-index";
import type { ChatTable, TableQuery } from "../knows/table";
import { readTableQuestion, type TableReading } from "../knows/table-question";
import { slipsBetween } from "./distance";
import { isAngry, plainWordsOf, takesUp, type Wanted, wantedIn } from "./intents";
import type { Intent } from "./intents/catalog";
import { languageOf, readable } from "./language";
import type { Meant, Subject, Subjects } from "./subject";
import type { Synonyms } from "./synonyms";
import { folded, isStop, isStopSwapped, type Stems, type Token, tokensOf } from "./tokens";
import { slipsFor, type Vocabulary } from "./vocabulary";
import { isMonth, type When, whenIn } from "./when";

/** What is kept of a conversation from one question to the next. */
export interface Turn {
  readonly intent: Intent;
  readonly subjects: readonly { readonly kind: Subject["kind"]; readonly id: string }[];
  readonly when: When | null;
  readonly table: { readonly id: string; readonly query: TableQuery } | null;
  /** The question as it was understood, with what it took up. */
  readonly question: string;
  /** Questions in a row that were not known. */
  readonly unknown: number;
}

export interface Interpreted {
  /** As it is read: tidied and cut. */
  readonly question: string;
  readonly fault: "tooLong" | "nothing" | "script" | null;
  readonly language: string;
  readonly tokens: readonly Token[];
  readonly intent: Intent;
  readonly wanted: readonly Wanted[];
  readonly when: When | null;
  readonly subjects: readonly Meant[];
  readonly terms: readonly Term[];
  /** It takes up what was spoken of before. */
  readonly follows: boolean;
  readonly angry: boolean;
  readonly avoids: Topic | null;
  readonly adds: readonly Topic[];
  readonly callsPerson: string | null;
  readonly table: { readonly table: ChatTable; readonly reading: TableReading } | null;
  readonly before: Turn | null;
  /** The stems of other words, as those of the question were made. */
  stemsOf(text: string): readonly string[];
  /** Share of what a heading says, by what its words carry, that a question said when it hit it: 0 to 1. */
  coverageOf(heading: string, hit: Hit): number;
}

/** What a question is heard with. */
export interface Interpreting {
  readonly stems: Stems;
  readonly vocabulary: Vocabulary;
  readonly synonyms: Synonyms;
  readonly subjects: Subjects;
  readonly tables: readonly ChatTable[];
  readonly brief: Brief;
  /** Stems of what the whole site is about: they tell its passages apart least. */
  readonly about: ReadonlySet<string>;
  /** BCP 47 tags of the site's languages. */
  readonly languages: readonly string[];
  /** IANA zone of the site. */
  readonly zone: string;
}

/**
 * Words that frame a question more than they say what it is about. In a small site they are as rare as any other word; in what
 * people say they are everywhere.
 */
const framing = new Set(
  (
    "possible allowed allow want offer provide available thing something anyone anything kind sort type long many much " +
    "often use used using work works day days time times today question information info detail details else " +
    "can't cannot come comes coming came go goes going gone take takes taking put puts make makes making made keep hold " +
    "holds along special specific minimum maximum after before until during only why buy welcome say says said see look " +
    "looking leave ask asks asked happen happens try trying think mean means help find finding bit lot every " +
    "each same other more most old young big small near nearest far next last early late easy hard right wrong own some few " +
    "home stop start move run turn show let lets booking bookings reservation best better suitable somewhere " +
    "someone something without around stop less least new good best well still already really actually soon later back away " +
    "whole up down off per both different exactly usually normally able sure ever " +
    "moglich angebot anbieten gibt frage information tag zeit lange viel viele kommen geht gehen machen nehmen brauchen " +
    "finden wissen noch schon nur mehr " +
    "possible question jour temps faire prendre venir aller trouver savoir encore plus"
  ).split(" "),
);

const topicIn = (
  topics: readonly Topic[],
  question: string,
  tokens: readonly Token[],
  stems: Stems,
): readonly Topic[] => {
  const said = ` ${plainWordsOf(question).join(" ")} `;
  return topics.filter(({ words }) =>
    words.some((word) => {
      if (word.trim() === "*") return true;
      const plain = plainWordsOf(word).join(" ");
      if (!plain) return false;
      if (said.includes(` ${plain} `)) return true;
      const wanted = tokensOf(word, stems).map(({ stem }) => stem);
      return wanted.length > 0 && wanted.every((stem) => tokens.some((token) => token.stem === stem));
    }),
  );
};

/** The words of a question that say what it is about, each with everything it can mean. */
function termsOf(
  tokens: readonly Token[],
  { stems, vocabulary, synonyms, about }: Interpreting,
  frame: { readonly when: When | null; readonly wanted: readonly Wanted[]; readonly adds: readonly Topic[] },
): readonly Term[] {
  // What the brief has its own sentence about is no longer open.
  const added = new Set(
    frame.adds.flatMap(({ words }) => words.flatMap((word) => tokensOf(word, stems).map(({ stem }) => stem))),
  );
  const content = tokens.filter(({ stop }) => !stop);
  const inQuestion = new Set(tokens.map(({ stem }) => stem));
  const taken = new Set(frame.wanted.flatMap((one) => one.taken));
  const terms = new Map<string, Term>();
  for (const { word, stem } of content) {
    if (terms.has(stem) || terms.size >= 24) continue;
    const plain = folded(word);
    // The name of a month stands on pages as it is said; "tomorrow" does not.
    const isTime = (frame.when?.words.includes(plain) ?? false) && !isMonth(plain, stems.language);
    const own: Term["meant"] = vocabulary.has(stem)
      ? [{ stems: [stem], weight: 1, by: "itself" }]
      : vocabulary.near(word, stems);
    const same: Term["meant"] = synonyms
      .of(stem, inQuestion)
      .filter(({ stems: all }) => all.every((one) => vocabulary.has(one)))
      .map(({ stems: all, weight }) => ({ stems: all, weight, by: "synonym" }));
    // A slip can be made in a word that stands for others, too.
    const slipped: Term["meant"] = own.some(({ by }) => by === "itself")
      ? []
      : synonymsOfSlips(stem, synonyms, vocabulary, inQuestion);
    const isFrame = framing.has(plain) || taken.has(plain) || added.has(stem);
    const meant = [...own, ...same, ...slipped].sort((a, b) => b.weight - a.weight);
    const carries = isTime
      ? 0.35
      : isFrame
        ? // One that the site never says is only how this question is put.
          vocabulary.has(stem)
          ? 0.4
          : 0.2
        : about.has(stem)
          ? 0.3
          : 1;
    terms.set(stem, { word, stem, carries, meant });
  }
  // Two words that the site writes as one: "work shop".
  for (const [at, token] of content.entries()) {
    const next = content[at + 1];
    const whole = next ? stems.of(token.word + next.word) : "";
    if (!next || !vocabulary.has(whole)) continue;
    for (const part of [token, next]) {
      const term = terms.get(part.stem);
      if (term)
        terms.set(part.stem, { ...term, meant: [...term.meant, { stems: [whole], weight: 0.85, by: "whole" }] });
    }
  }
  return [...terms.values()];
}

function synonymsOfSlips(
  stem: string,
  synonyms: Synonyms,
  vocabulary: Vocabulary,
  inQuestion: ReadonlySet<string>,
): Term["meant"] {
  const meant = synonyms.near(stem);
  if (meant === null) return [];
  return synonyms
    .of(meant, new Set([...inQuestion, meant]))
    .filter(({ stems }) => stems.every((one) => vocabulary.has(one)))
    .map(({ stems, weight }) => ({ stems, weight: weight * 0.95, by: "synonym" as const }));
}

const intentsOfSubject: readonly Intent[] = ["price", "times", "stock", "hours"];

/** Understands a question. `page` is the language of the page it was asked on; `now` in ms since the epoch. */
export function interpret(
  asked: string,
  hearing: Interpreting,
  at: { readonly now: number; readonly page: string; readonly before: Turn | null },
): Interpreted {
  const tidy = asked.replace(/\s+/g, " ").trim();
  const question = tidy.slice(0, chatLimits.question);
  const kind = readable(question);
  const language = languageOf(question, hearing.languages, at.page);
  const fault = tidy.length > chatLimits.question ? "tooLong" : kind === "words" ? null : kind;
  const { stems, subjects: known, brief } = hearing;
  const isWord = (stem: string) => hearing.vocabulary.has(stem);
  const tokens = tokensOf(question, stems).map((token) =>
    // Small words of the asker's own language are small words, too, and so are slips in them.
    token.stop ||
    !(isStop(language, folded(token.word)) || (!isWord(token.stem) && isStopSwapped(language, folded(token.word))))
      ? token
      : { ...token, stop: true },
  );
  const today = wallIn(hearing.zone, at.now).date;
  let when = whenIn(question, language, today);
  const wanted = wantedIn(question, language);
  let subjects = known.in(tokens, isWord);
  const { before } = at;
  const content = tokens.filter(({ stop }) => !stop);
  let table = fault ? null : tableIn(tokens, hearing);
  const isTaken = takesUp(question, language);
  const bare = content.length <= 2 && !wanted.length && (when !== null || subjects.length > 0);
  let follows = false;
  let intent = wanted[0]?.intent ?? "open";
  if (before && !fault && (isTaken || bare) && content.length <= 4) {
    // "And on Sunday?" keeps what was spoken of; what it says itself takes the place of that.
    if (intent === "open" && before.intent !== "open" && (when !== null || subjects.length || content.length <= 1)) {
      intent = before.intent;
      follows = true;
    }
    if (!subjects.length && before.subjects.length && intentsOfSubject.includes(intent)) {
      subjects = before.subjects.flatMap(({ kind: of, id }): Meant[] => {
        const subject = known.byId(of, id);
        return subject ? [{ subject, sure: 0.8, words: [], named: false }] : [];
      });
      follows ||= subjects.length > 0;
    }
    if (!when && before.when && intent === "times") when = before.when;
    if (!table && before.table) {
      table = tableFollows(tokens, before, hearing);
      if (table) follows = true;
    }
  }
  const adds = topicIn(brief.adds, question, tokens, stems);
  return {
    question,
    fault,
    language: spokenIn(language, brief),
    tokens,
    intent,
    wanted,
    when,
    subjects,
    terms: termsOf(tokens, hearing, { when, wanted, adds }),
    follows,
    angry: brief.person.whenAngry && isAngry(question, language),
    avoids: topicIn(brief.avoids, question, tokens, stems)[0] ?? null,
    adds,
    callsPerson:
      brief.person.words.find(
        (word) => topicIn([{ id: "", words: [word], says: "" }], question, tokens, stems).length,
      ) ?? null,
    table,
    before,
    stemsOf: (text) => tokensOf(text, stems).map(({ stem }) => stem),
    coverageOf: (heading, { matched }) => {
      const meant = new Set(matched.flatMap(({ as }) => as));
      let whole = 0;
      let have = 0;
      for (const { word, stem, stop } of tokensOf(heading, stems)) {
        const weight = stop ? 0 : framing.has(folded(word)) ? 0.4 : 1;
        whole += weight;
        if (meant.has(stem)) have += weight;
      }
      return whole ? have / whole : 0;
    },
  };
}

/** Whether a word of a question says a word of a table: itself, by a slip where it is no word of the site, or another for it. */
const saysIn =
  (tokens: readonly Token[], { vocabulary, synonyms }: Interpreting) =>
  (token: Token, stem: string): boolean => {
    if (token.stem === stem) return true;
    const inQuestion = new Set(tokens.map((one) => one.stem));
    if (
      synonyms
        .of(token.stem, inQuestion)
        .some(({ stems, weight }) => weight > 0.9 && stems.length === 1 && stems[0] === stem)
    )
      return true;
    if (token.stop || vocabulary.has(token.stem) || /^\d/.test(stem)) return false;
    const most = Math.min(1, slipsFor(Math.max(token.stem.length, stem.length)));
    return most > 0 && slipsBetween(token.stem, stem, most) <= most;
  };

/** The table that a question is most about; null for none. */
function tableIn(tokens: readonly Token[], hearing: Interpreting): Interpreted["table"] {
  const { tables, stems } = hearing;
  const says = saysIn(tokens, hearing);
  let best: Interpreted["table"] = null;
  for (const table of tables) {
    const reading = readTableQuestion(tokens, table, stems, says);
    if (reading && reading.share > (best?.reading.share ?? 0)) best = { table, reading };
  }
  return best;
}

/** A question about the same table, with something else in the place of what was asked: "and at 1060?" */
function tableFollows(tokens: readonly Token[], before: Turn, hearing: Interpreting): Interpreted["table"] {
  const { tables, stems } = hearing;
  const table = tables.find(({ id }) => id === before.table?.id);
  const last = before.table?.query;
  if (!table || !last) return null;
  const reading = readTableQuestion([...tokens, ...tokensOf(table.row, stems)], table, stems, saysIn(tokens, hearing));
  if (!reading || reading.share < 0.5) return null;
  const changed = new Set(reading.query.filters.map(({ column }) => column));
  const asks = reading.query.asks.length ? reading.query.asks : last.asks;
  const filters = [
    ...last.filters.filter(({ column }) => !changed.has(column) && column !== table.nameColumn),
    ...reading.query.filters,
  ];
  return {
    table,
    reading: {
      ...reading,
      query: {
        ...reading.query,
        filters,
        asks,
        order: reading.query.order ?? last.order,
        count: reading.query.count || last.count,
      },
    },
  };
}
