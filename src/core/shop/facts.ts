// What lists say of widgets of this kind, and where they may stand.
import type { WidgetFacts } from "@/core/widget/facts";

export const shopFacts: WidgetFacts<"shop"> = {
  label: "Shop",
  sentence: "Sells goods from the site’s own pages: catalog, basket, checkout, orders on the Desk.",
  drawing: [
    { kind: "box", x: 4, y: 4, width: 13, height: 13 },
    { kind: "box", x: 20, y: 4, width: 13, height: 13 },
    { kind: "box", x: 36, y: 4, width: 13, height: 13 },
    { kind: "line", x: 4, y: 19, width: 10, height: 1.4 },
    { kind: "line", x: 20, y: 19, width: 11, height: 1.4 },
    { kind: "line", x: 36, y: 19, width: 9, height: 1.4 },
    { kind: "bold", x: 4, y: 22.5, width: 6, height: 1.8 },
    { kind: "bold", x: 20, y: 22.5, width: 6, height: 1.8 },
    { kind: "key", x: 36, y: 26, width: 13, height: 4 },
  ],
  placements: ["flow"],
  callWords: "Shop",
  single: true,
  note: ({ zones }) => (zones.length === 1 ? "one zone" : `${zones.length} zones`),
};
