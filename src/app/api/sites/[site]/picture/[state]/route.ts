// The home page of a site as a picture, named by the state it was made of.
import { onlyBy, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { sitePicture } from "@/server/site/picture";

export async function GET(request: Request, { params }: { params: Promise<{ site: string; state: string }> }) {
  return respond(request, async (incoming) => {
    const { site, state } = await params;
    const call = await onSite(incoming, site, "site.read");
    const { svg, current } = await sitePicture(call.context, call.site, state.replace(/\.svg$/, ""));
    return new Response(new Uint8Array(svg), {
      headers: {
        "content-type": "image/svg+xml",
        // It is shown as an image; opened by itself, nothing in it may run or load.
        "content-security-policy":
          "default-src 'none'; style-src 'unsafe-inline'; img-src data:; font-src data:; sandbox",
        "cache-control": current ? "private, max-age=31536000, immutable" : "no-store",
      },
    });
  });
}

export const POST = onlyBy("GET, HEAD, OPTIONS");
