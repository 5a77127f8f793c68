// Words for days and times, in English.
import type { WhenWords } from "./catalog";

export const en: WhenWords = {
  days: [
    ["monday", "mon", "mondays"],
    ["tuesday", "tue", "tues", "tuesdays"],
    ["wednesday", "wed", "wednesdays"],
    ["thursday", "thu", "thur", "thurs", "thursdays"],
    ["friday", "fri", "fridays"],
    ["saturday", "sat", "saturdays"],
    ["sunday", "sundays"],
  ],
  months: [
    ["january", "jan"],
    ["february", "feb"],
    ["march"],
    ["april", "apr"],
    ["may"],
    ["june", "jun"],
    ["july", "jul"],
    ["august", "aug"],
    ["september", "sept", "sep"],
    ["october", "oct"],
    ["november", "nov"],
    ["december", "dec"],
  ],
  today: ["today", "tonight"],
  tomorrow: ["tomorrow", "tomorow", "tommorow", "tmrw"],
  afterTomorrow: [],
  now: ["now", "currently"],
  weekend: ["weekend", "weekends"],
  week: ["week"],
  next: ["next"],
  parts: [
    { words: ["morning", "mornings"], after: null, before: "12:00" },
    { words: ["afternoon", "afternoons"], after: "12:00", before: "18:00" },
    { words: ["evening", "evenings", "tonight"], after: "17:00", before: null },
  ],
  at: ["at", "around"],
};
