// Bookings as CSV, streamed, from one date to another.
import { downloadLines, onlyBy, respond } from "@/app/respond";
import { bookingsAsked, bookingsCsv } from "@/server/booking/csv";
import { onSite } from "@/server/operation";
import { validated } from "@/server/problem";
import { noteOn } from "@/server/security/events";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "visitors.read");
    const asked = validated(bookingsAsked, Object.fromEntries(new URL(request.url).searchParams));
    await noteOn(call, "bookingsExported");
    return downloadLines(bookingsCsv(call, asked), `${call.site.key}-bookings-${asked.from}-${asked.to}.csv`);
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
