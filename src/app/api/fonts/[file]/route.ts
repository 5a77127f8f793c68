// The bundled fonts, for stages and the Brand screen.
import { onlyBy, respond } from "@/app/respond";
import { notFound } from "@/server/problem";
import { fontAsset } from "@/server/release/assets";

export async function GET(request: Request, { params }: { params: Promise<{ file: string }> }) {
  return respond(request, async () => {
    const font = await fontAsset((await params).file);
    if (!font) throw notFound("This font");
    return new Response(new Uint8Array(font.bytes), {
      headers: { "content-type": font.type, "cache-control": "public, max-age=604800" },
    });
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
