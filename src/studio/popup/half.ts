// The studio's half of the signup popup: facts for every screen, and what is loaded when it is opened.
import { sum, type WidgetStudio } from "@/studio/widget/half";

export const popupStudio: WidgetStudio<"popup"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => `${sum(series.shown)} shown · ${sum(series.signedUp)} signed up`,
  desk: { name: "Signups", list: () => import("./desk/signups").then(({ Signups }) => Signups) },
  removing: "Its signups stay on the Desk. Buttons that open it have to be given another.",
};
