// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";

const layouts = { grid: "grid", strip: "strip", list: "list", wall: "wall" } as const;

export const clipsFacts: WidgetFacts<"clips"> = {
  label: "Video feed",
  sentence: "Shows the clips of a channel, a playlist, a search or your own films, and keeps itself up to date.",
  drawing: [
    { kind: "box", x: 4, y: 5, width: 13, height: 8 },
    { kind: "box", x: 20, y: 5, width: 13, height: 8 },
    { kind: "box", x: 36, y: 5, width: 13, height: 8 },
    { kind: "line", x: 4, y: 15, width: 10, height: 1.4 },
    { kind: "line", x: 20, y: 15, width: 11, height: 1.4 },
    { kind: "line", x: 36, y: 15, width: 8, height: 1.4 },
    { kind: "box", x: 4, y: 20, width: 13, height: 8 },
    { kind: "box", x: 20, y: 20, width: 13, height: 8 },
    { kind: "key", x: 36, y: 22, width: 9, height: 4 },
  ],
  placements: ["flow"],
  callWords: "Clips",
  note: ({ layout, sources }) =>
    `${layouts[layout]}, ${sources.length === 1 ? "one source" : `${sources.length} sources`}`,
};
