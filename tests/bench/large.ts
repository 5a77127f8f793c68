// The sizes that real studios reach: a site of 2,000 pages and 10,000 media among 40 sites, made here, and what its
// studio's screens, its publishing and its visitors take. Prints one JSON line.
import autocannon from "autocannon";
import { eq } from "drizzle-orm";
import sharp from "sharp";
import type { SiteFile } from "@/core/site/site";
import { jobs } from "@/data/job/tables";
import { changesWaiting } from "@/data/release/units";
import { findSite } from "@/data/site/queries";
import { sha256, theContext } from "@/server/context";
import { onSite } from "@/server/operation";
import { operations } from "@/server/operations";
import { startPublishing } from "@/server/release/publish";
import { storeNewSite } from "@/server/site/file";
import { callAs, theOwner } from "../../scripts/lib/studio";
import { largeSite } from "./sample";

const context = theContext();
const owner = await theOwner(context);
if (!owner) throw new Error("The demo data is missing.");
const incoming = callAs(context, owner);
const port = Number(process.env.WEBITOR_PORT);

/** Ten thousand pictures, each its own: one small file, and a number behind its end. */
async function pictures(count: number) {
  const one = await sharp({ create: { width: 64, height: 48, channels: 3, background: "#876" } })
    .png()
    .toBuffer();
  const files = new Map<string, Uint8Array>();
  const entries: SiteFile["media"][number][] = [];
  for (let nth = 0; nth < count; nth++) {
    const bytes = Buffer.concat([one, Buffer.from(` ${nth}`)]);
    const hash = sha256(bytes);
    files.set(hash, bytes);
    entries.push({ hash, name: `picture ${nth}.png`, type: "image/png", widthPx: 64, heightPx: 48 });
  }
  return { files, entries };
}

const key = "bench-2000";
const { files, entries } = await pictures(10_000);
const site = largeSite(key, 2000);
await storeNewSite(context, owner.studioId, { ...site, widgets: [], media: entries }, files, owner.id);
const small = largeSite("small", 3);
const have = ((await operations["sites.list"].perform(incoming, {})) as unknown[]).length;
for (let nth = have; nth < 40; nth++)
  await storeNewSite(
    context,
    owner.studioId,
    { ...small, key: `bench-small-${nth}`, name: `Small ${nth}`, widgets: [], media: [] },
    new Map(),
    owner.id,
  );

/** Publishes by the process that serves visitors; answers how long it took, in s. */
async function publish(): Promise<number> {
  const call = await onSite(incoming, key, "releases.make");
  const begin = performance.now();
  const { job } = await startPublishing(call);
  for (;;) {
    const [row] = await context.db.select().from(jobs).where(eq(jobs.id, job));
    if (row?.state === "done") return (performance.now() - begin) / 1000;
    if (row?.state === "failed") throw new Error(row.error ?? "The release failed.");
    await new Promise((resolve) => setTimeout(resolve, 50));
  }
}

/** The 95th percentile of visitors' waits for a page of another site, a hundred a second, in ms. */
async function visitorsP95(until: () => boolean): Promise<number> {
  const waits: number[] = [];
  while (!until() || waits.length < 20) {
    const { latency } = (await autocannon({
      url: `http://127.0.0.1:${port}/`,
      connections: 4,
      overallRate: 100,
      duration: 2,
      headers: { host: `wrenfield.localhost:${port}`, "accept-encoding": "br" },
    })) as { latency: { p97_5: number; p90: number } };
    waits.push((latency.p90 + latency.p97_5) / 2);
    if (until()) break;
  }
  return waits.sort((one, other) => one - other)[Math.floor(waits.length / 2)] as number;
}

async function median(rounds: number, work: () => Promise<unknown>): Promise<number> {
  const times: number[] = [];
  for (let round = 0; round < rounds; round++) {
    const begin = performance.now();
    await work();
    times.push(performance.now() - begin);
  }
  return times.sort((one, other) => one - other)[Math.floor(rounds / 2)] as number;
}

let rounds = 0;
const idleP95 = await visitorsP95(() => ++rounds >= 3);
let over = false;
const publishing = publish().finally(() => {
  over = true;
});
const busyP95 = await visitorsP95(() => over);
const publishS = await publishing;

const page = site.pages[700] as SiteFile["pages"][number];
await operations["pages.edit"].perform(incoming, {
  site: key,
  document: page.id,
  batch: "bench-large",
  base: 0,
  edits: [{ type: "setLook", node: page.body.children?.[0]?.id ?? "", width: "base", field: "surface", value: "ink" }],
});
const row = await findSite(context.db, key);
if (!row) throw new Error("The site is gone.");
const changed = (await changesWaiting(context.db, [row.id])).get(row.id);
if (changed !== 1) throw new Error(`One change waits, and ${changed} were counted.`);
const changesMs = await median(25, () => operations["publish.waiting"].perform(incoming, { site: key }));
const listMs = await median(9, () => operations["sites.list"].perform(incoming, {}));
console.log(JSON.stringify({ changesMs, listMs, publishS, p95Ratio: busyP95 / idleP95, idleP95, busyP95 }));
await context.close();
