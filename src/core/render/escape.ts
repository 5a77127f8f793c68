// Text made safe for markup. Light: the visitor's browser uses it, too.
const special = /[&<>"']/;
const entities: Readonly<Record<string, string>> = {
  "&": "&amp;",
  "<": "&lt;",
  ">": "&gt;",
  '"': "&quot;",
  "'": "&#39;",
};

/** Text made safe for element content and quoted attribute values. */
export function escapeHtml(text: string): string {
  return special.test(text) ? text.replace(/[&<>"']/g, (character) => entities[character] as string) : text;
}
