// How much script each screen of the studio may load, in kB as it is sent: a limit of the tests and a figure of the bench.
import type { Page } from "@playwright/test";

export interface Weighed {
  readonly screen: string;
  readonly path: string;
  /** A heading that is there once the screen shows what it is for; null for its title, whatever that says. */
  readonly shows: string | null;
  readonly mostKb: number;
}

const site = "/s/wrenfield";

export const weighed: readonly Weighed[] = [
  { screen: "sign-in", path: "/sign-in", shows: "Sign in", mostKb: 180 },
  { screen: "sites", path: "/", shows: "Sites", mostKb: 300 },
  { screen: "account", path: "/account", shows: "Your account", mostKb: 260 },
  { screen: "people", path: "/people", shows: "People", mostKb: 280 },
  { screen: "composer", path: `${site}/pages`, shows: "Nothing selected", mostKb: 480 },
  { screen: "structure", path: `${site}/structure`, shows: "All pages", mostKb: 350 },
  { screen: "brand", path: `${site}/brand`, shows: "Brand", mostKb: 400 },
  { screen: "media", path: `${site}/media`, shows: "Media", mostKb: 300 },
  { screen: "widgets", path: `${site}/widgets`, shows: "Widgets", mostKb: 300 },
  { screen: "checks", path: `${site}/checks`, shows: "Checks", mostKb: 420 },
  { screen: "publish", path: `${site}/publish`, shows: "Publish", mostKb: 400 },
  { screen: "desk", path: `${site}/desk`, shows: "Desk", mostKb: 300 },
  { screen: "payments", path: `${site}/payments`, shows: "Payments", mostKb: 320 },
  { screen: "settings", path: `${site}/settings`, shows: "Site settings", mostKb: 300 },
];

/** What a workspace of any kind may load. */
export const workspaceKb = 350;

/** Addresses of the workspaces of sites, one of each kind of widget. */
export async function workspaces(
  page: Page,
  sites: readonly string[],
  origin = "",
): Promise<readonly { readonly kind: string; readonly path: string }[]> {
  const found = new Map<string, string>();
  for (const key of sites) {
    const answer = await page.request.post(`${origin}/api/do/sites.frame`, { data: { site: key } });
    const { widgets } = (await answer.json()) as { widgets: readonly { id: string; kind: string }[] };
    for (const { id, kind } of widgets) if (!found.has(kind)) found.set(kind, `/s/${key}/widgets/${id}`);
  }
  return [...found].map(([kind, path]) => ({ kind, path }));
}

/** kB of all scripts that a screen has loaded by the time it shows what it is for, as they were sent. */
export async function scriptKb(
  page: Page,
  { path, shows }: Pick<Weighed, "path" | "shows">,
  origin = "",
): Promise<number> {
  await page.goto(origin + path);
  await page.getByRole("heading", shows === null ? { level: 1 } : { name: shows, exact: true }).waitFor();
  // What it asked for has come.
  await page.waitForFunction(() =>
    [...document.scripts].every(
      ({ src, noModule }) =>
        !src ||
        noModule ||
        performance.getEntriesByName(src).some((entry) => (entry as PerformanceResourceTiming).responseEnd > 0),
    ),
  );
  return page.evaluate(
    () =>
      performance
        .getEntriesByType("resource")
        .filter(({ name }) => /\.js(\?|$)/.test(name))
        .reduce((sum, entry) => sum + (entry as PerformanceResourceTiming).encodedBodySize, 0) / 1000,
  );
}
