// The answer to a question that was understood: from an engine, a table, an answer written by hand, or the site's own sentences;
// or one question back; or that it does not know. Nothing in it is invented: what it says itself is a frame around what is told.
import { decimalsOf, moneyWords } from "@/core/money/money";
import { spanWords } from "@/core/site/facts";
import { dayWords, hoursWords, stateWords } from "@/core/site/hours-words";
import { dateAfter, type Hours, openAt, spansOn, wallIn } from "@/core/site/open-hours";
import type { Reason } from "@/core/visitor/decision";
import { type Brief, chatLimits, type OwnAnswer } from "../chat";
import { amountsIn } from "../knows/amounts";
import { nameOfPassage, type Passage, type Source } from "../knows/passage";
import type { Hit } from "../knows/passage-index";
import { type Filter, rowSays, rowsFor } from "../knows/table";
import type { BookAsk, Button, ReplyKind, ReplySource } from "../public-types";
import type { Intent } from "../understands/intents/catalog";
import type { Interpreted, Turn } from "../understands/interpret";
import { sentencesOf } from "../understands/sentences";
import type { Subject } from "../understands/subject";
import { chatSays, languageNames } from "./say";

/** What the site says about itself in its settings. */
export interface SiteFacts {
  readonly name: string;
  /** What it is, in a sentence. */
  readonly about: string;
  readonly language: string;
  readonly languages: readonly string[];
  readonly zone: string;
  readonly currency: string;
  readonly hours: Hours | null;
  /** In lines. */
  readonly address: readonly string[];
  readonly phone: string;
  readonly mail: string;
}

/** What only an engine can tell, at the moment of the question. */
export type Need =
  | {
      readonly of: "times";
      readonly services: readonly string[];
      readonly from: string;
      readonly to: string;
      readonly after: string | null;
      readonly before: string | null;
    }
  | { readonly of: "stock"; readonly products: readonly string[] };

/** Free times of one service on one day. */
export interface LiveTimes {
  readonly service: string;
  readonly date: string;
  readonly times: readonly { readonly start: string; readonly time: string }[];
  /** Nothing is free in the days asked for; this is the next day on which something is. */
  readonly later: boolean;
  /** It takes more than a name and an address: it is booked on its page. */
  readonly onPage: boolean;
  readonly widget: string;
  readonly asks: readonly BookAsk[];
  readonly terms: string;
  /** What was asked about, where the question did not name it. */
  readonly subject: Subject | null;
}

export interface Live {
  /** For each service asked for, the first day with something free; absent where nothing is. */
  readonly times?: readonly LiveTimes[];
  /** Goods by their id: whether some are there, and what they cost today. */
  readonly stock?: Readonly<
    Record<string, { readonly has: boolean; readonly price: number; readonly earlier: number | null }>
  >;
}

/** A passage that was looked at. */
export interface Looked {
  readonly passage: string;
  readonly title: string;
  readonly heading: string;
  readonly href: string;
  readonly score: number;
  readonly share: number;
  readonly missing: readonly string[];
  readonly by: readonly string[];
  readonly chosen: boolean;
}

export interface Reply {
  readonly kind: ReplyKind;
  /** Lines of the answer, each with the source that it comes from; null for words of the chat itself. */
  readonly lines: readonly { readonly text: string; readonly source: number | null }[];
  readonly sources: readonly ReplySource[];
  readonly buttons: readonly Button[];
  readonly picture: string | null;
  readonly language: string;
  /** From what it was answered: for tests, for figures, and for who asks why. */
  readonly from:
    | { readonly of: "passage"; readonly passage: string; readonly href: string }
    | { readonly of: "row"; readonly table: string; readonly rows: readonly string[] }
    | { readonly of: "own"; readonly answer: string }
    | { readonly of: "live"; readonly what: "hours" | "times" | "price" | "stock" | "order" | "place" | "contact" }
    | { readonly of: "brief"; readonly topic: string }
    | null;
  readonly why: readonly Reason[];
  readonly looked: readonly Looked[];
  readonly turn: Turn;
}

