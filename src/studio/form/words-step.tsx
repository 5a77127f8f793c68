"use client";
// What the form says and asks.
import { fieldKinds } from "@/core/field/field";
import { FieldsEditor } from "@/studio/forms/fields-editor";
import { SpokenEditor } from "@/studio/forms/spoken-editor";
import type { StepProps } from "@/studio/widget/half";
import { words as own } from "./words";

export const WordsStep = ({ settings: form, faults, change }: StepProps<"form">) => (
  <>
    <SpokenEditor
      spoken={form.words}
      faults={faults}
      closeHint={own.closeHint}
      consentHint={own.consentHint}
      onChange={(words) => change({ words })}
    />
    <FieldsEditor fields={form.fields} kinds={fieldKinds} faults={faults} onChange={(fields) => change({ fields })} />
  </>
);
