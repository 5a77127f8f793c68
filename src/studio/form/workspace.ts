// The workspace of the form.
import { formJudge } from "@/core/form/judge";
import { whenStep, whereStep, whomStep } from "@/studio/opening/steps";
import { sum, type WidgetWorkspace } from "@/studio/widget/half";
import { AfterStep } from "./after-step";
import { words } from "./words";
import { WordsStep } from "./words-step";

export const workspace: WidgetWorkspace<"form"> = {
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
  figures: ({ series }) => [[words.sent, sum(series.sent)]],
  states: { title: words.byState, names: words.states },
};
