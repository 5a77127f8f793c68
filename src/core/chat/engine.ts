// The whole of it: what a site says, kept ready to be asked. Sources come and go one at a time as releases change them.

import { wallIn } from "@/core/site/open-hours";
import type { SiteFacts as Facts } from "./answers/reply";
import { type Live, type Need, needOf, type Reply, replyTo, sourceOfPassage, sureEnough } from "./answers/reply";
import type { Brief, OwnAnswer } from "./chat";
import { type Difference, differencesAbout } from "./knows/differ";
import type { Passage, Source } from "./knows/passage";
import { type Hit, PassageIndex } from "./knows/passage-index";
import type { ChatTable } from "./knows/table";
import { type Carried, Guard, type Material } from "./model/guard";
import { type Interpreted, interpret, type Turn } from "./understands/interpret";
import { type Subject, Subjects } from "./understands/subject";
import { Synonyms } from "./understands/synonyms";
import { folded, Stems, tokensOf } from "./understands/tokens";
import { tradeWords } from "./understands/trade-words";

/** What a chat knows besides its passages. */
export interface Knowledge {
  readonly facts: Facts;
  readonly brief: Brief;
  readonly subjects: readonly Subject[];
  readonly tables: readonly ChatTable[];
  readonly synonyms: readonly (readonly string[])[];
  readonly answers: readonly OwnAnswer[];
  /** Where a person sees what they ordered; "" for nowhere. */
  readonly ownPage: string;
}

/** A question as it was asked. */
export interface Asked {
  readonly question: string;
  readonly before: Turn | null;
  /** The language of the page it was asked on, BCP 47. */
  readonly page: string;
  /** In ms since the epoch. */
  readonly now: number;
}

export const ownSource = (id: string): string => `own:${id}`;

/** So many passages are looked at. */
const most = 12;

/** What stands elsewhere has to say it by so much better than the site itself. */
const elsewhereWeighs = 0.92;
const rankOf = ({ score, source }: Hit): number =>
  source.kind === "elsewhere" || source.kind === "file" ? score * elsewhereWeighs : score;
const ownFirst = (hits: readonly Hit[]): readonly Hit[] => [...hits].sort((a, b) => rankOf(b) - rankOf(a));

export class ChatEngine {
  readonly index: PassageIndex;
  private readonly stems: Stems;
  private subjects: Subjects;
  private synonyms: Synonyms;
  private about: ReadonlySet<string>;

  constructor(private knowledge: Knowledge) {
    this.stems = new Stems(knowledge.facts.language);
    this.index = new PassageIndex(this.stems);
    this.subjects = this.subjectsOf(knowledge);
    this.synonyms = this.synonymsOf(knowledge);
    this.about = this.aboutOf(knowledge);
    this.putAnswers(knowledge.answers);
  }

  /** What a site says about itself in a sentence: every page of it is about that. */
  private aboutOf({ facts }: Knowledge): ReadonlySet<string> {
    return new Set(
      tokensOf(facts.about, this.stems)
        .filter(({ stop }) => !stop)
        .map(({ stem }) => stem),
    );
  }

  /** What is offered, with the other names that groups of synonyms give it. */
  private subjectsOf({ subjects, synonyms, facts }: Knowledge): Subjects {
    const groups = [...synonyms, ...tradeWords(facts.language)];
    const same = (one: string, other: string) =>
      folded(one).replace(/[\s-]+/g, " ") === folded(other).replace(/[\s-]+/g, " ");
    return new Subjects(
      subjects.map((subject) => {
        const also = groups.flatMap((group) => (group.some((word) => same(word, subject.name)) ? group : []));
        return also.length ? { ...subject, also: also.filter((word) => !same(word, subject.name)) } : subject;
      }),
      this.stems,
    );
  }

  private synonymsOf({ synonyms, facts }: Knowledge): Synonyms {
    return new Synonyms(
      [
        { words: synonyms, weight: 0.95 },
        { words: tradeWords(facts.language), weight: 0.8 },
      ],
      this.stems,
    );
  }

