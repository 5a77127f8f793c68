// The site as a site file.
import { downloadParts, onlyBy, respond } from "@/app/respond";
import { takePoint } from "@/server/limit";
import { onSite } from "@/server/operation";
import { noteOn } from "@/server/security/events";
import { siteFileParts } from "@/server/site/file";
import { bytesOf } from "@/server/zip";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "site.export");
    await takePoint(call.context, "heavyMember", call.account.id);
    await noteOn(call, "siteExported");
    return downloadParts(
      bytesOf(siteFileParts(call.context, call.site)),
      `${call.site.key}.site.zip`,
      "application/zip",
    );
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
