// A file that came with an order.
import { attachment } from "@/app/attachment";
import { onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { buyerFile } from "@/server/shop/orders/buyer-files";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; file: string }> }) {
  return respond(request, async (incoming) => {
    const { site, file } = await params;
    return attachment(await buyerFile(await onSite(incoming, site, "visitors.read"), file));
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
