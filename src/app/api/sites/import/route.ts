// A site file comes in.
import { json, onlyBy, respond } from "@/app/respond";
import { ownStudio } from "@/server/account/members";
import { siteFileLimits } from "@/server/apart/site-file";
import { readBody } from "@/server/edge/request";
import { takePoint } from "@/server/limit";
import { signedIn } from "@/server/operation";
import { importSite } from "@/server/site/file";

export async function POST(request: Request) {
  return respond(request, async (incoming) => {
    const call = signedIn(incoming);
    const studio = await ownStudio(call, "designer");
    await takePoint(call.context, "heavyMember", call.account.id);
    const file = await readBody(request, siteFileLimits.zipped);
    const site = await importSite(call.context, studio.studioId, file, { by: call.account.id });
    return json({ key: site.key }, 201);
  });
}

export const GET = onlyBy("POST, OPTIONS");
