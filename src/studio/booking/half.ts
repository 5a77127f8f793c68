// The studio's half of the booking calendar.
import { lazy } from "react";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words as deskWords } from "./desk/words";
import { words } from "./words";

export const bookingStudio: WidgetStudio<"booking"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  rehearse: () => import("./rehearsed").then(({ rehearseBooking }) => rehearseBooking),
  inShort: ({ series }) => words.bookedInShort(sum(series.booked)),
  desk: {
    name: deskWords.bookings,
    List: lazy(() => import("./desk/bookings").then(({ Bookings: List }) => ({ default: List }))),
  },
  removing: words.bookingsStay,
};
