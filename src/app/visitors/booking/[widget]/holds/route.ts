// POST /_w/v1/booking/{widget}/holds
import { type CalendarParams, deedOf, fresh, onCalendar, preflight } from "@/app/visitors/publicly";
import { postHold } from "@/server/booking/public";

export const POST = (request: Request, params: CalendarParams) =>
  onCalendar(request, params, async (call, { address }) => {
    const { key, body } = await deedOf(request);
    const { status, answer } = await postHold(call, body, key, address);
    return fresh(answer, status);
  });
export const OPTIONS = preflight;
