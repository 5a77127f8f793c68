// The business as search engines read it: schema.org's LocalBusiness, in JSON-LD 1.1.

import type { OpenSpan } from "@/core/site/open-hours";
import type { SiteFrame } from "@/core/site/site";

const weekDays = ["Monday", "Tuesday", "Wednesday", "Thursday", "Friday", "Saturday", "Sunday"];

type Told = Pick<SiteFrame, "name" | "settings">;

/** Whether a site tells anything of its business besides its name. */
export const describesBusiness = ({ settings: { address, phone, hours } }: Told): boolean =>
  Boolean(address || phone || hours);

/** A day on which nothing opens: opens and closes at the same time, as schema.org has it for closed days. */
const closed: readonly OpenSpan[] = [{ from: "00:00", to: "00:00" }];

/** What is told of the business; `origin` of its live site, null where there is none. */
export function businessOf(site: Told, origin: string | null): object {
  const { address, phone, hours, exceptions, mailFrom, place } = site.settings;
  return {
    "@context": "https://schema.org",
    "@type": "LocalBusiness",
    name: site.name,
    ...(origin === null ? {} : { url: `${origin}/` }),
    email: mailFrom,
    ...(phone ? { telephone: phone } : {}),
    ...(address ? { address: address.split("\n").join(", ") } : {}),
    ...(place ? { geo: { "@type": "GeoCoordinates", latitude: place.latitude, longitude: place.longitude } } : {}),
    ...(hours
      ? {
          openingHoursSpecification: hours.flatMap((spans, day) =>
            spans.map(({ from, to }) => ({
              "@type": "OpeningHoursSpecification",
              dayOfWeek: weekDays[day],
              opens: from,
              closes: to,
            })),
          ),
        }
      : {}),
    ...(exceptions?.length
      ? {
          specialOpeningHoursSpecification: exceptions.flatMap(({ from, to, spans }) =>
            (spans.length ? spans : closed).map((span) => ({
              "@type": "OpeningHoursSpecification",
              validFrom: from,
              validThrough: to,
              opens: span.from,
              closes: span.to,
            })),
          ),
        }
      : {}),
  };
}
