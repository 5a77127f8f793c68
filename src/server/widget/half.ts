// The server's half of a kind of widget: what its screens and its visitors ask, its jobs, what it knows about a
// person, and how it did.
import type { Problem } from "@/core/kind/holder";
import type { WidgetKindName, WidgetOf, WidgetSettings } from "@/core/widget/settings";
import type { Executor } from "@/data/connection";
import type { SiteRow } from "@/data/site/queries";
import type { Context } from "../context";
import type { Json } from "../edge/described";
import type { Endpoint } from "../edge/endpoint";
import type { JobKinds } from "../job/kind";
import type { Operation, SiteCall } from "../operation";

/** How a widget did, day by day, each series as long as `days`; and what visitors sent, by its state. */
export interface WidgetResults {
  /** Days in the site's zone, "2026-11-24". */
  readonly days: readonly string[];
  readonly series: Readonly<Record<string, readonly number[]>>;
  readonly states: Readonly<Record<string, number>>;
}

/** Who is asked about, and in which language what they did is told. */
export interface PersonAsked {
  readonly context: Context;
  readonly site: SiteRow;
  /** As it is kept: in small letters. */
  readonly email: string;
  /** BCP 47. */
  readonly language: string;
}

/** One thing that a person did. */
export interface Done {
  readonly id: string;
  readonly at: Date;
  /** "Order 1041" */
  readonly title: string;
  /** How it stands, and what it came to. */
  readonly words: string;
  /** Where they see it themselves, on the site's host; "" for nowhere. */
  readonly path: string;
  /** Files of theirs that came of it: for themselves alone, each with where it can be fetched ("" for no more) and how often. */
  readonly files?: readonly { readonly name: string; readonly path: string; readonly words: string }[];
  /** The address they gave for it, line by line. */
  readonly address?: readonly string[];
}

/** How much of a kind waits at one site. */
export interface WaitingAt {
  readonly siteId: string;
  readonly all: number;
}

/** So much of each kind is told of one person. */
export const mostDone = 50;

export interface WidgetServer<K extends WidgetKindName> {
  // biome-ignore lint/suspicious/noExplicitAny: what each takes and gives stands in its own type
  readonly operations: Readonly<Record<string, Operation<any, unknown>>>;
  readonly endpoints: readonly Endpoint[];
  /** Forms that its endpoints' descriptions name. */
  readonly schemas: Readonly<Record<string, Json>>;
  readonly jobs: JobKinds;
  /**
   * What has to be done before a person is forgotten, while it is still known who they are; absent for nothing. That they are forgotten
   * is not its business: their tables say what of them is somebody's. Answers keys of bytes that nothing names any more.
   */
  beforeForgotten?(tx: Executor, siteId: string, email: string): Promise<readonly string[]>;
  /** What a person of a site did through this kind, the newest first and at most `mostDone` of it; null where it knows nobody. */
  readonly knows: ((call: PersonAsked) => Promise<readonly Done[]>) | null;
  /** What has to begin when one was made or its settings were saved; absent where nothing has. */
  saved?(tx: Executor, siteId: string, widgetId: string): Promise<void>;
  results(call: SiteCall, widget: WidgetOf<K>, days: readonly string[]): Promise<Omit<WidgetResults, "days">>;
  /** What is worth a look besides what its settings say; null where nothing outside of them can go wrong. */
  readonly outside: ((call: SiteCall, widget: WidgetOf<K>) => Promise<readonly Problem[]>) | null;
  /** How much waits on the Desk for somebody of the studio, counted for all these sites at once; null where nothing does. */
  readonly waiting: ((db: Executor, siteIds: readonly string[]) => Promise<readonly WaitingAt[]>) | null;
  /** Judges what a rehearsed page would send, as the live site does; throws the same problem. Null where nothing is sent. */
  readonly rehearse: ((settings: WidgetSettings[K], fields: unknown) => void) | null;
}

/** What a kind has that says nothing of it. */
const usual = {
  operations: {},
  endpoints: [],
  schemas: {},
  jobs: {},
  knows: null,
  results: async () => ({ series: {}, states: {} }),
  outside: null,
  waiting: null,
  rehearse: null,
} satisfies WidgetServer<WidgetKindName>;

/** The server's half of a kind, with what is usual for all that it does not say. Its operations keep their own types. */
export const defineWidgetServer =
  <K extends WidgetKindName>() =>
  <const G extends Partial<WidgetServer<K>>>(given: G): Omit<typeof usual, keyof G> & G => ({ ...usual, ...given });
