// What a robots.txt (RFC 9309) may cost: it comes from a stranger, and its patterns are matched against every address.

/** Characters of patterns with a * that are matched as they stand; each costs as much as an address is long. */
const mostWild = 20_000;
const longestLine = 2000;

/**
 * The text as far as matching it stays cheap. Beyond that a rule that forbids forbids up to its first *, and one that allows is
 * left out: what is read may become less, never more.
 */
export function boundedRobots(text: string): string {
  let wild = 0;
  const lines: string[] = [];
  for (const raw of text.split(/\r\n?|\n/)) {
    const line = raw.slice(0, longestLine);
    const found = /^(\s{0,20}(?:dis)?allow\s{0,20}:)([^#]*)/i.exec(line);
    const [, name = "", pattern = ""] = found ?? [];
    const star = pattern.indexOf("*");
    if (star < 0 && line.length === raw.length) lines.push(line);
    else if (star >= 0 && wild + pattern.length <= mostWild && line.length === raw.length) {
      wild += pattern.length;
      lines.push(line);
    } else if (/^\s*dis/i.test(name))
      lines.push(`${name}${(star < 0 ? pattern : pattern.slice(0, star)).trim() || "/"}`);
  }
  return lines.join("\n");
}
