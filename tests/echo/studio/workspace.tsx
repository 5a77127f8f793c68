"use client";
// The workspace of the echo.
import { echoJudge } from "@/core/echo/judge";
import { echo } from "@/core/echo/widget";
import { Row, TextInput } from "@/studio/kit/fields";
import { whenStep, whereStep } from "@/studio/opening/steps";
import type { WidgetWorkspace } from "@/studio/widget/half";

const [text, said] = ["Text", "Said"];

export const workspace: WidgetWorkspace<"echo"> = {
  kind: echo,
  judge: echoJudge,
  steps: [
    {
      key: "text",
      title: text,
      of: ["text"],
      summary: (settings) => settings.text,
      Panel: ({ settings, faults, change }) => (
        <Row label={text} error={faults.text}>
          {(ids) => <TextInput {...ids} value={settings.text} onChange={(next) => change({ text: next })} />}
        </Row>
      ),
    },
    whenStep,
    whereStep,
  ],
  series: [{ key: "said", name: said, main: true }],
};
