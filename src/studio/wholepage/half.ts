// The studio's half of code for every page.
import type { WidgetStudio } from "@/studio/widget/half";
import { words } from "./words";

export const wholePageStudio: WidgetStudio<"wholepage"> = {
  workspace: () => import("./workspace").then(({ workspace }) => workspace),
  inShort: () => words.fine,
  desk: null,
  removing: words.stays,
};
