// What would be wrong on a live site because of how it is paid.
import type { Problem } from "@/core/kind/holder";

/** A shop in which nobody can pay. */
/** Services that are paid before a booking holds, where nobody can pay: no visitor could book them. */
export const nobodyPaysFor = (services: readonly string[]): Problem => ({
  weight: "stops",
  code: "check.bookingPayments",
  values: { service: services.join("”, “"), step: "services" },
});

export const nobodyPays: Problem = { weight: "stops", code: "check.shopPayments" };
