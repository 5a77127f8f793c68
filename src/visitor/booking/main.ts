// The booking calendar in the visitor's browser: it takes the place of the list that stood there without script.
import type { ReleasedBooking } from "@/core/booking/released";
import type { ReleasedWidget } from "@/core/widget/released";
import { reportBusy } from "../busy";
import type { VisitorKind } from "../kind";
import { BookingApi } from "./api";
import { SiteBooking } from "./element";
import { wordsFor } from "./words";

const booking: VisitorKind = {
  async mount(spot, { id, form }, page) {
    const { rehearsal } = page.data;
    const element = new SiteBooking();
    element.words = await wordsFor(page.data.language);
    element.form = form as ReleasedBooking;
    element.language = page.data.language;
    element.zone = page.visitor.zone;
    element.onBusy = (busy) => reportBusy("booking", busy);
    element.api = BookingApi.of(page, id);
    if (rehearsal) {
      // The clock of a rehearsal goes on from the chosen moment.
      const since = performance.now();
      element.now = () => rehearsal.visitor.now + (performance.now() - since);
      addEventListener("message", ({ origin, data }) => {
        const { from, draft } = data as { from?: string; draft?: ReleasedWidget };
        if (origin === rehearsal.studio && from === "webitor-studio" && draft?.id === id)
          element.change(draft.form as ReleasedBooking);
      });
    } else {
      element.bookingBase = `/_w/v1/booking/${id}/bookings`;
      element.leave = (href) => location.assign(href);
    }
    spot.replaceChildren(element);
    page.tell({ ready: true });
  },
};
export default booking;
