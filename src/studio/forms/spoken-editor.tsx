"use client";
// What is said around the fields that visitors fill in.
import type { SpokenWords } from "@/core/field/field";
import { FieldTable, fieldsOf, type TableField } from "./field-table";
import { words as own } from "./words";

interface SpokenEditorProps {
  readonly spoken: SpokenWords;
  readonly faults: Readonly<Record<string, string>>;
  readonly closeHint: string;
  readonly consentHint: string;
  onChange(spoken: SpokenWords): void;
}

const of = fieldsOf<SpokenWords, SpokenEditorProps>();

const fields: readonly TableField<SpokenWords>[] = [
  of.line("title", own.title),
  of.area("text", own.text, { stacked: true }),
  of.line("button", own.button),
  of.line("close", own.closeMark, { hint: (_spoken, { closeHint }) => closeHint }),
  of.area("consent", own.consent, { stacked: true, hint: (_spoken, { consentHint }) => consentHint }),
];

export const SpokenEditor = (props: SpokenEditorProps) => (
  <FieldTable
    of={fields}
    around={props}
    item={props.spoken}
    fault={(path) => props.faults[`words.${path}`]}
    put={(part) => props.onChange({ ...props.spoken, ...part })}
  />
);
