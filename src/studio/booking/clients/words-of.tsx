"use client";
// What the calendar says in the business's own words: its headings, its buttons, and what follows a booking.
import { Text } from "@chakra-ui/react";
import type { BookingWords } from "@/core/booking/words/look";
import { bookingWords } from "@/core/booking/words/look";
import { ThanksEditor } from "@/studio/forms/thanks-editor";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { words as allWords } from "../words";

const own = allWords.spoken;

export function WordsOf({ settings, faults, change }: Pick<StepProps<"booking">, "settings" | "faults" | "change">) {
  const { words = {}, thanks } = settings;
  const put = (key: (typeof bookingWords)[number], said: string) => {
    const { [key]: _before, ...others } = words;
    const next: BookingWords = said ? { ...others, [key]: said } : others;
    change({ words: Object.keys(next).length ? next : undefined });
  };
  return (
    <>
      <Group title={own.title}>
        <Text color="ink2" mb="8px">
          {own.note}
        </Text>
        {bookingWords.map((key) => (
          <Row key={key} label={own.of[key]} error={faults[`words.${key}`]}>
            {(ids) => (
              <TextInput {...ids} maxLength={80} value={words[key] ?? ""} onChange={(said) => put(key, said)} />
            )}
          </Row>
        ))}
      </Group>
      <Group title={own.after}>
        <Tick
          label={own.thanks}
          checked={thanks !== undefined}
          onChange={(on) => change({ thanks: on ? { kind: "words", title: own.thankYou, text: "" } : undefined })}
        />
        {thanks ? (
          <ThanksEditor thanks={thanks} faults={faults} onChange={(next) => change({ thanks: next })} />
        ) : (
          <Text color="ink2">{own.usual}</Text>
        )}
      </Group>
    </>
  );
}
