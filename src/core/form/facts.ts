// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";

export const formFacts: WidgetFacts<"form"> = {
  label: "Form",
  sentence: "Asks visitors what you need to know, takes their files, and brings it to the Desk and to your mail.",
  drawing: [
    { kind: "bold", x: 9, y: 4, width: 18, height: 2.2 },
    { kind: "box", x: 9, y: 9, width: 34, height: 4 },
    { kind: "box", x: 9, y: 15, width: 34, height: 8 },
    { kind: "key", x: 9, y: 26, width: 12, height: 4 },
  ],
  placements: ["flow", "button", "link", "over"],
  callWords: "Ask us",
  note: ({ fields }) => (fields.length === 1 ? "one field" : `${fields.length} fields`),
  opensByItself: true,
};
