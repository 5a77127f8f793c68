// Phone numbers and mail addresses that stand in running text without a link, and the words with them linked.
import type { Inline, Mark, Paragraph, RichDoc, RichList } from "./richtext";

/** Where something stands in a text that one may write or call to, and the link it becomes. */
export interface Loose {
  readonly from: number;
  readonly to: number;
  readonly link: string;
}

const localLetter = /[\w.%+-]/;
const domainLetter = /[a-zA-Z0-9.-]/;

/** The mail address around an "@", or null when there is none. Lengths after RFC 5321, 4.5.3.1. */
export function mailAround(text: string, at: number): { from: number; to: number } | null {
  let from = at;
  while (from > 0 && at - from < 64 && localLetter.test(text[from - 1] as string)) from--;
  let to = at + 1;
  while (to < text.length && to - at < 254 && domainLetter.test(text[to] as string)) to++;
  // A full stop or dash behind it is the sentence's.
  while (to > at + 1 && /[.-]/.test(text[to - 1] as string)) to--;
  const dot = text.indexOf(".", at + 1);
  return from < at && dot > at + 1 && dot < to - 1 ? { from, to } : null;
}

/** Letters that a phone number is written with besides its digits. */
const phoneLetter = /[\d ()/.-]/;
/** So many digits make a number that can be called; fewer are a price, a year, a date. Source: ITU-T E.164, at most 15. */
const fewestDigits = 7;
const mostDigits = 15;

/** A phone number that begins at a "+" or with a 0, as trunk prefixes do; null for other digits. */
function phoneAt(text: string, from: number): { to: number; digits: string } | null {
  const first = text[from];
  if (first !== "+" && first !== "0" && !(first === "(" && text[from + 1] === "0")) return null;
  if (from > 0 && /[\w+/.-]/.test(text[from - 1] as string)) return null;
  let to = from + 1;
  while (to < text.length && to - from < 40 && phoneLetter.test(text[to] as string)) to++;
  // Blanks, dashes and stops behind it are the sentence's; a bracket that opens, too.
  while (to > from && /[^\d]/.test(text[to - 1] as string)) to--;
  // What goes on with a letter is a name, a code or a mail address.
  if (/[\w@]/.test(text[to] ?? "")) return null;
  const written = text.slice(from, to);
  const digits = written.replace(/\D/g, "");
  // Dates and times are written with dots and colons between two digits each.
  if (
    digits.length < fewestDigits ||
    digits.length > mostDigits ||
    /\d{4}-\d{2}-\d{2}|\d{1,2}\.\d{1,2}\.\d{2,4}/.test(written)
  )
    return null;
  return { to, digits: first === "+" ? `+${digits}` : digits };
}

/** Mail addresses and phone numbers in a text, in its order. */
export function looseIn(text: string): readonly Loose[] {
  const found: Loose[] = [];
  for (let at = 0; at < text.length; at++) {
    const letter = text[at] as string;
    const end = found.at(-1)?.to ?? 0;
    if (at < end) continue;
    if (letter === "@") {
      const mail = mailAround(text, at);
      if (mail && mail.from >= end) found.push({ ...mail, link: `mailto:${text.slice(mail.from, mail.to)}` });
    } else if (letter === "+" || letter === "0" || letter === "(") {
      const phone = phoneAt(text, at);
      if (phone) found.push({ from: at, to: phone.to, link: `tel:${phone.digits}` });
    }
  }
  return found;
}

const isLinked = (node: Inline) => node.type === "text" && (node.marks ?? []).some(({ type }) => type === "link");

function parted(node: Inline): readonly Inline[] {
  if (node.type !== "text" || isLinked(node)) return [node];
  const found = looseIn(node.text);
  if (!found.length) return [node];
  const parts: Inline[] = [];
  let done = 0;
  const put = (to: number, link?: string) => {
    if (to <= done) return;
    const marks: readonly Mark[] = [
      ...(node.marks ?? []),
      ...(link ? [{ type: "link", attrs: { href: link } } as Mark] : []),
    ];
    parts.push({ type: "text", text: node.text.slice(done, to), ...(marks.length ? { marks } : {}) });
    done = to;
  };
  for (const { from, to, link } of found) {
    put(from);
    put(to, link);
  }
  put(node.text.length);
  return parts;
}

const inBlock = <B extends Paragraph | RichList>(block: B): B =>
  (block.type === "paragraph"
    ? { ...block, ...(block.content ? { content: block.content.flatMap(parted) } : {}) }
    : {
        ...block,
        content: block.content.map((item) => ({ ...item, content: item.content.map(inBlock) })),
      }) as B;

/** The document with every loose address and number linked; the same one where there is none. */
export function withLinks(doc: RichDoc): RichDoc {
  return countLoose(doc) ? { ...doc, content: doc.content.map(inBlock) } : doc;
}

/** How many addresses and numbers of a document are no links yet. */
export function countLoose(doc: RichDoc): number {
  let count = 0;
  const walk = (block: Paragraph | RichList) => {
    if (block.type === "paragraph") {
      for (const node of block.content ?? [])
        if (node.type === "text" && !isLinked(node)) count += looseIn(node.text).length;
    } else for (const item of block.content) item.content.forEach(walk);
  };
  doc.content.forEach(walk);
  return count;
}
