// The studio's half of the form.
import { lazy } from "react";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const formStudio: WidgetStudio<"form"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => words.sentIn(sum(series.sent)),
  desk: { name: words.forms, List: lazy(() => import("./desk").then(({ Forms: List }) => ({ default: List }))) },
  removing: words.stays,
};
