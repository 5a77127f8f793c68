// What pages bring in from elsewhere costs: a feed of a thousand clips read anew, a decision about consent, and how often
// anybody else is asked before a visitor said yes.
import type { Browser, Page } from "@playwright/test";
import { newClipFeed } from "@/core/clips/clips";
import { type ConsentSite, decideConsent } from "@/core/consent/decide";
import { paced, took } from "./pace";

const key = "bench-elsewhere";

export interface ElsewhereFigures {
  readonly refreshMs: number;
  readonly askedBefore: number;
  readonly pages: number;
  readonly decideUs: number;
}

/** One decision in µs: the mean of many, after some that nobody counts; the median of three rounds. */
async function decideUs(): Promise<number> {
  const purposes = ["needed", "preferences", "statistics", "marketing", "unsorted"] as const;
  const things = Array.from({ length: 40 }, (_, nth) => ({
    key: `thing-${nth}`,
    purpose: purposes[nth % purposes.length] ?? ("needed" as const),
  }));
  const site: ConsentSite = { things, elsewhere: "eu", months: 6, version: "v1" };
  const countries = ["IE", "GB", "CH", "BR", "CA", "US", "JP"];
  const now = Date.UTC(2026, 2, 5);
  const choice = {
    id: "c",
    at: now - 86_400_000,
    given: ["marketing"] as const,
    known: things.map((one) => one.key),
    version: "v1",
  };
  const times = 20_000;
  let shown = 0;
  const run = () => {
    for (let nth = 0; nth < times; nth++) {
      const country = countries[nth % countries.length] as string;
      const decision = decideConsent(site, {
        whereabouts: { country, part: nth % 2 ? "CA" : null },
        knownBy: "address",
        signal: nth % 3 === 0,
        choice: nth % 4 ? choice : null,
        now,
      });
      if (decision.shows !== "nothing") shown += 1;
    }
  };
  run();
  const ms = await paced(3, () => took(run));
  if (!shown) throw new Error("Nobody was asked.");
  return (ms * 1000) / times;
}

/** Requests to other hosts of all released pages, by a visitor who has not answered. */
async function askedBefore(browser: Browser, port: number, paths: readonly string[]): Promise<number> {
  const context = await browser.newContext();
  const page = await context.newPage();
  let asked = 0;
  page.on("request", (request) => {
    if (new URL(request.url()).host !== `${key}.localhost:${port}`) asked += 1;
  });
  for (const path of paths) {
    await page.goto(`http://${key}.localhost:${port}${path}`);
    await page.evaluate(async () => {
      for (let at = 0; at < document.body.scrollHeight; at += 600) {
        scrollTo(0, at);
        await new Promise((wait) => requestAnimationFrame(wait));
      }
    });
    await page.waitForLoadState("networkidle");
  }
  await context.close();
  return asked;
}

/** All figures, on a copy of the demo's workshop that `page` (signed in) makes. */
export async function elsewhereFigures(browser: Browser, page: Page, port: number): Promise<ElsewhereFigures> {
  // biome-ignore lint/suspicious/noExplicitAny: each operation answers its own form
  const call = async (name: string, data: object): Promise<any> => {
    const answer = await page.request.post(`http://localhost:${port}/api/do/${name}`, { data });
    if (!answer.ok()) throw new Error(`${name}: ${await answer.text()}`);
    return answer.json();
  };
  await call("sites.copy", { site: "wrenfield", key, name: "Bench" });
  const widget = async (kind: string, more: object): Promise<string> => {
    const { id } = await call("widgets.add", { site: key, kind, name: kind });
    const { revision, settings } = await call("widgets.read", { site: key, widget: id });
    await call("widgets.save", { site: key, widget: id, name: kind, revision, settings: { ...settings, ...more } });
    return id;
  };
  const clips = `http://clips.localhost:${port}`;
  const newFeed = () =>
    widget("clips", {
      sources: [{ id: "many", of: "address", address: `${clips}/by/many-1000` }],
      pick: { ...newClipFeed.pick, most: 12 },
    });
  let feed = "";
  const refreshMs = await paced(3, async () => {
    feed = await newFeed();
    return took(() => call("feed.refresh", { site: key, widget: feed }));
  });

  await widget("consent", {});
  const { documents } = await call("pages.open", { site: key, page: "journal" });
  const { revision, body } = documents.find(({ id }: { id: string }) => id === "journal");
  const { source, title, ratio, seconds, poster } = await call("clips.find", { site: key, address: "kln-0301" });
  const node = (id: string, kind: string, content: object, children?: object[]) => ({
    id,
    kind,
    content,
    look: { base: {} },
    ...(children ? { children } : {}),
  });
  const more = { alt: "", as: "here", text: "", controls: "shown", captions: [], chapters: [] };
  await call("pages.edit", {
    site: key,
    document: "journal",
    batch: "bench-elsewhere",
    base: revision,
    edits: [
      {
        type: "insert",
        parent: body.id,
        index: 1,
        node: node("bench-s", "section", { name: "Elsewhere" }, [
          node("bench-v", "video", { source, title, ratio, seconds, poster, ...more }),
          node("bench-f", "widget", { widget: feed, as: "flow", text: "" }),
          node("bench-e", "embed", {
            address: `http://neighbours.localhost:${port}/ferries`,
            title: "Ferries",
            size: "fixed",
            rights: ["scripts"],
            devices: [],
            agreed: true,
            purpose: "preferences",
            sets: ["stop"],
            poster: null,
          }),
        ]),
      },
    ],
  });
  const { job } = await call("publish.start", { site: key });
  for (;;) {
    const { state, error } = await call("jobs.read", { site: key, job });
    if (state === "done") break;
    if (state === "failed") throw new Error(error);
    await new Promise((wait) => setTimeout(wait, 100));
  }
  const { pages } = await call("sites.frame", { site: key });
  const paths = (pages as { slug: string }[]).map(({ slug }) => `/${slug}`);
  const asked = await askedBefore(browser, port, paths);
  return { refreshMs, askedBefore: asked, pages: paths.length, decideUs: await decideUs() };
}
