// The engines that answer: one for the live release of each site, kept in memory and brought up to date by what changed; one for a
// site as it stands in the studio.
import { LRUCache } from "lru-cache";
import type { BookingSetUp } from "@/core/booking/booking";
import type { Chat } from "@/core/chat/chat";
import { ChatEngine, type Knowledge } from "@/core/chat/engine";
import {
  bookedPassages,
  bookedSubjects,
  type KnownPage,
  otherSource,
  pageSource,
  passagesOf,
  readsPage,
  type SourcePage,
  siteFacts,
  tablesOf,
  tablesOfSources,
} from "@/core/chat/knows/knowledge";
import type { Passage, Source } from "@/core/chat/knows/passage";
import { type Sold, soldOf } from "@/core/chat/knows/sold";
import { ownRoot } from "@/core/self-service/account";
import type { KeptSite } from "@/core/site/site";
import { productPath } from "@/core/storefront/view";
import type { SiteWidget, WidgetOf } from "@/core/widget/settings";
import { versionsOf } from "@/data/booking/diary";
import type { SiteRow } from "@/data/site/queries";
import { setUpAt } from "../booking/set-up";
import type { Context } from "../context";
import { keptOfDatabase } from "../kept";
import { catalogOf, type KnownCatalog } from "../shop/catalog/catalog";
import { type LiveShop, liveShop } from "../shop/pages/live";
import { type ReadSources, readSourcesOf } from "./read-sources";
import { liveSite, type ReleasedPage, releasedPages } from "./reading";

/** What engines are made of besides the pages. */
export interface Ground {
  readonly site: Pick<KeptSite, "name" | "settings">;
  readonly widgets: readonly SiteWidget[];
  readonly chat: Chat;
  readonly setUp: BookingSetUp | null;
  readonly sold: readonly Sold[];
  /** Pages of other sites, and files. */
  readonly elsewhere: readonly SourcePage[];
  readonly hasOwnPage: boolean;
}

/** What a chat knows of its ground and its pages. */
export function knowledgeOf(ground: Ground, pages: readonly KnownPage[]): Knowledge {
  const { site, chat, setUp, widgets, sold, hasOwnPage } = ground;
  return {
    facts: siteFacts(site.name, site.settings),
    brief: chat.brief,
    subjects: [...bookedSubjects(setUp, widgets, pages), ...sold.map(({ subject }) => subject)],
    tables: [...chat.tables, ...pages.flatMap(tablesOf), ...ground.elsewhere.flatMap(tablesOfSources)],
    synonyms: chat.synonyms,
    answers: chat.answers,
    ownPage: hasOwnPage ? ownRoot : "",
  };
}

/** A source with its passages, and what it was made from: the same is not put in again. */
interface Piece {
  readonly source: Source;
  readonly passages: readonly Passage[];
  readonly of: unknown;
}

function piecesOf(ground: Ground, knowledge: Knowledge, pages: readonly KnownPage[]): readonly Piece[] {
  return [
    ...pages.map((page): Piece => {
      const source = pageSource(page);
      return { source, passages: passagesOf(source, page.read), of: page };
    }),
    ...bookedPassages(ground.setUp, knowledge.subjects, pages).map((one): Piece => ({ ...one, of: ground.setUp })),
    ...ground.elsewhere.map((one): Piece => {
      const source = otherSource(one);
      return { source, passages: passagesOf(source, one.read), of: one };
    }),
    ...ground.sold.map(({ source, passages }): Piece => ({ source, passages, of: passages })),
  ];
}

/** An engine made anew from its ground. */
export function engineOf(ground: Ground, all: readonly KnownPage[]): { engine: ChatEngine; knowledge: Knowledge } {
  const pages = all.filter(({ path }) => readsPage(ground.chat, path));
  const knowledge = knowledgeOf(ground, pages);
  const engine = new ChatEngine(knowledge);
  for (const { source, passages } of piecesOf(ground, knowledge, pages)) engine.put(source, passages);
  return { engine, knowledge };
}

/** Engines of live sites, by how many passages they hold: memory is what bounds them. */
const mostPassages = 60_000;

