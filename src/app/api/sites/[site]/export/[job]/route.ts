// A large site file or release, once the job that made it is done.
import { downloadParts, onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { noteOn } from "@/server/security/events";
import { madeExport } from "@/server/site/export";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; job: string }> }) {
  return respond(request, async (incoming) => {
    const { site, job } = await params;
    const call = await onSite(incoming, site, "releases.read");
    const { release, name, parts } = await madeExport(call, job);
    if (!release) await onSite(incoming, site, "site.export");
    await noteOn(call, "siteExported");
    return downloadParts(parts, name, "application/zip");
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
