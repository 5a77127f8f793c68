// What pages of releases say, and what visitors and a chat said to each other.
import {
  bigint,
  boolean,
  index,
  int,
  mysqlEnum,
  mysqlTable,
  primaryKey,
  smallint,
  text,
  unique,
  varchar,
} from "drizzle-orm/mysql-core";
import type { Looked } from "@/core/chat/answers/reply";
import type { ReadPage } from "@/core/chat/knows/read-page";
import type { Button, ReplySource } from "@/core/chat/public-types";
import type { Turn } from "@/core/chat/understands/interpret";
import type { Reason } from "@/core/visitor/decision";
import * as columns from "../columns";
import { personal } from "../personal";

/** What a page says, by the bytes it is made of: the same page of a later release is read once. */
export const chatPages = mysqlTable(
  "chat_pages",
  {
    siteId: columns.siteId(),
    /** Key of its bytes. */
    blob: varchar("blob", { length: 64 }).notNull(),
    /** Which reader read it: another reads other things. */
    reader: smallint("reader").notNull(),
    read: columns.packedJson<ReadPage>("read").notNull(),
    /** When a release had it last. */
    usedAt: columns.instant("used_at").notNull(),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.blob, table.reader] })],
);

/** How a conversation stands: with the chat, waiting for a person, with one, or over. */
export const talkStates = ["chat", "waiting", "person", "done"] as const;
export type TalkState = (typeof talkStates)[number];

export const chatTalks = mysqlTable(
  "chat_talks",
  {
    id: columns.rowId(),
    siteId: columns.siteId(),
    widgetId: columns.widgetId(),
    /** SHA-256 of the token by which the visitor's browser knows it. */
    token: varchar("token", { length: 64 }).notNull(),
    state: mysqlEnum("state", talkStates as unknown as [TalkState, ...TalkState[]]).notNull(),
    page: varchar("page", { length: 400 }).notNull(),
    language: columns.language(),
    /** Who answers, while a person does. */
    userId: varchar("user_id", { length: 24 }),
    person: varchar("person", { length: 120 }).notNull().default(""),
    /** Since when somebody is waited for whom the visitor was told of; null once one has come, or that nobody has was said. */
    calledAt: columns.instant("called_at"),
    email: columns.email().default(""),
    name: varchar("name", { length: 120 }).notNull().default(""),
    /** The wording agreed to with the address, as it stood that day. */
    consent: varchar("consent", { length: 600 }).notNull().default(""),
    /** What is kept from one question to the next. */
    turn: columns.json<Turn>("turn"),
    /** So many lines it has; the next gets this number. */
    lines: int("lines").notNull().default(0),
    /** Lines of the visitor's that nobody of the site has seen. */
    unread: int("unread").notNull().default(0),
    /** Questions in it that were not known. */
    unknown: int("unknown").notNull().default(0),
    /** A code that proves a mail address, as its hash, until when, and how often it was tried in vain; "" for none. */
    code: varchar("code", { length: 64 }).notNull().default(""),
    codeEmail: varchar("code_email", { length: 254 }).notNull().default(""),
    codeUntil: columns.instant("code_until"),
    codeTries: smallint("code_tries").notNull().default(0),
    visitorTypedAt: columns.instant("visitor_typed_at"),
    personTypedAt: columns.instant("person_typed_at"),
    createdAt: columns.createdAt(),
    lastAt: columns.instant("last_at").notNull(),
  },
  (table) => [
    unique("chat_talks_token").on(table.token),
    index("chat_talks_state").on(table.siteId, table.state, table.lastAt),
    index("chat_talks_last").on(table.siteId, table.lastAt),
    index("chat_talks_email").on(table.siteId, table.email),
  ],
);
personal(chatTalks, { counted: "conversations", by: ["email", "codeEmail"], named: ["turn"], forgets: "row" });

export const speakers = ["visitor", "chat", "person", "note"] as const;
export type Speaker = (typeof speakers)[number];

/** What an answer brings besides its words. */
export interface KeptReply {
  readonly lines: readonly { readonly text: string; readonly source: number | null }[];
  readonly sources: readonly ReplySource[];
  readonly buttons: readonly Button[];
  readonly picture: string | null;
  readonly why: readonly Reason[];
  readonly looked: readonly Looked[];
}

export const chatLines = mysqlTable(
  "chat_lines",
  {
    siteId: columns.siteId(),
    talkId: columns.idOf("talk_id"),
    /** Its place in the conversation, from 0. */
    nth: int("nth").notNull(),
    /** Names one sending: sent again, it is the same. */
    once: varchar("once", { length: 40 }).notNull(),
    by: mysqlEnum("said_by", speakers as unknown as [Speaker, ...Speaker[]]).notNull(),
    text: text("text").notNull(),
    /** Of an answer: what it was. */
    kind: varchar("kind", { length: 12 }).notNull().default(""),
    /** Of an answer: what it came from, such as "page:/classes" or "live:hours"; "" for nothing. */
    topic: varchar("topic", { length: 400 }).notNull().default(""),
    page: varchar("page", { length: 400 }).notNull().default(""),
    reply: columns.json<KeptReply>("reply"),
    helped: boolean("helped"),
    /** How long the answer took, in µs. */
    tookUs: bigint("took_us", { mode: "number" }),
    createdAt: columns.createdAt(),
  },
  (table) => [
    primaryKey({ columns: [table.talkId, table.nth] }),
    unique("chat_lines_once").on(table.talkId, table.once),
    index("chat_lines_time").on(table.siteId, table.createdAt),
    index("chat_lines_kind").on(table.siteId, table.kind, table.createdAt),
  ],
);
personal(chatLines, { of: { table: chatTalks, here: "talkId", there: "id" }, named: ["text"], forgets: "row" });

