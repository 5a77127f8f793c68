// What only engines can tell, at the moment of the question: free times from booking, what is there from the shop.

import type { Service } from "@/core/booking/booking";
import type { PublicDay, PublicTime } from "@/core/booking/public-types";
import { isOpenState } from "@/core/booking/public-types";
import { priceRange } from "@/core/catalog/price";
import { isOnSale } from "@/core/catalog/product";
import type { Live, LiveTimes, Need } from "@/core/chat/answers/reply";
import type { Subject } from "@/core/chat/understands/subject";
import { dateAfter } from "@/core/site/open-hours";
import { type SiteWidget, widgetsOfKind } from "@/core/widget/settings";
import type { SiteRow } from "@/data/site/queries";
import { publicSite } from "../booking/public/call";
import { days } from "../booking/public/days";
import { times } from "../booking/public/times";
import { setUpAt } from "../booking/set-up";
import type { Context } from "../context";
import { dayIn } from "../day";
import { catalogOf } from "../shop/catalog/catalog";

/** How far ahead the next free day is looked for, in days. */
const mostAhead = 42;

/** So many days are asked about at once. */
const mostAsked = 60;

/** Dates compare as they are written. */
const later = (one: string, other: string): string => [one, other].sort()[1] ?? one;
const earlier = (one: string, other: string): string => [one, other].sort()[0] ?? one;

/** What is paid at once, chosen in lengths, or is a course has a place on its own page. */
const needsPage = ({ confirm, course, lengths }: Service): boolean =>
  confirm === "payment" || course !== null || lengths !== undefined;

/** What a service asks, and what one agrees to, where it is booked from a conversation. */
const asksOf = ({ questions, terms }: Service): Pick<LiveTimes, "asks" | "terms"> => ({
  terms,
  asks: questions.map((question) => ({
    ...{ key: question.key, label: question.label, required: question.required, kind: question.kind },
    ...("options" in question ? { options: question.options } : {}),
  })),
});

async function timesOf(
  context: Context,
  row: SiteRow,
  widgets: readonly SiteWidget[],
  subjects: readonly Subject[],
  need: Extract<Need, { of: "times" }>,
): Promise<readonly LiveTimes[]> {
  const found: LiveTimes[] = [];
  const today = dayIn(row.settings.zone, context.now());
  const { site, versions } = await publicSite(context, row.key);
  // Not what is live: a site that is looked at in the studio is asked as it stands there.
  const setUp = await setUpAt(context.db, site.id, versions.setUp);
  const { language } = row.settings;
  for (const id of need.services) {
    const calendar = widgetsOfKind(widgets, "booking").find(
      ({ settings }) => settings.enabled && settings.services.includes(id),
    );
    if (!calendar) continue;
    const { settings } = calendar;
    const call = {
      context,
      site,
      widget: calendar.id,
      versions,
      setUp,
      services: settings.services,
      settings,
      language,
    };
    const service = setUp.services.find((one) => one.id === id);
    if (!service?.online) continue;
    const from = later(need.from, today);
    const to = later(need.to, from);
    // As far as the next free day is looked for, and as far as was asked, in one question that the calendar allows.
    const until = earlier(later(to, dateAfter(from, mostAhead)), dateAfter(from, mostAsked));
    const told = JSON.parse((await days(call, { service: id, from, to: until })).body) as {
      days: readonly PublicDay[];
    };
    const fits = ({ start }: PublicTime) => {
      const time = start.place.slice(11);
      return (need.after === null || time >= need.after) && (need.before === null || time < need.before);
    };
    const open = told.days.filter(({ state }) => isOpenState(state));
    let answer: LiveTimes | null = null;
    // A day may be open and yet have nothing in the part of it that was asked for.
    for (const { date } of [...open.filter((day) => day.date <= to), ...open.filter((day) => day.date > to)].slice(
      0,
      8,
    )) {
      const offered = (await times(call, { service: id, seats: 1, date })).times.filter(fits);
      if (!offered.length) continue;
      answer = {
        service: id,
        date,
        times: offered.map(({ start }) => ({ start: start.place, time: start.place.slice(11) })),
        later: date > to,
        onPage: needsPage(service),
        ...asksOf(service),
        widget: calendar.id,
        subject: subjects.find((one) => one.kind === "service" && one.id === id) ?? null,
      };
      break;
    }
    found.push(
      answer ?? {
        service: id,
        date: from,
        times: [],
        later: true,
        onPage: needsPage(service),
        ...asksOf(service),
        widget: calendar.id,
        subject: subjects.find((one) => one.kind === "service" && one.id === id) ?? null,
      },
    );
  }
  return found;
}

/** Asks the engines of a site what a question needs; null where it needs nothing. */
export async function liveFor(
  context: Context,
  row: SiteRow,
  widgets: readonly SiteWidget[],
  subjects: readonly Subject[],
  need: Need | null,
): Promise<Live | null> {
  if (!need) return null;
  if (need.of === "times") return { times: await timesOf(context, row, widgets, subjects, need) };
  const known = await catalogOf(context, row);
  const stock: Record<string, { has: boolean; price: number; earlier: number | null }> = {};
  for (const id of need.products) {
    const product = known.products.get(id);
    if (!product || !isOnSale(product, dayIn(row.settings.zone, context.now()))) continue;
    const { least } = priceRange(product);
    stock[id] = {
      has: product.variants.some(({ id: variant }) => (known.left(variant) ?? 1) > 0),
      price: least,
      earlier: product.earlierPrice !== null && product.earlierPrice > least ? product.earlierPrice : null,
    };
  }
  return { stock };
}
