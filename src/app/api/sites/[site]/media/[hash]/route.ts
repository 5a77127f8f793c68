// A picture of a site for the studio, by the name that pages give it or as wide as asked for (?w=); a file as it came (?document).
import { onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { partial } from "@/server/process/range";
import { documentBytes, listWidthPx, pictureFile, pictureVariant } from "@/server/site/media";

const kept = { "cache-control": "private, max-age=31536000, immutable" };

export async function GET(request: Request, { params }: { params: Promise<{ site: string; hash: string }> }) {
  return respond(request, async (incoming) => {
    const { site, hash } = await params;
    const call = await onSite(incoming, site, "media.read");
    const { searchParams } = new URL(request.url);
    if (searchParams.has("document")) {
      const { body: whole, type, name } = await documentBytes(call.context, call.site.id, hash);
      // Players seek by ranges.
      const { status, headers, body } = partial(whole, request.headers.get("range"));
      return new Response(new Uint8Array(body), {
        status,
        headers: {
          ...headers,
          "content-type": type,
          "content-disposition": `attachment; filename*=UTF-8''${encodeURIComponent(name)}`,
          ...kept,
        },
      });
    }
    if (hash.includes(".")) {
      const { type, body } = await pictureFile(call.context, call.site.id, hash);
      return new Response(new Uint8Array(body), {
        headers: { "content-type": type, ...kept },
      });
    }
    const widthPx = Number(searchParams.get("w") ?? listWidthPx);
    const bytes = await pictureVariant(call.context, call.site.id, hash, { widthPx });
    return new Response(new Uint8Array(bytes), { headers: { "content-type": "image/webp", ...kept } });
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
