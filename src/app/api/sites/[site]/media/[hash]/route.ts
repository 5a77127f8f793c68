// A picture of a site for the studio, as wide as asked for (?w=).
import { respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { pictureVariant } from "@/server/site/media";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; hash: string }> }) {
  return respond(request, async (incoming) => {
    const { site, hash } = await params;
    const call = await onSite(incoming, site, "editor");
    const asked = Number(new URL(request.url).searchParams.get("w"));
    const widthPx = Math.min(1600, Math.max(16, Math.round(asked) || 480));
    const bytes = await pictureVariant(call.context, call.site.id, hash, widthPx);
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": "image/webp", "cache-control": "private, max-age=31536000, immutable" },
    });
  });
}
