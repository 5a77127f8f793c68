// The question as it stands in the page, hidden until somebody has to be asked: whole, so that showing it costs nothing.
import { escapeHtml, imageHtml, type RenderContext } from "@/core/render/markup";
import { categories, handledAs, optional } from "./category";
import { type Consent, saidIn } from "./consent";
import { thingsWords, wordsIn } from "./words";
import type { ConsentWords } from "./words/catalog";

/** What of the table is asked about, by category. */
const things = (consent: Consent, category: string) =>
  consent.table.filter(({ purpose }) => handledAs(purpose) === category);

function listHtml(consent: Consent, category: string, language: string): string {
  const lines = things(consent, category).map((entry) => {
    const { name, why } = saidIn(entry, language);
    return `<li><strong>${escapeHtml(name)}</strong>${entry.who ? ` · ${escapeHtml(entry.who)}` : ""}${why ? `<br>${escapeHtml(why)}` : ""}</li>`;
  });
  return lines.length ? `<ul>${lines.join("")}</ul>` : "";
}

function categoriesHtml(consent: Consent, words: ConsentWords, language: string): string {
  const rows = categories.flatMap((category) => {
    const count = things(consent, category).length;
    if (!count) return [];
    const needed = category === "needed";
    const id = `consent-${category}`;
    const tick = needed
      ? `<span class="c-always">${escapeHtml(words.always)}</span>`
      : `<input type="checkbox" id="${id}" name="${category}">`;
    const title = needed
      ? `<span class="c-name">${escapeHtml(words.names[category])}</span>`
      : `<label for="${id}">${escapeHtml(words.names[category])}</label>`;
    return [
      `<div class="c-category">${tick}${title}<details><summary>${escapeHtml(thingsWords(words, count))}</summary><p>${escapeHtml(words.about[category])}</p>${listHtml(consent, category, language)}</details></div>`,
    ];
  });
  return rows.join("");
}

const button = (does: string, words: string, className = "") =>
  words ? `<button type="button" class="c-button${className}" data-does="${does}">${escapeHtml(words)}</button>` : "";

/** The question and word of what goes on, hidden; and what opens them again. */
export function consentHtml(id: string, consent: Consent, context: RenderContext): string {
  const words = wordsIn(consent.words, context.language);
  const asked = optional.filter((category) => things(consent, category).length);
  if (!asked.length) return "";
  const policy = consent.policy ? context.href(`page:${consent.policy}`) : null;
  const read = policy ? ` <a href="${policy}">${escapeHtml(words.policy)}</a>` : "";
  const favicon = consent.look.logo ? context.settings.favicon : undefined;
  const logo = favicon ? context.picture(favicon) : null;
  const mark = logo ? imageHtml(logo, { sizes: "32px", alt: "", className: "c-logo" }, context) : "";
  const accept = button("accept", words.accept, " c-accept");
  const refuse = button("refuse", words.refuse, " c-refuse");
  const choose = consent.categoriesFirst ? "" : button("choose", words.choose, " c-quiet");
  const save = button("save", words.save, " c-quiet");
  const rows = categoriesHtml(consent, words, context.language);
  const first = consent.refuseFirst ? refuse : "";
  const close = `<button type="button" class="c-close" data-does="close" aria-label="${escapeHtml(words.close)}" hidden>×</button>`;
  const modal = consent.form === "dialog";
  const tag = modal ? "dialog" : "section";
  const motion = consent.look.motion === "none" ? "" : ` m-${consent.look.motion}`;
  const again = `<button type="button" class="c-again as-${consent.again.as} at-${consent.again.corner}${consent.again.as === "mark" ? ` ${context.style(`--c-distance:${consent.again.distancePx}px;--c-mark:var(--c-${consent.again.colour})`)}` : ""}" data-does="open" hidden>${escapeHtml(words.again)}</button>`;
  const looks = context.style(
    [
      `--c-accept:var(--c-${consent.look.accept ?? "accent"})`,
      `--c-refuse:var(--c-${consent.look.refuse ?? consent.look.accept ?? "accent"})`,
      `background:var(--s-${consent.look.surface})`,
      `color:var(--on-${consent.look.surface})`,
      `--quiet:var(--quiet-${consent.look.surface})`,
    ].join(";"),
  );
  return `<${tag} class="w-consent as-${consent.form} at-${consent.place}${motion} ${looks}" data-consent="${id}" aria-labelledby="consent-title"${modal ? "" : " hidden"}>${close}${mark}<div class="c-asks"><h2 id="consent-title" tabindex="-1" data-asks="${escapeHtml(words.title)}" data-tells="${escapeHtml(words.toldTitle)}">${escapeHtml(words.title)}</h2><p class="c-text"><span data-asks="${escapeHtml(words.text)}" data-tells="${escapeHtml(words.toldText)}">${escapeHtml(words.text)}</span> ${escapeHtml(words.takenBack)}${read}</p><p class="c-profiling" hidden>${escapeHtml(words.profiling)}</p></div><div class="c-categories"${consent.categoriesFirst ? "" : " hidden"}>${rows}</div><p class="c-proof" data-says="${escapeHtml(words.proof)}" hidden></p><div class="c-buttons">${accept}${first}${choose}<span class="c-second"${consent.categoriesFirst ? "" : " hidden"}>${consent.refuseFirst ? "" : refuse}${save}</span>${button("understood", words.understood, " c-accept")}${button("doNotSell", words.doNotSell, " c-quiet")}</div></${tag}>${again}`;
}
