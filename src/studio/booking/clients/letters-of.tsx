"use client";
// The letters to a place's clients: own words with what is filled in, and each as a client would get it.
import { Box, Text } from "@chakra-ui/react";
import type { RefObject } from "react";
import { useRef, useState } from "react";
import type { BookingSetUp, Place } from "@/core/booking/booking";
import {
  type LetterKind,
  letterKinds,
  letterPlaceholders,
  type OwnLetter,
  textKinds,
} from "@/core/booking/words/letter-kinds";
import { bookingLetter, bookingText, type LetterFacts, usualSubject, usualWords } from "@/core/booking/words/letters";
import { messageParts } from "@/core/message/parts";
import { moneyWords } from "@/core/money/money";
import { hourMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import { LetterPreview, Placeholders, withPlaceholder } from "@/studio/kit/letter";
import { TextArea } from "@/studio/kit/text-area";
import type { Editing } from "../editing";
import { words as allWords } from "../words";

const words = allWords.letters;

/** As long as a client's own one, so that the parts of a text message are counted as they will be. */
const sampleToken = `${"0123456789abcdef"}.${"0123456789".repeat(5).slice(0, 43)}`;

/** Letters to a client who is made up, about a booking of the first service a week from now. */
function useSample(place: Place, part: BookingSetUp): Omit<LetterFacts, "own"> {
  const site = useSite();
  const { language, currency } = site.settings;
  const service = part.services.find((one) => one.place === place.id) ?? part.services[0];
  const clock = ZoneClock.of(place.zone);
  const now = Date.now() + site.clockAheadMs;
  const start = clock.instantAt(clock.dayOf(now) + 7, 10.5 * 60);
  const serves = (service?.needs ?? []).flatMap(({ oneOf: [first] }) => {
    const found = part.resources.find(({ id }) => id === first);
    return found ? [found.name] : [];
  });
  return {
    language,
    name: words.sampleName,
    service: service?.name ?? words.sampleService,
    serves: serves.join(", "),
    placeName: place.name,
    address: place.address,
    starts: [start],
    placeZone: place.zone,
    clientZone: place.zone,
    seats: 1,
    total: service?.price ? moneyWords({ amount: service.price.amount, currency }, language) : null,
    money: {},
    manageUrl: `${site.address}/_w/v1/booking/calendar/bookings/${sampleToken}/page`,
    changeUntil: start - 24 * hourMs,
    now,
    words: "",
  };
}

export function LettersOf({ editing, part }: { editing: Editing<"places">; part: BookingSetUp }) {
  const { item: place, put, fault } = editing;
  const [kind, setKind] = useState<LetterKind>("booked");
  /** Where the caret stands in the words, once it was there. */
  const area = useRef<HTMLTextAreaElement | null>(null);
  const sample = useSample(place, part);
  const own = place.letters?.[kind] ?? { subject: "", words: "" };
  const change = (next: Partial<OwnLetter>) => {
    const made = { ...own, ...next };
    const { [kind]: _before, ...others } = place.letters ?? {};
    // Nothing of one's own is no letter of one's own.
    const letters = made.subject || made.words || made.text ? { ...others, [kind]: made } : others;
    put({ letters: Object.keys(letters).length ? letters : undefined });
  };
  const insert = (name: string) => {
    change({ words: withPlaceholder(own.words, name, area.current) });
    area.current?.focus();
  };
  const letter = bookingLetter(kind, { ...sample, own });
  const wrong = (["subject", "words", "text"] as const).map((part) => fault(`letters.${kind}.${part}`)).find(Boolean);
  const texted = place.textMessages === true && textKinds.includes(kind);
  return (
    <Group title={words.title}>
      <Text color="ink2" mb="8px">
        {words.note}
      </Text>
      <Tick
        label={words.textMessages}
        checked={place.textMessages === true}
        onChange={(on) => put({ textMessages: on || undefined })}
      />
      <Text color="ink2" fontSize="small" mb="8px" ps="24px">
        {words.textMessagesNote}
      </Text>
      <WhichLetter kind={kind} place={place} setKind={setKind} />
      <Row label={words.subject} error={fault(`letters.${kind}.subject`)}>
        {(ids) => (
          <TextInput
            {...ids}
            placeholder={usualSubject(kind, sample.language, "…")}
            value={own.subject}
            onChange={(subject) => change({ subject })}
          />
        )}
      </Row>
      <LetterWords fault={fault} kind={kind} sample={sample} own={own} change={change} area={area} />
      {texted ? (
        <Row label={words.text} stacked error={fault(`letters.${kind}.text`)} hint={words.textHint}>
          {(ids) => (
            <TextInput
              {...ids}
              maxLength={300}
              placeholder={words.textUsual}
              value={own.text ?? ""}
              onChange={(text) => change({ text: text || undefined })}
            />
          )}
        </Row>
      ) : null}
      <Placeholders label={words.fillIn} names={letterPlaceholders} words={words.placeholders} onInsert={insert} />
      {wrong ? null : (
        <LetterPreview label={words.preview(words.kinds[kind])} subject={letter.subject} text={letter.text} />
      )}
      {texted && !wrong ? <TextPreview text={bookingText(kind, { ...sample, own })} name={words.kinds[kind]} /> : null}
    </Group>
  );
}

/** The words of the letter. */
const LetterWords = ({
  fault,
  kind,
  sample,
  own,
  change,
  area,
}: {
  fault: (path: string) => string | undefined;
  kind:
    | "waiting"
    | "unlisted"
    | "moved"
    | "waitingPayment"
    | "declined"
    | "cancelled"
    | "listed"
    | "offered"
    | "reminder"
    | "booked"
    | "approved"
    | "runs"
    | "calledOff"
    | "offerOver";
  sample: Omit<LetterFacts, "own">;
  own: OwnLetter;
  change: (next: Partial<OwnLetter>) => void;
  area: RefObject<HTMLTextAreaElement | null>;
}) => (
  <Row label={words.words} stacked error={fault(`letters.${kind}.words`)}>
    {(ids) => (
      <TextArea
        {...ids}
        rows={4}
        placeholder={usualWords(kind, sample.language)}
        value={own.words}
        onChange={(text) => change({ words: text })}
        onSelect={(event) => {
          area.current = event.currentTarget;
        }}
      />
    )}
  </Row>
);

/** Which letter is written. */
const WhichLetter = ({
  kind,
  place,
  setKind,
}: {
  kind: LetterKind;
  place: Place;
  setKind: (next: LetterKind) => void;
}) => (
  <Row label={words.which}>
    {(ids) => (
      <Choice
        {...ids}
        value={kind}
        options={letterKinds.map(
          (one) => [one, place.letters?.[one] ? words.ownOne(words.kinds[one]) : words.kinds[one]] as const,
        )}
        onChange={(next) => setKind(next as LetterKind)}
      />
    )}
  </Row>
);

/** A text message as it comes to a phone, and in how many parts it is sent and paid for. */
function TextPreview({ text, name }: { text: string; name: string }) {
  const { parts, alphabet } = messageParts(text);
  return (
    <Box as="article" aria-label={words.textPreview(name)} mt="10px" maxW="320px">
      <Text bg="wash" borderRadius="12px" p="9px 12px" wordBreak="break-word">
        {text}
      </Text>
      <Text color="ink2" fontSize="small" mt="4px">
        {words.textParts(text.length, parts, alphabet === "unicode")}
      </Text>
    </Box>
  );
}
