// The workspace of the feed of clips.
import { clipsJudge } from "@/core/clips/judge";
import type { StepWarning, WidgetWorkspace } from "@/studio/widget/half";
import { HeadStep } from "./head-step";
import { LookStep } from "./look-step";
import { PickStep } from "./pick-step";
import { SourcesStep } from "./sources-step";
import { useFeedState } from "./use-state";
import { words } from "./words";

const nothing: readonly StepWarning[] = [];

export const workspace: WidgetWorkspace<"clips"> = {
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
  figures: () => [],
};
