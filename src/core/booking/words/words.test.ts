import { readdirSync, readFileSync } from "node:fs";
import { join } from "node:path";
import { calendarReasons } from "@/core/calendar/words";
import { ZoneClock } from "@/core/time/zone-clock";
import type { Reason } from "@/core/visitor/decision";
import { aResource, aService, aSetUp } from "../sample.test-kit";
import { bookingReasons, momentWords, studioWords, visitorReasons } from "./words";

const clock = ZoneClock.of("Europe/Dublin");
const setUp = aSetUp([aService("throw", { name: "First throw" })], [aResource("maren"), aResource("tobi")]);
const at = (wall: string) => clock.instantOf(wall);

const codesIn = (subject: string, folders: readonly string[]) =>
  new Set(
    folders
      .flatMap((folder) => readdirSync(folder, { recursive: true, encoding: "utf8" }).map((file) => join(folder, file)))
      .filter((file) => file.endsWith(".ts") && !/words|test/.test(file))
      .flatMap((file) =>
        [...readFileSync(file, "utf8").matchAll(new RegExp(`"(${subject}\\.[a-zA-Z]+)"`, "g"))].map(
          (match) => match[1] as string,
        ),
      ),
  );

/** The codes with which fetching from outside is refused, of what it was about. */
const ofFetching = (about: string) =>
  [...readFileSync("src/server/outside/fetch.ts", "utf8").matchAll(/(?:stop\("|\$\{about\}\.)(\w+)/g)].flatMap(
    ([, code]) => (code === undefined || code === "code" ? [] : [`${about}.${code}`]),
  );

test("every reason of booking and of calendars has words, and there are no words without a reason", () => {
  expect([...codesIn("booking", ["src/core/booking"])].sort()).toEqual([...bookingReasons].sort());
  const calendars = new Set([
    ...codesIn("calendar", ["src/core/calendar", "src/server/calendar"]),
    ...ofFetching("calendar"),
  ]);
  expect([...calendars].filter((code) => code !== "calendar.ics").sort()).toEqual([...calendarReasons].sort());
});

const taken: Reason = {
  code: "booking.taken",
  resource: "maren",
  service: "throw",
  start: at("2026-03-11T11:30"),
  end: at("2026-03-11T13:30"),
  from: at("2026-03-11T11:30"),
  to: at("2026-03-11T13:45"),
};
const off: Reason = {
  code: "booking.timeOff",
  resource: "tobi",
  words: "hospital",
  from: at("2026-03-11T00:00"),
  to: at("2026-03-12T00:00"),
};

const now = at("2026-03-05T18:40");

test("the studio reads names and values", () => {
  const wording = { clock, setUp, language: "en-GB", now };
  expect(studioWords(taken, wording)).toBe("Maren has First throw Wed 11 Mar, 11:30 to 13:30.");
  expect(studioWords(off, wording)).toBe("Tobi is off Wed 11 Mar, 00:00 to Thu 12 Mar, 00:00 (hospital).");
});

test("a visitor learns nothing of people, of other clients, or of who is away", () => {
  for (const language of ["en", "de", "fr"]) {
    const said = visitorReasons([taken, off], { clock, setUp, language, now });
    expect(said).toHaveLength(1);
    expect(said[0]?.code).toBe("notFree");
    expect(JSON.stringify(said)).not.toMatch(/Maren|Tobi|hospital|throw/i);
  }
});

test("nothing stands against what is offered, and a set without anyone free is simply not free", () => {
  const wording = { clock, setUp, language: "en", now };
  expect(visitorReasons([], wording)).toEqual([]);
  const none: Reason = { code: "booking.noneOfSet", set: "wheel", resources: [] };
  expect(visitorReasons([none], wording).map(({ code }) => code)).toEqual(["notFree"]);
  const closed: Reason = { code: "booking.outsideHours", resource: "maren", start: 0, end: 1, open: [] };
  expect(visitorReasons([none, closed], wording).map(({ code }) => code)).toEqual(["closed"]);
});

test("of several first moments a visitor gets the earliest", () => {
  const soon = (resource: string, wall: string): Reason => ({
    code: "booking.tooSoon",
    resource,
    earliest: at(wall),
    notice: "hours",
  });
  const said = visitorReasons([soon("maren", "2026-03-12T10:00"), soon("tobi", "2026-03-11T10:00")], {
    clock,
    setUp,
    language: "en-GB",
    now,
  });
  expect(said).toEqual([
    { code: "tooSoon", message: "Too soon: the first time that can still be booked is Wed 11 Mar, 10:00." },
  ]);
});

test("what is more than a year away is told with its year", () => {
  const said = (wall: string) => momentWords({ clock, setUp, language: "en-GB", now }, at(wall));
  expect(said("2026-03-11T11:30")).toBe("Wed 11 Mar, 11:30");
  expect(said("2027-03-04T11:30")).toBe("Thu 4 Mar, 11:30");
  expect(said("2027-03-10T11:30")).toBe("Wed, 10 Mar 2027, 11:30");
  expect(said("2025-03-04T11:30")).toBe("Tue, 4 Mar 2025, 11:30");
});
