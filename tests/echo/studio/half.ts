// The studio's half of the echo.
import { lazy } from "react";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const echoStudio: WidgetStudio<"echo"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => `${sum(series.said)}`,
  desk: { name: words.said, List: lazy(() => import("./desk").then(({ Echoes: List }) => ({ default: List }))) },
  removing: words.said,
};
