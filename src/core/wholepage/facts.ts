// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";

export const wholepageFacts: WidgetFacts<"wholepage"> = {
  label: "Code for every page",
  sentence: "HTML and script of your own on the whole page, outside of any frame: a visit counter, a tag. Owners only.",
  drawing: [
    { kind: "line", x: 8, y: 8, width: 14, height: 1.4 },
    { kind: "line", x: 12, y: 13, width: 22, height: 1.4 },
    { kind: "line", x: 12, y: 18, width: 17, height: 1.4 },
    { kind: "line", x: 8, y: 23, width: 14, height: 1.4 },
  ],
  placements: ["over"],
  onEveryPage: true,
  callWords: "Code",
  asks: { right: "code.change", asleep: (settings) => ({ ...settings, enabled: false }) },
  note: ({ where, purpose }) => `${where === "head" ? "in the head" : "at the end"}, ${purpose}`,
};
