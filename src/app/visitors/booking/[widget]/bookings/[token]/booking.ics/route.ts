// GET /_w/v1/booking/{widget}/bookings/{token}/booking.ics
import { publicly, type TokenParams } from "@/app/visitors/publicly";
import { getBookingCalendar } from "@/server/booking/public";

export const GET = (request: Request, { params }: TokenParams) =>
  publicly(request, async ({ context, siteKey }) => {
    const text = await getBookingCalendar(context, siteKey, (await params).token);
    return new Response(text, {
      headers: {
        "content-type": "text/calendar; charset=utf-8",
        "content-disposition": 'attachment; filename="booking.ics"',
        "cache-control": "no-store",
      },
    });
  });
