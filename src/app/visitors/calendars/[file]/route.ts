// GET /_w/v1/calendars/{secret}.ics: a resource's or place's bookings, for a calendar program.
import { publicly, tagged } from "@/app/visitors/publicly";
import { calendarAt } from "@/server/calendar/addresses";

export const GET = (request: Request, { params }: { params: Promise<{ file: string }> }) =>
  publicly(request, async ({ context, siteKey }) => {
    const { file } = await params;
    const { text, etag } = await calendarAt(context, siteKey, file.replace(/\.ics$/, ""));
    return tagged(request, text, etag, "text/calendar; charset=utf-8");
  });
