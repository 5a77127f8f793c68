// A picture or file comes in: the body is the file, or nothing where its parts came before; its name stands in X-File-Name.

import { json, onlyBy, respond } from "@/app/respond";
import { decodedHeader, readBody } from "@/server/edge/request";
import { takePoint } from "@/server/limit";
import { frameChanged, onSite } from "@/server/operation";
import { Problem } from "@/server/problem";
import { addDocument, addPicture, largestDocument, largestPicture } from "@/server/site/media";
import { forgetUpload, wholeUpload } from "@/server/site/upload";

export async function POST(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const call = await onSite(incoming, (await params).site, "media.write");
    await takePoint(call.context, "heavyMember", call.account.id);
    const name = decodedHeader("X-File-Name", request.headers.get("x-file-name") ?? "picture");
    const { searchParams } = new URL(request.url);
    // “?as=document” is a file that visitors take home.
    const document = searchParams.get("as") === "document";
    const upload = searchParams.get("upload");
    const bytes = upload
      ? await wholeUpload(call, upload, Number(searchParams.get("parts")))
      : await readBody(request, (document ? largestDocument : largestPicture) + 1);
    try {
      const entry = await (document ? addDocument : addPicture)(call.context, call.site, name, bytes);
      await frameChanged(call);
      if (upload) await forgetUpload(call, upload);
      return json(entry, 201);
    } catch (error) {
      // What is refused for what it is will be so again; what failed may be asked for once more.
      if (upload && error instanceof Problem && error.status === 422) await forgetUpload(call, upload);
      throw error;
    }
  });
}

export const GET = onlyBy("POST, OPTIONS");
