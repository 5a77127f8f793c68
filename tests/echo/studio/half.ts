// The studio's half of the echo.
import { sum, type WidgetStudio } from "@/studio/widget/half";

export const echoStudio: WidgetStudio<"echo"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => `${sum(series.said)}`,
  desk: { name: "Said", list: () => import("./desk").then(({ Echoes }) => Echoes) },
  removing: "What was said stays.",
};
