// The studio's half of consent.
import { lazy } from "react";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const consentStudio: WidgetStudio<"consent"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => words.shares(sum(series.shown)),
  desk: { name: words.desk, List: lazy(() => import("./desk").then(({ Consents: List }) => ({ default: List }))) },
  removing: words.removing,
};
