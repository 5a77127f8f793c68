// Calendars from strangers: whatever they hold, reading ends with busy time or with a reason.
import fc from "fast-check";
import { type CalendarAsked, readCalendar as readBytes } from "./read";

const readCalendar = (text: string, what: CalendarAsked) => readBytes(new TextEncoder().encode(text), what);

const asked = {
  from: Date.parse("2026-03-01T00:00Z"),
  to: Date.parse("2026-04-01T00:00Z"),
  zone: "Europe/Dublin",
  owner: "",
};

const value = fc.oneof(
  fc.constantFrom(
    "20260310T090000Z",
    "20260310",
    "20269999T999999",
    "",
    "-P1D",
    "PT0S",
    "P99999999W",
    "FREQ=DAILY;COUNT=3",
    "FREQ=NEVER",
    "FREQ=WEEKLY;INTERVAL=0",
    "FREQ=MONTHLY;BYMONTHDAY=99",
    "FREQ=YEARLY;UNTIL=nonsense",
    "mailto:x@y.example",
    "\\n\\,\\;",
    "00000101T000000Z",
    "99991231T235959Z",
  ),
  fc.string({ maxLength: 20 }),
);
const property = fc
  .tuple(
    fc.constantFrom(
      "DTSTART",
      "DTEND",
      "DURATION",
      "RRULE",
      "EXDATE",
      "RDATE",
      "RECURRENCE-ID",
      "UID",
      "TRANSP",
      "ATTENDEE",
      "X-ODD",
    ),
    fc.constantFrom("", ";TZID=Europe/Dublin", ";TZID=Nowhere", ";VALUE=DATE", ";VALUE=PERIOD", ';CN="a"', ";=;"),
    value,
  )
  .map(([name, parameters, given]) => `${name}${parameters}:${given}`);
const event = fc
  .array(property, { maxLength: 6 })
  .map((lines) => ["BEGIN:VEVENT", ...lines, "END:VEVENT"].join("\r\n"));

test("odd events give busy spans that go forward, or a reason", () => {
  fc.assert(
    fc.property(fc.array(event, { maxLength: 4 }), (events) => {
      const read = readCalendar(`BEGIN:VCALENDAR\r\n${events.join("\r\n")}\r\nEND:VCALENDAR\r\n`, asked);
      if (!read.ok) return expect(read.reason.code).toMatch(/^calendar\./);
      read.value.busy.forEach(({ from, to }, nth) => {
        expect(from).toBeLessThan(to);
        if (nth) expect(read.value.busy[nth - 1]?.to).toBeLessThan(from);
      });
    }),
    { numRuns: 400 },
  );
});

test("any bytes at all are refused or read", () => {
  fc.assert(
    fc.property(fc.string({ unit: "binary", maxLength: 300 }), (text) => {
      expect(typeof readCalendar(text, asked).ok).toBe("boolean");
      expect(typeof readCalendar(`BEGIN:VCALENDAR\r\n${text}\r\nEND:VCALENDAR`, asked).ok).toBe("boolean");
    }),
    { numRuns: 300 },
  );
});

test("a calendar cut anywhere is refused whole: half of it would make taken time look free", () => {
  const whole = `BEGIN:VCALENDAR\r\nBEGIN:VEVENT\r\nUID:a\r\nDTSTART:20260310T090000Z\r\nDURATION:PT1H\r\nEND:VEVENT\r\nEND:VCALENDAR`;
  for (let length = 0; length < whole.length; length++)
    expect(readCalendar(whole.slice(0, length), asked).ok).toBe(false);
  expect(readCalendar(whole, asked).ok).toBe(true);
});
