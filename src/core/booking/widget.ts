// The booking calendar as a kind of widget: where it stands, the services it offers, with their prices.

import { type ReleasedBooking, usualLook } from "@/core/booking/released";
import type { BookingLook } from "@/core/booking/words/look";
import { releaseThanks } from "@/core/field/field";
import { inLanguage } from "@/core/locale/words";
import { moneyWords } from "@/core/money/money";
import { escapeHtml, type RenderContext } from "@/core/render/markup";
import { defineWidget, type Resolve } from "@/core/widget/kind";
import { floatCss } from "@/core/widget/opener";
import type { WidgetOf } from "@/core/widget/settings";
import type { BookingSetUp, BookingWidgetSettings } from "./booking";
import { bookingPart } from "./part";
import { publicServices } from "./public-services";
import type { ReleasedService } from "./public-types";
import { mayAskAll } from "./rules/size";
import { type AskWords, askWords } from "./words/ask-words";
import { lengthWords } from "./words/length-words";
import { listCss, ownLookClasses, ownLookCss } from "./words/list-css";

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

type Told = Pick<ReleasedBooking, "currency" | "places" | "services">;

/** What a calendar shows visitors; nothing where nothing is set up. */
function toldOf(settings: BookingWidgetSettings, setUp: BookingSetUp | undefined, currency: string): Told {
  if (!setUp) return { currency, places: [], services: [] };
  const told = publicServices(setUp, settings.services, currency);
  return {
    ...told,
    services: told.services.map((service) => ({
      ...service,
      resources: service.resources.map(({ id, name, kind, words, picture, price }) => {
        return { id, name, kind, words, picture, price };
      }),
    })),
  };
}

/** The services as the calendar itself draws them first: nothing moves when it takes this list's place. */
function servicesHtml(
  { services, places }: Told,
  look: BookingLook,
  { currency, language, picture }: Pick<RenderContext, "currency" | "language" | "picture">,
): string {
  const words = inLanguage(languages, language);
  if (!services.length) return `<p>${words.nothing}</p>`;
  const price = ({ price }: ReleasedService) => {
    if (!price) return "";
    const amount = (value: number) => escapeHtml(moneyWords({ amount: value, currency }, language));
    const earlier = price.earlier === null ? "" : `<s>${amount(price.earlier)}</s> `;
    return `<span class="w-price">${earlier}${amount(price.amount)}</span>`;
  };
  const image = (hash: string) => {
    const found = look.photographs && hash ? picture(hash) : null;
    return found ? `<img src="${found.small}" width="64" height="64" alt="" loading="lazy">` : "";
  };
  const row = (service: ReleasedService) =>
    `<li><div class="w-row">${image(service.picture)}<span class="w-text"><strong>${escapeHtml(service.name)}</strong> <span class="w-quiet">${escapeHtml(lengthWords(service, words, language))}</span>${service.words ? `<span class="w-words">${escapeHtml(service.words)}</span>` : ""}</span>${price(service)}</div></li>`;
  const groups = new Map<string, ReleasedService[]>();
  for (const service of services) groups.set(service.category, [...(groups.get(service.category) ?? []), service]);
  const notice = places.find(({ id }) => id === services[0]?.place)?.notice;
  const lists = [...groups].map(
    ([category, own]) =>
      `${groups.size > 1 && category ? `<p class="w-category">${escapeHtml(category)}</p>` : ""}<ul class="w-list" role="list">${own.map(row).join("")}</ul>`,
  );
  return `${notice ? `<p class="w-note">${escapeHtml(notice)}</p>` : ""}${lists.join("")}`;
}

/** Hashes of the pictures that are told of. */
const picturesNamed = ({ services }: Told): readonly string[] =>
  [...new Set(services.flatMap(({ picture, resources }) => [picture, ...resources.map((one) => one.picture)]))].filter(
    Boolean,
  );

function picturesOf(told: Told, picture: Resolve["picture"]): ReleasedBooking["pictures"] {
  return Object.fromEntries(
    picturesNamed(told).flatMap((hash) => {
      const found = picture(hash);
      return found ? [[hash, found.small]] : [];
    }),
  );
}

function listOf(widget: WidgetOf<"booking">, context: RenderContext): string {
  const told = toldOf(widget.settings, context.part(bookingPart), context.currency);
  const look = widget.settings.look ?? usualLook;
  const list = servicesHtml(told, look, context) + askHtml(widget, told, context.language);
  return ownLookClasses(look).reduceRight(
    (inner, name) => (name ? `<div class="${name}">${inner}</div>` : inner),
    list,
  );
}

