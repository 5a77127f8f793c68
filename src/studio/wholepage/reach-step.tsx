"use client";
// What the code reaches and leaves behind.
import { useState } from "react";
import { Row } from "@/studio/kit/fields";
import { linesOf } from "@/studio/kit/lines";
import { TextArea } from "@/studio/kit/text-area";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

export function ReachStep({ settings, faults, change }: StepProps<"wholepage">) {
  const [typed, setTyped] = useState({ origins: settings.origins.join("\n"), sets: settings.sets.join("\n") });
  const fault = (field: "origins" | "sets") =>
    Object.entries(faults).find(([path]) => path === field || path.startsWith(`${field}[`))?.[1];
  const list = (field: "origins" | "sets", label: string, hint: string) => (
    <Row label={label} hint={hint} error={fault(field)} stacked>
      {(ids) => (
        <TextArea
          {...ids}
          rows={4}
          value={typed[field]}
          onChange={(text) => {
            setTyped({ ...typed, [field]: text });
            change({ [field]: linesOf(text) });
          }}
        />
      )}
    </Row>
  );
  return (
    <>
      {list("origins", own.origins, own.originsHint)}
      {list("sets", own.sets, own.setsHint)}
    </>
  );
}
