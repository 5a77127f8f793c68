// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";

export const chatFacts: WidgetFacts<"chat"> = {
  label: "Chat",
  sentence: "Answers visitors from the site’s own pages, tables and free times, and hands over to a person.",
  drawing: [
    { kind: "box", x: 6, y: 4, width: 28, height: 9 },
    { kind: "line", x: 9, y: 7, width: 20, height: 1.4 },
    { kind: "line", x: 9, y: 10, width: 14, height: 1.4 },
    { kind: "key", x: 22, y: 16, width: 25, height: 6 },
    { kind: "box", x: 6, y: 26, width: 41, height: 5 },
  ],
  placements: ["flow", "button", "link", "over"],
  callWords: "Ask us",
  single: true,
  note: ({ tables, answers }) =>
    `${tables.length === 1 ? "one table" : `${tables.length} tables`}, ${answers.length === 1 ? "one own answer" : `${answers.length} own answers`}`,
  opensByItself: true,
  floats: true,
};
