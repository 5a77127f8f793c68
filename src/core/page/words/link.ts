// Where a link leads. Links are stored as one string; pages are named by id, so a new slug breaks none.
import Joi from "joi";
import type { Problem, Ref, Surroundings } from "@/core/kind/holder";

/**
 * "page:<id>", "page:<id>#anchor", "#anchor", "https://…", "mailto:…" (with "?subject=…"), "tel:…", "sms:…",
 * "widget:<id>", which opens a widget, or "file:<SHA-256>", a file to take home. Nothing else can be stored.
 */
const forms: readonly RegExp[] = [
  /^page:[\w-]{1,40}(?:#[\w-]{1,60})?$/,
  /^widget:[\w-]{1,40}$/,
  /^file:[0-9a-f]{64}$/,
  /^#[\w-]{1,60}$/,
  /^https?:\/\/[^\s"<>\\]+$/,
  /^mailto:[^\s"<>:/\\@?]+@[^\s"<>:/\\@?]+(?:\?subject=[\w.~%!*'()-]{1,600})?$/,
  /^(?:tel|sms):\+?[\d().-]{3,30}$/,
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

/** What a link leads to, by its sort. */
export type ReadLink =
  | { readonly to: "page"; readonly page: string; readonly anchor: string }
  | { readonly to: "place"; readonly anchor: string }
  | { readonly to: "mail"; readonly address: string; readonly subject: string }
  | { readonly to: "phone"; readonly number: string }
  | { readonly to: "message"; readonly number: string }
  | { readonly to: "widget"; readonly widget: string }
  /** A file to take home, by the SHA-256 of its bytes. */
  | { readonly to: "file"; readonly media: string }
  | { readonly to: "web"; readonly address: string };

/** Percent-encoded words as they were; as they stand where they are not encoded well. */
function decoded(text: string): string {
  try {
    return decodeURIComponent(text);
  } catch {
    return text;
  }
}

const readers: Readonly<Record<string, (rest: string) => ReadLink>> = {
  page(rest) {
    const [page = "", anchor = ""] = rest.split("#");
    return { to: "page", page, anchor };
  },
  mailto(rest) {
    const [address = "", subject = ""] = rest.split("?subject=");
    return { to: "mail", address, subject: decoded(subject) };
  },
  tel: (number) => ({ to: "phone", number }),
  sms: (number) => ({ to: "message", number }),
  widget: (widget) => ({ to: "widget", widget }),
  file: (media) => ({ to: "file", media }),
};

/** A link taken apart. */
export function readLink(link: string): ReadLink {
  if (link.startsWith("#")) return { to: "place", anchor: link.slice(1) };
  const at = link.indexOf(":");
  const scheme = link.slice(0, at);
  return Object.hasOwn(readers, scheme)
    ? (readers[scheme] as (rest: string) => ReadLink)(link.slice(at + 1))
    : { to: "web", address: link };
}

const writers: { readonly [To in ReadLink["to"]]: (link: Extract<ReadLink, { to: To }>) => string } = {
  page: ({ page, anchor }) => `page:${page}${anchor ? `#${anchor}` : ""}`,
  place: ({ anchor }) => `#${anchor}`,
  mail: ({ address, subject }) => `mailto:${address}${subject ? `?subject=${encodeURIComponent(subject)}` : ""}`,
  phone: ({ number }) => `tel:${number.replace(/\s/g, "")}`,
  message: ({ number }) => `sms:${number.replace(/\s/g, "")}`,
  widget: ({ widget }) => `widget:${widget}`,
  file: ({ media }) => `file:${media}`,
  web: ({ address }) => linkFromWords(address) ?? address,
};

/** A link put together; null where it would be none. */
export function writeLink(link: ReadLink): string | null {
  const made = (writers[link.to] as (link: ReadLink) => string)(link);
  return isLink(made) ? made : null;
}

/** What a link names, as a reference. */
export function* linkRefs(link: string | undefined, path: string): Generator<Ref> {
  if (link === undefined) return;
  const read = readLink(link);
  if (read.to === "page") yield { of: "page", id: read.page, path };
  if (read.to === "widget") yield { of: "widget", id: read.widget, path };
  if (read.to === "file") yield { of: "media", id: read.media, path };
}

/** What would be wrong with a link besides what it names being gone: a widget that is off, or opens nothing. */
export function* linkProblems(link: string | undefined, site: Surroundings): Generator<Problem> {
  const read = link === undefined ? null : readLink(link);
  const found = read?.to === "widget" ? site.widget(read.widget) : null;
  if (!found) return;
  const values = { name: found.name };
  if (!found.enabled) yield { weight: "stops", code: "check.widgetOff", values };
  else if (!found.placements.includes("link")) yield { weight: "stops", code: "check.widgetNotSo", values };
}