/** How sure it has to be: the share of the question that a passage carries, and how heavily. Set by the test sets. */
export const sureEnough = {
  share: 0.6,
  score: 0.3,
  fullShare: 0.65,
  fullScore: 0.22,
  ownShare: 0.72,
  tableShare: 0.6,
  subject: 0.6,
} as const;

export interface Answering {
  readonly facts: SiteFacts;
  readonly brief: Brief;
  readonly answers: readonly OwnAnswer[];
  readonly hits: readonly Hit[];
  readonly live: Live | null;
  /** The page on which the site shows its hours and its address, by passages that do. */
  readonly shown: Readonly<Record<"hours" | "address", { readonly passage: Passage; readonly source: Source } | null>>;
  readonly now: number;
  /** The address under which a person sees what they ordered. */
  readonly ownPage: string;
}

type Draft = Omit<Reply, "looked" | "turn" | "language" | "picture" | "sources" | "buttons"> & {
  readonly picture?: string | null;
  readonly sources?: readonly ReplySource[];
  readonly buttons?: readonly Button[];
  /** Passages it was made of. */
  readonly used?: readonly string[];
};

const said = (text: string, source: number | null = null) => ({ text, source });

export const sourceOfPassage = (passage: Passage, source: Source, words: string): ReplySource => ({
  title: passage.headings.length ? `${source.title} › ${nameOfPassage(passage, source)}` : source.title,
  href: source.href,
  words,
  kind: source.kind,
});

/** Which services a wish for a time can mean. */
export const servicesMeant = (heard: Interpreted): readonly Subject[] => {
  const services = heard.subjects.filter(({ subject }) => subject.kind === "service");
  const best = services[0]?.sure ?? 0;
  return services.filter(({ sure }) => sure >= best - 0.1).map(({ subject }) => subject);
};

/** How far ahead a free time is looked for where no day was said, in days. */
export const daysAhead = 21;

/** What an engine has to be asked first; null where nothing has. */
export function needOf(heard: Interpreted, subjects: readonly Subject[], today: string): Need | null {
  if (heard.fault || heard.avoids) return null;
  if (heard.intent === "times") {
    const meant = servicesMeant(heard);
    const all = subjects.filter(({ kind }) => kind === "service");
    const services = (meant.length ? meant : all.length <= 3 ? all : all.slice(0, 3)).slice(0, 3).map(({ id }) => id);
    if (!services.length) return null;
    const { when } = heard;
    return {
      of: "times",
      services,
      from: when?.from ?? today,
      to: when?.to ?? dateAfter(today, daysAhead),
      after: when?.after ?? null,
      before: when?.before ?? null,
    };
  }
  const products = heard.subjects.filter(({ subject }) => subject.kind === "product").slice(0, 4);
  if (products.length && ["stock", "price"].includes(heard.intent))
    return { of: "stock", products: products.map(({ subject }) => subject.id) };
  return null;
}

/** Answers what was heard. The same always gives the same. */
export function replyTo(heard: Interpreted, with_: Answering): Reply {
  const draft = decide(heard, with_);
  const { facts, brief } = with_;
  const unknown = draft.kind === "unknown";
  const adds = draft.kind === "talk" || draft.kind === "instead" ? [] : heard.adds;
  const lines = [...draft.lines, ...adds.map(({ says }) => said(says))];
  const used = new Set(draft.used ?? []);
  const missing = (hit: Hit) => hit.matched.filter(({ weight }) => !weight).map(({ word }) => word);
  const turn: Turn = {
    intent: heard.intent,
    subjects: heard.subjects.slice(0, 3).map(({ subject: { kind, id } }) => ({ kind, id })),
    when: heard.when,
    table: heard.table ? { id: heard.table.table.id, query: heard.table.reading.query } : null,
    question: heard.question,
    unknown: unknown ? (heard.before?.unknown ?? 0) + 1 : 0,
  };
  const tooOften = unknown && brief.person.afterUnknown > 0 && turn.unknown >= brief.person.afterUnknown;
  const buttons = [...(draft.buttons ?? [])];
  const over = handOver(with_, heard.language);
  if (tooOften) lines.push(said(over.text));
  const says = chatSays(heard.language);
  if (tooOften || draft.kind === "person") {
    if (!over.there) buttons.push({ kind: "leave", text: says.leave });
  } else if (unknown) buttons.push({ kind: "person", text: says.talk });
  return {
    kind: tooOften ? "person" : draft.kind,
    lines,
    sources: draft.sources ?? [],
    buttons,
    picture: draft.picture ?? null,
    language: heard.language,
    from: draft.from,
    why: [
      ...understood(heard, facts),
      ...draft.why,
      ...adds.map(({ words }) => ({ code: "chat.added", topic: words[0] ?? "" })),
      ...(tooOften ? [{ code: "chat.askedOften", times: turn.unknown }] : []),
    ],
    looked: with_.hits.slice(0, 6).map((hit) => ({
      passage: hit.passage.id,
      title: hit.source.title,
      heading: nameOfPassage(hit.passage, hit.source),
      href: hit.source.href,
      score: Math.round(hit.score * 1000) / 1000,
      share: Math.round(hit.share * 1000) / 1000,
      missing: missing(hit),
      by: hit.matched.flatMap(({ word, by, as }) =>
        by && by !== "itself" ? [`${word} → ${as.join(" ")} (${by})`] : [],
      ),
      chosen: used.has(hit.passage.id),
    })),
    turn,
  };
}

