// A picture comes in: the body is the file, its name in X-File-Name.
import { json, readBody, respond } from "@/app/respond";
import { onSite } from "@/server/operation";
import { addPicture, largestPicture } from "@/server/site/media";

export async function POST(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "editor");
    const name = decodeURIComponent(request.headers.get("x-file-name") ?? "picture");
    return json(await addPicture(call.context, call.site.id, name, await readBody(request, largestPicture + 1)), 201);
  });
}
