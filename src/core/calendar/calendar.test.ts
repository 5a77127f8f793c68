import ICAL from "ical.js";
import { eventOf } from "./booking-events";
import { type CalendarAsked, readCalendar as readBytes } from "./read";
import { type CalendarEvent, calendarText } from "./write";

const readCalendar = (text: string, what: CalendarAsked) => readBytes(new TextEncoder().encode(text), what);

const asked: CalendarAsked = {
  from: Date.parse("2026-03-01T00:00Z"),
  to: Date.parse("2026-06-01T00:00Z"),
  zone: "Europe/Dublin",
  owner: "",
};

const wrap = (...lines: string[]) =>
  ["BEGIN:VCALENDAR", "VERSION:2.0", "PRODID:-//t//t//EN", ...lines, "END:VCALENDAR", ""].join("\r\n");
const event = (...lines: string[]) => ["BEGIN:VEVENT", "UID:one@t.example", ...lines, "END:VEVENT"];

function busy(text: string, more: Partial<CalendarAsked> = {}): string[] {
  const read = readCalendar(text, { ...asked, ...more });
  if (!read.ok) throw new Error(JSON.stringify(read.reason));
  return read.value.busy.map(
    ({ from, to }) => `${new Date(from).toISOString().slice(0, 16)}/${new Date(to).toISOString().slice(0, 16)}`,
  );
}

describe("times", () => {
  test("UTC, a named zone, a floating time and a whole day are what they say, in winter and in summer", () => {
    expect(busy(wrap(...event("DTSTART:20260310T090000Z", "DTEND:20260310T100000Z")))).toEqual([
      "2026-03-10T09:00/2026-03-10T10:00",
    ]);
    expect(
      busy(
        wrap(...event("DTSTART;TZID=America/Chicago:20260310T090000", "DTEND;TZID=America/Chicago:20260310T100000")),
      ),
    ).toEqual(["2026-03-10T14:00/2026-03-10T15:00"]);
    expect(busy(wrap(...event("DTSTART:20260410T090000", "DURATION:PT90M")))).toEqual([
      "2026-04-10T08:00/2026-04-10T09:30",
    ]);
    expect(busy(wrap(...event("DTSTART;VALUE=DATE:20260410", "DTEND;VALUE=DATE:20260412")))).toEqual([
      "2026-04-09T23:00/2026-04-11T23:00",
    ]);
    expect(busy(wrap(...event("DTSTART;VALUE=DATE:20260310")))).toEqual(["2026-03-10T00:00/2026-03-11T00:00"]);
  });

  test("the day the clocks go forward has 23 hours", () => {
    expect(busy(wrap(...event("DTSTART;VALUE=DATE:20260329")))).toEqual(["2026-03-29T00:00/2026-03-29T23:00"]);
  });

  test("a zone described in the file counts before any name", () => {
    const own = [
      "BEGIN:VTIMEZONE",
      "TZID:Workshop time",
      "BEGIN:STANDARD",
      "DTSTART:19700101T000000",
      "TZOFFSETFROM:+0330",
      "TZOFFSETTO:+0330",
      "END:STANDARD",
      "END:VTIMEZONE",
    ];
    expect(busy(wrap(...own, ...event("DTSTART;TZID=Workshop time:20260310T120000", "DURATION:PT1H")))).toEqual([
      "2026-03-10T08:30/2026-03-10T09:30",
    ]);
  });

  test("a zone that nobody knows is said, and its times are read as the place's", () => {
    const read = readCalendar(wrap(...event("DTSTART;TZID=Nowhere/Land:20260310T090000", "DURATION:PT1H")), asked);
    expect(read.ok && read.value.notes).toEqual([
      "The zone “Nowhere/Land” is not known and not described in the file; its times were read as Europe/Dublin.",
    ]);
  });
});

