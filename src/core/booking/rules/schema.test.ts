import { type ReleasedBooking, usualLook } from "@/core/booking/released";
import { newPriceRule } from "../blank";
import type { BookingSetUp } from "../booking";
import { aResource, aService, aSetUp } from "../sample.test-kit";
import { booking } from "../widget";
import { answersSchema, refusal } from "../words/answers";
import { askedQuestions } from "../words/asked-questions";
import { setUpFaults } from "./references";
import { bookingSetUpSchema } from "./schema";
import { mayAskAll, triedOn } from "./size";

const good = aSetUp([aService("throw")], [aResource("maren")]);

/** The set-up with one value changed, by its path. */
function spoilt(path: string, value: unknown): unknown {
  const copy = JSON.parse(JSON.stringify(good));
  const parts = path.split(".");
  const holder = parts.slice(0, -1).reduce((at, part) => at[part], copy);
  holder[parts.at(-1) as string] = value;
  return copy;
}

function faultOf(value: unknown): { path: string; message: string } {
  const { error } = bookingSetUpSchema.validate(value, { abortEarly: false, convert: false });
  const [first] = error?.details ?? [];
  return { path: (first?.path ?? []).join("."), message: first?.message ?? "" };
}

const span = (from: string, to: string, weekdays = [1]) => ({ weekdays, from, to, validFrom: null, validTo: null });

test("hours of turns that never meet, and of different seasons, may stand over each other", () => {
  const turn = (from: string) => ({ ...span("09:00", "13:00"), weeks: { every: 2, from } });
  const week = [turn("2026-03-09"), turn("2026-03-16")];
  expect(faultOf(spoilt("resources.0.week", week)).message).toBe("");
  const seasonal = ["summer", "winter", undefined].map((season) => ({
    ...span("09:00", "13:00"),
    ...(season === undefined ? {} : { season }),
  }));
  expect(faultOf(spoilt("resources.0.week", seasonal)).message).toBe("");
  expect(setUpFaults(spoilt("resources.0.week", seasonal) as BookingSetUp)).toMatchObject([
    { path: "resources[0].week[0].season", message: "There is no season with this id." },
    { path: "resources[0].week[1].season" },
  ]);
});

test("a good set-up is taken", () => expect(bookingSetUpSchema.validate(good).error).toBeUndefined());

test.each<[string, string, unknown, string, RegExp]>([
  [
    "hours that overlap",
    "resources.0.week",
    [span("09:00", "13:00"), span("12:00", "17:00", [1, 2])],
    "resources.0.week.1",
    /overlaps 09:00 to 13:00/,
  ],
  ["hours backwards", "resources.0.week", [span("17:00", "09:00")], "resources.0.week.0", /ends before it begins/],
  [
    "hours of weeks that meet",
    "resources.0.week",
    [
      { ...span("09:00", "13:00"), weeks: { every: 2, from: "2026-03-09" } },
      { ...span("12:00", "17:00"), weeks: { every: 3, from: "2026-03-16" } },
    ],
    "resources.0.week.1",
    /overlaps 09:00 to 13:00/,
  ],
  [
    "seasons that meet",
    "places.0.seasons",
    [
      { id: "winter", name: "Winter", from: "11-01", to: "03-31" },
      { id: "spring", name: "Spring", from: "03-15", to: "05-31" },
    ],
    "places.0.seasons.1.from",
    /meets “Winter”/,
  ],
  [
    "every week as every so many",
    "resources.0.week",
    [{ ...span("09:00", "13:00"), weeks: { every: 1, from: "2026-03-09" } }],
    "resources.0.week.0.weeks.every",
    /at least 2/,
  ],
  [
    "lengths to choose of what shares its start",
    "services.0",
    {
      ...(good.services[0] as object),
      capacity: 4,
      lengths: [30, 60].map((minutes) => ({ minutes, price: null })),
    },
    "services.0.lengths",
    /one seat/,
  ],
  [
    "a length twice",
    "services.0.lengths",
    [30, 30].map((minutes) => ({ minutes, price: null })),
    "services.0.lengths.1",
    /named twice/,
  ],
  ["one length to choose", "services.0.lengths", [{ minutes: 30, price: null }], "services.0.lengths", /at least two/],
  ["a way of two days", "services.0.travelMinutes", 2880, "services.0.travelMinutes", /at most 1440/],
  ["an unknown zone", "places.0.zone", "Europe/Wrenfield", "places.0.zone", /no time zone of this name/],
  [
    "a negative price",
    "services.0.price",
    { amount: -1, earlier: null },
    "services.0.price.amount",
    /can't be negative/,
  ],
  [
    "a fractional price",
    "services.0.price",
    { amount: 38.5, earlier: null },
    "services.0.price.amount",
    /whole number/,
  ],
  ["two thousand seats", "services.0.capacity", 2000, "services.0.capacity", /at most 500/],
  ["401 days ahead", "resources.0.daysAhead", 401, "resources.0.daysAhead", /at most 400/],
  [
    "a date that does not exist",
    "services.0.sold",
    { from: "2026-02-30", to: null },
    "services.0.sold.from",
    /date of the calendar/,
  ],
  [
    "a tax rate of four decimals",
    "services.0.tax",
    { percent: 13.1234, included: true },
    "services.0.tax.percent",
    /three decimals/,
  ],
  [
    "a course that goes back",
    "services.0.course",
    [["2026-03-10T10:00", "2026-03-03T10:00"]],
    "services.0.course.0",
    /go forward/,
  ],
  [
    "another site with a path",
    "places.0.allowedSites",
    ["https://a.example/x"],
    "places.0.allowedSites.0",
    /without a path/,
  ],
  [
    "a choice of one",
    "services.0.questions",
    [{ key: "a", kind: "choice", label: "A", required: true, options: ["x"] }],
    "services.0.questions.0.options",
    /at least two/,
  ],
])("%s is refused at its field, with a sentence", (_name, path, value, at, message) => {
  const fault = faultOf(spoilt(path, value));
  expect(fault.path).toBe(at);
  expect(fault.message).toMatch(message);
});

