// Every word of the booking calendar's steps.
import { counted } from "@/studio/kit/counted";

export const words = {
  services: "Services",
  servicesCount: (count: number) => counted(count, "service", "services"),
  chosenInOrder: "Visitors see the chosen ones in this order.",
  notChosen: "Not in this calendar",
  allChosen: "Every service is in this calendar.",
  nothingSetUp:
    "Nothing can be booked on this site yet. What can be booked comes with a site file that has a set-up of booking.",
  take: (name: string) => `Take ${name} into the calendar`,
  leave: (name: string) => `Leave ${name} out of the calendar`,
  up: (name: string) => `Move ${name} up`,
  down: (name: string) => `Move ${name} down`,
  gone: (id: string) => `${id} is no longer there`,
  byHandOnly: "by hand only: visitors do not see it",
  booked: "booked",
  figures: { booked: "Booked", waiting: "Waiting now", cancelled: "Cancelled or declined, in all" },
  bookingsByState: "Bookings by state",
  confirmed: "confirmed",
  waitingApproval: "waiting for approval",
  waitingPayment: "waiting for payment",
  cancelled: "cancelled",
  bookedInShort: (count: number) => `${count} booked`,
  bookingsStay: "Its bookings stay. Places on pages that show it have to be given another.",
} as const;
