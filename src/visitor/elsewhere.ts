// The calendar on a page of a site that was built elsewhere: the page's own script is one line, and everything comes from the
// site that the calendar belongs to. Nothing of the foreign page is read but where the calendar is to stand.
import type { ReleasedBooking } from "@/core/booking/released";
import { BookingApi } from "./booking/api";
import { SiteBooking } from "./booking/element";

interface Answer {
  readonly language: string;
  readonly home: string;
  readonly form: ReleasedBooking;
  readonly brand: Readonly<Record<string, string>>;
}

const script = document.currentScript as HTMLScriptElement | null;
const home = script ? new URL(script.src).origin : "";

/** Says beside the link that stands there why there is no calendar; whoever looks after the page reads it. */
function refuse(spot: HTMLElement, why: string) {
  const said = document.createElement("p");
  said.textContent = why;
  said.setAttribute("role", "status");
  spot.append(said);
}

async function bring(spot: HTMLElement, key: string) {
  const response = await fetch(`${home}/_w/v1/booking/${encodeURIComponent(key)}/elsewhere`);
  const body = (await response.json()) as Answer & { title?: string };
  if (!response.ok) return refuse(spot, body.title ?? "");
  const zone = Intl.DateTimeFormat().resolvedOptions().timeZone;
  const element = new SiteBooking();
  element.form = body.form;
  element.language = document.documentElement.lang || body.language;
  element.zone = zone;
  element.api = BookingApi.from(home, key, zone);
  element.bookingBase = `${home}/_w/v1/booking/${key}/bookings`;
  // By the object model: a page's policy against style attributes does not concern it.
  for (const [name, value] of Object.entries(body.brand)) element.style.setProperty(name, value);
  spot.replaceChildren(element);
}

function begin() {
  // What can't be reached leaves the link as it stands.
  const near = new IntersectionObserver(
    (entries) => {
      for (const { isIntersecting, target } of entries) {
        if (!isIntersecting) continue;
        near.unobserve(target);
        const spot = target as HTMLElement;
        bring(spot, spot.dataset.booking ?? "").catch(() => {});
      }
    },
    { rootMargin: "400px" },
  );
  for (const spot of document.querySelectorAll("[data-booking]")) near.observe(spot);
}

if (document.readyState === "loading") document.addEventListener("DOMContentLoaded", begin);
else begin();