function understood(heard: Interpreted, facts: SiteFacts): readonly Reason[] {
  const reasons: Reason[] = [
    { code: "chat.heard", intent: heard.intent, by: heard.wanted[0]?.by ?? "", language: heard.language },
  ];
  for (const { subject, words, sure } of heard.subjects.slice(0, 2))
    reasons.push({
      code: "chat.about",
      name: subject.name,
      words: words.join(" "),
      sure: Math.round(sure * 100) / 100,
    });
  if (heard.when) reasons.push({ code: "chat.when", from: heard.when.from, to: heard.when.to, zone: facts.zone });
  if (heard.follows) reasons.push({ code: "chat.follows", before: heard.before?.question ?? "" });
  return reasons;
}

/** The ways to answer, in the order in which they are tried: each answers, or leaves it to the next. */
type Way = (heard: Interpreted, with_: Answering) => Draft | null;

const ways: readonly Way[] = [
  unreadable,
  avoided,
  called,
  smallTalk,
  ownAnswer,
  ownOrder,
  openingHours,
  exactPassage,
  freeTimes,
  tableRows,
  priceOfSubject,
  stockOfProduct,
  whereAndHow,
  fromPassages,
];

function decide(heard: Interpreted, with_: Answering): Draft {
  for (const way of ways) {
    const draft = way(heard, with_);
    if (draft) return draft;
  }
  return unknownDraft(heard, with_, { code: "chat.nothingFits" });
}

function unknownDraft(heard: Interpreted, { brief }: Answering, ...why: readonly Reason[]): Draft {
  const says = chatSays(heard.language);
  return {
    kind: "unknown",
    lines: [said(says.unknown[brief.tone]), ...(brief.tone === "brief" ? [] : [said(says.canDo)])],
    from: null,
    why,
  };
}

function unreadable(heard: Interpreted, { facts }: Answering): Draft | null {
  const says = chatSays(heard.language);
  if (!heard.fault) return null;
  const text = {
    tooLong: says.tooLong(chatLimits.question),
    nothing: says.nothing,
    script: says.script(
      languageNames(
        [...facts.languages, ...(heard.language === facts.language ? [] : [heard.language])],
        heard.language,
      ),
    ),
  }[heard.fault];
  return { kind: "talk", lines: [said(text)], from: null, why: [{ code: "chat.unreadable", fault: heard.fault }] };
}

function avoided(heard: Interpreted): Draft | null {
  if (!heard.avoids) return null;
  const { id, says, words } = heard.avoids;
  return {
    kind: "instead",
    lines: [said(says)],
    from: { of: "brief", topic: id },
    why: [{ code: "chat.avoided", topic: words[0] ?? "" }],
  };
}

/** When people answer next, in words; null where they do now. */
function peopleFrom(brief: Brief, facts: SiteFacts, now: number, language: string): string | null {
  const hours = brief.person.hours === "site" ? facts.hours : { hours: brief.person.hours };
  if (!hours) return null;
  const wall = wallIn(facts.zone, now);
  const state = openAt(hours, wall);
  if (state.open) return null;
  if (!state.next) return "";
  const day = new Intl.DateTimeFormat(language, { weekday: "long", timeZone: "UTC" }).format(
    new Date(`${state.next.date}T00:00:00Z`),
  );
  return state.next.date === wall.date ? state.next.time : `${day} ${state.next.time}`;
}

