// Where a finding without layout stands, for whoever lists findings: its page, its header or footer, its widget, or the site.
import type { Finding } from "@/core/check/problems";
import type { OpenSite } from "@/studio/frame/site-context";
import type { Place } from "./grouped";
import { words } from "./words";

/** A finding's place, and the address at which its block is selected. */
export function placeOf(
  site: OpenSite,
  { widget: id, document, node, reason }: Finding,
): Place & { readonly at: string } {
  const base = `/s/${site.key}`;
  const widget = site.widgets.find((one) => one.id === id);
  if (widget) {
    const step = typeof reason.step === "string" ? `?step=${reason.step}` : "";
    const href = `${base}/widgets/${widget.id}`;
    return { id: widget.id, name: widget.name, href, at: `${href}${step}` };
  }
  const around = site.headersFooters.find((one) => one.id === document);
  const page = site.pages.find((one) => one.id === document);
  if (!around && !page) return { id: "", name: words.wholeSite, href: `${base}/structure`, at: `${base}/structure` };
  const shownOn = `${base}/pages/${page?.id ?? site.pages[0]?.id}`;
  const aroundQuery: Readonly<Record<string, string>> = around ? { headerFooter: around.id } : {};
  const selected: Readonly<Record<string, string>> = node ? { select: node } : {};
  const withQuery = (query: Readonly<Record<string, string>>) =>
    Object.keys(query).length ? `${shownOn}?${new URLSearchParams(query)}` : shownOn;
  return {
    id: around?.id ?? page?.id ?? "",
    name: around?.name ?? page?.title ?? "",
    href: withQuery(aroundQuery),
    at: withQuery({ ...aroundQuery, ...selected }),
  };
}

export const isSample = (code: string): boolean => code === "check.sample";
