// Exporting the site of 10,000 media: the memory it takes beyond what the process holds anyway. Prints one JSON line.
import { findSite } from "@/data/site/queries";
import { theContext } from "@/server/context";
import { siteFileParts } from "@/server/site/file";

const context = theContext();
const export_ = async (key: string, watch: () => void): Promise<number> => {
  const row = await findSite(context.db, key);
  if (!row) throw new Error(`${key} is missing.`);
  let bytes = 0;
  for await (const { part } of siteFileParts(context, row)) {
    bytes += part.length;
    watch();
  }
  return bytes;
};

// What is loaded and kept once is there before anything is counted.
await export_("wrenfield", () => {});
globalThis.gc?.();
const idle = process.memoryUsage().rss;
let peak = idle;
const bytes = await export_("bench-2000", () => {
  peak = Math.max(peak, process.memoryUsage().rss);
});
console.log(JSON.stringify({ mib: (peak - idle) / (1 << 20), bytes }));
await context.close();
