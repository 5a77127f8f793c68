// What can be booked at the demo's two sites.
import { newPriceRule, newResource, newService } from "@/core/booking/blank";
import type { BookingSetUp, Offer, Price, PriceRule, Resource, Service, WeeklySpan } from "@/core/booking/booking";

const price = (amount: number, earlier: number | null = null): Price => ({ amount, earlier });

const week = (weekdays: readonly number[], from: string, to: string, valid: Partial<WeeklySpan> = {}): WeeklySpan => ({
  weekdays,
  from,
  to,
  validFrom: null,
  validTo: null,
  ...valid,
});

const resource = (id: string, name: string, more: Partial<Resource>): Resource => ({
  ...newResource(id, "workshop", name),
  ...more,
});

const offer = (service: string, more: Partial<Offer>): Offer => ({
  service,
  does: true,
  durationMinutes: null,
  tidyUp: null,
  price: null,
  ...more,
});

const service = (id: string, name: string, more: Partial<Service>): Service => ({
  ...newService(id, "workshop", name),
  reminderHours: 24,
  ...more,
});

const rule = (id: string, cost: Price, more: Partial<PriceRule>): PriceRule => ({
  ...newPriceRule(id, cost.amount),
  price: cost,
  ...more,
});

const wheels = ["wheel-1", "wheel-2", "wheel-3", "wheel-4", "wheel-5", "wheel-6"];

/** Six Tuesdays from each of these, at half past six in the evening. */
const courseRuns = (firsts: readonly string[]) =>
  firsts.map((first) =>
    Array.from({ length: 6 }, (_, nth) => {
      const day = new Date(Date.parse(`${first}T00:00Z`) + nth * 7 * 86_400_000).toISOString().slice(0, 10);
      return `${day}T18:30`;
    }),
  );

export const wrenfieldBooking: BookingSetUp = {
  places: [
    {
      id: "workshop",
      name: "Wrenfield Clayworks",
      address: "The net store, Lower Quay, Wrenfield",
      zone: "Europe/Dublin",
      notify: "desk@wrenfield.example",
      closures: [
        { kind: "yearly", from: "12-24", to: "12-27", words: "Whole workshop closed" },
        { kind: "yearly", from: "01-01", to: "01-01", words: "New Year" },
        { kind: "span", from: "2026-06-12T13:00", to: "2026-06-13T09:00", words: "River festival on the quay" },
      ],
      notice: "Please come ten minutes early, in clothes that may get dirty.",
      allowedSites: ["https://riverside-makers.example"],
    },
  ],
  services: [
    service("first-throw", "First throw", {
      words: "Two hours at the wheel with a tutor beside you. You keep the best pot; we fire it.",
      category: "Classes",
      durationMinutes: 120,
      tidyUp: { beforeMinutes: 0, afterMinutes: 15 },
      leads: ["I have never touched clay", "A present for somebody"],
      needs: [
        { name: "tutor", oneOf: ["maren", "tobi", "ilse"] },
        { name: "wheel", oneOf: wheels },
      ],
      price: price(3800, 4500),
      tax: { percent: 13.5, included: true },
      questions: [
        { key: "hands", kind: "choice", label: "Right or left hand?", required: true, options: ["Right", "Left"] },
        { key: "allergies", kind: "words", label: "Anything we should know?", required: false },
      ],
      terms: "Pots are fired within four weeks and kept for three months.",
    }),
    service("six-week-wheel", "Six-week wheel", {
      words: "One evening a week until your bowls look like a set. Six evenings, booked as one.",
      category: "Classes",
      durationMinutes: 120,
      capacity: 6,
      course: courseRuns([
        "2026-01-13",
        "2026-03-10",
        "2026-05-05",
        "2026-09-08",
        "2026-11-03",
        "2027-01-12",
        "2027-03-09",
        "2027-05-04",
        "2027-09-07",
        "2027-11-02",
      ]),
      leads: ["I want to get good at it"],
      needs: [
        { name: "tutor", oneOf: ["maren", "tobi"] },
        { name: "room", oneOf: ["wheel-room"] },
      ],
      price: price(21_600),
      tax: { percent: 13.5, included: true },
      terms: "A missed evening can be made up at the open bench.",
      reminderHours: 48,
    }),
    service("glaze-night", "Glaze night", {
      words: "Bring your friends and dip until the buckets are empty. Up to eight at the table.",
      category: "Evenings",
      durationMinutes: 90,
      tidyUp: { beforeMinutes: 15, afterMinutes: 30 },
      starts: { at: ["18:30", "20:30"] },
      capacity: 8,
      confirm: "payment",
      leads: ["A group of us", "We have pots to glaze"],
      needs: [
        { name: "tutor", oneOf: ["ilse"] },
        { name: "table", oneOf: ["glaze-table"] },
      ],
      price: price(2400),
      tax: { percent: 13.5, included: true },
      questions: [{ key: "pots", kind: "number", label: "Pots you bring", required: false, min: 0, max: 40 }],
    }),
    service("kiln-firing", "Kiln firing", {
      words: "The whole kiln for your own pots: fourteen hours up and down, then it rests.",
      category: "For makers",
      durationMinutes: 840,
      tidyUp: { beforeMinutes: 30, afterMinutes: 120 },
      starts: { at: ["07:00", "18:00"] },
      perDay: 1,
      confirm: "approval",
      leads: ["I have my own pots to fire"],
      needs: [{ name: "kiln", oneOf: ["kiln"] }],
      price: price(6200),
      tax: { percent: 23, included: true },
      questions: [
        { key: "clay", kind: "choice", label: "Clay", required: true, options: ["Earthenware", "Stoneware", "Mixed"] },
        { key: "shelves", kind: "number", label: "Shelves", required: true, min: 1, max: 6 },
        { key: "dry", kind: "tick", label: "Everything will be bone dry", required: true },
      ],
      screening: [
        {
          question: "clay",
          refuses: ["Mixed"],
          words: "Earthenware and stoneware can't share a firing. Book two, or ask us about a shelf.",
        },
      ],
    }),
    service("open-bench", "Open bench", {
      words: "A wheel to yourself, by the hour, for those who have thrown before.",
      category: "For makers",
      leads: ["I know how, I need a wheel"],
      needs: [{ name: "wheel", oneOf: wheels }],
      price: price(900),
      tax: { percent: 23, included: true },
      questions: [
        { key: "before", kind: "choice", label: "Have you thrown before?", required: true, options: ["Yes", "No"] },
      ],
      screening: [
        { question: "before", refuses: ["No"], words: "The open bench is without a tutor. Begin with First throw." },
      ],
    }),
  ],
  resources: [
    resource("maren", "Maren", {
      week: [week([1, 2, 3, 4], "09:30", "17:30"), week([2], "18:00", "21:00"), week([5], "13:00", "18:00")],
      keptBack: [week([3], "09:30", "10:30")],
      daysAhead: 60,
      notice: { kind: "nextDay" },
      shownPerHalfDay: 3,
      perDay: 8,
      timeOff: [{ from: "2026-08-03T00:00", to: "2026-08-17T00:00", words: "Holiday" }],
    }),
    resource("tobi", "Tobi", {
      week: [week([2], "18:00", "21:00"), week([4, 5, 6], "10:00", "17:00")],
      exceptions: [{ date: "2026-05-02", spans: [{ from: "10:00", to: "13:00" }] }],
      daysAhead: 28,
      notice: { kind: "hours", hours: 24 },
      offers: [offer("first-throw", { durationMinutes: 150, price: price(4200) })],
    }),
    resource("ilse", "Ilse", {
      week: [week([5, 6], "18:00", "23:00"), week([6, 7], "10:00", "16:00")],
      daysAhead: 90,
      notice: { kind: "hours", hours: 12 },
      cancelHours: 48,
    }),
    ...wheels.map((id, nth) =>
      resource(id, `Wheel ${nth + 1}`, {
        kind: "thing",
        week: [week([1, 2, 3, 4, 5, 6, 7], "09:00", "18:00")],
        notice: { kind: "hours", hours: 1 },
        daysAhead: 90,
      }),
    ),
    resource("wheel-room", "Wheel room", { kind: "room", week: null }),
    resource("glaze-table", "Glaze table", { kind: "room", week: null, notice: { kind: "hours", hours: 6 } }),
    resource("kiln", "The kiln", {
      kind: "thing",
      week: null,
      daysAhead: 120,
      notice: { kind: "hours", hours: 48 },
      cancelHours: 72,
    }),
  ],
  prices: [
    rule("saturdays", price(4400), { service: "first-throw", weekdays: [6, 7] }),
    rule("early", price(3400), {
      service: "first-throw",
      weekdays: [1, 2, 3],
      hours: { from: "09:00", to: "12:00" },
    }),
    rule("whole-table", price(2100, 2400), { service: "glaze-night", seats: { from: 6, to: 8 } }),
    rule("winter-bench", price(700, 900), {
      priority: 1,
      service: "open-bench",
      dates: { from: "2026-11-01", to: "2027-02-28" },
    }),
    rule("slow-mornings", price(600), {
      service: "open-bench",
      weekdays: [1, 2, 3, 4],
      hours: { from: "09:00", to: "12:00" },
    }),
  ],
};

