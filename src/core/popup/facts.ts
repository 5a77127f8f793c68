// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";
import { popupDesigns } from "./popup";

export const popupFacts: WidgetFacts<"popup"> = {
  label: "Signup popup",
  sentence: "Asks visitors for their address, over the page: by time, by scrolling, or behind a button.",
  drawing: [
    { kind: "line", x: 5, y: 6, width: 30, height: 1.4 },
    { kind: "line", x: 5, y: 11, width: 42, height: 1.4 },
    { kind: "line", x: 5, y: 26, width: 36, height: 1.4 },
    { kind: "box", x: 13, y: 8, width: 26, height: 18 },
    { kind: "bold", x: 16, y: 12, width: 16, height: 2.2 },
    { kind: "key", x: 16, y: 19, width: 11, height: 3.6 },
  ],
  placements: ["button", "link", "over"],
  callWords: "Sign up",
  note: ({ design }) => popupDesigns[design].name.toLowerCase(),
  opensByItself: true,
};
