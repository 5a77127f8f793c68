// What judges a signup popup: the form of its settings, what a new one starts as, what would be wrong on the live site.
import { thanksGone } from "@/core/field/thanks";
import type { WidgetJudge } from "@/core/widget/judge";
import { newPopup } from "./popup";
import { popupSchema } from "./schema";

export const popupJudge: WidgetJudge<"popup"> = {
  schema: popupSchema,
  fresh: () => newPopup,
  problems: thanksGone,
};
