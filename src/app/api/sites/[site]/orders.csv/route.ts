// Orders of some days as CSV, for whoever keeps the books: ?from=2026-01-01&to=2026-03-31.
import { downloadLines, onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { bookkeepersCsv, daysIn } from "@/server/shop/orders/figures";

export async function GET(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "visitors.read");
    const days = daysIn(new URL(request.url).searchParams);
    return downloadLines(bookkeepersCsv(call, days), `${call.site.key}-orders-${days.from}-${days.to}.csv`);
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
export const PUT = onlyBy("GET, HEAD, OPTIONS");
