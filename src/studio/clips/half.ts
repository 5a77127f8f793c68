// The studio's half of the feed of clips: facts for every screen, and what is loaded when it is opened.
import type { WidgetStudio } from "@/studio/widget/half";

export const clipsStudio: WidgetStudio<"clips"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: () => "kept up to date",
  desk: null,
  removing: "Its clips stay at their host; posters stay in Media.",
};
