// The studio's half of the code for every page: facts for every screen, and what is loaded when it is opened.
import type { WidgetStudio } from "@/studio/widget/half";

export const wholePageStudio: WidgetStudio<"wholepage"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: () => "runs on every page",
  desk: null,
  removing: "It no longer runs anywhere once the next release is live. What it left in browsers stays there.",
};
