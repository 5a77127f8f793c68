// Importing and publishing a site of 300 pages, then again after one page changed. Prints one JSON line.
import { writeSiteFile } from "@/core/site/read";
import { findSite } from "@/data/site/queries";
import { theContext } from "@/server/context";
import { onSite } from "@/server/operation";
import { operations } from "@/server/operations";
import { importSite } from "@/server/site/file";
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
if (!(await findSite(context.db, site.key))?.liveReleaseId) throw new Error("Nothing was published.");
console.log(
  JSON.stringify({
    importAndPublishS: (published - begin) / 1000,
    ratio: (republished - again) / (published - first),
    peakMib: process.resourceUsage().maxRSS / 1024,
  }),
);
await context.close();