/** Without scripts a time can be asked for: a letter to the business, and nothing is booked by it. */
function askHtml({ id }: WidgetOf<"booking">, { services }: Told, language: string): string {
  if (!services.length) return "";
  const words = askWords(language);
  const options = services.map((one) => `<option value="${one.id}">${escapeHtml(one.name)}</option>`).join("");
  const field = (name: keyof AskWords, control: string) => `<p><label>${words[name]} ${control}</label></p>`;
  return `<noscript><form class="w-ask" method="post" enctype="multipart/form-data" action="/_w/v1/booking/${id}/asks"><h3>${words.title}</h3>${field("service", `<select name="service">${options}</select>`)}${field("when", '<input name="when" required maxlength="200">')}${field("name", '<input name="name" required maxlength="120" autocomplete="name">')}${field("email", '<input name="email" type="email" required autocomplete="email">')}${field("message", '<textarea name="message" rows="3" maxlength="2000"></textarea>')}<p hidden><label>Website <input name="website" tabindex="-1" autocomplete="off"></label></p><button class="b-button" type="submit">${words.send}</button></form></noscript>`;
}

/** The spot of a calendar: its script finds it, and it is as high as a month where that is what it begins with. */
const spotClass = ({ settings }: WidgetOf<"booking">) =>
  settings.services.length === 1 || settings.look?.first === "date" ? "w-booking w-one" : "w-booking";

export const booking = defineWidget<"booking">({
  refs: function* ({ services, thanks }) {
    for (const [index, id] of services.entries()) yield { of: "service", id, path: `services[${index}]` };
    if (thanks?.kind === "page") yield { of: "page", id: thanks.page, path: "thanks.page" };
  },
  // A popover needs no script: the button opens it, Escape closes it, the focus comes back.
  opens: (widget, context) => {
    const behind = context.putBehind(`widget-${widget.id}`, (id) => {
      const words = inLanguage(languages, context.language);
      const title = escapeHtml(widget.name);
      return `<div class="w-over" id="${id}" popover role="dialog" aria-label="${title}"><div class="w-head"><strong>${title}</strong><button type="button" class="b-open" popovertarget="${id}" popovertargetaction="hide">${words.close}</button></div><div class="${spotClass(widget)}" data-w="${widget.id}">${listOf(widget, context)}</div></div>`;
    });
    return `popovertarget="${behind}"`;
  },
  flow: (placed, widget, context) =>
    `<div${placed.attributes(spotClass(widget))} data-w="${widget.id}">${listOf(widget, context)}</div>`,
  css: `.w-booking{width:100%;margin-block:var(--above,0) var(--below,0)}.w-one{min-height:27rem}.w-ask{margin-top:2em}.w-ask h3{font-family:var(--f-head);margin:0 0 10px}.w-ask p{margin:0 0 12px}.w-ask label{display:block;font-weight:600}.w-ask :is(input,select,textarea){display:block;width:100%;max-width:32rem;font:inherit;font-weight:400;color:var(--c-ink);background:var(--c-paper);border:1.5px solid var(--c-quiet);border-radius:var(--button-radius);padding:.5em .7em}.w-note{border-inline-start:3px solid;padding:6px 0 6px 12px;margin:0 0 14px}${listCss}${ownLookCss}${floatCss}.w-over{border:1px solid var(--c-line);border-radius:var(--radius);padding:1.2em 1.4em;background:var(--c-paper);color:var(--c-ink);--quiet:var(--c-quiet);width:min(58rem,calc(100vw - 32px));max-height:min(88vh,52rem);overflow:auto}.w-over::backdrop{background:color-mix(in srgb,var(--c-ink) 45%,transparent)}.w-head{display:flex;justify-content:space-between;align-items:baseline;gap:1em;margin-bottom:.8em;font-family:var(--f-head);font-size:1.15rem}`,
  released: (settings, { currency, picture, pageHref }, part): ReleasedBooking => {
    const told = toldOf(settings, part ?? undefined, currency);
    const look = settings.look ?? usualLook;
    const { words, thanks } = settings;
    // More services than can be looked at in one question are chosen from first.
    const first = look.first === "date" && part && !mayAskAll(part, settings.services) ? "service" : look.first;
    return {
      ...told,
      look: { ...look, first },
      ...(words ? { words } : {}),
      ...(thanks ? { thanks: releaseThanks(thanks, pageHref) } : {}),
      pictures: look.photographs ? picturesOf(told, picture) : {},
    };
  },
  // Amounts are those of the set-up, whatever the currency is called.
  shown: (settings, parts) => toldOf(settings, parts.booking, ""),
  pictures: (settings, part) => picturesNamed(toldOf(settings, part ?? undefined, "")),
  part: {
    media: function* (part) {
      for (const list of ["services", "resources"] as const)
        for (const [index, { picture }] of part[list].entries())
          if (picture) yield { hash: picture, path: `${list}[${index}].picture` };
    },
    ids: (part) => part.services.map(({ id }) => ({ of: "service" as const, id })),
  },
});
