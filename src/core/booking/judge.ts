// What judges a booking calendar: the form of its settings, what a new one starts as, what would be wrong on the live site.
import { thanksGone } from "@/core/field/thanks";
import type { WidgetJudge } from "@/core/widget/judge";
import { newPlace } from "./blank";
import { bookingPart } from "./part";
import { setUpFaults } from "./rules/references";
import { bookingSetUpSchema, bookingWidgetSchema } from "./rules/schema";
import { bookingWarnings } from "./rules/warnings";

export const bookingJudge: WidgetJudge<"booking"> = {
  schema: bookingWidgetSchema,
  fresh: ({ parts }) => ({
    enabled: true,
    services: (parts.booking?.services ?? []).filter(({ online }) => online).map(({ id }) => id),
  }),
  problems: function* ({ enabled, services, thanks }, site) {
    yield* thanksGone({ enabled, thanks }, site);
    if (enabled && !services.some((id) => site.has("service", id)))
      yield { weight: "stops", code: "check.nothingToBook" };
    const setUp = enabled && site.part(bookingPart);
    if (setUp)
      for (const { code, step, values } of bookingWarnings(setUp, services, site.today))
        yield { weight: "look", code, values: { ...values, step } };
  },
  part: {
    schema: bookingSetUpSchema,
    faults: setUpFaults,
    fresh: ({ name, settings }) => ({
      places: [newPlace("place", name, settings.zone)],
      services: [],
      resources: [],
      prices: [],
    }),
  },
};
