// A workshop for tests, as small as a story needs it.

import { ZoneClock } from "@/core/time/zone-clock";
import { newResource, newService } from "./blank";
import type { BookingSetUp, Resource, Service } from "./booking";
import type { DiaryEntry } from "./diary/diary";

const named = (id: string) => id.charAt(0).toUpperCase() + id.slice(1);

export const aResource = (id: string, more: Partial<Resource> = {}): Resource => ({
  ...newResource(id, "workshop", named(id)),
  week: [{ weekdays: [1, 2, 3, 4, 5, 6, 7], from: "09:00", to: "17:00", validFrom: null, validTo: null }],
  ...more,
});

export const aService = (id: string, more: Partial<Service> = {}): Service => ({
  ...newService(id, "workshop", named(id)),
  needs: [{ name: "tutor", oneOf: ["maren"] }],
  price: { amount: 3800, earlier: null },
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
