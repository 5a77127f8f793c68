"use client";
// Blocking a stretch of somebody's time from the Desk. Bookings that stand in it are named first; they stay.
import { Box, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { BookingSetUp, Instant } from "@/core/booking/booking";
import { hourMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { useRefresh, useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { DayTime } from "@/studio/kit/day-time";
import { Row, TextInput } from "@/studio/kit/fields";
import { RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
import { Window } from "@/studio/kit/window";
import { wallWords } from "../moments";
import type { TimeOff } from "./sessions";
import { words } from "./words";

/** What blocking begins with. */
export interface BlockBegin {
  readonly start: Instant;
  readonly resource: string | null;
}

interface BlockTimeProps extends BlockBegin {
  readonly setUp: BookingSetUp;
  readonly onClose: () => void;
  /** Told the time off that was made. */
  readonly onDone: (off: TimeOff) => void;
}

export function BlockTime({ setUp, start, resource: begun, onClose, onDone }: BlockTimeProps) {
  const site = useSite();
  const refresh = useRefresh();
  const { attempt, busy, refusal } = useCommand();
  const clockOf = (id: string) => {
    const place = setUp.resources.find((one) => one.id === id)?.place;
    return ZoneClock.of(setUp.places.find((one) => one.id === place)?.zone ?? site.settings.zone);
  };
  const [resource, setResource] = useState(begun ?? setUp.resources[0]?.id ?? "");
  const [from, setFrom] = useState<string | null>(() => clockOf(resource).wallOf(start));
  const [to, setTo] = useState<string | null>(() => clockOf(resource).wallOf(start + hourMs));
  const [why, setWhy] = useState("");
  const asks = refusal?.code === "asks";
  const save = () =>
    attempt(async () => {
      if (!from || !to) return;
      const off = { resource, from, to, words: why.trim() };
      await ask("booking.block", { site: site.key, ...off, agreed: asks });
      await refresh();
      onDone(off);
    });
  return (
    <Window
      title={words.titles.block}
      open
      onClose={onClose}
      foot={
        <>
          <PlainButton onClick={onClose}>{words.leave}</PlainButton>
          <MainButton disabled={!from || !to} loading={busy} onClick={save}>
            {asks ? words.blockAll : words.blockCommand}
          </MainButton>
        </>
      }
    >
      <Row label={words.whose}>
        {(ids) => (
          <Choice
            {...ids}
            value={resource}
            options={setUp.resources.map(({ id, name }) => [id, name] as const)}
            onChange={setResource}
          />
        )}
      </Row>
      <Row label={words.from} error={refusal?.at("from")}>
        {(ids) => <DayTime {...ids} value={from} timeOfDay="09:00" onChange={setFrom} />}
      </Row>
      <Row label={words.to} error={refusal?.at("to")}>
        {(ids) => <DayTime {...ids} value={to} timeOfDay="17:00" onChange={setTo} />}
      </Row>
      <Row label={words.why} hint={words.whyHint} error={refusal?.at("words")}>
        {(ids) => <TextInput {...ids} value={why} onChange={setWhy} />}
      </Row>
      {asks ? (
        <Box role="alert" bg="wash" borderRadius="panel" p="8px 12px">
          <State tone="amber">{words.standIn}</State>
          <Box as="ul" ps="18px" my="4px" listStyleType="disc">
            {refusal.fields.map(({ message }) => (
              <Text as="li" key={message}>
                {message}
              </Text>
            ))}
          </Box>
          <Text color="ink2">{words.stayBooked}</Text>
        </Box>
      ) : (
        <RefusalNote refusal={refusal} shownAt={["from", "to", "words"]} />
      )}
    </Window>
  );
}

/** Time off that was pressed in the calendar, and giving it free again. */
export function OffDetails({ off, name, onFree }: { off: TimeOff; name: string; onFree: () => void }) {
  const site = useSite();
  const refresh = useRefresh();
  const { attempt, busy, refusal } = useCommand();
  return (
    <>
      <Text color="ink2">
        {wallWords(off.from)} – {off.from.slice(0, 10) === off.to.slice(0, 10) ? off.to.slice(11) : wallWords(off.to)}
      </Text>
      <Text as="h2" fontFamily="heading" fontSize="title" fontWeight="700">
        {words.isOff(name)}
      </Text>
      <Text my="8px">{off.words}</Text>
      <PlainButton
        loading={busy}
        onClick={() =>
          attempt(async () => {
            await ask("booking.unblock", { site: site.key, ...off });
            await refresh();
            onFree();
          })
        }
      >
        {words.freeAgain}
      </PlainButton>
      <RefusalNote refusal={refusal} />
    </>
  );
}
