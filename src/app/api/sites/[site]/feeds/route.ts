// A calendar file comes in for a resource: the body is the file, what it is for stands in the query.
import { json, onlyBy, respond } from "@/app/respond";
import { largestCalendar, uploadFeedFile } from "@/server/calendar/feeds";
import { readBody } from "@/server/edge/request";
import { takePoint } from "@/server/limit";
import { onSite } from "@/server/operation";

export async function POST(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const { site } = await params;
    // Who may comes before ten megabytes are read.
    const call = await onSite(incoming, site, "feeds.change");
    await takePoint(call.context, "heavyMember", call.account.id);
    const query = new URL(request.url).searchParams;
    const given = { resource: query.get("resource"), name: query.get("name"), owner: query.get("owner") ?? "" };
    return json(await uploadFeedFile(call, given, await readBody(request, largestCalendar)), 201);
  });
}

export const GET = onlyBy("POST, OPTIONS");
