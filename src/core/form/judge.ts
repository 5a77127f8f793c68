// What judges a form: the form of its settings, what a new one starts as, what would be wrong on the live site.
import { thanksGone } from "@/core/field/thanks";
import type { WidgetJudge } from "@/core/widget/judge";
import { newForm } from "./form";
import { formSchema } from "./schema";

export const formJudge: WidgetJudge<"form"> = {
  schema: formSchema,
  fresh: () => newForm,
  problems: thanksGone,
};