/** What somebody wishes to spend or to buy, in minor units: an amount that was named, or so many of what is sold. */
function wishOf(heard: Interpreted, { facts }: Answering): number {
  const named = amountsIn(heard.question).map(({ value }) => value * 10 ** decimalsOf(facts.currency));
  const sold = heard.subjects.find(({ subject }) => subject.price !== null);
  const price = sold?.subject.price ?? 0;
  // The six of a “six-week wheel” is its name.
  const many = heard.tokens.flatMap(({ word, stem }) =>
    /^\d{1,3}$/.test(stem) && !sold?.words.includes(word) ? [Number(stem) * price] : [],
  );
  return Math.max(0, ...named, ...many);
}

export interface HandOver {
  /** Whether somebody is called to the Desk and is there. */
  readonly there: boolean;
  /** What is said of it: that it is passed on, how people are reached, or when they answer. */
  readonly text: string;
}

/** How a question goes to a person at a moment, said in `language`. */
export function handOver(
  { brief, facts, now }: Pick<Answering, "brief" | "facts" | "now">,
  language: string,
): HandOver {
  const says = chatSays(language);
  const away = (text: string): HandOver => ({ there: false, text });
  const { goes } = brief.person;
  if (goes === "phone" && facts.phone) return away(says.phone(facts.phone));
  if (goes === "mail" && facts.mail) return away(says.mail(facts.mail));
  const from = peopleFrom(brief, facts, now, language);
  if (from === null && goes === "desk") return { there: true, text: says.person };
  return away(from ? says.personLater(from) : says.nobody);
}

function called(heard: Interpreted, with_: Answering): Draft | null {
  const { brief } = with_;
  const wants = heard.intent === "person";
  const most = brief.person.overAmount;
  const isLarge = most !== null && wishOf(heard, with_) > most;
  if (!wants && !heard.angry && !heard.callsPerson && !isLarge) return null;
  const says = chatSays(heard.language);
  const over = handOver(with_, heard.language);
  const why: Reason = wants
    ? { code: "chat.wantsPerson" }
    : heard.angry
      ? { code: "chat.angry" }
      : heard.callsPerson
        ? { code: "chat.callsPerson", word: heard.callsPerson }
        : { code: "chat.overAmount" };
  const text = over.there && heard.angry && !wants ? says.angry : over.text;
  return { kind: "person", lines: [said(text)], from: null, why: [why] };
}

const smallTalks: readonly Intent[] = ["greeting", "thanks", "goodbye"];
function smallTalk(heard: Interpreted): Draft | null {
  if (!smallTalks.includes(heard.intent) || heard.terms.some(({ carries }) => carries === 1)) return null;
  const says = chatSays(heard.language);
  const text = says[heard.intent as "greeting" | "thanks" | "goodbye"];
  return { kind: "talk", lines: [said(text)], from: null, why: [] };
}

function ownAnswer(heard: Interpreted, { hits, answers, now, facts }: Answering): Draft | null {
  const today = wallIn(facts.zone, now).date;
  for (const hit of hits) {
    if (hit.source.kind !== "own") continue;
    const answer = answers.find(({ id }) => id === hit.source.id.slice("own:".length));
    if (!answer || hit.share < sureEnough.ownShare) continue;
    // The question has to say what the wording says, too: "who teaches on Friday" is not "do you teach in German".
    const wording = hit.passage.headings[0];
    const carrying = heard.terms.filter(({ carries }) => carries === 1).length;
    if (wording === undefined ? hit.share < 0.9 || carrying < 2 : heard.coverageOf(wording, hit) < 0.6) continue;
    if ((answer.from && today < answer.from) || (answer.to && today > answer.to)) continue;
    // What carries no wording of its own must not take every question that shares a word.
    const asked = heard.terms.filter(({ carries }) => carries === 1).length;
    if (!asked && hit.share < 0.95) continue;
    return {
      kind: "answer",
      lines: answer.text
        .split("\n")
        .filter((line) => line.trim())
        .map((line) => said(line)),
      sources: [],
      buttons: [
        ...(answer.widget
          ? [
              {
                kind: "widget" as const,
                text: answer.link?.text ?? chatSays(heard.language).openIt,
                widget: answer.widget,
              },
            ]
          : []),
        ...(answer.link && !answer.widget
          ? [{ kind: "link" as const, text: answer.link.text, href: answer.link.href }]
          : []),
      ],
      picture: answer.picture ?? null,
      from: { of: "own", answer: answer.id },
      used: [hit.passage.id],
      why: [{ code: "chat.own", question: hit.passage.headings[0] ?? "", share: Math.round(hit.share * 100) / 100 }],
    };
  }
  return null;
}

