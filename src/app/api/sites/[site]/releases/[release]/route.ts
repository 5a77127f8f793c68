// A release as a zip of static files.
import { downloadParts, onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { exportRelease } from "@/server/release/export";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; release: string }> }) {
  return respond(request, async (incoming) => {
    const { site, release } = await params;
    const { name, parts } = await exportRelease(await onSite(incoming, site, "releases.read"), release);
    return downloadParts(parts, name, "application/zip");
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
