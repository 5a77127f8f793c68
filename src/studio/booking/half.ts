// The studio's half of the booking calendar: facts for every screen, and what is loaded when it is opened.
import { sum, type WidgetStudio } from "@/studio/widget/half";

export const bookingStudio: WidgetStudio<"booking"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  rehearse: () => import("./rehearsed").then(({ rehearseBooking }) => rehearseBooking),
  inShort: ({ series }) => `${sum(series.booked)} booked`,
  desk: { name: "Bookings", list: () => import("./desk/bookings").then(({ Bookings }) => Bookings) },
  removing: "Its bookings stay. Places on pages that show it have to be given another.",
};
