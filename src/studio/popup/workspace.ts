// The workspace of the signup popup.
import { popupJudge } from "@/core/popup/judge";
import { popupDesigns } from "@/core/popup/popup";
import { whenStep, whereStep, whomStep } from "@/studio/opening/steps";
import { sum, type WidgetWorkspace } from "@/studio/widget/half";
import { DesignStep } from "./design-step";
import { LookStep } from "./look-step";
import { words } from "./words";
import { WordsStep } from "./words-step";

export const workspace: WidgetWorkspace<"popup"> = {
  judge: popupJudge,
  steps: [
    {
      key: "design",
      title: words.design,
      of: ["design", "picture"],
      summary: ({ design }) => popupDesigns[design].name,
      Panel: DesignStep,
    },
    {
      key: "words",
      title: words.wordsFields,
      of: ["words", "fields", "thanks", "confirmByMail", "letter"],
      summary: ({ fields, confirmByMail }) => words.wordsNote(fields.length, confirmByMail),
      Panel: WordsStep,
    },
    whenStep,
    whomStep,
    {
      key: "look",
      title: words.look,
      of: ["look"],
      summary: ({ look }) => words.lookNote(look.pageUsable ? null : look.overlayStrength),
      Panel: LookStep,
    },
    whereStep,
  ],
  series: [
    { key: "shown", name: words.shown },
    { key: "signedUp", name: words.signedUp, main: true },
  ],
  figures: ({ series }) => {
    const [shown, signedUp] = [sum(series.shown), sum(series.signedUp)];
    return [
      [words.figures.shown, shown],
      [words.figures.closed, sum(series.closed)],
      [words.figures.signedUp, signedUp],
      [words.figures.rate, shown ? `${((signedUp / shown) * 100).toFixed(1)} %` : words.noneYet],
    ];
  },
  states: {
    title: words.signupsState,
    names: { confirmed: words.confirmed, waiting: words.waitingConfirmation, withdrawn: words.withdrawn },
  },
};
