// Three months of believable bookings around the demo's clock: made by the same commands as any, each at a moment before
// its start, with the same chance every time.

import { Diary } from "@/core/booking/diary/diary";
import { Availability } from "@/core/booking/rules/availability";
import type { DayNumber } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { loadDiary } from "@/data/booking/diary";
import { inTransaction } from "@/data/connection";
import { findSite } from "@/data/site/queries";
import { bookByHand } from "@/server/booking/commands/confirming";
import { noteAttendance } from "@/server/booking/commands/deciding";
import { lockSite } from "@/server/booking/commands/lock";
import type { Context } from "@/server/context";
import { numbers } from "./lib/numbers.mjs";

const dayMs = 86_400_000;
const span = { before: 30, after: 60 };

const clients = [
  ["Nuala Byrne", "nuala@post.example"],
  ["Odhran Keane", "odhran@letterbox.example"],
  ["Tess Lindqvist", "tess@hill.example"],
  ["Bram de Wit", "bram@post.example"],
  ["Ciara Flood", "ciara@letterbox.example"],
  ["Levi Ashdown", "levi@hill.example"],
  ["Maud Perrin", "maud@post.example"],
  ["Piet Vermeer", "piet@letterbox.example"],
  ["Roisin Daly", "roisin@hill.example"],
  ["Silas Grund", "silas@post.example"],
  ["Una Hartigan", "una@letterbox.example"],
  ["Wim Sorensen", "wim@hill.example"],
] as const;

interface Plan {
  readonly service: string;
  /** How likely it is booked on a day, each time it is tried. */
  readonly likely: number;
  readonly tries: number;
  readonly seats?: readonly number[];
  readonly answers?: Readonly<Record<string, string | number | boolean>>;
}

const plans: Readonly<Record<string, readonly Plan[]>> = {
  wrenfield: [
    { service: "first-throw", likely: 0.6, tries: 3, answers: { hands: "Right" } },
    { service: "six-week-wheel", likely: 0.8, tries: 5 },
    { service: "glaze-night", likely: 0.5, tries: 2, seats: [2, 4, 6, 3], answers: { pots: 4 } },
    { service: "kiln-firing", likely: 0.35, tries: 1, answers: { clay: "Stoneware", shelves: 3, dry: true } },
    { service: "open-bench", likely: 0.55, tries: 4, answers: { before: "Yes" } },
  ],
  oddlane: [
    { service: "puncture", likely: 0.6, tries: 4 },
    { service: "winter-check", likely: 0.5, tries: 2 },
  ],
};

/** Books one site's diary; answers how many bookings were made. */
export async function demoBookings(context: Context, key: string): Promise<number> {
  const site = await findSite(context.db, key);
  if (!site) return 0;
  const random = numbers(key.length * 7919);
  const pick = <T>(items: readonly T[]): T => items[Math.floor(random() * items.length)] as T;
  return inTransaction(context.db, async (tx) => {
    const locked = await lockSite(context, tx, site);
    const zone = locked.setUp.places[0]?.zone ?? "UTC";
    const clock = ZoneClock.of(zone);
    const today = clock.dayOf(locked.now.getTime());
    let made = 0;
    for (let day: DayNumber = today - span.before; day <= today + span.after; day++)
      for (const plan of plans[key] ?? [])
        for (let nth = 0; nth < plan.tries; nth++) {
          // Fuller the nearer it is.
          const ahead = Math.max(0, day - today) / span.after;
          if (random() > plan.likely * (1 - ahead * 0.6)) continue;
          const from = clock.startOfDay(day);
          const wish = { service: plan.service, resource: null, seats: pick(plan.seats ?? [1]), online: true };
          const asked = Math.min(locked.now.getTime(), from - (2 + Math.floor(random() * 12)) * dayMs);
          const { entries, outside } = await loadDiary(
            tx,
            site.id,
            new Date(from),
            new Date(from + (plan.service === "six-week-wheel" ? 40 : 1) * dayMs),
            new Date(0),
          );
          const free = new Availability(
            locked.setUp,
            wish,
            new Diary(entries, outside, clock),
            asked,
            day,
            day,
          ).timesOn(day);
          const start = free.length ? pick(free).dates[0]?.start : undefined;
          if (start === undefined) continue;
          const [name, email] = pick(clients);
          const booking = await bookByHand(
            { ...locked, now: new Date(asked) },
            { wish, start },
            "client",
            { name, email, phone: "", textsTo: null, language: site.settings.language, zone },
            plan.answers ?? {},
            true,
          );
          made += 1;
          if (booking.endsAt < locked.now)
            await noteAttendance(locked, booking.id, "desk", random() < 0.93 ? "came" : "didNotCome");
        }
    return made;
  });
}
