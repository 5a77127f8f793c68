// A picture of a site for the studio, as wide as asked for (?w=).
import { onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { listWidthPx, pictureVariant } from "@/server/site/media";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; hash: string }> }) {
  return respond(request, async (incoming) => {
    const { site, hash } = await params;
    const call = await onSite(incoming, site, "media.read");
    const asked = Number(new URL(request.url).searchParams.get("w") ?? listWidthPx);
    const bytes = await pictureVariant(call.context, call.site.id, hash, asked);
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": "image/webp", "cache-control": "private, max-age=31536000, immutable" },
    });
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
