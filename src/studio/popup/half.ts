// The studio's half of the signup popup.
import { lazy } from "react";
import { sum, type WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const popupStudio: WidgetStudio<"popup"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => words.shownSignedUp(sum(series.shown), sum(series.signedUp)),
  desk: {
    name: words.signups,
    List: lazy(() => import("./desk/signups").then(({ Signups: List }) => ({ default: List }))),
  },
  removing: words.itsSignupsStayDesk,
};
