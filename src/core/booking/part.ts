// What booking keeps for the whole site, as its widgets and blocks ask for it.
import { service } from "@/core/kind/service";
import type { BookingSetUp } from "./booking";

export const bookingPart = service<BookingSetUp>("booking");
