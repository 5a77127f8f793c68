// Signups as CSV, streamed, with the filter of the Desk.
import { download, onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { filterSchema, signupsCsv } from "@/server/popup/desk";
import { validated } from "@/server/problem";
import { noteOn } from "@/server/security/events";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "visitors.read");
    const filter = validated(filterSchema, Object.fromEntries(new URL(request.url).searchParams));
    await noteOn(call, "signupsExported");
    const lines = signupsCsv(call, filter);
    const encoder = new TextEncoder();
    const body = new ReadableStream({
      async pull(controller) {
        const { value, done } = await lines.next();
        if (done) controller.close();
        else controller.enqueue(encoder.encode(value));
      },
    });
    return download(body, `${call.site.key}-signups.csv`, "text/csv; charset=utf-8");
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