export const oddlaneBooking: BookingSetUp = {
  places: [
    {
      id: "workshop",
      name: "Oddlane Cycles",
      address: "Behind the bakery, Odd Lane",
      zone: "America/Chicago",
      notify: "bench@oddlane.example",
      closures: [{ kind: "yearly", from: "12-24", to: "01-01", words: "Between the years" }],
      notice: "Bring the bicycle with its lights and without its bags.",
      allowedSites: [],
    },
  ],
  services: [
    service("puncture", "Flat tire", {
      words: "Half an hour, tube included.",
      category: "Repairs",
      durationMinutes: 30,
      starts: { everyMinutes: 30 },
      needs: [
        { name: "mechanic", oneOf: ["del", "ray"] },
        { name: "bench", oneOf: ["bench"] },
      ],
      price: price(1800),
      tax: { percent: 10.25, included: false },
      reminderHours: 3,
    }),
    service("winter-check", "Winter check", {
      words: "Brakes, gears, bearings, light, before the salt comes.",
      category: "Checks",
      durationMinutes: 180,
      tidyUp: { beforeMinutes: 0, afterMinutes: 30 },
      starts: { at: ["08:00", "11:30", "14:30"] },
      perDay: 3,
      needs: [
        { name: "mechanic", oneOf: ["del", "ray"] },
        { name: "bench", oneOf: ["bench"] },
      ],
      price: price(9500),
      tax: { percent: 10.25, included: false },
    }),
  ],
  resources: [
    resource("del", "Del", {
      week: [week([1, 2, 3, 4, 5], "08:00", "18:00")],
      notice: { kind: "hours", hours: 2 },
      daysAhead: 45,
    }),
    resource("ray", "Ray", {
      week: [week([3, 4, 5], "10:00", "18:00"), week([6], "09:00", "13:00")],
      notice: { kind: "hours", hours: 2 },
      daysAhead: 45,
    }),
    resource("bench", "The bench", { kind: "thing", week: null }),
  ],
  prices: [],
};
