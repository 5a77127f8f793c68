// A site as it stands in the studio, ready to be asked: what the next release will answer.
import { LRUCache } from "lru-cache";
import { judge, type Verdict } from "@/core/chat/answers/verdict";
import type { Chat, TestQuestion } from "@/core/chat/chat";
import type { KnownPage } from "@/core/chat/knows/knowledge";
import type { SiteFile } from "@/core/site/site";
import { inTransaction } from "@/data/connection";
import { workingUnits } from "@/data/release/units";
import type { SiteRow } from "@/data/site/queries";
import { type Context, sha256 } from "../context";
import { keptOfDatabase } from "../kept";
import { catalogOf, type KnownCatalog } from "../shop/catalog/catalog";
import { liveShopOf } from "../shop/pages/live";
import { loadSite } from "../site/whole";
import { type Answered, type Asking, answer } from "./answer";
import { engineOf, soldIn } from "./engines";
import { type ReadSources, readSourcesOf } from "./read-sources";
import { workingPages } from "./reading";

interface Read {
  readonly state: string;
  readonly site: SiteFile;
  readonly pages: readonly KnownPage[];
}

/** Pages as they were read for the last state of some sites. */
const read = keptOfDatabase(new LRUCache<string, Read>({ max: 20 }));
interface Engines {
  readonly asking: Asking;
  readonly catalog: KnownCatalog | null;
  readonly elsewhere: ReadSources;
}
const engines = keptOfDatabase(new LRUCache<string, Engines>({ max: 10 }));

/** A name for what a site is like now: another after any change of it. */
async function stateOf(context: Context, row: SiteRow): Promise<string> {
  const units = await workingUnits(context.db, row.id);
  return sha256(JSON.stringify([row.name, row.settings, units.map(({ of, id, hash }) => [of, id, hash]).sort()]));
}

/** The pages of a site as they stand, and the site itself; read again only where something has changed. */
export async function workingSite(context: Context, row: SiteRow): Promise<Read> {
  const state = await stateOf(context, row);
  const known = read.get(row.id);
  if (known?.state === state) return known;
  const site = await inTransaction(context.db, (tx) => loadSite(tx, row));
  const fresh = { state, site, pages: await workingPages(context, row, site) };
  read.set(row.id, fresh);
  return fresh;
}

/** An engine for a site as it stands, with a chat that need not be saved yet. */
export async function workingEngine(context: Context, row: SiteRow, chat: Chat): Promise<Asking & Read> {
  const now = await workingSite(context, row);
  const { site, pages, state } = now;
  const shop = liveShopOf(site, { off: true });
  const catalog = shop ? await catalogOf(context, row) : null;
  const key = `${row.id} ${state} ${sha256(JSON.stringify(chat))}`;
  const kept = engines.get(key);
  // What the shop sells changes without the site: each reading of it is another.
  const elsewhere = await readSourcesOf(context, row.id, chat.sources, kept?.elsewhere);
  let asking = kept && kept.catalog === catalog && kept.elsewhere === elsewhere ? kept.asking : null;
  if (!asking) {
    const made = engineOf(
      {
        site,
        widgets: site.widgets,
        chat,
        setUp: site.booking ?? null,
        sold: shop && catalog ? soldIn(catalog, shop, site.settings.language) : [],
        elsewhere: elsewhere.pages,
        hasOwnPage: true,
      },
      pages,
    );
    asking = { ...made, widgets: site.widgets };
    engines.set(key, { asking, catalog, elsewhere });
  }
  return { ...asking, ...now };
}

export interface Tested {
  readonly id: string;
  readonly verdict: Verdict;
  readonly answered: Answered;
}

/** Runs a test set on an engine, one question after the other. */
export async function runTests(
  context: Context,
  row: SiteRow,
  asking: Asking,
  tests: readonly TestQuestion[],
): Promise<readonly Tested[]> {
  const tested: Tested[] = [];
  const now = context.now().getTime();
  const page = asking.knowledge.facts.language;
  for (const { id, question, before, expects } of tests) {
    const first =
      before === undefined ? null : await answer(context, row, asking, { question: before, before: null, page, now });
    const answered = await answer(context, row, asking, { question, before: first?.reply.turn ?? null, page, now });
    tested.push({ id, verdict: judge(answered.reply, expects), answered });
  }
  return tested;
}

/** The share of right answers, in whole percent rounded down; 100 for no tests. */
export const shareRight = (tested: readonly { readonly verdict: Verdict }[]): number =>
  tested.length ? Math.floor((tested.filter(({ verdict }) => verdict === "right").length / tested.length) * 100) : 100;
