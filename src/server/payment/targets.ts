// Everything that can be paid for.
import { bookingPayable } from "../booking/paid";
import { orderPayable } from "../shop/orders/paid";
import type { Payable } from "./payable";
import type { PaymentTarget } from "./payments";
import { trialPayable } from "./trial";

export const payables: Readonly<Record<PaymentTarget, Payable>> = {
  order: orderPayable,
  booking: bookingPayable,
  trial: trialPayable,
};
