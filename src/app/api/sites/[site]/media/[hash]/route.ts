// A picture of a site for the studio, as wide as asked for (?w=), or a file as it came (?document).
import { onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { documentBytes, listWidthPx, pictureVariant } from "@/server/site/media";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; hash: string }> }) {
  return respond(request, async (incoming) => {
    const { site, hash } = await params;
    const call = await onSite(incoming, site, "media.read");
    const { searchParams } = new URL(request.url);
    if (searchParams.has("document")) {
      const { body, type, name } = await documentBytes(call.context, call.site.id, hash);
      return new Response(new Uint8Array(body), {
        headers: {
          "content-type": type,
          "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
          "cache-control": "private, max-age=31536000, immutable",
        },
      });
    }
    const asked = Number(searchParams.get("w") ?? listWidthPx);
    const bytes = await pictureVariant(call.context, call.site.id, hash, asked);
    return new Response(new Uint8Array(bytes), {
      headers: { "content-type": "image/webp", "cache-control": "private, max-age=31536000, immutable" },
    });
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
