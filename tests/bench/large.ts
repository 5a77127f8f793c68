// The sizes that real studios reach: a site of 2,000 pages and 10,000 media among 40 sites, made here, and what its
// studio's screens, its publishing and its visitors take. Prints one JSON line.
import { Agent, get, request } from "node:http";
import { eq } from "drizzle-orm";
import sharp from "sharp";
import type { SiteFile } from "@/core/site/site";
import { jobs } from "@/data/job/tables";
import { changesWaiting } from "@/data/release/units";
import { findSite } from "@/data/site/queries";
import { beginSession, sessionCookie } from "@/server/account/session";
import { sha256, theContext } from "@/server/context";
import { operations } from "@/server/operations";
import { storeNewSite } from "@/server/site/file";
import { callAs, theOwner } from "../../scripts/lib/studio";
import { median, pace, paced, percentile, took } from "./pace";
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
for (const [hash, bytes] of files) await context.bytes.put(hash, bytes);
const sizes = new Map([...files].map(([hash, bytes]) => [hash, bytes.length]));
await storeNewSite(context, owner.studioId, { ...site, widgets: [], media: entries }, sizes);
const small = largeSite("small", 3);
const have = ((await operations["sites.list"].perform(incoming, {})) as unknown[]).length;
for (let nth = have; nth < 40; nth++)
  await storeNewSite(
    context,
    owner.studioId,
    { ...small, key: `bench-small-${nth}`, name: `Small ${nth}`, widgets: [], media: [] },
    new Map(),
  );

const token = await beginSession(context, owner.id, { address: "192.0.2.1", agent: "bench" });

/** Performs an operation of the studio by the process that serves visitors; answers what it said. */
const perform = (operation: string, input: object) =>
  new Promise<string>((resolve, reject) => {
    const headers = {
      host: `localhost:${port}`,
      "content-type": "application/json",
      cookie: `${sessionCookie(context.settings)}=${token}`,
    };
    const path = `/api/do/${operation}`;
    const sent = request({ host: "127.0.0.1", port, path, method: "POST", headers }, (response) => {
      let text = "";
      response.on("data", (part) => {
        text += part;
      });
      response.on("end", () => (response.statusCode === 200 ? resolve(text) : reject(new Error(text))));
    });
    sent.on("error", reject);
    sent.end(JSON.stringify(input));
  });

/** Publishes by the process that serves visitors; answers how long it took, in s. */
async function publish(): Promise<number> {
  const begin = performance.now();
  const { job } = JSON.parse(await perform("publish.start", { site: key, leaveOut: [] })) as { job: string };
  for (;;) {
    const [row] = await context.db.select().from(jobs).where(eq(jobs.id, job));
    if (row?.state === "done") return (performance.now() - begin) / 1000;
    if (row?.state === "failed") throw new Error(row.error ?? "The release failed.");
    // Seldom: this process counts what visitors wait.
    await new Promise((resolve) => setTimeout(resolve, 500));
  }
}

const agent = new Agent({ keepAlive: true, maxSockets: 8 });
const visit = () =>
  new Promise<number>((resolve, reject) => {
    const begin = performance.now();
    get(
      {
        host: "127.0.0.1",
        port,
        agent,
        headers: { host: `wrenfield.localhost:${port}`, "accept-encoding": "br" },
      },
      (response) => {
        if (response.statusCode !== 200) reject(new Error(`A visitor got ${response.statusCode}`));
        response.resume();
        response.on("end", () => resolve(performance.now() - begin));
      },
    ).on("error", reject);
  });

/** The 95th percentile of visitors' waits for a page of another site, a hundred a second until `over`, in ms. */
async function visitorsP95(over: (elapsedMs: number) => boolean): Promise<number> {
  const begun = performance.now();
  const waits: Promise<number>[] = [];
  while (!over(performance.now() - begun)) {
    waits.push(visit());
    await new Promise((resolve) => setTimeout(resolve, begun + waits.length * 10 - performance.now()));
  }
  return percentile(await Promise.all(waits), 0.95);
}

// A process that has just begun is slow by itself, and so is a database that still writes down what came.
await perform("publish.waiting", { site: key });
await visitorsP95((ms) => ms > 6000);
/** What visitors wait while all pages are published, beside what they wait just before: all pages have another colour each time. */
const rounds: { idle: number; busy: number; seconds: number }[] = [];
for (const accent of ["#7a3b12", "#1f4f7a", "#35642c"]) {
  const { revision } = (await findSite(context.db, key)) ?? { revision: 0 };
  const brand = { ...site.brand, colours: { ...site.brand.colours, accent } };
  await perform("brand.save", { site: key, brand, revision });
  await visitorsP95((ms) => ms > 4000);
  const idle = await visitorsP95((ms) => ms > 8000);
  const before = await pace();
  let over = false;
  const publishing = publish().finally(() => {
    over = true;
  });
  const busy = await visitorsP95(() => over);
  rounds.push({ idle, busy, seconds: (await publishing) / ((before + (await pace())) / 2) });
}
const publishS = median(rounds.map(({ seconds }) => seconds));
const idleP95 = median(rounds.map(({ idle }) => idle));
const busyP95 = median(rounds.map(({ busy }) => busy));
const p95Ratio = median(rounds.map(({ idle, busy }) => busy / idle));

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
const changesMs = await paced(25, () => took(() => operations["publish.waiting"].perform(incoming, { site: key })));
const listMs = await paced(9, () => took(() => operations["sites.list"].perform(incoming, {})));
console.log(JSON.stringify({ changesMs, listMs, publishS, p95Ratio, idleP95, busyP95 }));
agent.destroy();
await context.close();
