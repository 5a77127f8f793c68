// The workspace of the chat.

import { chatJudge } from "@/core/chat/judge";
import { chat } from "@/core/chat/widget";
import { later } from "@/studio/kit/later";
import { whereStep as pagesStep, whenStep, whomStep } from "@/studio/opening/steps";
import { type StepWarning, sum, type WidgetWorkspace } from "@/studio/widget/half";
import { words } from "./words";

const AnswersStep = later(() => import("./answers-step").then((module) => module.AnswersStep));
const BriefStep = later(() => import("./brief-step").then((module) => module.BriefStep));
const FirstStep = later(() => import("./first-step").then((module) => module.FirstStep));
const KnowsStep = later(() => import("./knows-step").then((module) => module.KnowsStep));
const ModelStep = later(() => import("./model-step").then((module) => module.ModelStep));
const SourcesStep = later(() => import("./sources-step").then((module) => module.SourcesStep));
const TestsStep = later(() => import("./tests-step").then((module) => module.TestsStep));
const TopicsPanel = later(() => import("./topics-panel").then((module) => module.TopicsPanel));
const WhereStep = later(() => import("./where-step").then((module) => module.WhereStep));
const WhyView = later(() => import("./why-view").then((module) => module.WhyView));

export const workspace: WidgetWorkspace<"chat"> = {
  kind: chat,
  judge: chatJudge,
  steps: [
    {
      key: "knows",
      title: words.knows.title,
      of: ["leaveOut", "tables", "synonyms"],
      summary: ({ tables, leaveOut }) => words.knows.note(tables.length, leaveOut.length),
      Panel: KnowsStep,
      wide: true,
      beside: "own",
    },
    {
      key: "sources",
      title: words.sources.title,
      of: ["sources"],
      summary: ({ sources }) =>
        words.sources.note(
          sources.filter(({ of }) => of === "site").length,
          sources.filter(({ of }) => of === "file").length,
        ),
      Panel: SourcesStep,
      wide: true,
      beside: "own",
    },
    {
      key: "brief",
      title: words.brief.title,
      of: ["brief", "keepDays"],
      summary: ({ brief }) => words.brief.note(brief.tone, brief.avoids.length),
      Panel: BriefStep,
      wide: true,
    },
    {
      key: "first",
      title: words.first.title,
      of: ["greetings", "starters"],
      summary: ({ greetings, starters }) => words.first.note(greetings.length, starters.length),
      Panel: FirstStep,
      wide: true,
    },
    {
      key: "answers",
      title: words.answers.title,
      of: ["answers"],
      summary: ({ answers }) => words.answers.note(answers.length),
      Panel: AnswersStep,
      wide: true,
      beside: "own",
    },
    {
      key: "model",
      title: words.model.title,
      of: ["model"],
      summary: ({ model }) => words.model.note(model !== null),
      Panel: ModelStep,
      beside: "own",
    },
    {
      key: "tests",
      title: words.tests.title,
      of: ["tests", "stopBelow"],
      summary: ({ tests }) => words.tests.note(tests.length),
      Panel: TestsStep,
      wide: true,
      beside: "own",
    },
    {
      key: "where",
      title: words.where.title,
      of: ["floating", "sites"],
      summary: ({ floating, triggers, sites = [] }) =>
        words.where.note(floating !== null, triggers.length > 0, sites.length),
      Panel: WhereStep,
    },
    whenStep,
    whomStep,
    pagesStep,
  ],
  warnings: function* ({ brief, answers }, _part, today): Generator<StepWarning> {
    if (brief.avoids.some((topic) => topic.words.includes("*")))
      yield { step: "brief", code: "check.chatSaysNothing", values: {} };
    for (const { to, questions } of answers)
      if (to && to < today)
        yield { step: "answers", code: "check.chatAnswerOver", values: { question: questions[0] ?? "" } };
  },
  view: { title: words.why.title, View: WhyView },
  series: [
    { key: "questions", name: words.results.questions, main: true },
    { key: "answered", name: words.results.answered },
  ],
  figures: ({ series }) => [
    [words.results.questions, sum(series.questions)],
    [words.results.answered, sum(series.answered)],
    [words.results.handed, sum(series.handed)],
    [words.results.helped, sum(series.helped)],
    [words.results.notHelped, sum(series.not)],
  ],
  More: TopicsPanel,
  states: { title: words.results.byState, names: words.states },
};
