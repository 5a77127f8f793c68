// The workspace of the form.

import { formJudge } from "@/core/form/judge";
import { form } from "@/core/form/widget";
import { later } from "@/studio/kit/later";
import { whenStep, whereStep, whomStep } from "@/studio/opening/steps";
import type { WidgetWorkspace } from "@/studio/widget/half";
import { words } from "./words";

const AfterStep = later(() => import("./after-step").then((module) => module.AfterStep));
const WordsStep = later(() => import("./words-step").then((module) => module.WordsStep));

export const workspace: WidgetWorkspace<"form"> = {
  kind: form,
  judge: formJudge,
  steps: [
    {
      key: "words",
      title: words.wordsFields,
      of: ["words", "fields"],
      summary: ({ fields }) => words.wordsNote(fields.length),
      Panel: WordsStep,
    },
    {
      key: "after",
      title: words.afterwards,
      of: ["thanks", "mailed", "confirmation"],
      summary: ({ mailed, confirmation }) => words.afterNote(mailed, confirmation !== undefined),
      Panel: AfterStep,
    },
    whenStep,
    whomStep,
    whereStep,
  ],
  series: [{ key: "sent", name: words.sent, main: true }],
  states: { title: words.byState, names: words.states },
};
