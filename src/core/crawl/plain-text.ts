// Plain text as headings, paragraphs and items, by how people write them without any marks.
import { escapeHtml } from "@/core/render/escape";

const underline = /^\s{0,3}(?:={3,}|-{3,}|~{3,})\s*$/;
const item = /^\s{0,8}(?:[-*•–]|\d{1,2}[.)])\s+(?=\S)/;

/** A line that stands by itself and is no sentence: "OPENING HOURS", "2. What to bring", "What to bring:". */
function standsAsHeading(line: string, before: string, after: string): boolean {
  const words = line.trim();
  if (!words || words.length > 80 || before.trim() || /[.,;…]$/.test(words)) return false;
  const letters = words.replace(/[^\p{L}]/gu, "");
  const loud = letters.length > 2 && letters === letters.toUpperCase() && letters !== letters.toLowerCase();
  // A question with its answer right below it is its heading.
  if (loud || /[:?]$/.test(words)) return true;
  return /^\d{1,2}(?:\.\d{1,2}){0,2}[.)]?\s+\p{Lu}/u.test(words) && !after.trim();
}

/** The text as simple markup, so that it is read as a page is. */
export function plainHtml(text: string): string {
  const lines = text.replace(/\r\n?/g, "\n").split("\n");
  const parts: string[] = [];
  let paragraph: string[] = [];
  const end = () => {
    if (paragraph.length) parts.push(`<p>${escapeHtml(paragraph.join(" "))}</p>`);
    paragraph = [];
  };
  for (let at = 0; at < lines.length; at++) {
    const line = lines[at] ?? "";
    const next = lines[at + 1] ?? "";
    if (!line.trim() || underline.test(line)) end();
    else if (underline.test(next) && line.trim().length <= 120) {
      end();
      parts.push(`<h2>${escapeHtml(line.trim())}</h2>`);
    } else if (standsAsHeading(line, lines[at - 1] ?? "", next)) {
      end();
      parts.push(`<h3>${escapeHtml(line.trim().replace(/:$/, ""))}</h3>`);
    } else if (item.test(line)) {
      end();
      parts.push(`<li>${escapeHtml(line.replace(item, "").trim())}</li>`);
    } else paragraph.push(line.trim());
  }
  end();
  return parts.join("\n");
}
