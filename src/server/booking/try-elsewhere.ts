// What a page of another site would be answered, asked from the workspace before anybody puts the snippet there.
import Joi from "joi";
import { siteOperation } from "../operation";
import { Problem } from "../problem";
import { publicCall } from "./public/call";
import { elsewhere } from "./public/elsewhere";

const origin = Joi.string()
  .max(300)
  .required()
  .custom((value: string, helpers) => {
    // An address of a page is as good as its site's.
    if (!URL.canParse(value)) return helpers.error("origin.none");
    const { origin: found, protocol } = new URL(value);
    return /^https?:$/.test(protocol) ? found : helpers.error("origin.none");
  })
  .messages({
    "origin.none": "Write an address of the other site as https://its-host.example.",
    "string.empty": "Write an address of the other site as https://its-host.example.",
  });

export const elsewhereOperations = {
  /** Judges a foreign page by the call that its script makes: what it would be shown, or the sentence that it would read. */
  "booking.tryElsewhere": siteOperation(
    "setUp.read",
    { widget: Joi.string().max(40).required(), origin },
    async ({ context, site }, input: { widget: string; origin: string }) => {
      try {
        const call = await publicCall(context, site.key, input.widget, site.settings.language);
        const { form } = await elsewhere(call, input.origin);
        return { origin: input.origin, shows: form.services.map(({ name }) => name), refused: "" };
      } catch (error) {
        if (!(error instanceof Problem)) throw error;
        return { origin: input.origin, shows: [], refused: error.message };
      }
    },
  ),
};
