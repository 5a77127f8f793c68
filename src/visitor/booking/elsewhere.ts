// The calendar on a page of a site that was built elsewhere.
import type { ReleasedBooking } from "@/core/booking/released";
import { bringToOtherSite, dress, pageLanguage } from "../other-site";
import { BookingApi } from "./api";
import { SiteBooking } from "./element";
import { wordsFor } from "./words";

bringToOtherSite<ReleasedBooking>("booking", async (spot, key, { language, home, form, brand }) => {
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const element = new SiteBooking();
  element.form = form;
  element.language = pageLanguage(language);
  element.words = await wordsFor(element.language);
  element.zone = zone;
  element.api = BookingApi.from(home, key, zone);
  element.bookingBase = `${home}/_w/v1/booking/${key}/bookings`;
  dress(element, brand);
  spot.replaceChildren(element);
});