function ownOrder(heard: Interpreted, { ownPage }: Answering): Draft | null {
  if (heard.intent !== "order" || !ownPage) return null;
  const says = chatSays(heard.language);
  return {
    kind: "answer",
    lines: [said(says.order, 0)],
    sources: [{ title: says.ownPage, href: ownPage, words: "", kind: "live" }],
    buttons: [
      { kind: "prove", text: says.prove },
      { kind: "link", text: says.ownPage, href: ownPage },
    ],
    from: { of: "live", what: "order" },
    why: [{ code: "chat.fromOrders" }],
  };
}

const shownSource = (shown: Answering["shown"]["hours"]): ReplySource[] =>
  shown ? [sourceOfPassage(shown.passage, shown.source, shown.passage.lines[0] ?? "")] : [];

function openingHours(heard: Interpreted, { facts, shown, now, hits }: Answering): Draft | null {
  const { hours } = facts;
  if (!hours || (heard.intent !== "hours" && heard.intent !== "openNow")) return null;
  // Hours of something by its own name stand on its page.
  const exact = hits[0];
  if (
    exact &&
    heard.intent === "hours" &&
    !heard.when &&
    !exact.passage.shows.includes("hours") &&
    isExact(heard, exact)
  )
    return null;
  const named = heard.subjects.find(({ sure, named: byName }) => byName && sure >= 0.9);
  if (named && !heard.when) return null;
  // "Is the kiln closed in March?" asks about the kiln.
  if (exact && isSure(exact) && heard.subjects.some(({ sure, named: byName }) => byName && sure >= 0.7)) return null;
  const says = chatSays(heard.language);
  const wall = wallIn(facts.zone, now);
  const closedWord = hoursWords(heard.language).closed;
  const lines: string[] = [];
  const { when } = heard;
  if (heard.intent === "openNow" || when?.now) lines.push(`${stateWords(openAt(hours, wall), wall, heard.language)}.`);
  else if (when) {
    for (let date = when.from, days = 0; date <= when.to && days < 7; date = dateAfter(date, 1), days++) {
      const spans = spansOn(hours, date);
      const day = dayWords(date, heard.language);
      lines.push(spans.length ? says.open(day, spanWords(spans, closedWord)) : says.closed(day));
    }
  } else {
    lines.push(says.week);
    const monday = dateAfter(wall.date, -((new Date(`${wall.date}T00:00:00Z`).getUTCDay() + 6) % 7));
    for (let day = 0; day < 7; day++) {
      const name = new Intl.DateTimeFormat(heard.language, { weekday: "long", timeZone: "UTC" }).format(
        new Date(`${dateAfter(monday, day)}T00:00:00Z`),
      );
      lines.push(`${name}: ${spanWords(hours.hours[day] ?? [], closedWord)}`);
    }
  }
  const source = shownSource(shown.hours);
  return {
    kind: "answer",
    lines: lines.map((line) => said(line, source.length ? 0 : null)),
    sources: source,
    from: { of: "live", what: "hours" },
    why: [{ code: "chat.fromHours" }],
    used: shown.hours ? [shown.hours.passage.id] : [],
  };
}

/** Whether a question is the heading of a passage in other words: nothing of either is left over. */
const isExact = (heard: Interpreted, hit: Hit): boolean =>
  hit.share >= 0.95 && heard.terms.length >= 2 && heard.coverageOf(hit.passage.headings.at(-1) ?? "", hit) >= 0.99;

