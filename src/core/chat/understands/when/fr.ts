// Words for days and times, in French.
import type { WhenWords } from "./catalog";

export const fr: WhenWords = {
  days: [
    ["lundi", "lundis"],
    ["mardi", "mardis"],
    ["mercredi", "mercredis"],
    ["jeudi", "jeudis"],
    ["vendredi", "vendredis"],
    ["samedi", "samedis"],
    ["dimanche", "dimanches"],
  ],
  months: [
    ["janvier"],
    ["fevrier"],
    ["mars"],
    ["avril"],
    ["mai"],
    ["juin"],
    ["juillet"],
    ["aout"],
    ["septembre"],
    ["octobre"],
    ["novembre"],
    ["decembre"],
  ],
  today: ["aujourd'hui", "aujourdhui"],
  tomorrow: ["demain"],
  afterTomorrow: ["apres-demain"],
  now: ["maintenant"],
  weekend: ["week-end", "weekend"],
  week: ["semaine"],
  next: ["prochain", "prochaine"],
  parts: [
    { words: ["matin", "matinee"], after: null, before: "12:00" },
    { words: ["apres-midi"], after: "12:00", before: "18:00" },
    { words: ["soir", "soiree"], after: "17:00", before: null },
  ],
  at: ["a", "vers"],
};
