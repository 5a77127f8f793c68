// GET /_w/v1/booking/{widget}/why
import { type CalendarParams, fresh, onCalendar, preflight } from "@/app/visitors/publicly";
import { why } from "@/server/booking/public";

export const GET = (request: Request, params: CalendarParams) =>
  onCalendar(request, params, async (call, { query }) => fresh(await why(call, query)));
export const OPTIONS = preflight;
