"use client";
// What the form says and asks.
import { fieldKinds } from "@/core/field/field";
import type { FormWords } from "@/core/form/form";
import { FieldsEditor } from "@/studio/forms/fields-editor";
import { Row, TextArea, TextInput } from "@/studio/kit/kit";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

export function WordsStep({ settings: form, faults, change }: StepProps<"form">) {
  const set = (part: Partial<FormWords>) => change({ words: { ...form.words, ...part } });
  return (
    <>
      <Row label={own.title} error={faults["words.title"]}>
        {(ids) => <TextInput {...ids} value={form.words.title} onChange={(title) => set({ title })} />}
      </Row>
      <Row label={own.text} stacked error={faults["words.text"]}>
        {(ids) => <TextArea {...ids} value={form.words.text} onChange={(text) => set({ text })} />}
      </Row>
      <Row label={own.button} error={faults["words.button"]}>
        {(ids) => <TextInput {...ids} value={form.words.button} onChange={(button) => set({ button })} />}
      </Row>
      <Row label={own.closeMark} error={faults["words.close"]} hint={own.closeHint}>
        {(ids) => <TextInput {...ids} value={form.words.close} onChange={(close) => set({ close })} />}
      </Row>
      <Row label={own.consent} stacked error={faults["words.consent"]} hint={own.consentHint}>
        {(ids) => <TextArea {...ids} value={form.words.consent} onChange={(consent) => set({ consent })} />}
      </Row>
      <FieldsEditor fields={form.fields} kinds={fieldKinds} faults={faults} onChange={(fields) => change({ fields })} />
    </>
  );
}
