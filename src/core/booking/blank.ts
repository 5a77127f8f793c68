// What a new service, resource or price rule is before anybody has said more about it.
import type { Place, PriceRule, Resource, Service } from "./booking";

/** A place that is never closed, and that nobody hears from yet. */
export const newPlace = (id: string, name: string, zone: string): Place => ({
  id,
  name,
  address: "",
  zone,
  notify: "",
  closures: [],
  notice: "",
  allowedSites: [],
});

/** An hour, any time, for one at a time, confirmed at once, without a price. */
export const newService = (id: string, place: string, name: string): Service => ({
  id,
  place,
  name,
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
  needs: [],
  price: null,
  tax: null,
  questions: [],
  terms: "",
  screening: [],
  reminderHours: null,
});

/** A person who is never open yet. */
export const newResource = (id: string, place: string, name: string): Resource => ({
  id,
  place,
  kind: "person",
  name,
  week: [],
  exceptions: [],
  timeOff: [],
  keptBack: [],
  daysAhead: null,
  notice: { kind: "none" },
  shownPerHalfDay: null,
  perDay: null,
  cancelHours: 24,
  offers: [],
});

/** A rule without conditions: it holds always. */
export const newPriceRule = (id: string, amount: number): PriceRule => ({
  id,
  priority: 0,
  service: null,
  resource: null,
  weekdays: null,
  hours: null,
  dates: null,
  seats: null,
  price: { amount, earlier: null },
});
