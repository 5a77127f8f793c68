// Files that visitors take home: which kinds there are, how each is known by its own bytes, and what is said of it.

export interface DocumentKind {
  readonly extension: string;
  /** What visitors read: "PDF". */
  readonly label: string;
  /** It is played on the page or read with what is played: not among what visitors send. */
  readonly plays?: boolean;
  /** A sentence about bytes that are not of this kind; null for those that are. */
  fault(bytes: Uint8Array): string | null;
}

const latin = (bytes: Uint8Array) => String.fromCharCode(...bytes);

/** How far from its end a PDF says that it has ended (ISO 32000-1, 7.5.5, with what programs put behind it). */
const pdfTail = 2048;

function pdfFault(bytes: Uint8Array): string | null {
  if (latin(bytes.subarray(0, 5)) !== "%PDF-")
    return "This file is called a PDF and is none. Save it as PDF from the program it was made with, and send that.";
  return latin(bytes.subarray(-pdfTail)).includes("%%EOF")
    ? null
    : "This PDF ends in the middle. Copy it again, and send that.";
}

/** A zip, or a document that is one inside (APPNOTE.TXT, 4.3.7). */
const zipFault =
  (label: string) =>
  (bytes: Uint8Array): string | null =>
    latin(bytes.subarray(0, 4)) === "PK\u0003\u0004"
      ? null
      : `This file is called ${label} and is none. Save it again, and send that.`;

function textFault(bytes: Uint8Array): string | null {
  try {
    const text = new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    return text.includes("\0") ? "This is no text. Save it as plain text, and send that." : null;
  } catch {
    return "This text is not written in UTF-8. Save it so, and send that.";
  }
}

const calendarFault = (bytes: Uint8Array): string | null =>
  textFault(bytes) ??
  (/^\s{0,4}BEGIN:VCALENDAR/i.test(new TextDecoder().decode(bytes.subarray(0, 64)))
    ? null
    : "This file is called a calendar and is none. Export it again, and send that.");

/** The first box of an ISO base media file says what it is (ISO/IEC 14496-12, 4.3). */
const mp4Fault = (bytes: Uint8Array): string | null =>
  latin(bytes.subarray(4, 8)) === "ftyp"
    ? null
    : "This file is called an MP4 and is none. Save it again as MP4 (H.264).";

/** The head of an EBML document (RFC 8794, 11.2.1). */
const webmFault = (bytes: Uint8Array): string | null =>
  latin(bytes.subarray(0, 4)) === "\u001aE\u00df\u00a3"
    ? null
    : "This file is called a WebM and is none. Save it again as WebM (VP9).";

/** A caption file begins with its name and has at least one line with times (WebVTT, 4.1). */
function captionsFault(bytes: Uint8Array): string | null {
  const fault = textFault(bytes);
  if (fault) return fault;
  const text = new TextDecoder().decode(bytes);
  if (!/^WEBVTT(?:[ \t\n\r]|$)/.test(text))
    return "This file is called captions and has no WEBVTT in its first line. Save it as WebVTT.";
  return /^(?:\d{2,}:)?\d{2}:\d{2}\.\d{3}[ \t]+-->[ \t]+(?:\d{2,}:)?\d{2}:\d{2}\.\d{3}/m.test(text)
    ? null
    : "These captions have no line with times such as 00:01.000 --> 00:04.000.";
}

const packed = (extension: string, label: string): DocumentKind => ({ extension, label, fault: zipFault(label) });

export const documentKinds = {
  "application/pdf": { extension: "pdf", label: "PDF", fault: pdfFault },
  "application/zip": packed("zip", "ZIP"),
  "application/vnd.openxmlformats-officedocument.wordprocessingml.document": packed("docx", "DOCX"),
  "application/vnd.openxmlformats-officedocument.spreadsheetml.sheet": packed("xlsx", "XLSX"),
  "application/vnd.oasis.opendocument.text": packed("odt", "ODT"),
  "application/vnd.oasis.opendocument.spreadsheet": packed("ods", "ODS"),
  "text/csv": { extension: "csv", label: "CSV", fault: textFault },
  "text/plain": { extension: "txt", label: "TXT", fault: textFault },
  "text/markdown": { extension: "md", label: "Markdown", fault: textFault },
  "text/calendar": { extension: "ics", label: "ICS", fault: calendarFault },
  "video/mp4": { extension: "mp4", label: "MP4", fault: mp4Fault, plays: true },
  "video/webm": { extension: "webm", label: "WebM", fault: webmFault, plays: true },
  "text/vtt": { extension: "vtt", label: "WebVTT", fault: captionsFault, plays: true },
} as const satisfies Readonly<Record<string, DocumentKind>>;

