// The studio's half of the form: facts for every screen, and what is loaded when it is opened.
import { counted } from "@/studio/kit/counted";
import { sum, type WidgetStudio } from "@/studio/widget/half";

export const formStudio: WidgetStudio<"form"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => counted(sum(series.sent), "form", "forms"),
  desk: { name: "Forms", list: () => import("./desk").then(({ Forms }) => Forms) },
  removing: "What was sent through it stays on the Desk.",
};
