"use client";
// The workspace of the echo.
import { Row, TextInput } from "@/studio/kit/kit";
import { whenStep, whereStep } from "@/studio/opening/steps";
import { sum, type WidgetWorkspace } from "@/studio/widget/half";
import { words } from "./words";

export const workspace: WidgetWorkspace<"echo"> = {
  steps: [
    {
      key: "text",
      title: words.text,
      of: ["text"],
      summary: ({ text }) => text,
      Panel: ({ settings, faults, change }) => (
        <Row label={words.text} error={faults.text}>
          {(ids) => <TextInput {...ids} value={settings.text} onChange={(text) => change({ text })} />}
        </Row>
      ),
    },
    whenStep,
    whereStep,
  ],
  series: [{ key: "said", name: words.said, main: true }],
  figures: ({ series }) => [[words.said, sum(series.said)]],
  states: { title: words.said, names: {} },
};
