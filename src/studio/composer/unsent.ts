// Edits that have not reached the server, kept in the browser's storage: they outlive a reload, a crash, a sign-out.
import type { Batch } from "@/core/page/editing/follow";

/** What one tab left of one document: batches as they are meant after `revision`. */
export interface Left {
  readonly revision: number;
  /** Real time of the last change, in ms. */
  readonly at?: number;
  readonly batches: readonly Batch[];
}

const prefixOf = (site: string, document: string) => `webitor.unsent2.${site}.${document}.`;
const nameKey = "webitor.tab";
const lockOf = (tab: string) => `webitor.tab.${tab}`;
const locks = () => (typeof navigator === "undefined" ? undefined : navigator.locks);

/** Takes the lock of a name for as long as the tab lives; false where another tab has it. */
function hold(tab: string): Promise<boolean> {
  const all = locks();
  if (!all) return Promise.resolve(true);
  return new Promise((resolve) => {
    void all.request(lockOf(tab), { ifAvailable: true }, (lock) => {
      resolve(lock !== null);
      return lock ? new Promise(() => {}) : undefined;
    });
  });
}

let named: { readonly session: Storage; readonly name: Promise<string> } | null = null;

/** This tab's name. It outlives a reload; a tab that was doubled by the browser gets one of its own. */
export function tabName(newId: () => string): Promise<string> {
  const make = async () => {
    const known = sessionStorage.getItem(nameKey);
    const name = known && (await hold(known)) ? known : newId();
    if (name !== known) await hold(name);
    sessionStorage.setItem(nameKey, name);
    return name;
  };
  try {
    if (named?.session !== sessionStorage) named = { session: sessionStorage, name: make().catch(newId) };
    return named.name;
  } catch {
    return Promise.resolve(newId());
  }
}

export function keep(site: string, document: string, tab: string, left: Left): void {
  try {
    const key = prefixOf(site, document) + tab;
    if (left.batches.length) localStorage.setItem(key, JSON.stringify({ ...left, at: Date.now() }));
    else localStorage.removeItem(key);
  } catch {
    // Full or forbidden storage: the edits still stand in memory.
  }
}

/** How many edits other tabs of this browser have not kept yet, by document. */
export function leftInOthers(site: string, documents: readonly string[], tab: string): ReadonlyMap<string, number> {
  const counts = new Map<string, number>();
  try {
    for (const document of documents) {
      const prefix = prefixOf(site, document);
      for (const key of Object.keys(localStorage)) {
        if (!key.startsWith(prefix) || key.slice(prefix.length) === tab) continue;
        const left = JSON.parse(localStorage.getItem(key) ?? "null") as Left | null;
        const edits = (left?.batches ?? []).reduce((sum, batch) => sum + batch.edits.length, 0);
        if (edits) counts.set(document, (counts.get(document) ?? 0) + edits);
      }
    }
  } catch {
    // Forbidden storage: there is nothing kept to be told.
  }
  return counts;
}

/** Where the browser has no locks (a site without TLS), a tab that has not written for this long counts as closed, in ms. */
const closedAfterMs = 600_000;

/** Takes what this tab, or one that is closed, left of a document. */
export async function takeLeft(site: string, document: string, tab: string): Promise<readonly Left[]> {
  const held = (await locks()?.query())?.held?.map((lock) => lock.name);
  const closed = (other: string, left: Left) =>
    held ? !held.includes(lockOf(other)) : Date.now() - (left.at ?? 0) > closedAfterMs;
  try {
    const prefix = prefixOf(site, document);
    return Object.keys(localStorage).flatMap((key) => {
      const left = key.startsWith(prefix) ? (JSON.parse(localStorage.getItem(key) ?? "null") as Left | null) : null;
      const owner = key.slice(prefix.length);
      if (!left || (owner !== tab && !closed(owner, left))) return [];
      localStorage.removeItem(key);
      return [left];
    });
  } catch {
    return [];
  }
}
