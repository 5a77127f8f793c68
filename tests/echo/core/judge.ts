// What judges an echo.
import Joi from "joi";
import { freshOpening } from "@/core/opening/opening";
import { oneOf, openingFields } from "@/core/opening/schema";
import type { WidgetJudge } from "@/core/widget/judge";
import type { Echo, EchoPart } from "./echo";

const text = Joi.string().trim().min(1).max(80).required();

export const echoJudge: WidgetJudge<"echo"> = {
  schema: Joi.object<Echo>({ enabled: Joi.boolean().required(), text, ...openingFields }),
  fresh: ({ name }) => ({ enabled: true, text: `Hello from ${name}`, ...freshOpening }),
  part: { schema: Joi.object<EchoPart>({ before: oneOf("", "> ", ">> ") }), fresh: () => ({ before: "" }) },
};