interface Kept {
  release: string;
  setUp: BookingSetUp | null;
  catalog: KnownCatalog | null;
  pages: ReadonlyMap<string, ReleasedPage>;
  elsewhere: ReadSources;
  pieces: ReadonlyMap<string, unknown>;
  readonly engine: ChatEngine;
  knowledge: Knowledge;
  /** As they were published: the calendars that visitors have. */
  readonly widgets: readonly SiteWidget[];
}

const engines = new WeakMap<Context, LRUCache<string, Kept>>();
const asking = keptOfDatabase(new Map<string, Promise<Kept>>());

function keptIn(context: Context): LRUCache<string, Kept> {
  const found =
    engines.get(context) ??
    new LRUCache<string, Kept>({
      max: 200,
      maxSize: mostPassages,
      sizeCalculation: ({ engine }) => Math.min(mostPassages, engine.index.size + 1),
    });
  engines.set(context, found);
  return found;
}

/** What can be booked on a site now; null where nothing can. */
async function setUpOf(context: Context, siteId: string): Promise<BookingSetUp | null> {
  const versions = await versionsOf(context.db, siteId);
  return versions ? setUpAt(context.db, siteId, versions.setUp) : null;
}

export const soldIn = (known: KnownCatalog, shop: LiveShop, language: string): readonly Sold[] =>
  soldOf(known.catalog, known.frame, language, (product) => productPath({ shop: shop.shown }, product));

/** The engine of the live release of a site, with the chat of this id as it was published. */
export async function liveEngine(context: Context, row: SiteRow, widget: WidgetOf<"chat">): Promise<Kept> {
  const setUp = await setUpOf(context, row.id);
  const shop = await liveShop(context, row);
  const catalog = shop ? await catalogOf(context, row) : null;
  const all = keptIn(context);
  const kept = all.get(row.id);
  const release = row.liveReleaseId ?? "";
  const elsewhere = await readSourcesOf(context, row.id, widget.settings.sources, kept?.elsewhere);
  const same = kept && kept.setUp === setUp && kept.catalog === catalog && kept.elsewhere === elsewhere;
  if (same && kept.release === release) return kept;
  // Whoever asks while it is being made waits for the same.
  const key = `${row.id} ${release}`;
  const making = asking.get(key);
  if (making) return making;
  const made = make(context, row, widget, { setUp, shop, catalog, elsewhere, kept }).finally(() => asking.delete(key));
  asking.set(key, made);
  const fresh = await made;
  all.set(row.id, fresh);
  return fresh;
}

async function make(
  context: Context,
  row: SiteRow,
  widget: WidgetOf<"chat">,
  {
    setUp,
    shop,
    catalog,
    elsewhere,
    kept,
  }: {
    setUp: BookingSetUp | null;
    shop: LiveShop | null;
    catalog: KnownCatalog | null;
    elsewhere: ReadSources;
    kept: Kept | undefined;
  },
): Promise<Kept> {
  const live = await liveSite(context, row.id, row.liveReleaseId);
  if (!live) throw new Error(`Site ${row.key} has no live release`);
  const read = await releasedPages(context, row.id, live, kept?.pages);
  const chat = widget.settings;
  const pages = read.filter(({ path }) => readsPage(chat, path));
  const { language } = live.site.settings;
  const ground: Ground = {
    site: live.site,
    widgets: live.site.widgets,
    chat,
    setUp,
    sold: shop && catalog ? soldIn(catalog, shop, language) : [],
    elsewhere: elsewhere.pages,
    hasOwnPage: true,
  };
  const knowledge = knowledgeOf(ground, pages);
  // Words are stemmed by the language: another one begins anew.
  const engine = kept && kept.knowledge.facts.language === language ? kept.engine : new ChatEngine(knowledge);
  const before = engine === kept?.engine ? kept.pieces : new Map<string, unknown>();
  if (engine === kept?.engine) engine.know(knowledge);
  const pieces = piecesOf(ground, knowledge, pages);
  const now = new Map(pieces.map(({ source, of }) => [source.id, of]));
  for (const id of before.keys()) if (!now.has(id)) engine.drop(id);
  for (const { source, passages, of } of pieces) if (before.get(source.id) !== of) engine.put(source, passages);
  return {
    release: live.id,
    setUp,
    catalog,
    elsewhere,
    pages: new Map(read.map((page) => [page.path, page])),
    pieces: now,
    engine,
    knowledge,
    widgets: live.site.widgets,
  };
}
