// The booking calendar as a kind of widget: where it stands, the services it offers, with their prices.
import { inLanguage } from "@/core/locale/words";
import { moneyWords } from "@/core/money/money";
import { escapeHtml, type RenderContext } from "@/core/render/markup";
import type { WidgetKind } from "@/core/widget/kind";
import type { WidgetOf } from "@/core/widget/settings";
import { newPlace } from "./blank";
import type { BookingSetUp, BookingWidgetSettings, Service } from "./booking";
import { setUpFaults } from "./references";
import { bookingSetUpSchema, bookingWidgetSchema } from "./schema";
import { bookingWarnings } from "./warnings";

interface Words {
  readonly title: string;
  readonly minutes: (count: string) => string;
  readonly hours: (count: string) => string;
  readonly dates: (count: number) => string;
  readonly nothing: string;
  readonly close: string;
}

const languages: Readonly<Record<string, Words>> & { readonly en: Words } = {
  en: {
    title: "What can be booked",
    minutes: (count) => `${count} min`,
    hours: (count) => `${count} h`,
    dates: (count) => `${count} dates`,
    nothing: "Nothing can be booked here at the moment.",
    close: "Close",
  },
  de: {
    title: "Was gebucht werden kann",
    minutes: (count) => `${count} Min.`,
    hours: (count) => `${count} Std.`,
    dates: (count) => `${count} Termine`,
    nothing: "Zurzeit kann hier nichts gebucht werden.",
    close: "Schließen",
  },
  fr: {
    title: "Ce qui se réserve",
    minutes: (count) => `${count} min`,
    hours: (count) => `${count} h`,
    dates: (count) => `${count} dates`,
    nothing: "Rien ne peut être réservé ici pour le moment.",
    close: "Fermer",
  },
};

/** What a page shows of one service. */
type ShownService = Pick<Service, "id" | "name" | "words" | "category" | "durationMinutes" | "price"> & {
  /** How many dates a run of the course has; null for what is booked start by start. */
  readonly dates: number | null;
};

/** The services a calendar offers to visitors, in its order. */
export function shownServices(
  settings: BookingWidgetSettings,
  setUp: BookingSetUp | undefined,
): readonly ShownService[] {
  const known = new Map(setUp?.services.map((service) => [service.id, service]));
  return settings.services.flatMap((id) => {
    const service = known.get(id);
    if (!service?.online) return [];
    const { name, words, category, durationMinutes, price, course } = service;
    return { id, name, words, category, durationMinutes, price, dates: course ? (course[0]?.length ?? 0) : null };
  });
}

function lengthWords({ durationMinutes, dates }: ShownService, words: Words, language: string): string {
  const number = (value: number) => new Intl.NumberFormat(language, { maximumFractionDigits: 2 }).format(value);
  const each =
    durationMinutes >= 120 || durationMinutes === 60
      ? words.hours(number(durationMinutes / 60))
      : words.minutes(number(durationMinutes));
  return dates ? `${words.dates(dates)} · ${each}` : each;
}

function servicesHtml(shown: readonly ShownService[], currency: string, language: string): string {
  const words = inLanguage(languages, language);
  if (!shown.length) return `<p>${words.nothing}</p>`;
  const price = ({ price }: ShownService) => {
    if (!price) return "";
    const amount = (value: number) => escapeHtml(moneyWords({ amount: value, currency }, language));
    const earlier = price.earlier === null ? "" : `<s>${amount(price.earlier)}</s> `;
    return `<span class="w-price">${earlier}${amount(price.amount)}</span>`;
  };
  const rows = shown.map(
    (service) =>
      `<li><span><strong>${escapeHtml(service.name)}</strong> <span class="w-quiet">${escapeHtml(lengthWords(service, words, language))}</span>${service.words ? `<span class="w-words">${escapeHtml(service.words)}</span>` : ""}</span>${price(service)}</li>`,
  );
  return `<ul role="list">${rows.join("")}</ul>`;
}