function exactPassage(heard: Interpreted, with_: Answering): Draft | null {
  const [hit] = with_.hits.filter(({ source }) => source.kind !== "own");
  if (!hit || !["hours", "place", "contact", "open", "stock"].includes(heard.intent) || !isExact(heard, hit))
    return null;
  if (hit.passage.shows.length) return null;
  return passageDraft(heard, with_, hit);
}

function freeTimes(heard: Interpreted, { live, facts }: Answering): Draft | null {
  if (heard.intent !== "times" || !live?.times) return null;
  const says = chatSays(heard.language);
  const lines: { text: string; source: number | null }[] = [];
  const buttons: Button[] = [];
  const sources: ReplySource[] = [];
  const named = new Map(heard.subjects.map(({ subject }) => [subject.id, subject]));
  const days = heard.when
    ? heard.when.from === heard.when.to
      ? dayWords(heard.when.from, heard.language)
      : `${dayWords(heard.when.from, heard.language)} – ${dayWords(heard.when.to, heard.language)}`
    : "";
  for (const one of live.times) {
    const subject = named.get(one.service) ?? one.subject;
    const { name = one.service, href = "" } = subject ?? {};
    let source = sources.findIndex((other) => other.href === href);
    if (source < 0 && href) source = sources.push({ title: name, href, words: "", kind: "live" }) - 1;
    const at = source < 0 ? null : source;
    if (one.later && days) lines.push({ text: says.noTimes(name, days), source: at });
    if (!one.times.length) {
      if (!days) lines.push({ text: says.noneSoon(name), source: at });
      continue;
    }
    const day = dayWords(one.date, heard.language);
    lines.push({ text: one.later ? says.nextTimes(name, day) : says.times(name, day), source: at });
    for (const { start, time } of one.times.slice(0, 6))
      buttons.push({
        kind: "book",
        text: live.times.length > 1 ? `${name}, ${time}` : `${day}, ${time}`,
        service: one.service,
        start,
        widget: one.widget,
        onPage: one.onPage,
        href,
        asks: one.asks,
        terms: one.terms,
      });
  }
  if (!lines.length) return null;
  return {
    kind: "answer",
    lines,
    sources,
    buttons,
    from: { of: "live", what: "times" },
    why: [
      {
        code: "chat.fromBooking",
        services: live.times.map(({ service }) => named.get(service)?.name ?? service),
        zone: facts.zone,
      },
    ],
  };
}

const filterValue = (filter: Filter): string | number =>
  filter.op === "on" ? filter.day + 1 : filter.op === "among" ? filter.values.join(" / ") : filter.value;

function tableRows(heard: Interpreted): Draft | null {
  if (!heard.table || heard.table.reading.share < sureEnough.tableShare) return null;
  const { table, reading } = heard.table;
  const [best] = heard.subjects;
  const byName = reading.query.filters.some(({ column }) => column === table.nameColumn);
  // A price that is asked for by the name of what is sold comes from what sells it.
  const { filters } = reading.query;
  if (heard.intent === "price" && best?.named && best.subject.price !== null && filters.length === 1)
    if (best.sure >= 0.9 || (best.sure > reading.share && !byName)) return null;
  const says = chatSays(heard.language);
  const rows = rowsFor(table, reading.query);
  const source: ReplySource = {
    title: table.name,
    href: table.href ?? "",
    words: rows.length ? (table.rows[rows[0] ?? 0]?.[table.nameColumn] ?? "") : "",
    kind: "table",
  };
  const why: readonly Reason[] = [
    {
      code: "chat.fromTable",
      table: table.name,
      rows: rows.length,
      of: table.rows.length,
      filters: reading.query.filters.map(
        (filter) => `${table.columns[filter.column]?.name ?? ""} ${filter.op} ${filterValue(filter)}`,
      ),
    },
  ];
  const names = rows.map((row) => table.rows[row]?.[table.nameColumn] ?? "");
  const from = { of: "row", table: table.id, rows: names } as const;
  if (!rows.length) {
    // That nothing fits is an answer only where everything asked was understood.
    if (reading.share < 0.99) return null;
    return {
      kind: "answer",
      lines: [said(says.noRow(table.rows.length, table.name), 0)],
      sources: [source],
      from,
      why,
    };
  }
  const lines = reading.query.count
    ? [says.rows(rows.length, names.slice(0, 20).join(", "))]
    : rows.slice(0, 6).map((row) => `${rowSays(table, row, reading.query.asks)}.`);
  return { kind: "answer", lines: lines.map((line) => said(line, 0)), sources: [source], from, why };
}

