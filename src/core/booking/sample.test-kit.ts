// A workshop for tests, as small as a story needs it.
import type { BookingSetUp, Resource, Service } from "./booking";
import type { DiaryEntry } from "./diary";
import { ZoneClock } from "./zone";

export const aResource = (id: string, more: Partial<Resource> = {}): Resource => ({
  id,
  place: "workshop",
  kind: "person",
  name: id[0]?.toUpperCase() + id.slice(1),
  week: [{ weekdays: [1, 2, 3, 4, 5, 6, 7], from: "09:00", to: "17:00", validFrom: null, validTo: null }],
  exceptions: [],
  timeOff: [],
  keptBack: [],
  daysAhead: null,
  notice: { kind: "none" },
  shownPerHalfDay: null,
  perDay: null,
  cancelHours: 24,
  offers: [],
  ...more,
});

export const aService = (id: string, more: Partial<Service> = {}): Service => ({
  id,
  place: "workshop",
  name: id[0]?.toUpperCase() + id.slice(1),
  words: "",
  category: "",
  durationMinutes: 60,
  tidyUp: { beforeMinutes: 0, afterMinutes: 0 },
  starts: { everyMinutes: 60 },
  capacity: 1,
  where: { kind: "place", words: "" },
  online: true,
  sold: { from: null, to: null },
  perDay: null,
  confirm: "atOnce",
  course: null,
  leads: [],
  needs: [{ name: "tutor", oneOf: ["maren"] }],
  price: { amount: 3800, earlier: null },
  tax: null,
  questions: [],
  terms: "",
  screening: [],
  reminderHours: null,
  ...more,
});

export const aSetUp = (
  services: readonly Service[],
  resources: readonly Resource[],
  more: Partial<BookingSetUp["places"][number]> = {},
): BookingSetUp => ({
  places: [
    {
      id: "workshop",
      name: "Workshop",
      address: "Lower Quay",
      zone: "Europe/Dublin",
      notify: "desk@wrenfield.example",
      closures: [],
      notice: "",
      allowedSites: ["https://riverside-makers.example"],
      ...more,
    },
  ],
  services,
  resources,
  prices: [],
});

/** A booking in the diary, by wall times of Dublin. */
export function anEntry(service: string, resource: string, from: string, to: string, seats = 1): DiaryEntry {
  const clock = ZoneClock.of("Europe/Dublin");
  const span = { from: clock.instantOf(from), to: clock.instantOf(to) };
  return {
    booking: `${service} ${from}`,
    service,
    start: span.from,
    end: span.to,
    seats,
    occupied: [{ resource, ...span }],
  };
}
