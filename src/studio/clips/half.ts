// The studio's half of the feed of clips.
import type { WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const clipsStudio: WidgetStudio<"clips"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: () => words.fine,
  desk: null,
  removing: words.stays,
};
