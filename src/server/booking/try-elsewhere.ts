// What a page of another site would be answered, asked from the workspace before anybody puts the snippet there.
import Joi from "joi";
import { siteOperation } from "../operation";
import { originSchema, triedAway } from "../widget/elsewhere";
import { publicCall } from "./public/call";
import { elsewhere } from "./public/elsewhere";

export const elsewhereOperations = {
  /** Judges a foreign page by the call that its script makes: what it would be shown, or the sentence that it would read. */
  "booking.tryElsewhere": siteOperation(
    "setUp.read",
    { widget: Joi.string().max(40).required(), origin: originSchema },
    ({ context, site }, { widget, origin }: { widget: string; origin: string }) =>
      triedAway(origin, async () => {
        const call = await publicCall(context, site.key, widget, site.settings.language);
        const { form } = await elsewhere(call, origin);
        return form.services.map(({ name }) => name);
      }),
  ),
};
