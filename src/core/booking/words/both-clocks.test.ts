// Moments on two clocks, worked out by hand for five zones on the two Sundays when clocks change: first in the United States, three
// weeks later in Europe. The place is in Dublin.
import { clockNote, onBothClocks, timeOnBothClocks } from "./both-clocks";

const now = Date.parse("2026-03-05T18:40Z");
const told = (instant: string, client: string, language = "en-IE") =>
  onBothClocks(Date.parse(instant), { place: "Europe/Dublin", client, language, now });

test.each([
  // 8 March: New York has put its clocks forward at 07:00 UTC, Ireland has not.
  ["2026-03-08T06:30Z", "America/New_York", "Sun, 8 Mar, 06:30 in Dublin (01:30 where you are)"],
  ["2026-03-08T15:00Z", "America/New_York", "Sun, 8 Mar, 15:00 in Dublin (11:00 where you are)"],
  ["2026-03-08T15:00Z", "Europe/Berlin", "Sun, 8 Mar, 15:00 in Dublin (16:00 where you are)"],
  ["2026-03-08T15:00Z", "Asia/Kolkata", "Sun, 8 Mar, 15:00 in Dublin (20:30 where you are)"],
  ["2026-03-08T15:00Z", "Asia/Tokyo", "Sun, 8 Mar, 15:00 in Dublin (Mon, 9 Mar, 00:00 where you are)"],
  ["2026-03-08T15:00Z", "Pacific/Honolulu", "Sun, 8 Mar, 15:00 in Dublin (05:00 where you are)"],
  // 29 March: Ireland goes from 01:00 to 02:00 at 01:00 UTC.
  ["2026-03-29T00:30Z", "America/New_York", "Sun, 29 Mar, 00:30 in Dublin (Sat, 28 Mar, 20:30 where you are)"],
  ["2026-03-29T01:30Z", "America/New_York", "Sun, 29 Mar, 02:30 in Dublin (Sat, 28 Mar, 21:30 where you are)"],
  ["2026-03-29T10:30Z", "Europe/Berlin", "Sun, 29 Mar, 11:30 in Dublin (12:30 where you are)"],
  ["2026-03-29T10:30Z", "Asia/Kolkata", "Sun, 29 Mar, 11:30 in Dublin (16:00 where you are)"],
  ["2026-03-29T10:30Z", "Asia/Tokyo", "Sun, 29 Mar, 11:30 in Dublin (19:30 where you are)"],
  ["2026-03-29T10:30Z", "Pacific/Honolulu", "Sun, 29 Mar, 11:30 in Dublin (00:30 where you are)"],
])("%s for whoever is in %s: %s", (instant, client, words) => {
  expect(told(instant, client)).toBe(words);
  const { time, beside } = timeOnBothClocks(Date.parse(instant), {
    ...{ place: "Europe/Dublin", client, language: "en-IE", now },
  });
  // The button of a list and the sentence say the same.
  expect(words).toContain(`${time} in Dublin (${beside})`);
});

test("who has the same time is told it once, whatever their zone is called", () => {
  for (const client of ["Europe/Dublin", "Europe/London", "Europe/Lisbon", ""])
    expect(told("2026-03-29T10:30Z", client)).toBe("Sun, 29 Mar, 11:30");
});

test("in each language; what is more than a year away with its year", () => {
  expect(told("2026-03-29T10:30Z", "Asia/Tokyo", "de")).toBe("So., 29. März, 11:30 in Dublin (19:30 bei Ihnen)");
  expect(told("2026-03-29T10:30Z", "Asia/Tokyo", "fr")).toBe("dim. 29 mars, 11:30 à Dublin (19:30 chez vous)");
  expect(told("2027-06-01T10:30Z", "")).toContain("2027");
  expect(clockNote({ place: "America/New_York", language: "en" })).toContain("New York");
});
