// Which clips of its sources a feed shows, and in which order.
import type { FeedClip, FeedOrder, FeedPick } from "./clips";

const folded = (text: string): string => text.normalize("NFD").replace(/\p{M}/gu, "").toLowerCase();

const formats = new Map<string, Intl.DateTimeFormat>();

/** The date of a moment on the calendar of a zone, "2026-03-05". */
function dayOf(at: number, zone: string): string {
  const format =
    formats.get(zone) ??
    new Intl.DateTimeFormat("en-CA", { timeZone: zone, year: "numeric", month: "2-digit", day: "2-digit" });
  formats.set(zone, format);
  return format.format(at);
}

const holds = (clip: FeedClip, words: readonly string[]): boolean => {
  const text = folded(`${clip.title} ${clip.words}`);
  return words.some((word) => text.includes(folded(word)));
};

type Compare = (one: FeedClip, other: FeedClip) => number;

/** What a feed does not say comes last. */
const byTime =
  (sign: 1 | -1): Compare =>
  (one, other) =>
    one.published === null || other.published === null
      ? Number(one.published === null) - Number(other.published === null)
      : sign * (one.published - other.published);

const orders = (pick: FeedPick, language: string): Readonly<Record<FeedOrder, Compare>> => {
  const place = new Map(pick.byHand.map((id, at) => [id, at]));
  const titles = new Intl.Collator(language);
  const last = pick.byHand.length;
  return {
    newest: byTime(-1),
    oldest: byTime(1),
    mostSeen: (one, other) => (other.views ?? -1) - (one.views ?? -1),
    title: (one, other) => titles.compare(one.title, other.title),
    byHand: (one, other) => (place.get(one.id) ?? last) - (place.get(other.id) ?? last),
  };
};

/**
 * The clips shown, each once (by the page it stands on), in their order; equal ones in that of the sources. Days are those
 * of `zone`. A clip that no length or date is known of passes only where nothing is asked about it.
 */
export function selectClips(
  found: readonly FeedClip[],
  pick: FeedPick,
  { language, zone }: { readonly language: string; readonly zone: string },
): readonly FeedClip[] {
  const seen = new Set<string>();
  const shown = found.filter((clip) => {
    if (seen.has(clip.page)) return false;
    seen.add(clip.page);
    if (pick.withWords.length && !holds(clip, pick.withWords)) return false;
    if (pick.withoutWords.length && holds(clip, pick.withoutWords)) return false;
    if (pick.longerThan && !(clip.seconds > pick.longerThan)) return false;
    if (pick.shorterThan && !(clip.seconds > 0 && clip.seconds < pick.shorterThan)) return false;
    if (!pick.since && !pick.until) return true;
    const day = clip.published === null ? null : dayOf(clip.published, zone);
    return day !== null && (!pick.since || day >= pick.since) && (!pick.until || day <= pick.until);
  });
  return shown.sort(orders(pick, language)[pick.order]).slice(0, pick.most);
}
