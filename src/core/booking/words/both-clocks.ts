// A moment as its client reads it, wherever that is: on the clock of the place, with the client's own beside it where that shows
// another time. One form for the list of times, the details, the thanks, letters and their pages. Light: pages carry it.
import { inLanguage } from "@/core/locale/words";

export interface Clocks {
  /** IANA zone of the place. */
  readonly place: string;
  /** Of the client; "" where it is not known. */
  readonly client: string;
  /** BCP 47. */
  readonly language: string;
  /** When it is read, in ms: what is more than a year away is told with its year. */
  readonly now: number;
}

interface ClockWords {
  /** The place's time, with the city of its clock and the client's time. */
  both(place: string, city: string, client: string): string;
  /** The client's time alone, beside the place's. */
  yours(client: string): string;
  /** Above a list of times. */
  onClockOf(city: string): string;
}

const words: { readonly en: ClockWords } & Readonly<Record<string, ClockWords>> = {
  en: {
    both: (place, city, client) => `${place} in ${city} (${client} where you are)`,
    yours: (client) => `${client} where you are`,
    onClockOf: (city) => `Times are those of ${city}; where you are stands beside them.`,
  },
  de: {
    both: (place, city, client) => `${place} in ${city} (${client} bei Ihnen)`,
    yours: (client) => `${client} bei Ihnen`,
    onClockOf: (city) => `Die Zeiten sind die von ${city}; Ihre stehen daneben.`,
  },
  fr: {
    both: (place, city, client) => `${place} à ${city} (${client} chez vous)`,
    yours: (client) => `${client} chez vous`,
    onClockOf: (city) => `Les heures sont celles de ${city} ; les vôtres sont à côté.`,
  },
};

const dayForm = { weekday: "short", day: "numeric", month: "short" } as const;
const timeForm = { hour: "2-digit", minute: "2-digit", hourCycle: "h23" } as const;
const yearMs = 365 * 86_400_000;

/** Formatters are slow to make and few are needed; strangers choose zone and language, so only so many are kept. */
const formatters = new Map<string, Intl.DateTimeFormat>();
const mostFormatters = 300;

function written(instant: number, zone: string, language: string, form: Intl.DateTimeFormatOptions): string {
  const key = `${zone} ${language} ${JSON.stringify(form)}`;
  let formatter = formatters.get(key);
  if (!formatter) {
    if (formatters.size >= mostFormatters) formatters.clear();
    formatter = new Intl.DateTimeFormat(language, { ...form, ...(zone ? { timeZone: zone } : {}) });
    formatters.set(key, formatter);
  }
  return formatter.format(instant);
}

/** What a zone's clock shows of an instant, so that two of them can be compared. */
const wallOf = (instant: number, zone: string): string =>
  written(instant, zone, "sv-SE", { dateStyle: "short", timeStyle: "short" });

/** The city of a zone, as people name it: "New York" of "America/New_York". */
export const cityOf = (zone: string): string => (zone.split("/").at(-1) ?? zone).replaceAll("_", " ");

/** Whether the client's clock shows another time than the place's at an instant. */
export const clocksDiffer = (instant: number, { place, client }: Pick<Clocks, "place" | "client">): boolean =>
  client !== "" && client !== place && wallOf(instant, place) !== wallOf(instant, client);

/** "Wed 11 Mar, 09:30"; where the clocks differ "Wed 11 Mar, 09:30 in Dublin (04:30 where you are)", with the day where that differs, too. */
export function onBothClocks(instant: number, clocks: Clocks): string {
  const { place, language, now } = clocks;
  const far = Math.abs(instant - now) > yearMs ? ({ year: "numeric" } as const) : {};
  const there = written(instant, place, language, { ...dayForm, ...far, ...timeForm });
  return clocksDiffer(instant, clocks)
    ? inLanguage(words, language).both(there, cityOf(place), clientTime(instant, clocks))
    : there;
}

/** The client's time, with its day where that is another than the place's. */
function clientTime(instant: number, { place, client, language }: Clocks): string {
  const sameDay = wallOf(instant, place).slice(0, 10) === wallOf(instant, client).slice(0, 10);
  return written(instant, client, language, sameDay ? timeForm : { ...dayForm, ...timeForm });
}

/** The time alone as a button of a list shows it: that of the place, and "04:30 where you are" beside it where that differs; else "". */
export const timeOnBothClocks = (
  instant: number,
  clocks: Clocks,
): { readonly time: string; readonly beside: string } => ({
  time: written(instant, clocks.place, clocks.language, timeForm),
  beside: clocksDiffer(instant, clocks) ? inLanguage(words, clocks.language).yours(clientTime(instant, clocks)) : "",
});

/** What stands above a list of times that differ. */
export const clockNote = ({ place, language }: Pick<Clocks, "place" | "language">): string =>
  inLanguage(words, language).onClockOf(cityOf(place));
