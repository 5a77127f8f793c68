// The workspace of code for every page.
import { wholepageJudge } from "@/core/wholepage/judge";
import type { WidgetWorkspace } from "@/studio/widget/half";
import { CodeStep } from "./code-step";
import { ReachStep } from "./reach-step";
import { words } from "./words";

const lines = (text: string) => (text.trim() ? text.trimEnd().split("\n").length : 0);

export const workspace: WidgetWorkspace<"wholepage"> = {
  judge: wholepageJudge,
  steps: [
    {
      key: "code",
      title: words.code,
      of: ["where", "html", "script", "purpose"],
      summary: ({ html, script }) => words.codeNote(lines(html) + lines(script)),
      Panel: CodeStep,
      wide: true,
    },
    {
      key: "reach",
      title: words.reach,
      of: ["origins", "sets"],
      summary: ({ origins }) => words.reachNote(origins.length),
      Panel: ReachStep,
    },
  ],
  useStamp: () => "",
  series: [],
  figures: () => [],
};
