// POST /_w/v1/signups: a visitor signs up through a popup.
import { json, readJson, respond } from "@/app/respond";
import { largestBody, signUp } from "@/server/popup/signups";

export async function POST(request: Request) {
  return respond(request, async ({ context, address }) => {
    const site = request.headers.get("x-webitor-site") ?? "";
    await signUp(context, site, await readJson(request, largestBody), address);
    return json({ taken: true }, 202);
  });
}
