// What a page of another site would be answered, asked from the workspace before anybody puts the snippet there.
import Joi from "joi";
import { siteOperation } from "../operation";
import { originSchema, triedFromOtherSite } from "../widget/other-site";
import { publicCall } from "./public/call";
import { bookingForOtherSite } from "./public/other-site";

export const otherSiteOperations = {
  /** Judges a foreign page by the call that its script makes: what it would be shown, or the sentence that it would read. */
  "booking.tryElsewhere": siteOperation(
    "setUp.read",
    { widget: Joi.string().max(40).required(), origin: originSchema },
    ({ context, site }, { widget, origin }: { widget: string; origin: string }) =>
      triedFromOtherSite(origin, async () => {
        const call = await publicCall(context, site.key, widget, site.settings.language);
        const { form } = await bookingForOtherSite(call, origin);
        return form.services.map(({ name }) => name);
      }),
  ),
};
