"use client";
// What the popup says and asks, and what follows.
import { type Popup, type PopupField, popupFieldKinds } from "@/core/popup/popup";
import { FieldsEditor } from "@/studio/forms/fields-editor";
import { ThanksEditor } from "@/studio/forms/thanks-editor";
import { Group, Row, TextArea, TextInput, Tick } from "@/studio/kit/kit";
import type { StepProps as PropsOf } from "@/studio/widget/half";
import { LetterFields } from "./letter-fields";
import { words as own } from "./words";

type StepProps = PropsOf<"popup">;

export function WordsStep({ settings: popup, faults, change }: StepProps) {
  const words = (part: Partial<Popup["words"]>) => change({ words: { ...popup.words, ...part } });
  return (
    <>
      <Row label={own.title} error={faults["words.title"]}>
        {(ids) => <TextInput {...ids} value={popup.words.title} onChange={(title) => words({ title })} />}
      </Row>
      <Row label={own.text} stacked error={faults["words.text"]}>
        {(ids) => <TextArea {...ids} value={popup.words.text} onChange={(text) => words({ text })} />}
      </Row>
      <Row label={own.button} error={faults["words.button"]}>
        {(ids) => <TextInput {...ids} value={popup.words.button} onChange={(button) => words({ button })} />}
      </Row>
      <Row label={own.closeMark} error={faults["words.close"]} hint={own.readAloudScreenReaders}>
        {(ids) => <TextInput {...ids} value={popup.words.close} onChange={(close) => words({ close })} />}
      </Row>
      <Row label={own.whatOneAgrees} stacked error={faults["words.consent"]} hint={own.keptWithEverySignup}>
        {(ids) => <TextArea {...ids} value={popup.words.consent} onChange={(consent) => words({ consent })} />}
      </Row>
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
