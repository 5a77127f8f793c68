// The workspace of the signup popup.

import { popupJudge } from "@/core/popup/judge";
import { popupDesigns } from "@/core/popup/popup";
import { popup } from "@/core/popup/widget";
import { later } from "@/studio/kit/later";
import { whenStep, whereStep, whomStep } from "@/studio/opening/steps";
import { sum, type WidgetWorkspace } from "@/studio/widget/half";
import { words } from "./words";

const DesignStep = later(() => import("./design-step").then((module) => module.DesignStep));
const LookStep = later(() => import("./look-step").then((module) => module.LookStep));
const WordsStep = later(() => import("./words-step").then((module) => module.WordsStep));

export const workspace: WidgetWorkspace<"popup"> = {
  kind: popup,
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
