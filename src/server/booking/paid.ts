// What payments mean for bookings.
import { and, eq } from "drizzle-orm";
import { bookedStates } from "@/core/booking/rules/state";
import { bookings } from "@/data/booking/tables";
import { inTransaction } from "@/data/connection";
import { bookingOf, lockSite } from "@/server/booking/commands/lock";
import type { Payable } from "../payment/payable";
import { inTurn } from "../turn";
import { takePayment } from "./commands/paying";
import { manageUrl } from "./notify";

export const bookingPayable: Payable = {
  owed: async (context, site, id) => {
    const [row] = await context.db
      .select()
      .from(bookings)
      .where(and(eq(bookings.siteId, site.id), eq(bookings.id, id)));
    if (!row) return null;
    const { pathname } = new URL(manageUrl(context, site, row));
    return {
      thing: "booking",
      title: row.serviceName,
      amount: row.payNow ?? 0,
      currency: row.bill?.currency ?? site.settings.currency,
      language: row.language,
      fetched: false,
      stands: row.state === "waitingPayment" ? "waits" : bookedStates.includes(row.state) ? "settled" : "over",
      seenAt: pathname,
    };
  },
  during: (context, site, id, work) =>
    inTurn(site.id, () =>
      inTransaction(context.db, async (tx) => {
        const locked = await lockSite(context, tx, site);
        const booking = await bookingOf(locked, id);
        return work({
          tx,
          moved: async (before, after) => {
            if (after.state === "captured" && before.state !== "captured") await takePayment(locked, booking, after);
          },
        });
      }),
    ),
};