function priceOfSubject(heard: Interpreted, { facts, live }: Answering): Draft | null {
  if (heard.intent !== "price") return null;
  const [first] = heard.subjects;
  if (!first || first.sure < sureEnough.subject) return null;
  const same = heard.subjects
    .filter(({ sure, subject }) => sure >= first.sure - 0.05 && subject.price !== null)
    .slice(0, 4);
  if (!same.length) return null;
  const says = chatSays(heard.language);
  const money = (amount: number) => moneyWords({ amount, currency: facts.currency }, heard.language);
  const sources: ReplySource[] = [];
  const lines = same.map(({ subject }) => {
    const now = live?.stock?.[subject.id];
    const price = now?.price ?? subject.price ?? 0;
    const earlier = now ? now.earlier : subject.earlier;
    let at = sources.findIndex(({ href }) => href === subject.href);
    if (at < 0 && subject.href)
      at = sources.push({ title: subject.name, href: subject.href, words: "", kind: "live" }) - 1;
    const line = (subject.fromPrice ? says.priceFrom : says.price)(subject.name, money(price));
    return {
      text: earlier !== null && earlier > price ? `${line} ${says.insteadOf(money(earlier))}` : line,
      source: at < 0 ? null : at,
    };
  });
  return {
    kind: "answer",
    lines,
    sources,
    from: { of: "live", what: "price" },
    why: [{ code: "chat.fromPrices", names: same.map(({ subject }) => subject.name) }],
  };
}

function stockOfProduct(heard: Interpreted, { live, facts }: Answering): Draft | null {
  if (heard.intent !== "stock" || !live?.stock) return null;
  const says = chatSays(heard.language);
  const found = heard.subjects
    .filter(({ subject, sure }) => subject.kind === "product" && sure >= sureEnough.subject)
    .slice(0, 3);
  if (!found.length) return null;
  const lines = found.flatMap(({ subject }, at) => {
    const now = live.stock?.[subject.id];
    if (!now) return [];
    const price = says.price(subject.name, moneyWords({ amount: now.price, currency: facts.currency }, heard.language));
    return [{ text: now.has ? `${says.inStock(subject.name)} ${price}` : says.soldOut(subject.name), source: at }];
  });
  if (!lines.length) return null;
  return {
    kind: "answer",
    lines,
    sources: found.map(({ subject }) => ({
      title: subject.name,
      href: subject.href,
      words: "",
      kind: "live" as const,
    })),
    from: { of: "live", what: "stock" },
    why: [{ code: "chat.fromStock", names: found.map(({ subject }) => subject.name) }],
  };
}

function whereAndHow(heard: Interpreted, { facts, shown, hits }: Answering): Draft | null {
  if (heard.intent !== "place" && heard.intent !== "contact") return null;
  // "How do I get there by bus" asks for more than the address.
  const [best] = hits;
  const own = heard.terms.filter(({ carries }) => carries === 1);
  if (own.length && best && best.share >= sureEnough.share) return null;
  if (own.length > 1) return null;
  const says = chatSays(heard.language);
  const source = shownSource(shown.address);
  const at = source.length ? 0 : null;
  const lines =
    heard.intent === "place"
      ? [facts.address.join(", ")]
      : [...(facts.phone ? [says.phone(facts.phone)] : []), ...(facts.mail ? [says.mail(facts.mail)] : [])];
  if (!lines.some(Boolean)) return null;
  return {
    kind: "answer",
    lines: lines.map((line) => said(line, at)),
    sources: source,
    from: { of: "live", what: heard.intent },
    why: [{ code: "chat.fromSettings" }],
    used: shown.address ? [shown.address.passage.id] : [],
  };
}

/** So much of a passage is said at once, in characters. */
const longestAnswer = 360;