  /** Answers written by hand are found as passages are: each wording is a heading. */
  private putAnswers(answers: readonly OwnAnswer[]): void {
    for (const answer of answers) {
      const source = ownSource(answer.id);
      const passage = (nth: string, headings: readonly string[], lines: readonly string[]): Passage => ({
        ...{ id: `${source}#${nth}`, source, headings, lines, question: true, shows: [] },
      });
      this.index.put({ id: source, kind: "own", title: "", href: "" }, [
        ...answer.questions.map((question, at) => passage(String(at), [question], [])),
        // Words of several wordings in one question.
        passage("all", [], answer.questions),
      ]);
    }
  }

  /** Takes over what is known besides the passages, where it has changed. */
  know(knowledge: Knowledge): void {
    for (const { id } of this.knowledge.answers) this.index.drop(ownSource(id));
    this.knowledge = knowledge;
    this.subjects = this.subjectsOf(knowledge);
    this.synonyms = this.synonymsOf(knowledge);
    this.about = this.aboutOf(knowledge);
    this.putAnswers(knowledge.answers);
  }

  /** The passages of a source, instead of those it had. */
  put(source: Source, passages: readonly Passage[]): void {
    this.index.put(source, passages);
  }

  drop(source: string): void {
    this.index.drop(source);
  }

  /** What a question wants, and what an engine has to be asked before it can be answered. */
  hear({ question, before, page, now }: Asked): { readonly heard: Interpreted; readonly need: Need | null } {
    const { brief, facts, tables, subjects } = this.knowledge;
    const heard = interpret(
      question,
      {
        stems: this.stems,
        vocabulary: this.index.vocabulary,
        synonyms: this.synonyms,
        subjects: this.subjects,
        tables,
        brief,
        about: this.about,
        languages: facts.languages,
        zone: facts.zone,
      },
      { now, page, before },
    );
    return { heard, need: needOf(heard, subjects, wallIn(facts.zone, now).date) };
  }

  /** Answers what was heard, with what engines told. */
  reply(heard: Interpreted, live: Live | null, now: number): Reply {
    const { facts, brief, answers, ownPage } = this.knowledge;
    const hits = heard.fault ? [] : ownFirst(this.index.search(heard.terms, most));
    return replyTo(heard, { facts, brief, answers, hits, live, now, ownPage, shown: this.shown() });
  }

  /**
   * What somebody else may make the words of an answer from: the passage that it came from, and those that came near. None where
   * it came from anything but words of the site.
   */
  material({ from, looked }: Reply): readonly Material[] {
    if (from?.of !== "passage") return [];
    const ids = [
      from.passage,
      ...looked.filter(({ share }) => share >= sureEnough.share).map(({ passage }) => passage),
    ];
    return [...new Set(ids)].flatMap((id) => {
      const found = this.index.passage(id);
      if (!found || found.source.kind === "own") return [];
      const { headings, lines } = found.passage;
      return [{ id, title: found.source.title, headings, lines }];
    });
  }

  /** What judges an answer in somebody else's words. */
  guard(material: readonly Material[]): Guard {
    return new Guard(material, this.stems, this.synonyms);
  }

  /** An answer in words that were judged, each with the passage that carries it. */
  reworded(reply: Reply, material: readonly Material[], carried: readonly Carried[]): Reply {
    const used = [...new Set(carried.map(({ by }) => by))];
    const sources = used.flatMap((by) => {
      const found = this.index.passage(material[by]?.id ?? "");
      return found ? [sourceOfPassage(found.passage, found.source, found.passage.lines[0] ?? "")] : [];
    });
    // What the brief adds stays below it.
    const added = reply.lines.filter(({ source }) => source === null);
    return {
      ...reply,
      lines: [...carried.map(({ text, by }) => ({ text, source: used.indexOf(by) })), ...added],
      sources,
    };
  }

  /** The passages that show hours and address. */
  private shown(): {
    hours: { passage: Passage; source: Source } | null;
    address: { passage: Passage; source: Source } | null;
  } {
    const { hours = null, address = null } = this.index.showing();
    return { hours, address };
  }

  /** What the site tells differently about what it offers. */
  differences(): readonly Difference[] {
    return differencesAbout(
      this.knowledge.subjects.map(({ name }) => name),
      this.index.all(),
      this.stems,
    );
  }
}
