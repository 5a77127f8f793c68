// A site file comes in.

import { json, onlyBy, respond } from "@/app/respond";
import { ownStudio } from "@/server/account/members";
import { bodyParts, drain } from "@/server/edge/request";
import { takePoint } from "@/server/limit";
import { signedIn } from "@/server/operation";
import { askedKey, importSite, largestFile } from "@/server/site/file";

export async function POST(request: Request) {
  return respond(request, async (incoming) => {
    const call = signedIn(incoming);
    const studio = await ownStudio(call, "designer");
    await takePoint(call.context, "heavyMember", call.account.id);
    // Another key than the file's own, where that one is taken.
    const wanted = new URL(request.url).searchParams.get("key");
    const key = wanted === null ? null : askedKey(wanted);
    const parts = bodyParts(request, largestFile);
    try {
      const by = { account: call.account.id, role: studio.role };
      const said = Number(request.headers.get("content-length"));
      const { site, held } = await importSite(call.context, studio.studioId, parts, {
        by,
        ...(key === null ? {} : { key }),
        ...(said > 0 ? { bytes: said } : {}),
      });
      return json({ key: site.key, held }, 201);
    } catch (error) {
      await drain(parts);
      throw error;
    }
  });
}

export const GET = onlyBy("POST, OPTIONS");
