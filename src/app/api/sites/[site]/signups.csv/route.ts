// Signups as CSV, streamed, with the filter of the Desk.
import { downloadLines, onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { filterSchema, signupsCsv } from "@/server/popup/desk";
import { validated } from "@/server/problem";
import { noteOn } from "@/server/security/events";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "visitors.read");
    const filter = validated(filterSchema, Object.fromEntries(new URL(request.url).searchParams));
    await noteOn(call, "signupsExported");
    return downloadLines(signupsCsv(call, filter), `${call.site.key}-signups.csv`);
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
