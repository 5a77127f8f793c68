// The workspace of consent.

import { useMemo } from "react";
import { breaches } from "@/core/consent/breaches";
import type { Consent } from "@/core/consent/consent";
import { consentJudge } from "@/core/consent/judge";
import { consent } from "@/core/consent/widget";
import { useSite } from "@/studio/frame/site-context";
import { later } from "@/studio/kit/later";
import { type StepWarning, sum, type WidgetWorkspace } from "@/studio/widget/half";
import { words } from "./words";

const AskStep = later(() => import("./ask-step").then((module) => module.AskStep));
const FormStep = later(() => import("./form-step").then((module) => module.FormStep));
const LookStep = later(() => import("./look-step").then((module) => module.LookStep));
const RecordsStep = later(() => import("./records-step").then((module) => module.RecordsStep));
const RulesStep = later(() => import("./rules-step").then((module) => module.RulesStep));
const WhyView = later(() => import("./why-view").then((module) => module.WhyView));
const WordsStep = later(() => import("./words-step").then((module) => module.WordsStep));

/** What breaks a rule, at the step where it is set; and, one line for all of them, what nobody has sorted: the table shows which. */
function useBreaches(settings: Consent): readonly StepWarning[] {
  const { language } = useSite().settings;
  return useMemo(() => {
    if (!settings.enabled) return [];
    const names = settings.table.flatMap(({ sorted, name }) => (sorted ? [] : [name]));
    return [
      ...(names.length ? [{ step: "ask", code: "check.consentUnsorted", values: { name: names.join("”, “") } }] : []),
      ...breaches(settings, [language]).map(({ region, on, setting, source }) => ({
        step: setting === "words" ? "words" : "form",
        code: "check.consentBreach",
        values: { region, on, law: source.law, at: source.at },
        stops: on !== "policy",
      })),
    ];
  }, [settings, language]);
}

export const workspace: WidgetWorkspace<"consent"> = {
  kind: consent,
  judge: consentJudge,
  steps: [
    {
      key: "ask",
      title: words.ask,
      of: ["table"],
      summary: ({ table }) =>
        words.askNote(table.length, table.filter(({ sorted, purpose }) => !sorted || purpose === "unsorted").length),
      Panel: AskStep,
      wide: true,
    },
    {
      key: "rules",
      title: words.rules,
      of: ["elsewhere", "months"],
      summary: () => words.rulesNote,
      Panel: RulesStep,
      beside: "own",
    },
    {
      key: "form",
      title: words.form,
      of: ["form", "place", "categoriesFirst", "refuseFirst", "ticked", "closes", "implied", "policy"],
      summary: ({ form, place }) => words.formNote(words.forms[form], words.places[place]),
      Panel: FormStep,
    },
    {
      key: "look",
      title: words.look,
      of: ["look", "again"],
      summary: ({ look }) => (look.accept || look.refuse ? words.departs : words.followsBrand),
      Panel: LookStep,
    },
    {
      key: "words",
      title: words.texts,
      of: ["words"],
      summary: (settings) => words.textsNote(Object.keys(settings.words).length),
      Panel: WordsStep,
    },
    {
      key: "records",
      title: words.records,
      of: [],
      summary: ({ months }) => words.recordsNote(months),
      Panel: RecordsStep,
      beside: "own",
    },
  ],
  // One line for all of them: the table shows which.
  useOutside: useBreaches,
  useStamp: () => "",
  view: { title: words.whyTitle, View: WhyView },
  series: [
    { key: "accepted", name: words.all, main: true },
    { key: "some", name: words.some },
    { key: "refused", name: words.noneGiven },
    { key: "shown", name: words.shown },
  ],
  figures: ({ series }) => {
    const [shown, all, none, some] = [sum(series.shown), sum(series.accepted), sum(series.refused), sum(series.some)];
    return [
      [words.figures.shown, shown],
      [words.figures.all, all],
      [words.figures.none, none],
      [words.figures.some, some],
      [words.figures.open, Math.max(0, shown - all - none - some)],
    ];
  },
};
