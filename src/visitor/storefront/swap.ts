// Parts of the page that change with its address: lists by filter, order and page; price and pictures by what is chosen.
import { fetchPage } from "./send";
import type { Say } from "./sheet";

let asking: AbortController | null = null;

/** A page that nobody waits for any more is not waited for. */
async function pageOf(address: string): Promise<Document | null> {
  asking?.abort();
  asking = new AbortController();
  const { signal } = asking;
  try {
    return await fetchPage(address, signal);
  } catch {
    if (!signal.aborted) location.assign(address);
    return null;
  }
}

/** What a link of a filter is called, whatever its count. */
const nameOf = (link: Element | null): string => link?.firstChild?.textContent?.trim() ?? "";

/** A list, and filters that stand elsewhere. */
const piecesOf = (page: Document): readonly HTMLElement[] => [
  ...page.querySelectorAll<HTMLElement>(".s-shop,[data-p=filters]>.s-filters"),
];

const detailsIn = (pieces: readonly HTMLElement[]): readonly HTMLDetailsElement[] =>
  pieces.flatMap((one) => [
    ...(one.matches("details") ? [one as HTMLDetailsElement] : []),
    ...one.querySelectorAll("details"),
  ]);

/** Shows another list: what was pressed keeps the focus, and filters that were unfolded stay so. */
export async function showList(address: string, say: Say, keep = true): Promise<void> {
  const now = piecesOf(document);
  const list = now.find((one) => one.matches(".s-shop"));
  if (!list) return location.assign(address);
  const focused = now.some((one) => one.contains(document.activeElement)) ? document.activeElement : null;
  const folded = detailsIn(now).map(({ open }) => open);
  list.ariaBusy = "true";
  const found = await pageOf(address);
  if (!found) return;
  const pieces = piecesOf(found);
  const next = pieces.find((one) => one.matches(".s-shop"));
  if (!next || pieces.length !== now.length) return location.assign(address);
  if (keep) history.pushState(null, "", address);
  for (const [at, one] of detailsIn(pieces).entries()) one.open = folded[at] ?? one.open;
  for (const [at, one] of now.entries()) one.replaceWith(pieces[at] as HTMLElement);
  const status = next.querySelector<HTMLElement>(".s-found");
  say(status?.textContent ?? "");
  if (!focused) return;
  if (focused.closest(".s-pages")) {
    next.scrollIntoView({ block: "start" });
    if (status) status.tabIndex = -1;
    status?.focus({ preventScroll: true });
    return;
  }
  const group = nameOf(focused.closest(".s-facet")?.querySelector("summary") ?? null);
  const all = pieces.flatMap((one) => [...one.querySelectorAll<HTMLElement>("a,input,select,button")]);
  const same = all.find((one) =>
    one.tagName === "A"
      ? nameOf(one) === nameOf(focused) && nameOf(one.closest(".s-facet")?.querySelector("summary") ?? null) === group
      : one.getAttribute("name") === focused.getAttribute("name") && one.tagName === focused.tagName,
  );
  (same ?? status)?.focus();
}

/** Price and pictures of what is chosen; the address names it, so that it can be linked. */
export async function showVariant(address: string): Promise<void> {
  const found = await pageOf(address);
  if (!found) return;
  history.replaceState(null, "", address);
  for (const part of ["price", "pictures", "options", "stock", "buy"]) {
    const next = [...found.querySelectorAll(`[data-p=${part}]`)];
    for (const [at, now] of document.querySelectorAll(`[data-p=${part}]`).entries()) {
      const pressed = now.contains(document.activeElement);
      now.replaceChildren(...(next[at]?.childNodes ?? []));
      if (pressed) now.querySelector<HTMLElement>("[aria-current]")?.focus();
    }
  }
}

type Field = HTMLInputElement | HTMLSelectElement | HTMLTextAreaElement;

/** What stands in fields as it was typed meanwhile, by their names; choices and amounts are the server's to answer. */
const typedIn = (part: Element): ReadonlyMap<string, string> =>
  new Map(
    [...part.querySelectorAll<Field>("input,select,textarea")]
      .filter(({ name, type }) => !/hidden|radio|checkbox/.test(type) && !name.startsWith("quantity."))
      .map(({ name, value }) => [name, value]),
  );

/** Parts of the page as they stand now, with what is typed in them and the focus where it was. */
export async function showParts(selector: string): Promise<void> {
  const found = await pageOf(location.href);
  if (!found) return;
  const next = [...found.querySelectorAll(selector)];
  for (const [at, now] of document.querySelectorAll(selector).entries()) {
    const typed = typedIn(now);
    const focused = now.contains(document.activeElement) ? (document.activeElement as Field) : null;
    const ticked = [...now.querySelectorAll<HTMLInputElement>("[type=checkbox]:checked")].map(({ name }) => name);
    now.replaceChildren(...(next[at]?.childNodes ?? []));
    for (const field of now.querySelectorAll<Field>("input,select,textarea")) {
      const before = typed.get(field.name);
      if (before !== undefined && !/hidden|radio|checkbox/.test(field.type)) field.value = before;
      if (field instanceof HTMLInputElement && ticked.includes(field.name)) field.checked = true;
    }
    if (!focused) continue;
    const same = [...now.querySelectorAll<Field>(`[name="${CSS.escape(focused.name)}"]`)];
    (same.find(({ value }) => value === focused.value) ?? same[0])?.focus();
  }
}
