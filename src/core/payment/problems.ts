// What would be wrong on a live site because of how it is paid.
import type { Problem } from "@/core/kind/holder";

/** A shop in which nobody can pay. */
export const nobodyPays: Problem = { weight: "stops", code: "check.shopPayments" };
