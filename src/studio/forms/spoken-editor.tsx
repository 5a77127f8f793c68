"use client";
// What is said around the fields that visitors fill in.
import type { SpokenWords } from "@/core/field/field";
import { Row, TextInput } from "@/studio/kit/fields";
import { TextArea } from "@/studio/kit/text-area";
import { words as own } from "./words";

interface SpokenEditorProps {
  readonly spoken: SpokenWords;
  readonly faults: Readonly<Record<string, string>>;
  readonly closeHint: string;
  readonly consentHint: string;
  onChange(spoken: SpokenWords): void;
}

export function SpokenEditor({ spoken, faults, closeHint, consentHint, onChange }: SpokenEditorProps) {
  const set = (part: Partial<SpokenWords>) => onChange({ ...spoken, ...part });
  return (
    <>
      <Row label={own.title} error={faults["words.title"]}>
        {(ids) => <TextInput {...ids} value={spoken.title} onChange={(title) => set({ title })} />}
      </Row>
      <Row label={own.text} stacked error={faults["words.text"]}>
        {(ids) => <TextArea {...ids} value={spoken.text} onChange={(text) => set({ text })} />}
      </Row>
      <Row label={own.button} error={faults["words.button"]}>
        {(ids) => <TextInput {...ids} value={spoken.button} onChange={(button) => set({ button })} />}
      </Row>
      <Row label={own.closeMark} error={faults["words.close"]} hint={closeHint}>
        {(ids) => <TextInput {...ids} value={spoken.close} onChange={(close) => set({ close })} />}
      </Row>
      <Row label={own.consent} stacked error={faults["words.consent"]} hint={consentHint}>
        {(ids) => <TextArea {...ids} value={spoken.consent} onChange={(consent) => set({ consent })} />}
      </Row>
    </>
  );
}
