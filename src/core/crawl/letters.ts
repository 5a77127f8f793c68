// In which letters a page is written: what its first bytes, its head or its sender says, as far as the bytes agree.

const named = (label: string | undefined): TextDecoder | null => {
  if (!label) return null;
  try {
    return new TextDecoder(label);
  } catch {
    return null;
  }
};

const marks: readonly (readonly [bytes: readonly number[], label: string])[] = [
  [[0xef, 0xbb, 0xbf], "utf-8"],
  [[0xff, 0xfe], "utf-16le"],
  [[0xfe, 0xff], "utf-16be"],
];

/** What stands behind the first "charset" of a text; undefined for nothing. */
function charsetIn(text: string): string | undefined {
  const at = text.toLowerCase().indexOf("charset");
  const rest = at < 0 ? "" : text.slice(at + "charset".length, at + 80).trimStart();
  return rest.startsWith("=") ? /^["']?([\w.:-]{1,40})/.exec(rest.slice(1).trimStart())?.[1] : undefined;
}

/** What is written in a page's first kilobyte about its letters (HTML, 13.2.3.2). */
const prescanned = (bytes: Uint8Array): string | undefined =>
  charsetIn(new TextDecoder("windows-1252").decode(bytes.subarray(0, 1024)));

const isUtf8 = (bytes: Uint8Array): boolean => {
  try {
    new TextDecoder("utf-8", { fatal: true }).decode(bytes);
    return true;
  } catch {
    return false;
  }
};

/**
 * The text of a page's bytes. `type` is its Content-Type. What calls itself UTF-8 and is not is read in the letters of Western
 * Europe; what tells nothing is read in either by what its bytes are.
 */
export function textOfPage(bytes: Uint8Array, type: string): string {
  const mark = marks.find(([head]) => head.every((byte, at) => bytes[at] === byte));
  if (mark) return new TextDecoder(mark[1]).decode(bytes);
  const told = named(charsetIn(type)) ?? named(prescanned(bytes));
  if (told && told.encoding !== "utf-8") return told.decode(bytes);
  return (isUtf8(bytes) ? new TextDecoder("utf-8") : new TextDecoder("windows-1252")).decode(bytes);
}
