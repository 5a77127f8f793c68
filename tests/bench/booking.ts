// Figures of booking: the engine against the oracle, calls per second, races, reading a large calendar.
import { request } from "node:http";
import autocannon from "autocannon";
import { Diary, type DiaryEntry } from "@/core/booking/diary/diary";
import { Oracle } from "@/core/booking/oracle.test-kit";
import { availabilityOn } from "@/core/booking/rules/availability";
import { mostTried, triedOn } from "@/core/booking/rules/size";
import { aResource, aService, aSetUp } from "@/core/booking/sample.test-kit";
import { readCalendar } from "@/core/calendar/read";
import { dateOf, dayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { beside, median, paced, took } from "./pace";

const minute = 60_000;
const zone = "Europe/Dublin";
const clock = ZoneClock.of(zone);
const month = { from: "2026-03-01", to: "2026-03-31" };

/** Fifty thousand bookings of twenty people over ten months, most of a working day taken. */
export function fullDiary(): { ids: readonly string[]; entries: readonly DiaryEntry[] } {
  const ids = Array.from({ length: 20 }, (_, nth) => `person-${nth}`);
  const entries: DiaryEntry[] = [];
  const first = dayNumber("2025-10-01");
  for (let nth = 0; entries.length < 50_000; nth++) {
    const day = first + Math.floor(nth / (ids.length * 16));
    const resource = ids[nth % ids.length] as string;
    const slot = Math.floor(nth / ids.length) % 16;
    // A fixed pattern leaves some half hours free.
    if ((nth * 7919 + day * 31) % 16 === 0) continue;
    const start = clock.instantAt(day, 540 + slot * 30);
    const span = { from: start, to: start + 30 * minute };
    entries.push({
      booking: `b${nth}`,
      service: "other",
      start,
      end: span.to,
      seats: 1,
      occupied: [{ resource, ...span }],
    });
  }
  return { ids, entries };
}

/** The engine's time for a month, in ms, and how many times as fast it is as the oracle with the same answer. */
export async function engineVsOracle(): Promise<{ engineMs: number; ratio: number }> {
  const { ids, entries } = fullDiary();
  const service = aService("throw", {
    durationMinutes: 30,
    starts: { everyMinutes: 30 },
    needs: [{ name: "person", oneOf: ids }],
  });
  const setUp = aSetUp(
    [service],
    ids.map((id, nth) => aResource(id, { notice: { kind: "hours", hours: 2 }, shownPerHalfDay: nth % 3 ? null : 4 })),
  );
  const now = clock.instantOf("2026-03-05T12:10");
  const wish = { service: "throw", resource: null, seats: 1, online: true };
  const [from, to] = [dayNumber(month.from), dayNumber(month.to)];
  const engine = () => {
    const availability = availabilityOn(setUp, wish, new Diary(entries, [], clock), now, month.from, month.to);
    const states = availability.days().map(({ state }) => state);
    const times = [];
    for (let day = from; day <= to; day++)
      times.push(availability.timesOn(day).map(({ dates, resources }) => `${dates[0]?.start} ${resources}`));
    return { states, times };
  };
  const oracle = () => {
    const states: string[] = [];
    const times: string[][] = [];
    for (let day = from; day <= to; day++) {
      // In the oracle's favour: it is only given the bookings of the days around.
      const [early, late] = [clock.startOfDay(day - 2), clock.startOfDay(day + 3)];
      const near = entries.filter(({ start }) => early <= start && start < late);
      const slow = new Oracle({ setUp, ...wish, entries: near, outside: [], now }, dateOf(day));
      states.push(slow.state());
      times.push(slow.times().map(({ start, resources }) => `${start} ${resources}`));
    }
    return { states, times };
  };
  if (JSON.stringify(oracle()) !== JSON.stringify(engine())) throw new Error("Engine and oracle do not agree");
  // As a server that has run for a while: it has compiled what it runs.
  for (let round = 0; round < 10; round++) engine();
  const engineMs = await paced(15, () => took(engine));
  const five = async () => {
    const times: number[] = [];
    for (let count = 0; count < 5; count++) times.push(await took(engine));
    return median(times);
  };
  return { engineMs, ratio: await beside(3, () => took(oracle), five) };
}

/** 62 days of a service as large as a set-up may have, with a room for it that is off: ms, median of five. */
export function daysOfTheLargest(): Promise<number> {
  const sets = 3;
  const every = 15;
  const perSet = Math.floor(mostTried / ((8 * 60) / every) / sets);
  const ids = Array.from({ length: perSet * sets }, (_, nth) => `r${nth}`);
  const needs = Array.from({ length: sets }, (_, set) => ({
    name: `set ${set}`,
    oneOf: ids.slice(set * perSet, (set + 1) * perSet),
  }));
  const service = aService("throw", { durationMinutes: 60, starts: { everyMinutes: every }, needs });
  const off = [{ from: "2026-01-01T00:00", to: "2026-12-31T00:00", words: "" }];
  const resources = ids.map((id, nth) =>
    aResource(id, { daysAhead: 400, timeOff: nth >= perSet * (sets - 1) && nth % 2 ? off : [] }),
  );
  const setUp = aSetUp([service], resources);
  if (triedOn(service, setUp) > mostTried) throw new Error("This set-up would be refused");
  const now = clock.instantOf("2026-03-05T12:10");
  const wish = { service: "throw", resource: null, seats: 1, online: true };
  return paced(5, () =>
    took(() =>
      availabilityOn(setUp, wish, new Diary(fullDiary().entries, [], clock), now, "2026-03-06", "2026-05-06").days(),
    ),
  );
}

/** 20,000 events, 2,000 of them repeating, read for 400 days: ms, the median of three. */
export function readLargeCalendar(): Promise<number> {
  const pad = (value: number) => String(value).padStart(2, "0");
  const rules = [
    "FREQ=WEEKLY;BYDAY=MO,WE",
    "FREQ=MONTHLY;BYDAY=MO,TU,WE,TH,FR;BYSETPOS=-1",
    "FREQ=DAILY;INTERVAL=3",
    "FREQ=YEARLY",
  ];
  const events = Array.from({ length: 20_000 }, (_, nth) => {
    const day = `2026${pad(1 + (nth % 12))}${pad(1 + (nth % 28))}`;
    const time = `${pad(8 + (nth % 10))}${pad((nth * 7) % 60)}00`;
    const repeats = nth % 10 === 0;
    return [
      "BEGIN:VEVENT",
      `UID:e${nth}@bench.example`,
      `DTSTART;TZID=Europe/Dublin:${repeats ? `20${pad(10 + (nth % 15))}0105` : day}T${time}`,
      "DURATION:PT30M",
      ...(repeats ? [`RRULE:${rules[(nth / 10) % rules.length]}`] : []),
      "END:VEVENT",
    ].join("\r\n");
  });
  const text = `BEGIN:VCALENDAR\r\nVERSION:2.0\r\n${events.join("\r\n")}\r\nEND:VCALENDAR\r\n`;
  const from = Date.parse("2026-03-05T00:00Z");
  const file = new TextEncoder().encode(text);
  return paced(3, () =>
    took(() => {
      const read = readCalendar(file, { from, to: from + 400 * 86_400_000, zone, owner: "" });
      if (!read.ok || read.value.events !== 20_000) throw new Error("The calendar was not read");
    }),
  );
}

const port = Number(process.env.WEBITOR_PORT);
const host = `wrenfield.localhost:${port}`;
const base = "/_w/v1/booking/calendar";
let nth = 0;
/** The bench's process believes this header: each call is somebody else's, so that no limit is met. */
const anybody = () => `10.${(++nth >> 16) & 255}.${(nth >> 8) & 255}.${nth & 255}`;

interface Called {
  readonly status: number;
  // biome-ignore lint/suspicious/noExplicitAny: as openapi.json describes it
  readonly body: any;
}

function call(method: "GET" | "POST", path: string, body?: unknown): Promise<Called> {
  return new Promise((resolve, reject) => {
    const sent = request(
      {
        host: "127.0.0.1",
        port,
        method,
        path: base + path,
        headers: {
          host,
          "x-forwarded-for": anybody(),
          ...(body ? { "content-type": "application/json", "idempotency-key": `bench-${process.pid}-${nth}` } : {}),
        },
      },
      (response) => {
        let text = "";
        response.on("data", (part) => {
          text += part;
        });
        response.on("end", () => resolve({ status: response.statusCode ?? 0, body: text ? JSON.parse(text) : null }));
      },
    );
    sent.on("error", reject);
    sent.end(body ? JSON.stringify(body) : undefined);
  });
}

const inDays = (days: number) => new Date(Date.now() + days * 86_400_000).toISOString().slice(0, 10);

/** Calls of `days` a second as a share of calls of a route that reads one row. */
export async function daysVsPing(): Promise<number> {
  const rate = async (path: string) => {
    const { requests, non2xx } = await autocannon({
      url: `http://127.0.0.1:${port}`,
      connections: 10,
      duration: 2,
      requests: [
        {
          path: base + path,
          setupRequest: (given) => ({ ...given, headers: { host, "x-forwarded-for": anybody() } }),
        },
      ],
    });
    if (non2xx) throw new Error(`${non2xx} answers of ${path} were refusals`);
    return requests.average;
  };
  const days = `/days?service=first-throw&from=${inDays(0)}&to=${inDays(30)}`;
  await rate("/version");
  await rate(days);
  return beside(
    3,
    () => rate(days),
    () => rate("/version"),
  );
}

async function freeTime(service: string, seats: number): Promise<{ start: string; resource?: string }> {
  for (let ahead = 3; ahead < 27; ahead++) {
    const resource = service === "first-throw" ? "&resource=maren" : "";
    const { body } = await call("GET", `/times?service=${service}${resource}&seats=${seats}&date=${inDays(ahead)}`);
    const [first] = body.times as { start: { instant: string } }[];
    if (first) return { start: first.start.instant, ...(resource ? { resource: "maren" } : {}) };
  }
  throw new Error(`No free time for ${service}`);
}

/** How many of 200 who want the same at once have it in the end. An answer of 5xx is a failure of the bench. */
export async function raceWinners(service: "first-throw" | "glaze-night"): Promise<number> {
  const wanted = await freeTime(service, service === "glaze-night" ? 8 : 1);
  const attempt = async (visitor: number): Promise<number> => {
    const held = await call("POST", "/holds", { service, ...wanted });
    if (held.status !== 201) return held.status;
    const booked = await call("POST", "/bookings", {
      hold: held.body.hold,
      client: { name: `Visitor ${visitor}`, email: `visitor-${visitor}@post.example` },
      answers: service === "first-throw" ? { hands: "Left" } : {},
      terms: true,
    });
    return booked.status;
  };
  const statuses = await Promise.all(Array.from({ length: 200 }, (_, visitor) => attempt(visitor)));
  const strange = statuses.filter((status) => ![201, 409].includes(status));
  if (strange.length) throw new Error(`Answers that must not be: ${strange.join(", ")}`);
  return statuses.filter((status) => status === 201).length;
}
