// Addresses that lead on: where each ends, and circles among them.

import type { Redirect } from "@/core/site/site";
import { withoutSlashes } from "./path";

/** So many a site has at most. */
export const mostRedirects = 2000;

/** A path as it is kept: without a slash at its end, but for the home page. */
export const barePath = (path: string): string => withoutSlashes(path.trim()) || "/";

/** An old path as a request for it is read: percent-encoded letters are letters. */
export function requestedPath(from: string): string {
  try {
    return decodeURIComponent(from);
  } catch {
    return from;
  }
}

/** The path that a redirect leads to on its site; null for another host's address and a page that is gone. */
function pathOf(redirect: Redirect, pathOfPage: (id: string) => string | undefined): string | null {
  if (redirect.page !== undefined) return pathOfPage(redirect.page) ?? null;
  return redirect.to?.startsWith("/") ? barePath(redirect.to) : null;
}

/**
 * Where an old address ends, by way of as many others as there are; null where a page is gone, and in a circle. A page that
 * stands at a path ends the way.
 */
export function whereItLeads(
  redirects: readonly Redirect[],
  from: string,
  pathOfPage: (id: string) => string | undefined,
): string | null {
  const byPath = new Map(redirects.map((redirect) => [redirect.from, redirect]));
  const seen = new Set<string>();
  let at = byPath.get(from);
  while (at) {
    if (seen.has(at.from)) return null;
    seen.add(at.from);
    if (at.page !== undefined) return pathOfPage(at.page) ?? null;
    const path = pathOf(at, pathOfPage);
    const next = path === null ? undefined : byPath.get(path);
    if (!next) return at.to ?? null;
    at = next;
  }
  return null;
}

/** A circle among redirects, as the paths one would be led along; null where there is none. Pages end every way. */
export function redirectCircle(redirects: readonly Redirect[], taken: ReadonlySet<string>): readonly string[] | null {
  const byPath = new Map(redirects.map((redirect) => [redirect.from, redirect]));
  const sound = new Set<string>();
  for (const start of redirects) {
    const way: string[] = [];
    let at: Redirect | undefined = start;
    while (at && !sound.has(at.from) && !taken.has(at.from)) {
      const before = way.indexOf(at.from);
      if (before >= 0) return [...way.slice(before), at.from];
      way.push(at.from);
      at = at.to?.startsWith("/") ? byPath.get(barePath(at.to)) : undefined;
    }
    for (const path of way) sound.add(path);
  }
  return null;
}
