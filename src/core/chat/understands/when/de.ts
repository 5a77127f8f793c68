// Words for days and times, in German.
import type { WhenWords } from "./catalog";

export const de: WhenWords = {
  days: [
    ["montag", "mo", "montags"],
    ["dienstag", "di", "dienstags"],
    ["mittwoch", "mi", "mittwochs"],
    ["donnerstag", "do", "donnerstags"],
    ["freitag", "fr", "freitags"],
    ["samstag", "sa", "samstags", "sonnabend"],
    ["sonntag", "so", "sonntags"],
  ],
  months: [
    ["januar", "janner"],
    ["februar"],
    ["marz"],
    ["april"],
    ["mai"],
    ["juni"],
    ["juli"],
    ["august"],
    ["september"],
    ["oktober"],
    ["november"],
    ["dezember"],
  ],
  today: ["heute"],
  tomorrow: ["morgen"],
  afterTomorrow: ["ubermorgen"],
  now: ["jetzt", "gerade"],
  weekend: ["wochenende"],
  week: ["woche"],
  next: ["nachste", "nachsten", "nachster", "kommende", "kommenden"],
  parts: [
    { words: ["vormittag", "vormittags", "fruh"], after: null, before: "12:00" },
    { words: ["nachmittag", "nachmittags"], after: "12:00", before: "18:00" },
    { words: ["abend", "abends"], after: "17:00", before: null },
  ],
  at: ["um", "gegen"],
};
