// Choices about consent as CSV, streamed.
import { downloadLines, onlyBy, respond } from "@/app/respond";
import { consentsCsv } from "@/server/consent/server";
import { onSite } from "@/server/operation";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "visitors.read");
    return downloadLines(consentsCsv(call), `${call.site.key}-consents.csv`);
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
