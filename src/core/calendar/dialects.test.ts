// How other calendars write: what has to be understood, and what is said when it is not.
import { type CalendarAsked, readCalendar } from "./read";

const asked: CalendarAsked = {
  from: Date.parse("2026-03-01T00:00Z"),
  to: Date.parse("2026-12-01T00:00Z"),
  zone: "Europe/Dublin",
  owner: "",
};
const bytes = (text: string) => new TextEncoder().encode(text);
const wrap = (...lines: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//t//t//EN", ...lines, "END:VCALENDAR", ""].join("\r\n");
const event = (...lines: string[]) => ["BEGIN:VEVENT", "UID:one@t.example", "DURATION:PT1H", ...lines, "END:VEVENT"];

function read(file: string | Uint8Array, more: Partial<CalendarAsked> = {}) {
  const found = readCalendar(typeof file === "string" ? bytes(file) : file, { ...asked, ...more });
  if (!found.ok) throw new Error(JSON.stringify(found.reason));
  return found.value;
}
const starts = (file: string | Uint8Array, more: Partial<CalendarAsked> = {}) =>
  read(file, more).busy.map(({ from }) => new Date(from).toISOString().slice(0, 16));

/** Berlin under a name that no table has. */
const workshop = [
  "BEGIN:VTIMEZONE",
  "TZID:Workshop",
  "BEGIN:DAYLIGHT",
  "DTSTART:19960331T020000",
  "RRULE:FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU",
  "TZOFFSETFROM:+0100",
  "TZOFFSETTO:+0200",
  "END:DAYLIGHT",
  "BEGIN:STANDARD",
  "DTSTART:19961027T030000",
  "RRULE:FREQ=YEARLY;BYMONTH=10;BYDAY=-1SU",
  "TZOFFSETFROM:+0200",
  "TZOFFSETTO:+0100",
  "END:STANDARD",
  "END:VTIMEZONE",
];
const there = (wall: string) => wrap(...workshop, ...event(`DTSTART;TZID=Workshop:${wall}`));

describe("a zone that the file describes", () => {
  test("has its summers and winters", () => {
    expect(starts(there("20260310T120000"))).toEqual(["2026-03-10T11:00"]);
    expect(starts(there("20260710T120000"))).toEqual(["2026-07-10T10:00"]);
  });

  test("a time that comes twice is the first, a skipped one moves forward", () => {
    expect(starts(there("20261025T023000"))).toEqual(["2026-10-25T00:30"]);
    expect(starts(there("20260329T023000"))).toEqual(["2026-03-29T01:30"]);
    // Just before and after the gap nothing is moved.
    expect(starts(there("20260329T015900"))).toEqual(["2026-03-29T00:59"]);
    expect(starts(there("20260329T030000"))).toEqual(["2026-03-29T01:00"]);
  });

  test("before its first onset it has the offset that that one changes from", () => {
    const wide = { from: Date.parse("1990-01-01T00:00Z") };
    expect(starts(there("19950710T120000"), wide)).toEqual(["1995-07-10T11:00"]);
  });

  test("one that changes its clock every second is cut, and that is said", () => {
    const busy = workshop.map((line) => (line.startsWith("RRULE") ? "RRULE:FREQ=SECONDLY" : line));
    const found = read(wrap(...busy, ...event("DTSTART:20260310T120000Z")));
    expect(found.busy).toHaveLength(1);
    expect(found.notes).toEqual(["A zone in the file changes its clock too often to be followed."]);
  });
});

test("VFREEBUSY is busy, but for what it says is free", () => {
  const file = wrap(
    "BEGIN:VFREEBUSY",
    "UID:fb@t.example",
    "FREEBUSY:20260310T090000Z/20260310T100000Z,20260311T090000Z/PT2H",
    "FREEBUSY;FBTYPE=FREE:20260312T090000Z/20260312T100000Z",
    "FREEBUSY;FBTYPE=BUSY-TENTATIVE:20260313T090000Z/PT30M",
    "END:VFREEBUSY",
  );
  expect(
    read(file).busy.map(({ from, to }) => [new Date(from).toISOString().slice(5, 16), (to - from) / 60_000]),
  ).toEqual([
    ["03-10T09:00", 60],
    ["03-11T09:00", 120],
    ["03-13T09:00", 30],
  ]);
});

test("a line folded inside a letter is joined before it is decoded", () => {
  const [before, after] = [bytes("SUMMARY:Gef"), bytes("\u00E4\u00DFe")];
  const cut = after.subarray(0, 1);
  const file = Buffer.concat([
    bytes(wrap(...event("DTSTART:20260310T090000Z", "RRULE:FREQ=NOTHING")).split("RRULE")[0] ?? ""),
    before,
    cut,
    bytes("\r\n "),
    after.subarray(1),
    bytes("\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"),
  ]);
  expect(starts(file)).toEqual(["2026-03-10T09:00"]);
  // The name of a zone, folded in the same way, is found.
  const zone = bytes("Zone\u00E4");
  const folded = (line: Uint8Array) =>
    Buffer.concat([line.subarray(0, line.length - 1), bytes("\r\n "), line.subarray(-1)]);
  const renamed = Buffer.concat([
    bytes("BEGIN:VCALENDAR\r\nBEGIN:VTIMEZONE\r\nTZID:"),
    folded(zone),
    bytes(
      "\r\nBEGIN:STANDARD\r\nDTSTART:19700101T000000\r\nTZOFFSETFROM:+0330\r\nTZOFFSETTO:+0330\r\nEND:STANDARD\r\nEND:VTIMEZONE\r\nBEGIN:VEVENT\r\nUID:z\r\nDTSTART;TZID=",
    ),
    zone,
    bytes(":20260310T120000\r\nDURATION:PT1H\r\nEND:VEVENT\r\nEND:VCALENDAR\r\n"),
  ]);
  expect(starts(renamed)).toEqual(["2026-03-10T08:30"]);
});

test("of versions of one UID the higher SEQUENCE wins wherever it stands, then the later DTSTAMP", () => {
  const version = (sequence: number, hour: string, stamp = "20260301T000000Z") =>
    event(`SEQUENCE:${sequence}`, `DTSTAMP:${stamp}`, `DTSTART:20260310T${hour}0000Z`);
  expect(starts(wrap(...version(2, "09"), ...version(10, "11"), ...version(1, "13")))).toEqual(["2026-03-10T11:00"]);
  expect(starts(wrap(...version(10, "11"), ...version(2, "09")))).toEqual(["2026-03-10T11:00"]);
  expect(starts(wrap(...version(1, "09", "20260302T000000Z"), ...version(1, "11", "20260301T000000Z")))).toEqual([
    "2026-03-10T09:00",
  ]);
  // Nothing tells them apart: both take time, since one of them may.
  expect(starts(wrap(...version(1, "09"), ...version(1, "11")))).toEqual(["2026-03-10T09:00", "2026-03-10T11:00"]);
  const series = event("DTSTART:20260310T090000Z", "RRULE:FREQ=DAILY;COUNT=2");
  const moved = (sequence: number, hour: string) =>
    event(`SEQUENCE:${sequence}`, "RECURRENCE-ID:20260311T090000Z", `DTSTART:20260311T${hour}0000Z`);
  expect(starts(wrap(...series, ...moved(3, "15"), ...moved(2, "13")))).toEqual([
    "2026-03-10T09:00",
    "2026-03-11T15:00",
  ]);
});

test("X-WR-TIMEZONE is the zone of times without one", () => {
  const file = wrap("X-WR-TIMEZONE:America/Chicago", ...event("DTSTART:20260310T090000"));
  expect(starts(file)).toEqual(["2026-03-10T14:00"]);
  expect(read(wrap("X-WR-TIMEZONE:Nowhere/Land", ...event("DTSTART:20260310T090000"))).notes[0]).toMatch(
    /Nowhere\/Land/,
  );
});

test("EXRULE takes dates away", () => {
  const file = wrap(...event("DTSTART:20260309T090000Z", "RRULE:FREQ=DAILY;COUNT=7", "EXRULE:FREQ=DAILY;INTERVAL=2"));
  expect(starts(file)).toEqual(["2026-03-10T09:00", "2026-03-12T09:00", "2026-03-14T09:00"]);
});

test("a busy status of “free” leaves the time free, whoever's property it is", () => {
  const one = (line: string) => starts(wrap(...event("DTSTART:20260310T090000Z", line)));
  expect(one("X-SOMEBODY-CDO-BUSYSTATUS:FREE")).toEqual([]);
  expect(one("X-BUSYSTATUS:free")).toEqual([]);
  expect(one("X-SOMEBODY-BUSYSTATUS:BUSY")).toHaveLength(1);
});

test.each([
  ["/tables.example/20260101_1/Europe/Berlin", "2026-03-10T08:00"],
  ["/words/America/Argentina/Buenos_Aires", "2026-03-10T12:00"],
  ["europe/berlin", "2026-03-10T08:00"],
  ['"Europe/Berlin"', "2026-03-10T08:00"],
])("the zone name %s is understood", (name, start) => {
  expect(starts(wrap(...event(`DTSTART;TZID=${name}:20260310T090000`)))).toEqual([start]);
});

test("a date without VALUE is a date", () => {
  const found = read(wrap("BEGIN:VEVENT", "UID:d", "DTSTART:20260410", "DTEND:20260412", "END:VEVENT"));
  expect(found.busy.map(({ from, to }) => [new Date(from).toISOString(), new Date(to).toISOString()])).toEqual([
    ["2026-04-09T23:00:00.000Z", "2026-04-11T23:00:00.000Z"],
  ]);
});

test.each([
  ["CR alone", "\r"],
  ["LF alone", "\n"],
  ["CRLF", "\r\n"],
])("a file whose lines end with %s is read, folds and all", (_name, end) => {
  const lines = wrap(...event("DTSTART:20260310T0900", " 00Z", "SUMMARY:One", "\ttwo")).split("\r\n");
  expect(starts(lines.join(end))).toEqual(["2026-03-10T09:00"]);
});

test("our own calendar, fed back, makes nobody busy", () => {
  const file = wrap(
    ...["b1", "b2"].flatMap((id) => [
      "BEGIN:VEVENT",
      `UID:${id}@wrenfield.localhost`,
      "DTSTART:20260310T090000Z",
      "DURATION:PT1H",
      "END:VEVENT",
    ]),
    ...event("DTSTART:20260311T090000Z"),
  );
  const found = read(file, { own: "@wrenfield.localhost" });
  expect(found.busy).toHaveLength(1);
  expect([found.events, found.free]).toEqual([3, 2]);
  expect(found.notes).toEqual(["2 of the events are bookings of this site; they were left out."]);
  expect(read(file).busy).toHaveLength(2);
});

test("what is not understood is said", () => {
  const notes = (...lines: string[]) => read(wrap(...lines)).notes;
  expect(notes(...event("DTSTART:20269999T090000Z"))).toEqual([
    "An event without a start that can be read was left out.",
  ]);
  expect(notes("BEGIN:VAVAILABILITY", "UID:v", "END:VAVAILABILITY")).toEqual([
    "Hours of availability (VAVAILABILITY) in it are not followed.",
  ]);
  expect(
    notes(
      ...event("DTSTART:20260310T090000Z", "RRULE:FREQ=DAILY;COUNT=3"),
      ...event("RECURRENCE-ID;RANGE=THISANDPRIOR:20260311T090000Z", "DTSTART:20260311T100000Z"),
    ),
  ).toEqual(["A change for “THISANDPRIOR” is not followed; it counts for its one date."]);
});
