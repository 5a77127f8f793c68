// POST /_w/v1/payments/events: signed events of the payment service.
import { fresh, publicly, textOf } from "@/app/visitors/publicly";
import { takePaymentEvent } from "@/server/booking/payments";

export const POST = (request: Request) =>
  publicly(request, async ({ context, siteKey }) => {
    const body = await textOf(request);
    return fresh(await takePaymentEvent(context, siteKey, body, request.headers.get("webitor-payment-signature")));
  });
