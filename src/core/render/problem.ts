// A page that stands by itself, for what a browser went to and could not be shown: without the site's brand, which lies where
// nothing answers just now.
import { inLanguage } from "../locale/words";
import { escapeHtml } from "./escape";

export interface ProblemWords {
  readonly language: string;
  readonly wrong: string;
  readonly nothing: string;
  readonly moment: string;
  /** What is told of a problem by its code, instead of its own words. */
  readonly of: { readonly databaseAway: string; readonly noSite: string; readonly notPublished: string };
  readonly failed: (reference: string) => string;
  readonly again: string;
  readonly sendAgain: string;
}

const english: ProblemWords = {
  language: "en",
  wrong: "That did not work",
  nothing: "Nothing is here",
  moment: "One moment, please",
  of: {
    databaseAway: "This page can’t be shown just now. Please try again in a few seconds.",
    noSite: "There is no site at this address. Please look at how it is spelt.",
    notPublished: "This site is being made, and not published yet.",
  },
  failed: (reference) =>
    `Something went wrong on our side. Please try again. If it goes on, tell us the reference ${reference}.`,
  again: "Try again",
  sendAgain: "Send it again",
};

const words = {
  en: english,
  de: {
    language: "de",
    wrong: "Das hat nicht geklappt",
    nothing: "Hier ist nichts",
    moment: "Einen Moment, bitte",
    of: {
      databaseAway:
        "Diese Seite lässt sich gerade nicht zeigen. Bitte versuchen Sie es in ein paar Sekunden noch einmal.",
      noSite: "Unter dieser Adresse gibt es keine Website. Bitte sehen Sie nach, wie sie geschrieben ist.",
      notPublished: "Diese Website entsteht gerade und ist noch nicht veröffentlicht.",
    },
    failed: (reference) =>
      `Bei uns ist etwas schiefgegangen. Bitte versuchen Sie es noch einmal. Bleibt es so, nennen Sie uns die Nummer ${reference}.`,
    again: "Noch einmal versuchen",
    sendAgain: "Noch einmal senden",
  },
  fr: {
    language: "fr",
    wrong: "Cela n’a pas fonctionné",
    nothing: "Il n’y a rien ici",
    moment: "Un instant, s’il vous plaît",
    of: {
      databaseAway: "Cette page ne peut pas être affichée pour le moment. Réessayez dans quelques secondes.",
      noSite: "Il n’y a pas de site à cette adresse. Vérifiez comment elle est écrite.",
      notPublished: "Ce site est en préparation et n’est pas encore publié.",
    },
    failed: (reference) =>
      `Une erreur s’est produite de notre côté. Réessayez. Si cela continue, donnez-nous la référence ${reference}.`,
    again: "Réessayer",
    sendAgain: "Envoyer à nouveau",
  },
} satisfies Record<string, ProblemWords>;

/** Words of what did not work, in the language nearest to a tag. */
export const problemWords = (language: string): ProblemWords => inLanguage<ProblemWords>(words, language);

export const problemCss =
  ":root{color-scheme:light dark;--ink:#1d2420;--ground:#f6f4ee;--line:#6b736c}@media(prefers-color-scheme:dark){:root{--ink:#eceae2;--ground:#1a201d;--line:#98a19a}}body{margin:0;min-height:100svh;display:grid;place-items:center;background:var(--ground);color:var(--ink);font:1.06rem/1.6 system-ui,sans-serif}main{box-sizing:border-box;width:100%;max-width:36rem;padding:2rem 1.5rem}h1{font-size:1.9rem;line-height:1.2;font-weight:650;margin:0 0 .6rem}p{margin:0 0 1.4rem;text-wrap:pretty;overflow-wrap:anywhere}a,button{display:inline-block;box-sizing:border-box;min-height:44px;font:inherit;font-weight:600;line-height:1.3;color:inherit;background:none;border:1.5px solid var(--line);border-radius:.5rem;padding:.6rem 1.1rem;text-decoration:none;cursor:pointer}a:hover,button:hover{background:color-mix(in srgb,currentColor 8%,transparent)}:focus-visible{outline:3px solid currentColor;outline-offset:3px}";

export interface ProblemShown {
  readonly status: number;
  /** Some have words of their own. */
  readonly code: string;
  /** What is wrong, in the words of whoever refused it. */
  readonly messages: readonly string[];
  readonly reference: string;
  /** How to ask once more: by the same address, by what was sent, as it was, or not at all. */
  readonly again: "address" | { readonly fields: readonly (readonly [string, string])[] } | null;
}

/** Values that are sent along with a form, unseen. */
export const hiddenFields = (fields: readonly (readonly [string, string])[]): string =>
  fields
    .map(([name, value]) => `<input type="hidden" name="${escapeHtml(name)}" value="${escapeHtml(value)}">`)
    .join("");

const isToldOf = (code: string, of: ProblemWords["of"]): code is keyof ProblemWords["of"] => Object.hasOwn(of, code);

/** Whether the same would be answered differently a moment later. */
export const isPassing = (status: number): boolean => status === 429 || status >= 500;

function titleOf(status: number, code: string, said: ProblemWords): string {
  if (code === "notPublished") return said.moment;
  if (status === 404) return said.nothing;
  return isPassing(status) && status !== 500 ? said.moment : said.wrong;
}

/** The page that tells of a problem, in the language nearest to the one asked for; `problemCss` is all it needs. */
export function problemHtml({ status, code, messages, reference, again }: ProblemShown, language: string): string {
  const said = problemWords(language);
  const title = titleOf(status, code, said);
  const own = isToldOf(code, said.of) ? said.of[code] : code === "failed" ? said.failed(reference) : null;
  const text = (own === null ? messages : [own]).map((one) => `<p>${escapeHtml(one)}</p>`).join("");
  const command =
    again === "address"
      ? `<a href="">${said.again}</a>`
      : again
        ? `<form method="post">${hiddenFields(again.fields)}<button type="submit">${said.sendAgain}</button></form>`
        : "";
  return `<!DOCTYPE html><html lang="${said.language}"><head><meta charset="utf-8"><meta name="viewport" content="width=device-width, initial-scale=1"><meta name="robots" content="noindex"><title>${title}</title><style>${problemCss}</style></head><body><main><h1>${title}</h1>${text}${command}</main></body></html>`;
}
