// A picture comes in: the body is the file, its name in X-File-Name.

import { json, onlyBy, respond } from "@/app/respond";
import { decodedHeader, readBody } from "@/server/edge/request";
import { takePoint } from "@/server/limit";
import { frameChanged, onSite } from "@/server/operation";
import { addDocument, addPicture, largestDocument, largestPicture } from "@/server/site/media";

export async function POST(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "media.write");
    await takePoint(call.context, "heavyMember", call.account.id);
    const name = decodedHeader("X-File-Name", request.headers.get("x-file-name") ?? "picture");
    // “?as=document” is a file that visitors take home.
    const document = new URL(request.url).searchParams.get("as") === "document";
    const bytes = await readBody(request, (document ? largestDocument : largestPicture) + 1);
    const entry = await (document ? addDocument : addPicture)(call.context, call.site, name, bytes);
    await frameChanged(call);
    return json(entry, 201);
  });
}

export const GET = onlyBy("POST, OPTIONS");
