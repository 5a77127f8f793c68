// The studio's half of the consent: facts for every screen, and what is loaded when it is opened.
import { counted } from "@/studio/kit/counted";
import { sum, type WidgetStudio } from "@/studio/widget/half";

export const consentStudio: WidgetStudio<"consent"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: ({ series }) => counted(sum(series.shown), "time shown", "times shown"),
  desk: { name: "Consent", list: () => import("./desk").then(({ Consents }) => Consents) },
  removing: "The choices that were made stay on the Desk as proof.",
};
