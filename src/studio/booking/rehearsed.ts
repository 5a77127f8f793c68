// The calendar's calls in a preview: answered here, from the steps as they stand and a copy of the diary that is thrown
// away.
import type { BookingSetUp } from "@/core/booking/booking";
import type { DiaryEntry, OutsideBusy } from "@/core/booking/diary/diary";
import { type RehearsedAnswer, RehearsedBooking } from "@/core/booking/rehearsed";
import { dateOf, dayNumber } from "@/core/time/clock";
import { ask } from "@/studio/kit/api";
import type { Rehearsing } from "@/studio/widget/half";

/** The diary is fetched so many days at a time, as far as it is asked about. */
const windowDays = 60;

interface Window {
  readonly entries: readonly DiaryEntry[];
  readonly outside: readonly OutsideBusy[];
}

/** Windows of a site's diary that have come, by their number; entries that lie in two of them are told once. */
class DiaryWindows {
  private readonly windows = new Map<number, Promise<Window>>();
  constructor(private readonly site: string) {}

  private window(number: number): Promise<Window> {
    let found = this.windows.get(number);
    if (!found) {
      const from = dateOf(number * windowDays);
      const to = dateOf((number + 1) * windowDays);
      found = ask("booking.diary", { site: this.site, from, to }) as Promise<Window>;
      found.catch(() => this.windows.delete(number));
      this.windows.set(number, found);
    }
    return found;
  }

  /** What the windows around these dates hold. */
  async around(from: string, to: string): Promise<Window> {
    const [first, last] = [from, to].map((date) => Math.floor(dayNumber(date) / windowDays)) as [number, number];
    const numbers = Array.from({ length: last - first + 1 }, (_, nth) => first + nth);
    await Promise.all(numbers.map((number) => this.window(number)));
    const all = await Promise.all(this.windows.values());
    const entries = new Map(
      all.flatMap((one) => one.entries).map((entry) => [`${entry.booking} ${entry.start}`, entry]),
    );
    const outside = new Map(all.flatMap((one) => one.outside).map((busy) => [JSON.stringify(busy), busy]));
    return { entries: [...entries.values()], outside: [...outside.values()] };
  }
}

/** Dates that a call is about. */
function datesOf(query: Readonly<Record<string, unknown>>, body: unknown, today: string): readonly [string, string] {
  const { start } = (body ?? {}) as { start?: unknown };
  const from = String(query.from ?? query.date ?? start ?? today).slice(0, 10);
  return [from, String(query.to ?? from).slice(0, 10)];
}

/** Begins a rehearsal of booking; holds and bookings made in it end with it. */
export function rehearseBooking(
  settings: { readonly services: readonly string[] },
  part: BookingSetUp,
  { site, currency, language, now }: Rehearsing,
): { answer(path: string, query: Readonly<Record<string, unknown>>, body: unknown): Promise<RehearsedAnswer> } {
  const windows = new DiaryWindows(site);
  const entries: DiaryEntry[] = [];
  const outside: OutsideBusy[] = [];
  const engine = new RehearsedBooking({
    setUp: part,
    services: settings.services,
    currency,
    language,
    entries,
    outside,
    now,
  });
  return {
    async answer(path, query, body) {
      const found = await windows.around(...datesOf(query, body, new Date(now()).toISOString().slice(0, 10)));
      entries.splice(0, entries.length, ...found.entries);
      outside.splice(0, outside.length, ...found.outside);
      return engine.answer(path, query, body);
    },
  };
}
