// The studio's half of the form.
import { whenStep, whereStep, whomStep } from "@/studio/opening/steps";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { AfterStep } from "./after-step";
import { Forms } from "./desk";
import { words } from "./words";
import { WordsStep } from "./words-step";

export const formStudio: WidgetStudio<"form"> = {
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
  inShort: ({ series }) => words.sentIn(sum(series.sent)),
  desk: { name: words.forms, List: Forms },
  removing: words.stays,
};
