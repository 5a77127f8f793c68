// Shows the passage that an answer comes from: scrolled to and marked on its page.

/** The first text nodes that together say some words; null where they do not stand here as they are. */
export function rangeOf(root: Node, words: string): Range | null {
  const tidy = (text: string) => text.replace(/\s+/g, " ");
  const wanted = tidy(words).trim();
  if (!wanted) return null;
  const walker = document.createTreeWalker(root, NodeFilter.SHOW_TEXT);
  const nodes: { node: Text; from: number }[] = [];
  let all = "";
  for (let node = walker.nextNode(); node; node = walker.nextNode()) {
    const parent = node.parentElement;
    if (parent?.closest("script,style,[data-w],nav")) continue;
    nodes.push({ node: node as Text, from: all.length });
    all += (node as Text).data;
  }
  // Blanks are counted as they stand, so that places in the text are places in the nodes.
  const at = all.indexOf(wanted);
  if (at < 0) return null;
  const place = (offset: number) => {
    let found = nodes[0];
    for (const one of nodes) if (one.from <= offset) found = one;
    return found;
  };
  const first = place(at);
  const last = place(at + wanted.length - 1);
  if (!first || !last) return null;
  const range = document.createRange();
  range.setStart(first.node, at - first.from);
  range.setEnd(last.node, at + wanted.length - last.from);
  return range;
}

/** Marks some words in the page and scrolls to them; false where they do not stand here. */
export function mark(words: string): boolean {
  const main = document.querySelector("main") ?? document.body;
  // What is put together of a term and what it means stands in two places: the first is enough.
  const range = rangeOf(main, words) ?? rangeOf(main, words.split(": ")[0] ?? "");
  if (!range) return false;
  const calm = matchMedia("(prefers-reduced-motion: reduce)").matches;
  const { highlights } = CSS as unknown as { highlights?: Map<string, unknown> };
  if (highlights && "Highlight" in window)
    highlights.set(
      "w-chat-said",
      new (window as unknown as { Highlight: new (range: Range) => unknown }).Highlight(range),
    );
  const holder = range.startContainer.parentElement;
  for (let open = holder?.closest("details"); open; open = open.parentElement?.closest("details")) open.open = true;
  holder?.scrollIntoView({ block: "center", behavior: calm ? "auto" : "smooth" });
  return true;
}

/** An address that leads to some words on another page, for browsers that know text fragments. */
export const hrefTo = (href: string, words: string): string => {
  const first = (words.split(": ")[0] ?? "").split(" ").slice(0, 8).join(" ");
  return first && href.startsWith("/") ? `${href}#:~:text=${encodeURIComponent(first).replaceAll("-", "%2D")}` : href;
};