describe("repeating", () => {
  const starts = (text: string, more: Partial<CalendarAsked> = {}) =>
    busy(text, more).map((span) => span.split("/")[0]);

  test("every week at nine o'clock stays at nine o'clock when the clocks change", () => {
    const weekly = wrap(
      ...event("DTSTART;TZID=Europe/Dublin:20260319T090000", "DURATION:PT1H", "RRULE:FREQ=WEEKLY;COUNT=3"),
    );
    expect(starts(weekly)).toEqual(["2026-03-19T09:00", "2026-03-26T09:00", "2026-04-02T08:00"]);
  });

  test("UNTIL in UTC is an instant: east of Greenwich the last morning is in", () => {
    const rule = wrap(
      ...event(
        "DTSTART;TZID=Australia/Sydney:20260401T090000",
        "DURATION:PT1H",
        "RRULE:FREQ=DAILY;UNTIL=20260402T220000Z",
      ),
    );
    expect(starts(rule)).toEqual(["2026-03-31T22:00", "2026-04-01T22:00", "2026-04-02T22:00"]);
  });

  test("UNTIL as a date takes that whole day in", () => {
    const rule = wrap(...event("DTSTART:20260401T200000", "DURATION:PT1H", "RRULE:FREQ=DAILY;UNTIL=20260402"));
    expect(starts(rule)).toEqual(["2026-04-01T19:00", "2026-04-02T19:00"]);
  });

  test("the last weekday of the month by BYSETPOS, and two days a week by BYDAY", () => {
    const last = wrap(
      ...event("DTSTART:20260130T090000Z", "DURATION:PT1H", "RRULE:FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1"),
    );
    expect(starts(last)).toEqual(["2026-03-31T09:00", "2026-04-30T09:00", "2026-05-29T09:00"]);
    const twice = wrap(
      ...event("DTSTART:20260303T090000Z", "DURATION:PT1H", "RRULE:FREQ=WEEKLY;INTERVAL=2;BYDAY=TU,TH;COUNT=4"),
    );
    expect(starts(twice)).toEqual(["2026-03-03T09:00", "2026-03-05T09:00", "2026-03-17T09:00", "2026-03-19T09:00"]);
  });

  test("EXDATE takes one away, RDATE adds one, RECURRENCE-ID moves one", () => {
    const series = wrap(
      ...event(
        "DTSTART;TZID=Europe/Dublin:20260302T100000",
        "DURATION:PT1H",
        "RRULE:FREQ=DAILY;COUNT=4",
        "EXDATE;TZID=Europe/Dublin:20260303T100000",
        "RDATE;TZID=Europe/Dublin:20260310T150000",
      ),
      ...event("RECURRENCE-ID:20260304T100000Z", "DTSTART:20260304T160000Z", "DTEND:20260304T180000Z"),
    );
    expect(busy(series)).toEqual([
      "2026-03-02T10:00/2026-03-02T11:00",
      "2026-03-04T16:00/2026-03-04T18:00",
      "2026-03-05T10:00/2026-03-05T11:00",
      "2026-03-10T15:00/2026-03-10T16:00",
    ]);
  });

  test("a change for this and all later dates moves them all", () => {
    const series = wrap(
      ...event("DTSTART:20260302T100000Z", "DURATION:PT1H", "RRULE:FREQ=DAILY;COUNT=4"),
      ...event("RECURRENCE-ID;RANGE=THISANDFUTURE:20260304T100000Z", "DTSTART:20260304T120000Z", "DURATION:PT2H"),
    );
    expect(busy(series)).toEqual([
      "2026-03-02T10:00/2026-03-02T11:00",
      "2026-03-03T10:00/2026-03-03T11:00",
      "2026-03-04T12:00/2026-03-04T14:00",
      "2026-03-05T12:00/2026-03-05T14:00",
    ]);
  });

  test("passing over years of a rule without end gives the same as stepping through them", () => {
    const rules = [
      "FREQ=DAILY;INTERVAL=3",
      "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,SA",
      "FREQ=MONTHLY;INTERVAL=5;BYDAY=2TU",
      "FREQ=MONTHLY",
      "FREQ=YEARLY;BYMONTH=3,5;BYMONTHDAY=9",
      "FREQ=HOURLY;INTERVAL=31",
      "FREQ=DAILY;BYMONTH=4;BYDAY=WE",
    ];
    for (const rule of rules) {
      const text = (end: string) => wrap(...event("DTSTART:19980107T103000Z", "DURATION:PT10M", `RRULE:${rule}${end}`));
      const stepped = starts(text(";COUNT=19000"));
      expect({ rule, found: starts(text("")) }).toEqual({ rule, found: stepped });
      expect(stepped.length).toBeGreaterThan(0);
    }
  });

  test.each([
    "FREQ=DAILY;INTERVAL=3;COUNT=40",
    "FREQ=WEEKLY;INTERVAL=2;BYDAY=MO,SA;COUNT=30",
    "FREQ=WEEKLY;INTERVAL=2;BYDAY=SU,MO;WKST=SU;COUNT=30",
    "FREQ=MONTHLY;BYDAY=2TU,-1FR;COUNT=30",
    "FREQ=MONTHLY;BYMONTHDAY=-1;COUNT=20",
    "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=2,-2;COUNT=30",
    "FREQ=YEARLY;BYMONTH=3;BYDAY=-1SU;COUNT=8",
    "FREQ=YEARLY;BYYEARDAY=60,-1;COUNT=8",
  ])("%s: a second opinion by ical.js's own steps agrees", (text) => {
    const start = ICAL.Time.fromDateTimeString("2026-01-05T10:30:00");
    const iterator = ICAL.Recur.fromString(text).iterator(start);
    const wanted = new Set(["2026-01-05T10:30"]);
    for (let time = iterator.next(); time; time = iterator.next()) wanted.add(String(time).slice(0, 16));
    const all = { from: Date.parse("2026-01-01T00:00Z"), to: Date.parse("2040-01-01T00:00Z"), zone: "UTC" };
    const series = wrap(...event("DTSTART:20260105T103000Z", "DURATION:PT10M", `RRULE:${text}`));
    expect(starts(series, all)).toEqual([...wanted].sort());
  });

  test("a rule that repeats every second is cut, and that is said", () => {
    const read = readCalendar(
      wrap(...event("DTSTART:20260302T100000Z", "RRULE:FREQ=SECONDLY", "DURATION:PT1S")),
      asked,
    );
    expect(read.ok && read.value.notes).toEqual(["A rule repeats too often to be followed to its end."]);
  });
});