export type DocumentType = keyof typeof documentKinds;
export const documentTypes = Object.keys(documentKinds) as readonly DocumentType[];

/** Types of films; their sides and length are kept with them. */
export const filmTypes: readonly DocumentType[] = ["video/mp4", "video/webm"];
export const isFilm = ({ type }: { readonly type: string }): boolean => (filmTypes as readonly string[]).includes(type);

export const captionType: DocumentType = "text/vtt";

/** Types whose words can be read. */
export const readableTypes = [
  "application/pdf",
  "application/vnd.openxmlformats-officedocument.wordprocessingml.document",
  "text/markdown",
  "text/plain",
] as const satisfies readonly DocumentType[];

/** What visitors may send along with a form. */
const sentTypes = documentTypes.filter((type) => !(documentKinds[type] as DocumentKind).plays);

export const documentKindOf = (type: string): DocumentKind | null =>
  Object.hasOwn(documentKinds, type) ? documentKinds[type as DocumentType] : null;

/** Type of a document by the ending of its name; null for names of no kind that is taken. */
export function documentTypeOf(name: string): DocumentType | null {
  const ending = /\.([a-z0-9]{2,4})$/i.exec(name)?.[1]?.toLowerCase();
  return documentTypes.find((type) => documentKinds[type].extension === ending) ?? null;
}

/** "PDF · 1.2 MB" in a language; a kB is 1,000 bytes (IEC 80000-13). */
export function aboutDocument(type: DocumentType, bytes: number, language: string): string {
  const [unit, size] = bytes >= 1e6 ? ["megabyte", bytes / 1e6] : ["kilobyte", Math.max(1, Math.round(bytes / 1e3))];
  const words = new Intl.NumberFormat(language, { style: "unit", unit, maximumFractionDigits: 1 }).format(size);
  return `${documentKinds[type].label} · ${words}`;
}

/** A file's name as a part of an address: letters, digits, dots and hyphens of it. */
export const addressName = (name: string): string =>
  name
    .normalize("NFD")
    .replace(/\p{M}/gu, "")
    .replace(/[^A-Za-z0-9.]+/g, "-")
    .replace(/^[-.]+/, "")
    .slice(-80) || "file";

const pictureHeads: readonly (readonly [type: string, endings: readonly string[], is: (head: string) => boolean])[] = [
  ["image/jpeg", ["jpg", "jpeg"], (head) => head.startsWith("\u00ff\u00d8\u00ff")],
  ["image/png", ["png"], (head) => head.startsWith("\u0089PNG\r\n")],
  ["image/webp", ["webp"], (head) => head.startsWith("RIFF") && head.slice(8, 12) === "WEBP"],
];

/**
 * What a file that a stranger sent along is, by its name and its own bytes; a sentence about one that is not taken. It is
 * only ever handed on as a file, so a picture is judged by its head.
 */
export function sentFile(name: string, bytes: Uint8Array): { readonly type: string } | { readonly fault: string } {
  if (!bytes.length) return { fault: "This file is empty. Choose it again." };
  const document = documentTypeOf(name);
  if (document && sentTypes.includes(document)) {
    const fault = documentKinds[document].fault(bytes);
    return fault ? { fault } : { type: document };
  }
  const ending = /\.([a-z0-9]{3,4})$/i.exec(name)?.[1]?.toLowerCase() ?? "";
  const picture = pictureHeads.find(([, endings]) => endings.includes(ending));
  if (!picture) {
    const taken = ["JPEG", "PNG", "WebP", ...sentTypes.map((type) => documentKinds[type].label)];
    return { fault: `This kind of file is not taken. Send ${taken.join(", ")}.` };
  }
  const [type, , is] = picture;
  return is(latin(bytes.subarray(0, 16)))
    ? { type }
    : { fault: "This file is not the picture that its name says. Save it anew, and send that." };
}
