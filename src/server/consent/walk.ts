// The pages of a site run without anybody at a screen: Chromium, where one is installed, walks through the rehearsal of
// each, without consent and with all of it, and tells what it asked and left behind.
import type { IncomingMessage, ServerResponse } from "node:http";
import { withFound } from "@/core/consent/declared";
import { type Measured, measured, type Run } from "@/core/consent/measured";
import { pagePath } from "@/core/site/site";
import type { Visitor } from "@/core/visitor/visitor";
import { widgetsOfKind } from "@/core/widget/settings";
import type { SiteRow } from "@/data/site/queries";
import { inBrowser } from "../check/browser";
import { type Context, standInOrigins } from "../context";
import { dayIn } from "../day";
import { createRehearsalServer } from "../rehearse/server";
import { makeToken } from "../rehearse/token";
import { loadSite } from "../site/whole";
import { declaredOn } from "./table";

export interface Walked extends Measured {
  readonly pages: number;
  /** Titles of pages that did not answer. */
  readonly silent: readonly string[];
}

/** What the browser opens: it shows one page after the other in a frame, and hands on what each tells. */
const driver = `<!DOCTYPE html><html lang="en"><title>Pages are run</title><body><script type="module">
const {runs}=await (await fetch("/runs")).json();
for(const at of runs.keys()){
const frame=Object.assign(document.createElement("iframe"),{src:runs[at],width:1180,height:900});
const told=new Promise((resolve)=>{const timer=setTimeout(()=>resolve(null),15000);
addEventListener("message",({source,data})=>{if(source===frame.contentWindow&&data?.measured){clearTimeout(timer);resolve(data.measured)}})});
document.body.append(frame);
await fetch("/told",{method:"POST",body:JSON.stringify({at,told:await told})});
frame.remove()}
</script>`;

/** The longest that one page may tell, in bytes. */
const mostTold = 256 << 10;

async function smallBody(request: IncomingMessage): Promise<unknown> {
  const parts: Buffer[] = [];
  let size = 0;
  for await (const part of request as AsyncIterable<Buffer>) {
    size += part.length;
    if (size > mostTold) throw new Error("A page tells too much.");
    parts.push(part);
  }
  return JSON.parse(Buffer.concat(parts).toString());
}

/** Walks through the working state of a site in `browser`. An Error where the browser ends or nothing answers for a minute. */
export async function walkSite(context: Context, row: SiteRow, browser: string): Promise<Walked> {
  const site = await loadSite(context.db, row);
  const visitor: Visitor = {
    widthPx: 1180,
    language: site.settings.language,
    // Where the strictest rule holds.
    country: null,
    now: context.now().getTime(),
    zone: site.settings.zone,
    visit: 1,
    cameFrom: null,
    consent: "none",
    signedUpWith: [],
  };
  const runs: Run[] = [];
  const silent = new Set<string>();
  const all = [false, true].flatMap((agreed) => site.pages.map((page) => ({ agreed, page })));
  let here: Context = context;
  let rehearse: ReturnType<typeof createRehearsalServer> | undefined;
  let finish = () => {};
  let alive = () => {};
  let told = 0;
  const addresses = () => {
    const { port, sitesHost } = here.settings;
    const expires = Date.now() + 3_600_000;
    const base = (agreed: boolean) =>
      `http://rehearse.${row.key}.${sitesHost}:${port}/${makeToken(here, { siteId: row.id, by: null, visitor: { ...visitor, consent: agreed ? "all" : "none" }, expires })}`;
    const bases = { false: base(false), true: base(true) };
    return all.map(({ agreed, page }) => `${bases[`${agreed}`]}${pagePath(page)}?measured`);
  };
  const serve = async (request: IncomingMessage, response: ServerResponse): Promise<void> => {
    if (request.headers.host?.startsWith(`rehearse.${row.key}.`)) return rehearse?.(request, response, row.key);
    if (request.url === "/runs") {
      response.writeHead(200, { "content-type": "application/json" });
      response.end(JSON.stringify({ runs: addresses() }));
    } else if (request.url === "/told") {
      const { at, told: seen } = (await smallBody(request)) as {
        at: number;
        told: Omit<Run, "page" | "agreed"> | null;
      };
      const run = all[at];
      if (run && seen) runs.push({ page: run.page.title, agreed: run.agreed, ...seen });
      else if (run) silent.add(run.page.title);
      response.writeHead(204).end();
      told += 1;
      if (told === all.length) finish();
      else alive();
    } else {
      response.writeHead(200, { "content-type": "text/html" });
      response.end(driver);
    }
  };
  await inBrowser(browser, serve, (done, stillAlive, port) => {
    finish = done;
    alive = stillAlive;
    // It answers at the port of this walk, and tells the page that drives it.
    here = {
      ...context,
      settings: { ...context.settings, port, publicHost: "localhost", sitesHost: "localhost", https: false },
    };
    rehearse = createRehearsalServer(here);
    if (!all.length) done();
  });
  const day = dayIn(site.settings.zone, context.now());
  const declared = (await declaredOn(context.db, row.id, standInOrigins(context.settings), day)).map(
    ({ entry }) => entry,
  );
  const table = widgetsOfKind(site.widgets, "consent").flatMap(({ settings }) => settings.table);
  return {
    ...measured(runs, withFound(table, declared), standInOrigins(here.settings), day),
    pages: site.pages.length,
    silent: [...silent],
  };
}
