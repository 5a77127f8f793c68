// Which release of a site is live: asked at most once a second, and known from before where the database is away.
import { LRUCache } from "lru-cache";
import { isUnreachable } from "@/data/connection";
import { findSite, type SiteRow } from "@/data/site/queries";
import type { Context } from "../context";

export interface Live {
  /** Known from before, as long as the database is away. */
  readonly stale?: true;
  readonly site: SiteRow;
  readonly siteId: string;
  readonly releaseId: string | null;
  /** How often its pages were made anew. */
  readonly renewed: number;
  readonly checkedAt: number;
}

/** How long a process may go on with what it knows of the live pointer, when another process moves it. */
const pointerMs = 1000;
/** How long it waits for the database before it goes on with what it knew last; and of how many sites it knows that. */
const patienceMs = 1000;
const remembered = 5000;

export class LivePointers {
  private readonly asked = new Map<string, Promise<Live | null>>();
  private readonly known = new Map<string, Live | null>();
  /** Where each site's live release was last seen, for as long as nobody can be asked. */
  private readonly last = new LRUCache<string, Live>({ max: remembered });

  constructor(private readonly context: Context) {
    context.listeners.live.add((key) => this.known.delete(key));
    // Other processes move pointers too.
    context.events.listen(null, {
      heard: (event) => {
        if (event.kind === "live") this.known.delete(event.payload.key);
      },
      missed: () => this.known.clear(),
    });
  }

  /** The site of this key and its live release; null for none. */
  async of(key: string): Promise<Live | null> {
    const fresh = this.known.get(key);
    if (fresh && performance.now() - fresh.checkedAt < pointerMs) return fresh;
    const before = this.last.get(key);
    const asked = this.ask(key);
    const found = await (before ? sooner(asked, before) : asked);
    if (found?.stale) return found;
    // Unknown hosts are not kept: a stranger could otherwise fill the memory with names.
    if (found) {
      this.known.set(key, found);
      this.last.set(key, found);
    } else this.last.delete(key);
    return found;
  }

  /** Asks the database, once for all that ask meanwhile. */
  private ask(key: string): Promise<Live | null> {
    const running = this.asked.get(key);
    if (running) return running;
    const asked = findSite(this.context.vital, key)
      .then(
        (site) =>
          site && {
            site,
            siteId: site.id,
            releaseId: site.liveReleaseId,
            renewed: site.renewed,
            checkedAt: performance.now(),
          },
      )
      .then((found) => found ?? null)
      .finally(() => this.asked.delete(key));
    this.asked.set(key, asked);
    return asked;
  }
}

/** What is asked for; what was known before, where the database is away or takes too long. */
async function sooner(asked: Promise<Live | null>, before: Live): Promise<Live | null> {
  const known: Live = { ...before, stale: true };
  let timer: ReturnType<typeof setTimeout> | undefined;
  const late = new Promise<Live>((resolve) => {
    timer = setTimeout(() => resolve(known), patienceMs);
  });
  const answered = asked.catch((error: unknown) => {
    if (isUnreachable(error)) return known;
    throw error;
  });
  return Promise.race([answered, late]).finally(() => clearTimeout(timer));
}
