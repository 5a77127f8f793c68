"use client";
// What follows when a form was sent: thanks, a mail to the site, a letter to its sender.
import { Box, Text } from "@chakra-ui/react";
import type { FormLetter } from "@/core/form/form";
import { ThanksEditor } from "@/studio/forms/thanks-editor";
import { useSite } from "@/studio/frame/site-context";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

export function AfterStep({ settings: form, faults, change }: StepProps<"form">) {
  const { settings } = useSite();
  const { confirmation } = form;
  const put = (part: Partial<FormLetter>) => confirmation && change({ confirmation: { ...confirmation, ...part } });
  const canTell = form.fields.some(({ kind, required }) => kind === "email" && required);
  return (
    <>
      <ThanksEditor thanks={form.thanks} faults={faults} onChange={(thanks) => change({ thanks })} />
      <Tick label={own.mailed(settings.mailFrom)} checked={form.mailed} onChange={(mailed) => change({ mailed })} />
      <Box mt="6px">
        <Tick
          label={own.confirmed}
          checked={confirmation !== undefined}
          onChange={(tell) => change({ confirmation: tell ? { ...own.firstLetter } : undefined })}
        />
      </Box>
      {confirmation && !canTell ? (
        <Text color="brick" fontWeight="600" role="alert">
          {own.confirmNeedsMail}
        </Text>
      ) : null}
      {confirmation ? (
        <Group title={own.letter} mt="8px">
          <Row label={own.subject} error={faults["confirmation.subject"]}>
            {(ids) => <TextInput {...ids} value={confirmation.subject} onChange={(subject) => put({ subject })} />}
          </Row>
          <Row label={own.text} stacked error={faults["confirmation.text"]}>
            {(ids) => <TextArea {...ids} rows={4} value={confirmation.text} onChange={(text) => put({ text })} />}
          </Row>
        </Group>
      ) : null}
    </>
  );
}
