// The letters around a signup, in the languages we write.
import { inLanguage } from "@/core/locale/words";
import { escapeHtml } from "@/core/render/markup";
import type { Wording } from "./letters/catalog";
import { de } from "./letters/de";
import { en } from "./letters/en";
import { fr } from "./letters/fr";
import type { PopupLetter } from "./popup";

const languages = { en, de, fr };

/** The designer's own words as a wording. */
const wordingOf = (own: PopupLetter): Wording => ({
  subject: () => own.subject,
  lines: () => own.text.split("\n").filter((line) => line.trim()),
  command: own.button,
});

/** Our words of the letter that asks to confirm, to begin one's own with. */
export function usualLetter(language: string, site: string): PopupLetter {
  const { subject, lines, command } = inLanguage(languages, language).confirm;
  return { subject: subject(site), text: lines(site).join("\n"), button: command };
}

/** A letter in the visitor's language, or in English: subject, plain text and HTML. */
export function letter(
  kind: "confirm" | "welcome",
  given: { language: string; site: string; commandUrl: string; withdrawUrl: string; own?: PopupLetter | undefined },
): { subject: string; text: string; html: string } {
  const words = inLanguage(languages, given.language);
  const { subject, lines, command } = kind === "confirm" && given.own ? wordingOf(given.own) : words[kind];
  const link = (url: string, label: string) => `<a href="${escapeHtml(url)}">${escapeHtml(label)}</a>`;
  return {
    subject: subject(given.site),
    text: [...lines(given.site), given.commandUrl, "", words.withdraw, given.withdrawUrl, ""].join("\n"),
    html: `${lines(given.site)
      .map((line) => `<p>${escapeHtml(line)}</p>`)
      .join(
        "",
      )}<p>${link(given.commandUrl, command)}</p><hr><p>${escapeHtml(words.withdraw)} ${link(given.withdrawUrl, given.withdrawUrl)}</p>`,
  };
}
