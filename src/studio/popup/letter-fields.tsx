"use client";
// The letter that asks to confirm an address.
import { Text } from "@chakra-ui/react";
import { usualLetter } from "@/core/popup/letters";
import type { PopupLetter } from "@/core/popup/popup";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { useSite } from "@/studio/frame/site-context";
import { Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import type { StepProps as PropsOf } from "@/studio/widget/half";
import { words as own } from "./words";

const of = fieldsOf<PopupLetter>();

const fields: readonly TableField<PopupLetter>[] = [
  of.line("subject", own.letterSubject),
  of.area("text", own.letterText, { rows: 4, stacked: true, hint: own.letterTextHint }),
  of.line("button", own.letterButton, { stacked: true }),
];

/** The letter that asks to confirm: ours, or the designer's own words. */
export function LetterFields({
  settings: popup,
  faults,
  change,
}: Pick<PropsOf<"popup">, "settings" | "faults" | "change">) {
  const { name, settings } = useSite();
  const { letter } = popup;
  return (
    <Group title={own.letter}>
      <Tick
        label={own.letterOwn}
        checked={letter !== undefined}
        onChange={(write) => change({ letter: write ? usualLetter(settings.language, name) : undefined })}
      />
      {letter ? (
        <FieldTable
          of={fields}
          item={letter}
          fault={(path) => faults[`letter.${path}`]}
          put={(part) => change({ letter: { ...letter, ...part } })}
        />
      ) : (
        <Text color="ink2">{own.letterUsual}</Text>
      )}
    </Group>
  );
}