test("references to what is not there are named", () => {
  const lost: BookingSetUp = aSetUp(
    [
      aService("throw", {
        needs: [{ name: "tutor", oneOf: ["nobody"] }],
        screening: [{ question: "x", refuses: ["y"], words: "No." }],
      }),
    ],
    [aResource("maren", { place: "elsewhere" })],
  );
  expect(setUpFaults(lost).map(({ path }) => path)).toEqual([
    "services[0].needs[0].oneOf[0]",
    "services[0].screening[0].question",
    "resources[0].place",
  ]);
});

test("a choice that refuses by an answer has to be made: left open, it would refuse nobody", () => {
  const service = aService("bench", {
    questions: [
      { key: "before", kind: "choice", label: "Before?", required: false, options: ["Yes", "No"] },
      { key: "colour", kind: "choice", label: "Colour", required: false, options: ["Red", "Blue"] },
    ],
    screening: [{ question: "before", refuses: ["No"], words: "Begin with First throw." }],
  });
  expect(askedQuestions(service).map(({ key, required }) => [key, required])).toEqual([
    ["before", true],
    ["colour", false],
  ]);
  expect(answersSchema(askedQuestions(service)).validate({}).error?.details[0]?.path).toEqual(["before"]);
});

test("a price rule that is for nothing yet is refused at its service", () => {
  const { error } = bookingSetUpSchema.validate({ ...good, prices: [{ ...newPriceRule("new", 100), service: "" }] });
  expect(error?.details[0]).toMatchObject({
    path: ["prices", 0, "service"],
    message: expect.stringContaining("changes nothing"),
  });
});

test("answers are held to their questions, and one of them can refuse", () => {
  const service = aService("bench", {
    questions: [
      { key: "before", kind: "choice", label: "Before?", required: true, options: ["Yes", "No"] },
      { key: "shelves", kind: "number", label: "Shelves", required: false, min: 1, max: 6 },
      { key: "dry", kind: "tick", label: "Dry", required: true },
    ],
    screening: [{ question: "before", refuses: ["No"], words: "Begin with First throw." }],
  });
  const fault = (answers: object) =>
    answersSchema(service.questions).validate(answers).error?.details[0]?.path.join(".");
  expect(fault({ before: "Yes", dry: true })).toBeUndefined();
  expect(fault({ dry: true })).toBe("before");
  expect(fault({ before: "Perhaps", dry: true })).toBe("before");
  expect(fault({ before: "Yes", dry: false })).toBe("dry");
  expect(fault({ before: "Yes", dry: true, shelves: 9 })).toBe("shelves");
  expect(refusal(service, { before: "Yes" })).toBeNull();
  expect(refusal(service, { before: "No" })?.words).toBe("Begin with First throw.");
});

test("a service that asks too much of a question is refused at its sets, with what to change", () => {
  const ids = Array.from({ length: 200 }, (_, nth) => `r${nth}`);
  const resources = ids.map((id) => aResource(id));
  const service = (everyMinutes: number, sets: number) =>
    aService("s", {
      starts: { everyMinutes },
      needs: Array.from({ length: sets }, (_, nth) => ({ name: `set ${nth}`, oneOf: ids })),
    });
  const faults = (everyMinutes: number, sets: number) => setUpFaults(aSetUp([service(everyMinutes, sets)], resources));
  // Eight hours a day: 16 starts times 600, 96 starts times 200.
  expect(faults(30, 3)).toEqual([]);
  expect(faults(5, 1)).toEqual([
    { path: "services[0].needs", message: expect.stringMatching(/are 19200; at most 12000 .* further apart/) },
  ]);
  expect(
    triedOn(
      service(5, 1),
      aSetUp(
        [],
        resources.map((one) => ({ ...one, week: null })),
      ),
    ),
  ).toBe(288 * 200);
});

test("all services can be looked at at once as long as they are no larger together than one may be", () => {
  const everyFive = { everyMinutes: 5 };
  const many = Array.from({ length: 60 }, (_, nth) => aResource(`r${nth}`));
  const needs = [{ name: "tutor", oneOf: many.map(({ id }) => id) }];
  // 96 starts a day, each tried with 60 people.
  const large = ["a", "b", "c"].map((id) => aService(id, { needs, starts: everyFive }));
  const setUp = aSetUp(large, many);
  expect(large.map((service) => triedOn(service, setUp))).toEqual([5760, 5760, 5760]);
  expect(mayAskAll(setUp, ["a", "b"])).toBe(true);
  expect(mayAskAll(setUp, ["a", "b", "c"])).toBe(false);
  expect(
    mayAskAll({ ...setUp, services: large.map((one) => ({ ...one, online: one.id !== "c" })) }, ["a", "b", "c"]),
  ).toBe(true);
  const look = { ...usualLook, first: "date" as const };
  const firstOf = (services: readonly string[]) => {
    const resolve = {
      pageHref: () => null,
      picture: () => null,
      language: "en",
      currency: "EUR",
      zone: "Europe/Dublin",
    };
    return (booking.released({ enabled: true, services, look }, resolve, setUp) as ReleasedBooking).look.first;
  };
  expect([firstOf(["a", "b"]), firstOf(["a", "b", "c"])]).toEqual(["date", "service"]);
});
