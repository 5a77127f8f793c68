// Importing and publishing a site of 300 pages, then again after one page changed. Prints one JSON line.
import sharp from "sharp";
import { writeSiteFile } from "@/core/site/read";
import { findSite } from "@/data/site/queries";
import { theContext } from "@/server/context";
import { onSite } from "@/server/operation";
import { operations } from "@/server/operations";
import { importSite } from "@/server/site/file";
import { addPicture } from "@/server/site/media";
import { callAs, publishNow, readSiteFiles, theOwner } from "../../scripts/lib/studio";
import { largeSite } from "./sample";

const context = theContext();
const owner = await theOwner(context);
if (!owner) throw new Error("The demo data is missing.");
const site = largeSite("bench-300", 300);
const files = readSiteFiles("demo/oddlane") as Map<string, Uint8Array>;
files.set("site.json", new TextEncoder().encode(writeSiteFile(site)));

const begin = performance.now();
await importSite(context, owner.studioId, files);
const first = performance.now();
await publishNow(context, owner, site.key, () => {});
const published = performance.now();

const incoming = callAs(context, owner);
const call = await onSite(incoming, site.key, "words.write");
const page = site.pages[150] as (typeof site.pages)[number];
const section = page.body.children?.[0]?.id ?? "";
await operations["pages.edit"].perform(incoming, {
  site: call.site.key,
  document: page.id,
  batch: "bench",
  base: 0,
  edits: [{ type: "setLook", node: section, width: "base", field: "surface", value: "ink" }],
});
const again = performance.now();
await publishNow(context, owner, site.key, () => {});
const republished = performance.now();
// One new picture, shown on one page.
const { id, studioId } = call.site;
const bytes = await sharp({ create: { width: 1200, height: 800, channels: 3, background: "#468" } })
  .jpeg()
  .toBuffer();
const { hash } = await addPicture(context, { id, studioId }, "new.jpg", bytes);
const other = site.pages[80] as (typeof site.pages)[number];
await operations["pages.edit"].perform(incoming, {
  site: call.site.key,
  document: other.id,
  batch: "bench-picture",
  base: 0,
  edits: [
    {
      type: "insert",
      parent: other.body.children?.[0]?.id ?? "",
      index: 0,
      node: { id: "benchpic", kind: "picture", content: { media: hash, alt: "New" }, look: { base: {} } },
    },
  ],
});
const { Session } = await import("node:inspector/promises");
const session = new Session();
session.connect();
await session.post("Profiler.enable");
await session.post("Profiler.setSamplingInterval", { interval: 500 });
await session.post("Profiler.start");
const uploaded = performance.now();
await publishNow(context, owner, site.key, () => {});
const shown = performance.now();
const { profile } = await session.post("Profiler.stop");
(await import("node:fs")).writeFileSync("/tmp/up.cpuprofile", JSON.stringify(profile));
console.log("abs", published - first, republished - again, shown - uploaded);
if (!(await findSite(context.db, site.key))?.liveReleaseId) throw new Error("Nothing was published.");
console.log(
  JSON.stringify({
    importAndPublishS: (published - begin) / 1000,
    uploadRatio: (shown - uploaded) / (published - first),
    ratio: (republished - again) / (published - first),
    peakMib: process.resourceUsage().maxRSS / 1024,
  }),
);
await context.close();