test("transparent, cancelled and declined events leave the time free", () => {
  const one = (...lines: string[]) => wrap(...event("DTSTART:20260310T090000Z", "DURATION:PT1H", ...lines));
  expect(busy(one("TRANSP:TRANSPARENT"))).toEqual([]);
  expect(busy(one("STATUS:CANCELLED"))).toEqual([]);
  const asks = [
    "ATTENDEE;PARTSTAT=DECLINED:mailto:Ilse@post.example",
    "ATTENDEE;PARTSTAT=ACCEPTED:mailto:tobi@post.example",
  ];
  expect(busy(one(...asks), { owner: "ilse@post.example" })).toEqual([]);
  expect(busy(one(...asks), { owner: "tobi@post.example" })).toHaveLength(1);
  expect(busy(one(...asks))).toHaveLength(1);
  expect(busy(one(asks[0] as string))).toEqual([]);
});

test.each([
  ["a web page", "<!DOCTYPE html><title>Sign in</title>", "calendar.notCalendar", { looksLike: "a web page" }],
  ["nothing", "", "calendar.notCalendar", { looksLike: "empty" }],
  ["half a file", "BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\n", "calendar.broken", { message: "it ends in the middle" }],
])("%s is refused whole", (_name, text, code, values) => {
  expect(readCalendar(text, asked)).toEqual({ ok: false, reason: { code, ...values } });
});

