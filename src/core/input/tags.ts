// Tags of a page somebody else made, by a parser: an expression over it would be slow or wrong.
import { parseMarkup } from "./markup";

/** So much of a page is looked at: its head stands at its beginning. */
const longest = 500_000;
const most = 200;

/** Attributes of the first elements of this name, as they stand in the markup. */
export function tagsIn(html: string, name: string): readonly Readonly<Record<string, string>>[] {
  const found: Record<string, string>[] = [];
  parseMarkup(html.slice(0, longest), {
    onopentag: (tag, attributes) => {
      if (tag === name && found.length < most) found.push(attributes);
    },
  });
  return found;
}
