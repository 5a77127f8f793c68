// What can be booked, as a part of the site file.
import type { BookingSetUp } from "@/core/booking/booking";
import { loadSetUp, storeSetUp } from "@/data/booking/set-up";
import type { SitePart } from "../widget/parts";

export const bookingPart: SitePart<BookingSetUp> = {
  load: async (db, siteId) => (await loadSetUp(db, siteId)) ?? null,
  store: storeSetUp,
};
