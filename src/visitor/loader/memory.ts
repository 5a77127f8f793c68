// What a visitor's browser remembers about what opened, and what it knows about its visitor. No cookies. What somebody closed
// or sent is theirs to have remembered; their visits are counted only where that may be.
import type { OpeningMemory } from "@/core/opening/rule";
import type { Visitor } from "@/core/visitor/visitor";

/** What the visitor did. */
interface Done {
  closedAt: Record<string, number>;
  signedUpWith: string[];
}

interface Visits {
  visits: number;
  lastSeen: number;
}

const doneKey = "popups";
const visitsKey = "popup-visits";
/** A pause this long begins a new visit, in ms. */
const visitPause = 30 * 60_000;

function read<T>(storage: () => Storage, key: string, empty: T): T {
  try {
    return { ...empty, ...(JSON.parse(storage().getItem(key) ?? "{}") as T) };
  } catch {
    return empty;
  }
}

/** Storage may be forbidden: then nothing is remembered, and nothing breaks. */
function write(storage: () => Storage, key: string, value: unknown) {
  try {
    storage().setItem(key, JSON.stringify(value));
  } catch {}
}

const long = () => localStorage;
const short = () => sessionStorage;
const readDone = () => read<Done>(long, doneKey, { closedAt: {}, signedUpWith: [] });

/** Which visit this is, and what opened in it so far. */
function visitNow(): { readonly visit: number; readonly shown: Record<string, number> } {
  const { visits, lastSeen } = read<Visits>(long, visitsKey, { visits: 0, lastSeen: 0 });
  if (Date.now() - lastSeen > visitPause) return { visit: visits + 1, shown: {} };
  return { visit: visits, shown: read(short, visitsKey, {}) };
}

/** The visitor as this browser tells; the country is that of the language's region, if it names one. */
export function readVisitor(): Visitor {
  let cameFrom: string | null = null;
  try {
    cameFrom = document.referrer ? new URL(document.referrer).hostname : null;
  } catch {}
  return {
    widthPx: innerWidth,
    language: navigator.language,
    country: new Intl.Locale(navigator.language).region ?? null,
    now: Date.now(),
    zone: Intl.DateTimeFormat().resolvedOptions().timeZone,
    visit: visitNow().visit,
    cameFrom: cameFrom === location.hostname ? null : cameFrom,
    consent: "notAsked",
    signedUpWith: readDone().signedUpWith,
  };
}

export const readMemory = (): OpeningMemory => ({ closedAt: readDone().closedAt, shownThisVisit: visitNow().shown });

/** Keeps which visit this is (the first is 1), with what opened in it: from here on it is remembered. */
export function keepVisit(visit: number, shownThisVisit: OpeningMemory["shownThisVisit"]) {
  write(long, visitsKey, { visits: visit, lastSeen: Date.now() });
  write(short, visitsKey, shownThisVisit);
}

export function rememberClosed(closedAt: OpeningMemory["closedAt"]) {
  write(long, doneKey, { ...readDone(), closedAt });
}

export function rememberDone(widget: string) {
  const done = readDone();
  write(long, doneKey, { ...done, signedUpWith: [...new Set([...done.signedUpWith, widget])] });
}
