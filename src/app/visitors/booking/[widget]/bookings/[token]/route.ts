// /_w/v1/booking/{widget}/bookings/{token}: a client sees, moves or cancels their own booking.
import { deedOf, fresh, preflight, publicly, type TokenParams } from "@/app/visitors/publicly";
import { getBooking, postOwnBooking } from "@/server/booking/public";

export const GET = (request: Request, { params }: TokenParams) =>
  publicly(request, async ({ context, siteKey }) => fresh(await getBooking(context, siteKey, (await params).token)));

export const POST = (request: Request, { params }: TokenParams) =>
  publicly(request, async ({ context, siteKey, address, language }) => {
    const { key, body } = await deedOf(request);
    const { token } = await params;
    const { status, answer } = await postOwnBooking(context, siteKey, token, body, key, address, language);
    return fresh(answer, status);
  });
export const OPTIONS = preflight;
