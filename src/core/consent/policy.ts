// The table as visitors read it on a page of its own: whole, in their language, and as current as the release.
import { inLanguage } from "@/core/locale/words";
import type { Placed } from "@/core/render/markup";
import { escapeHtml, type RenderContext } from "@/core/render/markup";
import { categories, handledAs } from "./category";
import { type Consent, type Entry, saidIn } from "./consent";
import { policyWords } from "./policy-words";
import { wordsIn } from "./words";

/** How long something stays, in words. */
function stays({ days, sets, as }: Entry, words: (typeof policyWords)["en"]): string {
  if (!sets.length && as === "request") return words.nothingLeft;
  if (days === null) return words.untilRemoved;
  return days === 0 ? words.whileOpen : words.days[days === 1 ? 0 : 1].replace("%1", String(days));
}

function rowHtml(entry: Entry, words: (typeof policyWords)["en"], language: string): string {
  const { name, why } = saidIn(entry, language);
  const who = entry.who ? `<br>${escapeHtml(entry.who)}` : "";
  const names = entry.sets.length ? `<br><code>${entry.sets.map(escapeHtml).join("</code>, <code>")}</code>` : "";
  return `<tr><th scope="row">${escapeHtml(name)}${who}</th><td>${escapeHtml(why)}</td><td>${escapeHtml(stays(entry, words))}${names}</td></tr>`;
}

/** Each category with what it is and a table of what it holds. */
export function policyHtml(placed: Placed, consent: Consent, context: RenderContext): string {
  const said = wordsIn(consent.words, context.language);
  const words = inLanguage(policyWords, context.language);
  const head = [words.what, words.why, words.stays].map((one) => `<th scope="col">${escapeHtml(one)}</th>`).join("");
  const parts = categories.flatMap((category) => {
    const rows = consent.table.filter(({ purpose }) => handledAs(purpose) === category);
    if (!rows.length) return [];
    return [
      `<div class="p-category"><table><caption><strong>${escapeHtml(said.names[category])}</strong> ${escapeHtml(said.about[category])}</caption><thead><tr>${head}</tr></thead><tbody>${rows.map((row) => rowHtml(row, words, context.language)).join("")}</tbody></table></div>`,
    ];
  });
  return `<div${placed.attributes("w-policy")}>${parts.join("") || `<p>${escapeHtml(words.nothing)}</p>`}</div>`;
}

export const policyCss =
  ".w-policy{display:grid;gap:calc(var(--gap,16px)*1.25)}.p-category{overflow-x:auto}.w-policy table{width:100%;border-collapse:collapse;font-size:.9375em}.w-policy caption{text-align:start;padding-bottom:.5em}.w-policy th,.w-policy td{text-align:start;vertical-align:top;padding:.5em .75em .5em 0;border-top:1px solid color-mix(in srgb,currentColor 25%,transparent);overflow-wrap:anywhere}.w-policy th{font-weight:600}.w-policy tbody th{width:34%}";
