// The page behind the link of a booking's letter, in the site's brand: what was booked, and a button to cancel it.
// Opening it changes nothing: programs that look through mail open every link.
import { momentWords } from "@/core/booking/words";
import { findSite } from "@/data/site/queries";
import { type Context, sha256 } from "../context";
import { Problem } from "../problem";
import { noticePage } from "../release/notice";
import { clockOfBooking } from "./ask";
import { ownBooking, postOwnBooking } from "./public/own";

const back = { href: "/", words: "To the site" };

const titles: Readonly<Record<string, string>> = {
  confirmed: "Your booking",
  waitingApproval: "Your booking waits for approval",
  waitingPayment: "Your booking waits for its payment",
  cancelled: "This booking is cancelled",
  declined: "This booking was declined",
  expired: "This booking is over",
};

/** Status and HTML; with `perform`, after the button was pressed. */
export async function bookingPage(
  context: Context,
  siteKey: string,
  token: string,
  perform: boolean,
  address: string,
): Promise<{ status: number; html: string }> {
  const language = (await findSite(context.db, siteKey))?.settings.language ?? "en";
  try {
    // Pressing the button twice is one deed.
    if (perform)
      await postOwnBooking(
        context,
        siteKey,
        token,
        { deed: "cancel" },
        `page-${sha256(token).slice(0, 40)}`,
        address,
        language,
      );
    const { setUp, booking } = await ownBooking(context, siteKey, token);
    const clock = clockOfBooking(setUp, booking);
    const place = setUp.places.find(({ id }) => id === booking.placeId);
    const when = momentWords({ clock, setUp, language: booking.language }, booking.startsAt.getTime());
    const until = booking.startsAt.getTime() - booking.cancelHours * 3_600_000;
    const open = ["confirmed", "waitingApproval", "waitingPayment"].includes(booking.state);
    const mayCancel = open && context.now().getTime() <= until;
    const where = [place?.name, place?.address].filter(Boolean).join(", ");
    const how = mayCancel || !open ? "" : ` It can no longer be cancelled here; please write or ring.`;
    return {
      status: 200,
      html: await noticePage(context, siteKey, {
        title: titles[booking.state] ?? "Your booking",
        text: `${booking.serviceName}, ${when}. ${where}.${how}`,
        then: mayCancel ? { deed: "Cancel this booking" } : back,
      }),
    };
  } catch (error) {
    if (!(error instanceof Problem)) throw error;
    return {
      status: error.status,
      html: await noticePage(context, siteKey, {
        title: error.status === 404 ? "This link does not work" : "This was not possible",
        text: error.status === 404 ? "It may be incomplete. Copy the whole link from the letter." : error.message,
        then: back,
      }),
    };
  }
}
