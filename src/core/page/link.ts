// Where a link leads. Links are stored as one string; pages are named by id, so a new slug breaks none.
import Joi from "joi";
import type { Ref } from "@/core/kind/holder";

/** "page:<id>", "page:<id>#anchor", "#anchor", "https://…", "mailto:…" or "tel:…". Nothing else can be stored. */
const forms: readonly RegExp[] = [
  /^page:[\w-]{1,40}(?:#[\w-]{1,60})?$/,
  /^#[\w-]{1,60}$/,
  /^https?:\/\/[^\s"<>\\]+$/,
  /^mailto:[^\s"<>:/\\@]+@[^\s"<>:/\\@]+$/,
  /^tel:\+?[\d().-]{3,30}$/,
];
const longestLink = 1900;

/** Whether `href` may be stored as a link. */
export const isLink = (href: string): boolean => href.length <= longestLink && forms.some((form) => form.test(href));

export const linkSchema = Joi.string()
  .custom((value: string, helpers) => (isLink(value) ? value : helpers.error("link.nowhere")))
  .messages({
    "link.nowhere":
      "This link leads nowhere we know. Use a page, an address with https://, a mail address or a phone number.",
  });

/** What a person typed, as a link: adds the scheme that is obviously meant; null when nothing fits. */
export function linkFromWords(words: string): string | null {
  const typed = words.trim();
  if (isLink(typed)) return typed;
  if (/^[^\s@/]+@[^\s@/.]+(?:\.[^\s@/.]+)+$/.test(typed)) return `mailto:${typed}`;
  if (/^\+?[\d\s().-]{5,}$/.test(typed)) return `tel:${typed.replace(/[\s]/g, "")}`;
  if (/^[\w-]+(\.[\w-]+)+(\/\S*)?$/.test(typed)) return `https://${typed}`;
  return null;
}

/** A link taken apart: the page it names and the place on it, or the address as it is. */
export function readLink(link: string): { page: string; anchor: string } | { href: string } {
  const match = /^page:([\w-]+)(#[\w-]+)?$/.exec(link);
  return match?.[1] ? { page: match[1], anchor: match[2] ?? "" } : { href: link };
}

/** The page that a link names, as a reference. */
export function* pageRefs(link: string, path: string): Generator<Ref> {
  const read = readLink(link);
  if ("page" in read) yield { of: "page", id: read.page, path };
}
