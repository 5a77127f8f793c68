// Run by nobody's wish but the studio's: what a page asks of others and leaves on its own host, once everything on it that
// may load has come to life. What it left is taken away again, so that the next page shows its own.
import type { Page } from "../kind";

/** A page is quiet once so long nothing new was asked, in ms; and it is not waited for longer than `most`. */
const quietMs = 900;
const mostMs = 8000;

const cookies = (): readonly string[] =>
  document.cookie
    .split(";")
    .map((pair) => pair.split("=", 1)[0]?.trim() ?? "")
    .filter(Boolean);

function takeAway(names: readonly string[]) {
  localStorage.clear();
  sessionStorage.clear();
  // biome-ignore lint/suspicious/noDocumentCookie: there is no other way in every browser
  for (const name of names) document.cookie = `${name}=; Max-Age=0; Path=/`;
}

const asked = () => performance.getEntriesByType("resource").map(({ name }) => new URL(name).origin);

export async function measure(page: Page): Promise<void> {
  for (const frame of document.querySelectorAll("iframe")) frame.loading = "eager";
  const begun = performance.now();
  let last = asked().length;
  let since = begun;
  while (performance.now() - since < quietMs && performance.now() - begun < mostMs) {
    await new Promise((wait) => setTimeout(wait, 150));
    const now = asked().length;
    if (now === last) continue;
    last = now;
    since = performance.now();
  }
  const workers = (await navigator.serviceWorker?.getRegistrations().catch(() => [])) ?? [];
  const left = cookies();
  page.tell({
    measured: {
      cookies: left,
      storage: [...new Set([...Object.keys(localStorage), ...Object.keys(sessionStorage)])],
      workers: workers.map(({ scope }) => new URL(scope).pathname),
      origins: [...new Set(asked())].filter((origin) => origin !== location.origin && origin !== "null"),
    },
  });
  takeAway(left);
  await Promise.all(workers.map((worker) => worker.unregister()));
}
