// POST /_w/v1/popup-counts: a popup was shown or closed.
import { readJson, respond } from "@/app/respond";
import { countSeen, largestBody } from "@/server/popup/signups";

export async function POST(request: Request) {
  return respond(request, async ({ context, address }) => {
    const site = request.headers.get("x-webitor-site") ?? "";
    await countSeen(context, site, await readJson(request, largestBody), address);
    return new Response(null, { status: 204 });
  });
}
