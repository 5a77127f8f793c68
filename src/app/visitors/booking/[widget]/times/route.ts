// GET /_w/v1/booking/{widget}/times
import { type CalendarParams, fresh, onCalendar, preflight } from "@/app/visitors/publicly";
import { times } from "@/server/booking/public";

export const GET = (request: Request, params: CalendarParams) =>
  onCalendar(request, params, async (call, { query }) => fresh(await times(call, query)));
export const OPTIONS = preflight;