/** The sentences of a passage that carry the question, in their order, as they stand. */
function sentencesFor(heard: Interpreted, { passage }: Hit, language: string, brief: Brief): readonly string[] {
  const all = passage.lines.flatMap((line) => sentencesOf(line, language));
  const whole = all.join(" ");
  const most = brief.tone === "brief" ? longestAnswer / 2 : longestAnswer;
  if (whole.length <= most) return [...passage.lines];
  const wanted = heard.terms.flatMap(({ meant, carries }) =>
    meant.flatMap(({ stems, weight }) => stems.map((stem) => ({ stem, weight: weight * carries }))),
  );
  const weigh = (sentence: string) => {
    const stems = new Set(heard.stemsOf(sentence));
    let sum = 0;
    for (const { stem, weight } of wanted) if (stems.has(stem)) sum += weight;
    if (heard.intent === "price" && amountsIn(sentence).length) sum += 0.6;
    return sum;
  };
  const weighed = all.map((sentence, at) => ({ sentence, at, weight: weigh(sentence) }));
  const chosen = new Set<number>();
  let length = 0;
  for (const { at, sentence } of [...weighed].sort((a, b) => b.weight - a.weight || a.at - b.at)) {
    if (chosen.size && (length + sentence.length > most || chosen.size >= 4)) continue;
    chosen.add(at);
    length += sentence.length;
  }
  return weighed.filter(({ at }) => chosen.has(at)).map(({ sentence }) => sentence);
}

function passageDraft(heard: Interpreted, { facts, brief }: Answering, hit: Hit, ...why: readonly Reason[]): Draft {
  const sentences = sentencesFor(heard, hit, facts.language, brief);
  return {
    kind: "answer",
    lines: sentences.map((sentence) => said(sentence, 0)),
    sources: [sourceOfPassage(hit.passage, hit.source, sentences[0] ?? "")],
    from: { of: "passage", passage: hit.passage.id, href: hit.source.href },
    used: [hit.passage.id],
    why: [
      {
        code: "chat.passage",
        heading: nameOfPassage(hit.passage, hit.source),
        score: Math.round(hit.score * 100) / 100,
        share: Math.round(hit.share * 100) / 100,
      },
      ...why,
    ],
  };
}

/** Whether a passage carries enough of a question: most of it heavily, or nearly all of it somewhere in a long one. */
const isSure = ({ share, score }: Hit): boolean =>
  (share >= sureEnough.share && score >= sureEnough.score) ||
  (share >= sureEnough.fullShare && score >= sureEnough.fullScore);

function fromPassages(heard: Interpreted, with_: Answering): Draft | null {
  const hits = with_.hits.filter(({ source }) => source.kind !== "own");
  const [best, second] = hits;
  if (!best) return null;
  const own = heard.terms.filter(({ carries }) => carries >= 0.5);
  // Words that only frame a question answer none: what was found has to carry some of it.
  const carried =
    best.matched.reduce((sum, { weight }, at) => sum + weight * (heard.terms[at]?.carries ?? 0), 0) >= 0.6;
  if (!isSure(best) || !carried) {
    const missing = best.matched.filter(({ weight }) => !weight).map(({ word }) => word);
    return unknownDraft(heard, with_, {
      code: "chat.tooLittle",
      share: Math.round(best.share * 100) / 100,
      score: Math.round(best.score * 100) / 100,
      missing,
      heading: nameOfPassage(best.passage, best.source),
    });
  }
  // One word alone that two places are about: which of them is asked.
  if (
    own.length === 1 &&
    heard.terms.length === 1 &&
    second &&
    second.score > best.score * 0.97 &&
    !best.passage.question
  ) {
    const names = [...new Set([best, second].map((hit) => nameOfPassage(hit.passage, hit.source)))];
    if (names.length === 2) {
      const says = chatSays(heard.language);
      return {
        kind: "choice",
        lines: [said(says.twoReadings)],
        buttons: names.map((text) => ({ kind: "ask" as const, text })),
        from: null,
        why: [{ code: "chat.twoReadings", names }],
        used: [best.passage.id, second.passage.id],
      };
    }
  }
  return passageDraft(heard, with_, best);
}
