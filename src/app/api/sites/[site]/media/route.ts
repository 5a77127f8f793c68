// A picture comes in: the body is the file, its name in X-File-Name.

import { json, onlyBy, respond } from "@/app/respond";
import { decodedHeader, readBody } from "@/server/edge/request";
import { takePoint } from "@/server/limit";
import { frameChanged, onSite } from "@/server/operation";
import { addPicture, largestPicture } from "@/server/site/media";

export async function POST(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "media.write");
    await takePoint(call.context, "heavyMember", call.account.id);
    const name = decodedHeader("X-File-Name", request.headers.get("x-file-name") ?? "picture");
    const entry = await addPicture(call.context, call.site, name, await readBody(request, largestPicture + 1));
    await frameChanged(call);
    return json(entry, 201);
  });
}

export const GET = onlyBy("POST, OPTIONS");
