// Papers of an order as PDF: "invoice", "packing" (what is still to be sent), "packing-0" (a parcel), "credit-0" (a refund).
import { download, onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { paperNamed } from "@/server/shop/orders/papers";

type Params = Promise<{ site: string; order: string; paper: string }>;

export async function GET(request: Request, { params }: { params: Params }) {
  return respond(request, async (incoming) => {
    const { site, order, paper } = await params;
    const call = await onSite(incoming, site, "visitors.read");
    const { bytes, name } = await paperNamed(call.context, call.site, order.slice(0, 24), paper);
    return download(Buffer.from(bytes), encodeURIComponent(name), "application/pdf");
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
export const PUT = onlyBy("GET, HEAD, OPTIONS");
