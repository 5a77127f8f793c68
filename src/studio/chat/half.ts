// The studio's half of the chat.
import { lazy } from "react";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const chatStudio: WidgetStudio<"chat"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  rehearse: () => import("./rehearse").then(({ rehearseChat }) => rehearseChat),
  inShort: ({ series }) => words.results.inShort(sum(series.questions), sum(series.answered)),
  desk: {
    name: words.desk.name,
    List: lazy(() => import("./desk").then(({ Conversations: List }) => ({ default: List }))),
  },
  removing: words.results.stays,
};
