// GET /_w/v1/booking/{widget}/services
import { type CalendarParams, fresh, onCalendar, preflight } from "@/app/visitors/publicly";
import { services } from "@/server/booking/public";

export const GET = (request: Request, params: CalendarParams) =>
  onCalendar(request, params, async (call) => fresh(services(call)));
export const OPTIONS = preflight;
