// What a visitor's browser remembers about what opened, and what it knows about its visitor. No cookies.
import type { OpeningMemory } from "@/core/opening/rule";
import type { Visitor } from "@/core/visitor/visitor";

interface Kept {
  visits: number;
  lastSeen: number;
  closedAt: Record<string, number>;
  signedUpWith: string[];
}

const key = "popups";
/** A pause this long begins a new visit, in ms. */
const visitPause = 30 * 60_000;

function read<T>(storage: () => Storage, empty: T): T {
  try {
    return { ...empty, ...(JSON.parse(storage().getItem(key) ?? "{}") as T) };
  } catch {
    return empty;
  }
}

/** Storage may be forbidden: then nothing is remembered, and nothing breaks. */
function write(storage: () => Storage, value: unknown) {
  try {
    storage().setItem(key, JSON.stringify(value));
  } catch {}
}

const long = () => localStorage;
const short = () => sessionStorage;
const readKept = () => read<Kept>(long, { visits: 0, lastSeen: 0, closedAt: {}, signedUpWith: [] });

/** The visitor as this browser tells; the country is that of the language's region, if it names one. */
export function readVisitor(): Visitor {
  const kept = readKept();
  const now = Date.now();
  if (now - kept.lastSeen > visitPause) {
    kept.visits += 1;
    write(short, {});
  }
  kept.lastSeen = now;
  write(long, kept);
  let cameFrom: string | null = null;
  try {
    cameFrom = document.referrer ? new URL(document.referrer).hostname : null;
  } catch {}
  return {
    widthPx: innerWidth,
    language: navigator.language,
    country: new Intl.Locale(navigator.language).region ?? null,
    now,
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    visit: kept.visits,
    cameFrom: cameFrom === location.hostname ? null : cameFrom,
    consent: "notAsked",
    signedUpWith: kept.signedUpWith,
  };
}

export const readMemory = (): OpeningMemory => ({
  closedAt: readKept().closedAt,
  shownThisVisit: read<Record<string, number>>(short, {}),
});

export function keepMemory(memory: OpeningMemory) {
  write(long, { ...readKept(), closedAt: memory.closedAt });
  write(short, memory.shownThisVisit);
}

export function rememberDone(widget: string) {
  const kept = readKept();
  write(long, { ...kept, signedUpWith: [...new Set([...kept.signedUpWith, widget])] });
}
