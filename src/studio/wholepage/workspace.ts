// The workspace of code for every page.

import { wholepageJudge } from "@/core/wholepage/judge";
import { wholepage } from "@/core/wholepage/widget";
import { later } from "@/studio/kit/later";
import type { WidgetWorkspace } from "@/studio/widget/half";
import { words } from "./words";

const CodeStep = later(() => import("./code-step").then((module) => module.CodeStep));
const ReachStep = later(() => import("./reach-step").then((module) => module.ReachStep));

const lines = (text: string) => (text.trim() ? text.trimEnd().split("\n").length : 0);

export const workspace: WidgetWorkspace<"wholepage"> = {
  kind: wholepage,
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
};
