// What a visitor's browser remembers about what opened, and what it knows about its visitor. No cookies. What somebody closed
// or sent is theirs to have remembered; their visits are counted only where that may be.
import type { OpeningMemory } from "@/core/opening/rule";
import type { Visitor } from "@/core/visitor/visitor";

/** What the visitor did. */
interface Done {
  closedAt: Record<string, number>;
  signedUpWith: string[];
}

const doneKey = "popups";
const visitsKey = "popup-visits";
/** A pause this long begins a new visit, in ms. */
const visitPause = 30 * 60_000;

function read<T>(key: string, empty: T): T {
  try {
    return { ...empty, ...(JSON.parse(localStorage.getItem(key) ?? "{}") as T) };
  } catch {
    return empty;
  }
}

/** Storage may be forbidden: then nothing is remembered, and nothing breaks. */
function write(key: string, value: unknown) {
  try {
    localStorage.setItem(key, JSON.stringify(value));
  } catch {}
}

const readDone = () => read<Done>(doneKey, { closedAt: {}, signedUpWith: [] });

/** Which visit this is, and what opened in it so far. */
function visitNow(): { readonly visit: number; readonly shown: Record<string, number> } {
  const kept = read(visitsKey, { visit: 0, seen: 0, shown: {} });
  return Date.now() - kept.seen > visitPause ? { visit: kept.visit + 1, shown: {} } : kept;
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
export const keepVisit = (visit: number, shown: OpeningMemory["shownThisVisit"]): void =>
  write(visitsKey, { visit, seen: Date.now(), shown });

export const rememberClosed = (closedAt: OpeningMemory["closedAt"]): void =>
  write(doneKey, { ...readDone(), closedAt });

export function rememberDone(widget: string): void {
  const done = readDone();
  write(doneKey, { ...done, signedUpWith: [...new Set([...done.signedUpWith, widget])] });
}