const listOf = (widget: WidgetOf<"booking">, context: RenderContext) =>
  servicesHtml(shownServices(widget.settings, context.part("booking")), context.currency, context.language);

export const booking: WidgetKind<"booking"> = {
  label: "Booking calendar",
  sentence: "Shows what can be booked, with times and prices, and takes bookings.",
  drawing: [
    { kind: "bold", x: 8, y: 5, width: 20, height: 2.2 },
    ...[0, 1, 2].flatMap((row) =>
      [0, 1, 2, 3, 4].map(
        (column) =>
          ({
            kind: row === 1 && column === 2 ? "key" : "box",
            x: 8 + column * 7.4,
            y: 10 + row * 6.6,
            width: 6,
            height: 5,
          }) as const,
      ),
    ),
  ],
  placements: ["flow", "button", "link"],
  callWords: "See services and prices",
  schema: bookingWidgetSchema,
  fresh: ({ parts }) => ({
    enabled: true,
    services: (parts.booking?.services ?? []).filter(({ online }) => online).map(({ id }) => id),
  }),
  note: ({ services }) => (services.length === 1 ? "one service" : `${services.length} services`),
  refs: (settings) =>
    settings.services.map((id, index) => ({ of: "service" as const, id, path: `services[${index}]` })),
  problems: function* ({ enabled, services }, site) {
    if (enabled && !services.some((id) => site.has("service", id)))
      yield { weight: "stops", code: "check.nothingToBook" };
    if (enabled && site.parts.booking)
      for (const { code, step, values } of bookingWarnings(site.parts.booking, services, site.today))
        yield { weight: "look", code, values: { ...values, step } };
  },
  // A popover needs no script: the button opens it, Escape closes it, the focus comes back.
  opens: (widget, context) => {
    const behind = context.putBehind(`widget-${widget.id}`, (id) => {
      const words = inLanguage(languages, context.language);
      const title = escapeHtml(widget.name);
      return `<div class="w-booking w-over" id="${id}" popover role="dialog" aria-label="${title}"><div class="w-head"><strong>${title}</strong><button type="button" class="b-open" popovertarget="${id}" popovertargetaction="hide">${words.close}</button></div>${listOf(widget, context)}</div>`;
    });
    return `popovertarget="${behind}"`;
  },
  flow: (placed, widget, context) => `<div${placed.attributes("w-booking")}>${listOf(widget, context)}</div>`,
  css: ".w-booking{width:100%;margin-block:var(--above,0) var(--below,0)}.w-booking ul{list-style:none;padding:0}.w-booking li{display:flex;justify-content:space-between;gap:1.5em;padding:.85em 0;border-bottom:1px solid var(--c-line)}.w-quiet{color:var(--quiet)}.w-words{display:block;color:var(--quiet);font-size:.92em;margin-top:.15em}.w-price{font-variant-numeric:tabular-nums;text-align:end;flex:none;font-weight:600}.w-price s{font-weight:400;color:var(--quiet)}.w-over{border:1px solid var(--c-line);border-radius:var(--radius);padding:1.2em 1.4em;background:var(--c-paper);color:var(--c-ink);--quiet:var(--c-quiet);width:min(34rem,calc(100vw - 32px));max-height:min(80vh,44rem);overflow:auto}.w-over::backdrop{background:color-mix(in srgb,var(--c-ink) 45%,transparent)}.w-head{display:flex;justify-content:space-between;align-items:baseline;gap:1em;font-family:var(--f-head);font-size:1.15rem}",
  // Its element comes with the booking screens; until then no page carries anything for it but what it shows.
  released: () => null,
  shown: (settings, parts) => shownServices(settings, parts.booking),
  part: {
    schema: bookingSetUpSchema,
    fresh: ({ name, settings }) => ({
      places: [newPlace("place", name, settings.zone)],
      services: [],
      resources: [],
      prices: [],
    }),
    faults: setUpFaults,
    ids: (part) => part.services.map(({ id }) => ({ of: "service" as const, id })),
  },
};
