// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";

export const consentFacts: WidgetFacts<"consent"> = {
  label: "Consent",
  sentence: "Asks visitors before anything loads from elsewhere, by the rules of the region they are in.",
  drawing: [
    { kind: "line", x: 5, y: 5, width: 34, height: 1.4 },
    { kind: "line", x: 5, y: 9, width: 28, height: 1.4 },
    { kind: "box", x: 2, y: 18, width: 48, height: 12 },
    { kind: "bold", x: 5, y: 20.5, width: 22, height: 1.8 },
    { kind: "key", x: 5, y: 24.5, width: 10, height: 3.6 },
    { kind: "key", x: 17, y: 24.5, width: 10, height: 3.6 },
  ],
  placements: ["over", "flow", "button", "link"],
  onEveryPage: true,
  asksFirst: true,
  callWords: "Privacy choices",
  single: true,
  note: ({ form, table }) => `${form}, ${table.length === 1 ? "one thing" : `${table.length} things`} to ask`,
};
