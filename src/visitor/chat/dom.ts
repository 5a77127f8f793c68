// Elements made by hand: a chat on a page is light.

export const make = <K extends keyof HTMLElementTagNameMap>(
  name: K,
  set: Partial<HTMLElementTagNameMap[K]> & { className?: string } = {},
  ...children: (Node | string)[]
): HTMLElementTagNameMap[K] => {
  const element = Object.assign(document.createElement(name), set);
  element.append(...children);
  return element;
};

/** A text with the addresses in it as links. */
export function linked(text: string): (Node | string)[] {
  const parts: (Node | string)[] = [];
  let from = 0;
  for (const found of text.matchAll(/https:\/\/[^\s<>"]{3,300}/g)) {
    // A point behind an address ends the sentence.
    const href = found[0].replace(/[.,;:!?)]$/, "");
    parts.push(text.slice(from, found.index), make("a", { href }, href));
    from = found.index + href.length;
  }
  return [...parts, text.slice(from)];
}