/** How a question of a test set did. */
export interface KeptVerdict {
  readonly id: string;
  readonly verdict: "right" | "wrong" | "unknown";
}

/** Runs of a test set, the last few of each chat: what has changed is told from them. */
export const chatRuns = mysqlTable(
  "chat_runs",
  {
    id: columns.rowId(),
    siteId: columns.siteId(),
    widgetId: columns.widgetId(),
    /** SHA-256 of what was run on: the same is not kept twice. */
    of: varchar("of", { length: 64 }).notNull(),
    verdicts: columns.json<readonly KeptVerdict[]>("verdicts").notNull(),
    createdAt: columns.createdAt(),
  },
  (table) => [index("chat_runs_time").on(table.siteId, table.widgetId, table.createdAt)],
);

/** How reading another site or a file stands. */
export const sourceStates = ["reading", "stopped", "done", "failed"] as const;
export type SourceState = (typeof sourceStates)[number];

/** Other sites and files that chats read, by what is read: whichever chat or release names one has the same. */
export const chatSources = mysqlTable(
  "chat_sources",
  {
    siteId: columns.siteId(),
    /** SHA-256 of what it is: the address where a site begins, or the file. */
    key: varchar("source_key", { length: 64 }).notNull(),
    state: mysqlEnum("state", sourceStates as unknown as [SourceState, ...SourceState[]]).notNull(),
    /** How far it goes, as it was set: set otherwise, it is gone through again. */
    plan: varchar("plan", { length: 64 }).notNull(),
    /** Counted up each time it is gone through; a page that was looked at in an earlier round is due. */
    round: int("round").notNull(),
    /** Its robots.txt in this round; null while it was not asked for. */
    robots: columns.json<string>("robots"),
    /** Why it could not be read; null where it could. */
    problem: columns.json<Reason>("problem"),
    failures: int("failures").notNull().default(0),
    /** Counted up whenever something that can be answered from has changed. */
    version: int("version").notNull().default(0),
    startedAt: columns.instant("started_at").notNull(),
    doneAt: columns.instant("done_at"),
    /** When it is looked at next; null for never. */
    nextAt: columns.instant("next_at"),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.key] })],
);

export const sourcePageStates = ["due", "read", "left"] as const;
export type SourcePageState = (typeof sourcePageStates)[number];

/** Addresses of another site, and what stands there; of a file, its one row. */
export const chatSourcePages = mysqlTable(
  "chat_source_pages",
  {
    siteId: columns.siteId(),
    sourceKey: varchar("source_key", { length: 64 }).notNull(),
    /** SHA-256 of its address. */
    key: varchar("page_key", { length: 64 }).notNull(),
    address: varchar("address", { length: 1000 }).notNull(),
    /** So many links from the beginning. */
    depth: smallint("depth").notNull(),
    /** Its place in the order in which addresses were found. */
    nth: int("nth").notNull(),
    /** The round in which it was looked at last. */
    round: int("round").notNull(),
    state: mysqlEnum("state", sourcePageStates as unknown as [SourcePageState, ...SourcePageState[]]).notNull(),
    /** Why it was passed over, or could not be read again. */
    reason: columns.json<Reason>("reason"),
    tries: smallint("tries").notNull().default(0),
    etag: varchar("etag", { length: 300 }),
    lastModified: varchar("last_modified", { length: 100 }),
    title: varchar("title", { length: 300 }).notNull().default(""),
    /** SHA-256 of what it says; "" while nothing is known of it. */
    hash: columns.hash().default(""),
    passages: int("passages").notNull().default(0),
    read: columns.packedJson<ReadPage>("read_page"),
    readAt: columns.instant("read_at"),
  },
  (table) => [
    primaryKey({ columns: [table.siteId, table.sourceKey, table.key] }),
    index("chat_source_pages_due").on(table.siteId, table.sourceKey, table.round, table.depth, table.nth),
    index("chat_source_pages_hash").on(table.siteId, table.sourceKey, table.hash),
  ],
);

/** Keys of outside language models, sealed with the installation's secret. */
export const chatModelKeys = mysqlTable("chat_model_keys", {
  siteId: varchar("site_id", { length: 24 }).primaryKey(),
  sealed: varchar("sealed", { length: 1000 }).notNull(),
  changedAt: columns.changedAt(),
});

/** What an outside language model did on a day of the site's zone, and what it took. */
export const chatModelDays = mysqlTable(
  "chat_model_days",
  {
    siteId: columns.siteId(),
    /** "2026-03-05" */
    day: columns.day(),
    calls: int("calls").notNull().default(0),
    /** Answers that were shown; refused because not every sentence was carried; and calls that failed. */
    shown: int("shown").notNull().default(0),
    refused: int("refused").notNull().default(0),
    failed: int("failed").notNull().default(0),
    tokensIn: bigint("tokens_in", { mode: "number" }).notNull().default(0),
    tokensOut: bigint("tokens_out", { mode: "number" }).notNull().default(0),
    /** Until the first sentence was there, and until the last, in ms, of all calls together. */
    firstMs: bigint("first_ms", { mode: "number" }).notNull().default(0),
    wholeMs: bigint("whole_ms", { mode: "number" }).notNull().default(0),
    /** In millionths of a minor unit. */
    cost: bigint("cost", { mode: "number" }).notNull().default(0),
  },
  (table) => [primaryKey({ columns: [table.siteId, table.day] })],
);
