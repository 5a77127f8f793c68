// The studio's half of the shop.
import { lazy } from "react";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const shopStudio: WidgetStudio<"shop"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => words.ordersIn(sum(series.orders)),
  desk: { name: words.orders, List: lazy(() => import("./orders").then(({ ShopDesk: List }) => ({ default: List }))) },
  removing: words.stays,
};
