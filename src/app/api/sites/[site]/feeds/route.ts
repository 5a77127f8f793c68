// A calendar file comes in for a resource: the body is the file, what it is for stands in the query.
import { json, readBody, respond } from "@/app/respond";
import { largestCalendar } from "@/server/calendar/feeds";
import { onSite } from "@/server/operation";
import { operations } from "@/server/operations";

export async function POST(request: Request, { params }: { params: Promise<{ site: string }> }) {
  return respond(request, async (incoming) => {
    const { site } = await params;
    // Who may comes before ten megabytes are read.
    await onSite(incoming, site, "designer");
    const query = new URL(request.url).searchParams;
    const text = new TextDecoder().decode(await readBody(request, largestCalendar));
    const given = { resource: query.get("resource"), name: query.get("name"), owner: query.get("owner") ?? "" };
    return json(await operations["feeds.upload"].perform(incoming, { site, ...given, text }), 201);
  });
}
