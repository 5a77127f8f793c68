// A site file comes in.
import { json, readBody, respond } from "@/app/respond";
import { ownStudio } from "@/server/account/operations";
import { signedIn } from "@/server/operation";
import { importSite, siteFileLimits } from "@/server/site/file";

export async function POST(request: Request) {
  return respond(request, async (incoming) => {
    const call = signedIn(incoming);
    const studio = await ownStudio(call, "designer");
    const site = await importSite(call.context, studio.studioId, await readBody(request, siteFileLimits.zipped));
    return json({ key: site.key }, 201);
  });
}
