// GET /_w/v1/booking/{widget}/days
import { type CalendarParams, onCalendar, preflight, tagged } from "@/app/visitors/publicly";
import { days } from "@/server/booking/public";

export const GET = (request: Request, params: CalendarParams) =>
  onCalendar(request, params, async (call, { query }) => {
    const { body, etag } = await days(call, query);
    return tagged(request, body, etag, "application/json");
  });
export const OPTIONS = preflight;
