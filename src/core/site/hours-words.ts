// What visitors read about opening hours, by language.
import { inLanguage } from "@/core/locale/words";
import type { OpenState, WallMoment } from "./open-hours";

export interface HoursWords {
  readonly title: string;
  readonly closed: string;
  readonly openUntil: (time: string) => string;
  readonly closedUntil: (when: string) => string;
  readonly closedNow: string;
  readonly exceptions: string;
  readonly day: string;
  readonly hours: string;
}

const languages: Readonly<Record<string, HoursWords>> & { readonly en: HoursWords } = {
  en: {
    title: "Opening hours",
    closed: "closed",
    openUntil: (time) => `Open now, until ${time}`,
    closedUntil: (when) => `Closed now, opens ${when}`,
    closedNow: "Closed now",
    exceptions: "Other hours",
    day: "Day",
    hours: "Hours",
  },
  de: {
    title: "Öffnungszeiten",
    closed: "geschlossen",
    openUntil: (time) => `Jetzt geöffnet, bis ${time}`,
    closedUntil: (when) => `Jetzt geschlossen, öffnet ${when}`,
    closedNow: "Jetzt geschlossen",
    exceptions: "Andere Zeiten",
    day: "Tag",
    hours: "Zeiten",
  },
  fr: {
    title: "Horaires d’ouverture",
    closed: "fermé",
    openUntil: (time) => `Ouvert jusqu’à ${time}`,
    closedUntil: (when) => `Fermé, ouvre ${when}`,
    closedNow: "Fermé en ce moment",
    exceptions: "Horaires particuliers",
    day: "Jour",
    hours: "Horaires",
  },
};

export const hoursWords = (language: string): HoursWords => inLanguage(languages, language);

const utc = (date: string) => new Date(`${date}T00:00:00Z`);

/** A date with the name of its day: "Thu, 24 December". */
export const dayWords = (date: string, language: string): string =>
  new Intl.DateTimeFormat(language, { weekday: "short", day: "numeric", month: "long", timeZone: "UTC" }).format(
    utc(date),
  );

/** "Open now, until 17:00"; "Closed now, opens Tue 10:00". */
export function stateWords(state: OpenState, now: WallMoment, language: string): string {
  const words = hoursWords(language);
  if (state.open) return words.openUntil(state.until);
  if (!state.next) return words.closedNow;
  const { date, time } = state.next;
  const day = new Intl.DateTimeFormat(language, { weekday: "long", timeZone: "UTC" }).format(utc(date));
  return words.closedUntil(date === now.date ? time : `${day} ${time}`);
}
