// What can be booked, as a part of the site file.
import type { BookingSetUp } from "@/core/booking/booking";
import { lockDiary, versionsOf } from "@/data/booking/diary";
import { loadSetUp, storeSetUp } from "@/data/booking/set-up";
import type { SitePart } from "@/server/widget/site-part";
import { conflict } from "../problem";
import { checkedSetUp } from "./checked";
import { queueAfterSetUp } from "./decisions";
import { strandedSentences } from "./stranded";

export const bookingPart: SitePart<BookingSetUp> = {
  load: async (db, siteId) => (await loadSetUp(db, siteId)) ?? null,
  store: storeSetUp,
  version: async (db, siteId) => (await versionsOf(db, siteId))?.setUp ?? 0,
  change: async (tx, { context, site }, { value, version, agreed }) => {
    const setUp = checkedSetUp(value);
    const now = await lockDiary(tx, site.id);
    if ((now?.setUp ?? 0) !== version)
      throw conflict("widgetChanged", "Somebody changed what can be booked meanwhile. Choose whose settings hold.");
    const stranded = agreed ? [] : await strandedSentences(tx, site.id, setUp, context.now());
    if (stranded.length)
      throw conflict(
        "asks",
        "Bookings stand that this would leave without their hours.",
        stranded.map((message, index) => ({ path: `stranded[${index}]`, message })),
      );
    await storeSetUp(tx, site.id, setUp, context.now());
    await queueAfterSetUp(context, tx, site.id, setUp);
    return version + 1;
  },
};
