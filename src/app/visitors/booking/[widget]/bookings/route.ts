// POST /_w/v1/booking/{widget}/bookings
import { type CalendarParams, deedOf, fresh, onCalendar, preflight } from "@/app/visitors/publicly";
import { postBooking } from "@/server/booking/public";

export const POST = (request: Request, params: CalendarParams) =>
  onCalendar(request, params, async (call, { address }) => {
    const { key, body } = await deedOf(request);
    const { status, answer } = await postBooking(call, body, key, address);
    return fresh(answer, status);
  });
export const OPTIONS = preflight;
