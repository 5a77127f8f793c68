// The studio's half of the shop: facts for every screen, and what is loaded when it is opened.
import { counted } from "@/studio/kit/counted";
import { sum, type WidgetStudio } from "@/studio/widget/half";

export const shopStudio: WidgetStudio<"shop"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => counted(sum(series.orders), "order", "orders"),
  desk: { name: "Orders", list: () => import("./orders").then(({ ShopDesk }) => ShopDesk) },
  removing: "Its products and orders stay; its pages stay as pages.",
};
