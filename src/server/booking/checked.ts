// A set-up from outside.
import type { BookingSetUp } from "@/core/booking/booking";
import { setUpFaults } from "@/core/booking/rules/references";
import { bookingSetUpSchema } from "@/core/booking/rules/schema";
import { Problem, validated } from "../problem";

/** A set-up from outside; a Problem with the path of everything that is wrong with it. */
export function checkedSetUp(value: unknown): BookingSetUp {
  const setUp = validated(bookingSetUpSchema, value);
  const faults = setUpFaults(setUp);
  if (faults.length) throw new Problem(422, "invalid", faults[0]?.message ?? "", faults);
  return setUp;
}
