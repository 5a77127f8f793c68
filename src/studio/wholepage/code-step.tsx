"use client";
// The code itself, what it is for and where it stands.
import { Box, Text } from "@chakra-ui/react";
import { type Category, categories } from "@/core/consent/category";
import { Choice } from "@/studio/kit/choice";
import { CodeBox } from "@/studio/kit/code-box";
import { Row } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

export function CodeStep({ settings, faults, change }: StepProps<"wholepage">) {
  const editor = (field: "html" | "script", language: "html" | "javascript") => (
    <Box mb="12px">
      <Text fontWeight="600" mb="4px">
        {own[field]}
      </Text>
      <CodeBox
        value={settings[field]}
        language={language}
        label={own[field]}
        onChange={(value) => change({ [field]: value })}
      />
      {faults[field] ? <State tone="brick">{faults[field]}</State> : null}
    </Box>
  );
  return (
    <>
      <Box mb="12px">
        <State tone="amber">{own.warning}</State>
      </Box>
      <Row label={own.where}>
        {() => (
          <Segments
            label={own.where}
            value={settings.where}
            onChange={(where) => change({ where })}
            options={[
              ["head", own.wheres.head],
              ["end", own.wheres.end],
            ]}
          />
        )}
      </Row>
      <Row label={own.purpose} hint={settings.purpose === "needed" ? undefined : own.waits}>
        {(ids) => (
          <Choice
            {...ids}
            value={settings.purpose}
            onChange={(purpose) => change({ purpose: purpose as Category })}
            options={categories.map((one) => [one, own.purposes[one]] as const)}
          />
        )}
      </Row>
      {editor("html", "html")}
      {editor("script", "javascript")}
    </>
  );
}
