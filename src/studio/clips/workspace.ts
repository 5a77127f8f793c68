// The workspace of the feed of clips.

import { clipsJudge } from "@/core/clips/judge";
import { clips } from "@/core/clips/widget";
import { later } from "@/studio/kit/later";
import type { StepWarning, WidgetWorkspace } from "@/studio/widget/half";
import { useFeedState } from "./use-state";
import { words } from "./words";

const HeadStep = later(() => import("./head-step").then((module) => module.HeadStep));
const LookStep = later(() => import("./look-step").then((module) => module.LookStep));
const PickStep = later(() => import("./pick-step").then((module) => module.PickStep));
const SourcesStep = later(() => import("./sources-step").then((module) => module.SourcesStep));

const nothing: readonly StepWarning[] = [];

export const workspace: WidgetWorkspace<"clips"> = {
  kind: clips,
  judge: clipsJudge,
  steps: [
    {
      key: "sources",
      title: words.sources,
      of: ["sources"],
      summary: ({ sources }) => words.sourcesNote(sources.length),
      Panel: SourcesStep,
    },
    {
      key: "which",
      title: words.which,
      of: ["pick"],
      summary: ({ pick }) => words.whichNote(pick.most, words.orders[pick.order]),
      Panel: PickStep,
    },
    {
      key: "arrangement",
      title: words.arrangement,
      of: ["layout", "columns", "gapPx", "card", "plays", "paging", "perPage"],
      summary: ({ layout }) => words.layouts[layout].toLowerCase(),
      Panel: LookStep,
    },
    {
      key: "head",
      title: words.head,
      of: ["header"],
      summary: ({ header }) => words.headNote(header.shown),
      Panel: HeadStep,
    },
  ],
  warnings: ({ enabled, sources }) =>
    enabled && !sources.length ? [{ step: "sources", code: "check.feedWithoutSource", values: {} }] : nothing,
  useStamp: (id) => {
    const state = useFeedState(id);
    return state ? state.sources.map(({ source, goodAt, clips }) => `${source} ${goodAt} ${clips}`).join(",") : "";
  },
  series: [],
};
