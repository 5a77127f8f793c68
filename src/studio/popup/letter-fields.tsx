"use client";
// The letter that asks to confirm an address.
import { Text } from "@chakra-ui/react";
import { usualLetter } from "@/core/popup/letters";
import type { PopupLetter } from "@/core/popup/popup";
import { useSite } from "@/studio/frame/site-context";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { TextArea } from "@/studio/kit/text-area";
import type { StepProps as PropsOf } from "@/studio/widget/half";
import { words as own } from "./words";

/** The letter that asks to confirm: ours, or the designer's own words. */
export function LetterFields({
  settings: popup,
  faults,
  change,
}: Pick<PropsOf<"popup">, "settings" | "faults" | "change">) {
  const { name, settings } = useSite();
  const { letter } = popup;
  const put = (part: Partial<PopupLetter>) => letter && change({ letter: { ...letter, ...part } });
  return (
    <Group title={own.letter}>
      <Tick
        label={own.letterOwn}
        checked={letter !== undefined}
        onChange={(write) => change({ letter: write ? usualLetter(settings.language, name) : undefined })}
      />
      {letter ? (
        <>
          <Row label={own.letterSubject} error={faults["letter.subject"]}>
            {(ids) => <TextInput {...ids} value={letter.subject} onChange={(subject) => put({ subject })} />}
          </Row>
          <Row label={own.letterText} stacked error={faults["letter.text"]} hint={own.letterTextHint}>
            {(ids) => <TextArea {...ids} rows={4} value={letter.text} onChange={(text) => put({ text })} />}
          </Row>
          <Row label={own.letterButton} stacked error={faults["letter.button"]}>
            {(ids) => <TextInput {...ids} value={letter.button} onChange={(button) => put({ button })} />}
          </Row>
        </>
      ) : (
        <Text color="ink2">{own.letterUsual}</Text>
      )}
    </Group>
  );
}
