// A release as a zip of static files.
import { downloadParts, onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { releaseParts } from "@/server/release/export";
import { bytesOf } from "@/server/zip";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; release: string }> }) {
  return respond(request, async (incoming) => {
    const { site, release } = await params;
    const { name, parts } = await releaseParts(await onSite(incoming, site, "releases.read"), release);
    return downloadParts(bytesOf(parts), name, "application/zip");
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
