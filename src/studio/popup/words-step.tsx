"use client";
// What the popup says and asks, and what follows.
import { type PopupField, popupFieldKinds } from "@/core/popup/popup";
import { FieldsEditor } from "@/studio/forms/fields-editor";
import { SpokenEditor } from "@/studio/forms/spoken-editor";
import { ThanksEditor } from "@/studio/forms/thanks-editor";
import { Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import type { StepProps as PropsOf } from "@/studio/widget/half";
import { LetterFields } from "./letter-fields";
import { words as own } from "./words";

type StepProps = PropsOf<"popup">;

export function WordsStep({ settings: popup, faults, change }: StepProps) {
  return (
    <>
      <SpokenEditor
        spoken={popup.words}
        faults={faults}
        closeHint={own.readAloudScreenReaders}
        consentHint={own.keptWithEverySignup}
        onChange={(words) => change({ words })}
      />
      <FieldsEditor
        fields={popup.fields}
        kinds={popupFieldKinds}
        faults={faults}
        onChange={(fields) => change({ fields: fields as readonly PopupField[] })}
      />
      <Group title={own.afterwards}>
        <Tick
          label={own.confirmAddressMail}
          checked={popup.confirmByMail}
          onChange={(confirmByMail) => change({ confirmByMail })}
        />
        {popup.confirmByMail ? <LetterFields settings={popup} faults={faults} change={change} /> : null}
        <ThanksEditor thanks={popup.thanks} faults={faults} onChange={(thanks) => change({ thanks })} />
      </Group>
    </>
  );
}
