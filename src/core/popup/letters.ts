// The letters around a signup, in the languages we write.
import { inLanguage } from "@/core/locale/words";
import { escapeHtml } from "@/core/render/markup";
import type { PopupLetter } from "./popup";

interface Wording {
  readonly subject: (site: string) => string;
  readonly lines: (site: string) => readonly string[];
  readonly deed: string;
}

interface Language {
  readonly confirm: Wording;
  readonly welcome: Wording;
  readonly withdraw: string;
}

const languages: Readonly<Record<string, Language>> & { readonly en: Language } = {
  en: {
    confirm: {
      subject: (site) => `Please confirm your address for ${site}`,
      lines: (site) => [
        `Someone, probably you, asked for letters from ${site}.`,
        "If it was you, confirm your address here:",
      ],
      deed: "Confirm my address",
    },
    welcome: {
      subject: (site) => `You are signed up with ${site}`,
      lines: (site) => [`Your address is on the list of ${site}.`, "Here is the way back to the site:"],
      deed: "Open the site",
    },
    withdraw: "No more letters, or this was not you? Withdraw here:",
  },
  de: {
    confirm: {
      subject: (site) => `Bitte bestätigen Sie Ihre Adresse für ${site}`,
      lines: (site) => [
        `Jemand, vermutlich Sie, möchte Briefe von ${site}.`,
        "Wenn Sie es waren, bestätigen Sie hier:",
      ],
      deed: "Adresse bestätigen",
    },
    welcome: {
      subject: (site) => `Sie sind bei ${site} angemeldet`,
      lines: (site) => [`Ihre Adresse steht auf der Liste von ${site}.`, "Hier geht es zurück zur Seite:"],
      deed: "Zur Seite",
    },
    withdraw: "Keine Briefe mehr, oder waren Sie es nicht? Hier abmelden:",
  },
  fr: {
    confirm: {
      subject: (site) => `Confirmez votre adresse pour ${site}`,
      lines: (site) => [
        `Quelqu’un, sans doute vous, souhaite recevoir les lettres de ${site}.`,
        "Si c’était vous, confirmez ici :",
      ],
      deed: "Confirmer mon adresse",
    },
    welcome: {
      subject: (site) => `Vous êtes inscrit auprès de ${site}`,
      lines: (site) => [`Votre adresse est sur la liste de ${site}.`, "Voici le chemin du site :"],
      deed: "Ouvrir le site",
    },
    withdraw: "Plus de lettres, ou ce n’était pas vous ? Désinscription ici :",
  },
};

/** The designer's own words as a wording. */
const wordingOf = (own: PopupLetter): Wording => ({
  subject: () => own.subject,
  lines: () => own.text.split("\n").filter((line) => line.trim()),
  deed: own.button,
});

/** Our words of the letter that asks to confirm, to begin one's own with. */
export function usualLetter(language: string, site: string): PopupLetter {
  const { subject, lines, deed } = inLanguage(languages, language).confirm;
  return { subject: subject(site), text: lines(site).join("\n"), button: deed };
}

/** A letter in the visitor's language, or in English: subject, plain text and HTML. */
export function letter(
  kind: "confirm" | "welcome",
  given: { language: string; site: string; deedUrl: string; withdrawUrl: string; own?: PopupLetter | undefined },
): { subject: string; text: string; html: string } {
  const words = inLanguage(languages, given.language);
  const { subject, lines, deed } = kind === "confirm" && given.own ? wordingOf(given.own) : words[kind];
  const link = (url: string, label: string) => `<a href="${escapeHtml(url)}">${escapeHtml(label)}</a>`;
  return {
    subject: subject(given.site),
    text: [...lines(given.site), given.deedUrl, "", words.withdraw, given.withdrawUrl, ""].join("\n"),
    html: `${lines(given.site)
      .map((line) => `<p>${escapeHtml(line)}</p>`)
      .join(
        "",
      )}<p>${link(given.deedUrl, deed)}</p><hr><p>${escapeHtml(words.withdraw)} ${link(given.withdrawUrl, given.withdrawUrl)}</p>`,
  };
}
