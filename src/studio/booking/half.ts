// The studio's half of the booking calendar.
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { ServicesStep } from "./services-step";
import { words } from "./words";

export const bookingStudio: WidgetStudio<"booking"> = {
  steps: [
    {
      key: "services",
      title: words.services,
      of: ["services"],
      summary: ({ services }) => words.servicesCount(services.length),
      Panel: ServicesStep,
    },
  ],
  series: [{ key: "booked", name: words.booked, main: true }],
  figures: ({ series, states }) => [
    [words.figures.booked, sum(series.booked)],
    [words.figures.waiting, (states.waitingApproval ?? 0) + (states.waitingPayment ?? 0)],
    [words.figures.cancelled, (states.cancelled ?? 0) + (states.declined ?? 0)],
  ],
  states: {
    title: words.bookingsByState,
    names: {
      confirmed: words.confirmed,
      waitingApproval: words.waitingApproval,
      waitingPayment: words.waitingPayment,
      cancelled: words.cancelled,
    },
  },
  inShort: ({ series }) => words.bookedInShort(sum(series.booked)),
  // Its list comes with the Desk's bookings.
  desk: null,
  removing: words.bookingsStay,
};
