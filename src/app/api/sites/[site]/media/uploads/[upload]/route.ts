// Parts of a file on its way: which have come (GET), and one more (POST ?part=3).
import { json, respond } from "@/app/respond";
import { readBody } from "@/server/edge/request";
import { onSite } from "@/server/operation";
import { keepPart, partBytes, partsThere } from "@/server/site/upload";

interface Where {
  readonly params: Promise<{ site: string; upload: string }>;
}

export async function GET(request: Request, { params }: Where) {
  return respond(request, async (incoming) => {
    const { site, upload } = await params;
    return json({ parts: await partsThere(await onSite(incoming, site, "media.write"), upload) });
  });
}

export async function POST(request: Request, { params }: Where) {
  return respond(request, async (incoming) => {
    const { site, upload } = await params;
    const call = await onSite(incoming, site, "media.write");
    const part = Number(new URL(request.url).searchParams.get("part") ?? Number.NaN);
    await keepPart(call, upload, part, await readBody(request, partBytes + 1));
    return json({ kept: part });
  });
}
