// Importing and publishing a site of 300 pages, then again after one page changed. Prints one JSON line.
import { eq } from "drizzle-orm";
import sharp from "sharp";
import { writeSiteFile } from "@/core/site/read";
import { findSite } from "@/data/site/queries";
import { media } from "@/data/site/tables";
import { theContext } from "@/server/context";
import { jobKinds } from "@/server/job/kinds";
import { startRunner } from "@/server/job/queue";
import { onSite } from "@/server/operation";
import { operations } from "@/server/operations";
import { importSite } from "@/server/site/file";
import { addPicture } from "@/server/site/media";
import { callAs, publishBeside, readSiteFiles, theOwner } from "../../scripts/lib/studio";
import { median, pace, took } from "./pace";
import { largeSite } from "./sample";

const context = theContext();
const owner = await theOwner(context);
if (!owner) throw new Error("The demo data is missing.");
const site = largeSite("bench-300", 300);
const files = readSiteFiles("demo/oddlane") as Map<string, Uint8Array>;

/** Work goes on beside, as it does where the application runs. */
const runner = startRunner(context, jobKinds, 100);
/** All pictures so far are made: nothing of one round reaches into the next. */
async function rested() {
  for (;;) {
    const [one] = await context.db.select({ hash: media.hash }).from(media).where(eq(media.made, false)).limit(1);
    if (!one) return;
    await new Promise((resolve) => setTimeout(resolve, 100));
  }
}

/** Imports the site and publishes it for the first time; answers what both took on the quiet machine, in ms. */
async function firstTime(key: string) {
  files.set("site.json", new TextEncoder().encode(writeSiteFile({ ...site, key })));
  const before = await pace();
  const imported = await took(() => importSite(context, (owner as NonNullable<typeof owner>).studioId, files));
  const released = await took(() => publishBeside(context, owner as NonNullable<typeof owner>, key, () => {}));
  const now = (before + (await pace())) / 2;
  await rested();
  return { both: (imported + released) / now, released: released / now };
}
const firstTimes = [await firstTime(site.key)];
const peakMib = process.resourceUsage().maxRSS / 1024;
for (const more of ["a", "b"]) firstTimes.push(await firstTime(`${site.key}-${more}`));
const first = median(firstTimes.map(({ released }) => released));

const incoming = callAs(context, owner);
const call = await onSite(incoming, site.key, "words.write");
const { id, studioId } = call.site;
const times = [0, 1, 2];

/** The section that a page begins with, and the page. */
function beginningOf(nth: number) {
  const page = site.pages[nth] as (typeof site.pages)[number];
  return { document: page.id, section: page.body.children?.[0]?.id ?? "" };
}

async function published(work: () => Promise<unknown>): Promise<number> {
  await rested();
  await work();
  const before = await pace();
  const ms = await took(() => publishBeside(context, owner as NonNullable<typeof owner>, site.key, () => {}));
  return ms / ((before + (await pace())) / 2);
}

const edit = (document: string, batch: string, edits: readonly object[]) =>
  operations["pages.edit"].perform(incoming, { site: site.key, document, batch, base: 0, edits });

const again: number[] = [];
for (const time of times)
  again.push(
    await published(() => {
      const { document, section } = beginningOf(150 + time);
      const look = { type: "setLook", node: section, width: "base", field: "surface", value: "ink" };
      return edit(document, `bench-${time}`, [look]);
    }),
  );

// One new picture, shown on one page.
const shown: number[] = [];
for (const time of times)
  shown.push(
    await published(async () => {
      const background = { r: 60, g: 90, b: 20 * time };
      const bytes = await sharp({ create: { width: 1200, height: 800, channels: 3, background } })
        .jpeg()
        .toBuffer();
      const { hash } = await addPicture(context, { id, studioId }, "new.jpg", bytes);
      const { document, section } = beginningOf(80 + time);
      const node = { id: "benchpic", kind: "picture", content: { media: hash, alt: "New" }, look: { base: {} } };
      await edit(document, `bench-picture-${time}`, [{ type: "insert", parent: section, index: 0, node }]);
    }),
  );
if (!(await findSite(context.db, site.key))?.liveReleaseId) throw new Error("Nothing was published.");
console.log(
  JSON.stringify({
    importAndPublishS: median(firstTimes.map(({ both }) => both)) / 1000,
    uploadRatio: median(shown) / first,
    ratio: median(again) / first,
    peakMib,
  }),
);
await runner.stop();
await context.close();
