"use client";
// The letters to the shop's buyers: which are written, in whose words, and each as a buyer would get it.
import { Text } from "@chakra-ui/react";
import { useRef, useState } from "react";
import { localesOf } from "@/core/locale/site-locale";
import {
  alwaysWritten,
  isWritten,
  type OrderLetter,
  type OwnOrderLetter,
  type OwnWords,
  orderLetters,
  orderPlaceholders,
  wordsLanguage,
} from "@/core/order/letters/kinds";
import { orderLetter, usualLetter } from "@/core/order/letters/letters";
import { sampleDocument } from "@/core/order/letters/sample";
import { FieldTable, fieldsOf } from "@/studio/forms/field-table";
import { settingsForm } from "@/studio/forms/form";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { LetterPreview, Placeholders, withPlaceholder } from "@/studio/kit/letter";
import { languageName } from "@/studio/kit/names";
import { Segments } from "@/studio/kit/segments";
import { TextArea } from "@/studio/kit/text-area";
import type { StepProps } from "@/studio/widget/half";
import { words as all } from "./words";

const own = all.letters;

type Settings = StepProps<"shop">["settings"];
const of = fieldsOf<Settings, StepProps<"shop">>();

const reminder = [
  of.number("remindAfterHours", all.remindAfter, {
    ...{ min: 1, max: 168, unit: all.hoursUnit },
    hint: all.remindHint,
    empty: null,
  }),
];

/** One letter as it would come to the buyer of an order that is made up. */
function useSample(settings: Settings, kind: OrderLetter, language: string) {
  const site = useSite();
  const { currency } = site.settings;
  const document = sampleDocument(settings, { product: own.sampleProduct, buyer: own.sampleBuyer });
  const { toPay } = document.total;
  const unpaid = kind === "ordered" || kind === "toPay" || kind === "changed";
  const amounts: Readonly<Partial<Record<OrderLetter, number>>> = { toPay, paid: toPay, refunded: priceOf(document) };
  const amount = amounts[kind];
  return orderLetter(kind, {
    ...{ shop: site.name, language, currency, number: `${settings.prefixes.order}1042`, name: own.sampleBuyer },
    ...{ document, toPay, paid: unpaid ? 0 : toPay, refunded: kind === "refunded" ? priceOf(document) : 0 },
    ...(amount === undefined ? {} : { amount }),
    ...(kind === "sent"
      ? { parcel: { tracking: "PK 40 1187", link: "https://parcels.example/PK401187", lines: {} } }
      : {}),
    payment: kind === "toPay" ? [`${site.address}/…`] : [],
    link: `${site.address}/…`,
    own: settings.letters?.[kind],
  });
}

const priceOf = ({ lines }: ReturnType<typeof sampleDocument>): number => lines[0]?.price ?? 0;

/** Which letter is written below, and whether it is sent at all. */
function Which({
  settings,
  kind,
  onChoose,
  put,
}: {
  settings: Settings;
  kind: OrderLetter;
  onChoose: (kind: OrderLetter) => void;
  put: (kind: OrderLetter, part: OwnOrderLetter) => void;
}) {
  const { off: _off, ...letter } = settings.letters?.[kind] ?? {};
  const named = (one: OrderLetter) =>
    [
      own.kinds[one],
      ...(settings.letters?.[one]?.words ? [own.ownWords] : []),
      ...(isWritten(one, settings.letters) ? [] : [own.notWritten]),
    ].join(", ");
  return (
    <>
      <Row label={own.which}>
        {(ids) => (
          <Choice
            {...ids}
            value={kind}
            options={orderLetters.map((one) => [one, named(one)] as const)}
            onChange={(one) => onChoose(one as OrderLetter)}
          />
        )}
      </Row>
      <Text color="ink2" mb="6px">
        {own.when[kind]} {alwaysWritten.includes(kind) ? own.always : ""}
      </Text>
      {alwaysWritten.includes(kind) ? null : (
        <Tick
          label={own.written}
          checked={isWritten(kind, settings.letters)}
          onChange={(on) => put(kind, on ? letter : { ...letter, off: true })}
        />
      )}
    </>
  );
}

/** The subject and the first words of a letter in one language, with what can be filled in. */
function OwnWordsOf({
  mine,
  usual,
  fault,
  write,
}: {
  mine: OwnWords;
  usual: OwnWords;
  fault: (field: keyof OwnWords) => string | undefined;
  write: (part: Partial<OwnWords>) => void;
}) {
  /** Where the caret stands in the words, once it was there. */
  const area = useRef<HTMLTextAreaElement | null>(null);
  return (
    <>
      <Row label={own.subject} error={fault("subject")}>
        {(ids) => (
          <TextInput
            {...ids}
            placeholder={usual.subject}
            value={mine.subject}
            onChange={(subject) => write({ subject })}
          />
        )}
      </Row>
      <Row label={own.words} stacked error={fault("words")}>
        {(ids) => (
          <TextArea
            {...ids}
            rows={3}
            placeholder={usual.words}
            value={mine.words}
            onChange={(words) => write({ words })}
            onSelect={(event) => {
              area.current = event.currentTarget;
            }}
          />
        )}
      </Row>
      <Placeholders
        label={own.fillIn}
        names={orderPlaceholders}
        words={own.placeholders}
        onInsert={(name) => {
          write({ words: withPlaceholder(mine.words, name, area.current) });
          area.current?.focus();
        }}
      />
    </>
  );
}

export function LettersStep(props: StepProps<"shop">) {
  const { settings, faults, change } = props;
  const site = useSite();
  const tags = localesOf(site).map(({ tag }) => tag);
  const [kind, setKind] = useState<OrderLetter>("ordered");
  const [tag, setTag] = useState<string>(tags[0] ?? "en");
  const language = wordsLanguage(tag);
  const letter = settings.letters?.[kind] ?? {};
  const mine: OwnWords = letter.words?.[language] ?? { subject: "", words: "" };
  const put = (of: OrderLetter, part: OwnOrderLetter) => {
    const { [of]: _before, ...others } = settings.letters ?? {};
    // Nothing of one's own is no letter of one's own.
    const letters = Object.keys(part).length ? { ...others, [of]: part } : others;
    change({ letters: Object.keys(letters).length ? letters : undefined });
  };
  const write = (part: Partial<OwnWords>) => {
    const made = { ...mine, ...part };
    const { [language]: _before, ...others } = letter.words ?? {};
    const words = made.subject || made.words ? { ...others, [language]: made } : others;
    const { words: _words, ...rest } = letter;
    put(kind, Object.keys(words).length ? { ...rest, words } : rest);
  };
  const fault = (field: keyof OwnWords) => faults[`letters.${kind}.words.${language}.${field}`];
  const usual = usualLetter(kind, tag);
  const sample = useSample(settings, kind, tag);
  return (
    <>
      <Text color="ink2" mb="10px">
        {own.note}
      </Text>
      <Which settings={settings} kind={kind} onChoose={setKind} put={put} />
      {tags.length > 1 ? (
        <Segments
          label={own.language}
          value={tag}
          options={tags.map((one) => [one, languageName(one)] as const)}
          onChange={setTag}
        />
      ) : null}
      <OwnWordsOf mine={mine} usual={usual} fault={fault} write={write} />
      {fault("subject") || fault("words") ? null : (
        <LetterPreview label={own.preview(own.kinds[kind])} subject={sample.subject} text={sample.lines.join("\n")} />
      )}
      <Group title={own.left}>
        <FieldTable {...settingsForm(props)} of={reminder} />
      </Group>
    </>
  );
}
