// The site as a site file.
import { download, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { exportSite } from "@/server/site/file";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "designer");
    return download(
      (await exportSite(call.context, call.site)) as Uint8Array<ArrayBuffer>,
      `${call.site.key}.site.zip`,
      "application/zip",
    );
  });
}