describe("what we write", () => {
  const at = Date.parse("2026-03-05T18:40Z");
  const written: CalendarEvent = {
    uid: "b1@wrenfield.example",
    sequence: 3,
    dates: [{ start: Date.parse("2026-03-28T20:00Z"), end: Date.parse("2026-03-29T03:30Z") }],
    stamp: Date.parse("2026-03-05T18:40Z"),
    summary:
      "Glaze night; eight of us, “Nuala’s” birthday \\ and so on and so on, longer than one line may be: ößéå 窯",
    description: "Bring:\naprons, boots; patience",
    location: "The net store, Lower Quay",
    status: "CONFIRMED",
    organizer: { name: 'The "Clayworks"', email: "desk@wrenfield.example" },
    attendee: { name: "Nuala", email: "nuala@post.example" },
  };
  const text = calendarText({ name: "Maren", method: "REQUEST", zone: "Europe/Dublin", at, events: [written] });

  test("lines end with CRLF and are at most 75 octets", () => {
    expect(text.endsWith("END:VCALENDAR\r\n")).toBe(true);
    for (const line of text.split("\r\n")) {
      expect(line).not.toMatch(/[\r\n]/);
      expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
    }
  });

  test("a name with a line break in it begins no line of its own", () => {
    const attendee = { name: "Eve\r\nSTATUS:CANCELLED", email: "eve@post.example" };
    const sly = calendarText({ name: "x", method: "REQUEST", zone: "UTC", at, events: [{ ...written, attendee }] });
    expect(sly.split("\r\n").filter((line) => line.startsWith("STATUS"))).toEqual(["STATUS:CONFIRMED"]);
  });

  test("ical.js reads back the same event, over the night the clocks go forward", () => {
    const calendar = new ICAL.Component(ICAL.parse(text) as never);
    const zone = new ICAL.Timezone(calendar.getFirstSubcomponent("vtimezone") as ICAL.Component);
    const read = new ICAL.Event(calendar.getFirstSubcomponent("vevent") as ICAL.Component);
    expect([read.uid, read.sequence, read.summary, read.description, read.location]).toEqual([
      written.uid,
      3,
      written.summary,
      written.description,
      written.location,
    ]);
    const instant = (time: ICAL.Time) => Date.parse(`${time}Z`) - zone.utcOffset(time) * 1000;
    expect([instant(read.startDate), instant(read.endDate)]).toEqual([written.dates[0]?.start, written.dates[0]?.end]);
    expect(calendar.getFirstPropertyValue("method")).toBe("REQUEST");
  });

  test.each(["Europe/Dublin", "America/Chicago", "Australia/Lord_Howe", "Asia/Kolkata", "Pacific/Apia"])(
    "our own reading of what we wrote gives the same instants in %s, by the zone written in the file",
    (zone) => {
      const events = Array.from({ length: 40 }, (_, nth) => {
        const start = Date.parse("2026-01-05T00:30Z") + nth * 9.3 * 86_400_000;
        return {
          ...written,
          uid: `e${nth}`,
          dates: [{ start: start - (start % 60_000), end: start - (start % 60_000) + 3_600_000 }],
        };
      });
      // Under another name no IANA zone can help: only the VTIMEZONE in the file counts.
      const renamed = calendarText({ name: "x", method: null, zone, at, events }).replaceAll(zone, "Written");
      const read = readCalendar(renamed, { ...asked, from: 0, to: Date.parse("2028-01-01T00:00Z"), zone: "UTC" });
      expect(read.ok && read.value.busy).toEqual(
        events.flatMap(({ dates }) => dates.map(({ start, end }) => ({ from: start, to: end }))),
      );
    },
  );

  const feed = (events: readonly CalendarEvent[], zone = "Europe/Dublin", name = "Maren") =>
    calendarText({ name, method: null, zone, at, events });
  const readAll = (file: string) => {
    const read = readCalendar(file, { ...asked, from: 0, to: Date.parse("2030-01-01T00:00Z"), zone: "UTC" });
    if (!read.ok) throw new Error(JSON.stringify(read.reason));
    return read.value.busy.map(({ from, to }) => ({ start: from, end: to }));
  };

  test("a booking in the hour that comes twice is written in UTC, and ends after it begins", () => {
    // 25 October 2026: from 00:00 to 02:00 UTC Dublin shows 01:00 to 02:00 twice.
    for (let minute = -90; minute <= 180; minute += 15) {
      const start = Date.parse("2026-10-25T00:00Z") + minute * 60_000;
      const dates = [{ start, end: start + 30 * 60_000 }];
      const file = feed([{ ...written, dates }]);
      expect([minute, readAll(file)]).toEqual([minute, dates]);
      // The first of the two is what a wall time means, so only that hour needs it.
      const inTheHour = minute + 30 >= 0 && minute < 120;
      expect([minute, /DTSTART:\d{8}T\d{6}Z/.test(file)]).toEqual([minute, inTheHour]);
    }
  });

  test("no line has more than 75 octets with its leading space, and no letter is cut", () => {
    for (let length = 1; length < 200; length++) {
      const summary = "ab窯é🏺".repeat(40).slice(0, length);
      const file = feed([{ ...written, summary: [...summary].join("") }]);
      for (const line of file.split("\r\n")) {
        expect(new TextEncoder().encode(line).length).toBeLessThanOrEqual(75);
        expect(line).not.toMatch(/\uFFFD/);
      }
    }
    const long = feed([{ ...written, summary: "x".repeat(200) }]).split("\r\n");
    expect(long.filter((line) => line.length === 75).length).toBeGreaterThan(1);
  });

  test("names are escaped everywhere, and begin no line of their own", () => {
    const file = feed(
      [{ ...written, summary: "A\rSTATUS:CANCELLED", location: "Hall; left, \\ door\nMETHOD:X" }],
      "UTC",
      "Clay, fire; \\ and\r\nBEGIN:VEVENT",
    );
    const lines = file.split("\r\n");
    expect(lines).toContain("X-WR-CALNAME:Clay\\, fire\\; \\\\ and BEGIN:VEVENT");
    expect(file).not.toMatch(/[^\r]\n|\r[^\n]/);
    expect(lines.filter((line) => /^(?:STATUS|METHOD|BEGIN:VEVENT)/.test(line))).toEqual([
      "BEGIN:VEVENT",
      "STATUS:CONFIRMED",
    ]);
  });

  test("a course is one event with one UID and all its dates; cancelled it lists every one", () => {
    const dates = Array.from({ length: 6 }, (_, week) => {
      const start = Date.parse("2026-03-10T18:00Z") + week * 7 * 86_400_000 - (week > 2 ? 3_600_000 : 0);
      return { start, end: start + 2 * 3_600_000 };
    });
    for (const state of ["confirmed", "cancelled"] as const) {
      const booking = { ...written, id: "b9", state, dates };
      const course = eventOf(booking, "wrenfield.localhost", at);
      const file = calendarText({ name: "x", method: "REQUEST", zone: "Europe/Dublin", at, events: [course] });
      expect(file.match(/^UID:.*$/gm)).toEqual(["UID:b9@wrenfield.localhost"]);
      const calendar = new ICAL.Component(ICAL.parse(file) as never);
      const event = calendar.getFirstSubcomponent("vevent") as ICAL.Component;
      expect([event.getFirstPropertyValue("status"), event.getFirstProperty("rdate")?.getValues().length]).toEqual([
        state.toUpperCase(),
        5,
      ]);
      expect(readAll(file.replace("STATUS:CANCELLED", "STATUS:CONFIRMED"))).toEqual(dates);
    }
    const uneven = dates.map((date, index) => (index === 2 ? { ...date, end: date.end + 1_800_000 } : date));
    expect(readAll(feed([{ ...written, dates: uneven }]))).toEqual(uneven);
  });

  test("an empty calendar has a part, as parsers want, and stays the same text as days go by", () => {
    const calendar = new ICAL.Component(ICAL.parse(feed([])) as never);
    expect(calendar.getAllSubcomponents().map(({ name }) => name)).toEqual(["vtimezone"]);
    expect(readAll(feed([]))).toEqual([]);
    const later = calendarText({ name: "Maren", method: null, zone: "Europe/Dublin", at: at + 86_400_000, events: [] });
    expect(later).toBe(feed([]));
  });
});
