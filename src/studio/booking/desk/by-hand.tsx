"use client";
// A booking by hand, and moving one: the free times of a day are worked out here; another time says which rules it breaks
// before they are set aside.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import { useMemo, useState } from "react";
import { Availability } from "@/core/booking/availability";
import {
  type BookingSetUp,
  type CoursePart,
  chosenLength,
  courseParts,
  type Instant,
  lengthOfBooking,
  type Service,
} from "@/core/booking/booking";
import { partOfBooking } from "@/core/booking/course";
import { Diary, type DiaryEntry, type OutsideBusy } from "@/core/booking/diary";
import { dateOf, dayNumber, minutesOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { NumberInput, Row, TextInput, Tick } from "@/studio/kit/fields";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { useDeed } from "@/studio/kit/use-deed";
import { Window } from "@/studio/kit/window";
import { wallWords } from "../moments";
import { membersOf } from "../notes";
import type { DeskBooking } from "./booking";
import { words } from "./words";

/** What a booking by hand begins with. */
export interface ByHandBegin {
  /** The booking that is moved; a new one is made without it. */
  readonly moving?: DeskBooking;
  /** The free spot that was pressed, or where it was drawn to. */
  readonly start?: Instant;
  readonly resource?: string | null;
  /** Somebody stands there now: they have come, and rules about starts and notice are nobody's concern. */
  readonly walkIn?: boolean;
}

/** The rules that somebody who walks in breaks as a matter of course. */
const walkInWaives = ["booking.notAStart", "booking.tooSoon"];

interface ByHandProps extends ByHandBegin {
  readonly onClose: () => void;
  /** Told the id of the booking that was made or moved. */
  readonly onDone: (booking: string) => void;
  /** To block the time that was pressed instead; not offered without it. */
  readonly onBlock?: () => void;
}

export function ByHand(props: ByHandProps) {
  const { parts } = useSite();
  const setUp = parts.booking as BookingSetUp | undefined;
  const { moving, onClose } = props;
  const { resource } = props;
  const usual =
    setUp?.services.find(({ needs }) => resource && needs.some(({ oneOf }) => oneOf.includes(resource))) ??
    setUp?.services[0];
  const service = moving ? setUp?.services.find(({ id }) => id === moving.service) : usual;
  if (!setUp || !service)
    return (
      <Window title={words.titles.byHand} open onClose={onClose}>
        <Text>{words.noServices}</Text>
      </Window>
    );
  return <Form {...props} setUp={setUp} first={service} />;
}

function Form({
  moving,
  start: begun,
  resource: wanted,
  walkIn,
  onClose,
  onDone,
  onBlock,
  setUp,
  first,
}: ByHandProps & { setUp: BookingSetUp; first: Service }) {
  const site = useSite();
  const now = Math.floor((Date.now() + site.clockAheadMs) / 60_000) * 60_000;
  const [serviceId, setService] = useState(first.id);
  const service = setUp.services.find(({ id }) => id === serviceId) ?? first;
  const clock = ZoneClock.of(setUp.places.find(({ id }) => id === service.place)?.zone ?? site.settings.zone);
  const beginsAt = begun ?? (moving ? Date.parse(moving.start) : null);
  const begin = beginsAt === null ? dateOf(clock.dayOf(now)) : clock.wallOf(beginsAt).slice(0, 10);
  const [date, setDate] = useState(begin);
  const [resource, setResource] = useState(wanted ?? moving?.resources[0] ?? "");
  const [start, setStart] = useState<Instant | null>(begun ?? null);
  const [seats, setSeats] = useState(moving?.seats ?? 1);
  const [minutes, setMinutes] = useState<number | null>(
    moving ? lengthOfBooking(first, Date.parse(moving.start), Date.parse(moving.end)) : null,
  );
  const [part, setPart] = useState<CoursePart>(
    moving?.dateCount ? partOfBooking(first, clock, Date.parse(moving.start), moving.dateCount) : "whole",
  );
  const [quiet, setQuiet] = useState(false);
  const [client, setClient] = useState({
    name: walkIn ? words.walkInName : "",
    email: "",
    phone: "",
    textMessages: false,
  });
  const usuallyWaived = walkIn ? walkInWaives : [];
  const [waived, setWaived] = useState<readonly string[]>(usuallyWaived);
  const { attempt, busy, refusal } = useDeed();
  // One deed has one key, so that pressing twice, or sending again, does it once.
  const [key, setKey] = useState(() => nanoid());
  const leaders = membersOf(setUp, service, 0);
  const wished = leaders.some(({ id }) => id === resource) ? resource : null;
  const choose = (instant: Instant | null) => {
    setStart(instant);
    setWaived(usuallyWaived);
    setKey(nanoid());
  };
  const judged = useTimes({
    setUp,
    service,
    resource: wished,
    seats,
    minutes: chosenLength(service, minutes),
    part: service.course ? part : "whole",
    date,
    now,
    clock,
    without: moving?.id ?? null,
    chosen: start,
  });
  // Only once every rule that it breaks is set aside.
  const stands = judged.reasons?.every(({ code, waivable }) => waivable && waived.includes(code)) ?? false;
  const time = start === null ? "" : wallWords(clock.wallOf(start));
  const save = () =>
    attempt(async () => {
      if (start === null) return;
      const at = { site: site.key, start: new Date(start).toISOString(), resource: wished, waived: [...waived], key };
      const done = moving
        ? await ask("booking.move", { ...at, booking: moving.id, quiet })
        : await ask("booking.byHand", {
            ...at,
            service: service.id,
            seats,
            minutes: chosenLength(service, minutes),
            part: service.course ? part : "whole",
            client: { ...client, language: site.settings.language },
            answers: {},
          });
      if (walkIn)
        await ask("booking.attendance", { site: site.key, booking: done.id, attendance: "came", key: `${key}-came` });
      onDone(done.id);
    });
  return (
    <Window
      title={
        moving ? words.titles.move(moving.name || words.nobody) : walkIn ? words.titles.walkIn : words.titles.byHand
      }
      open
      wide
      onClose={onClose}
      foot={
        <>
          {onBlock ? <QuietButton onClick={onBlock}>{words.blockInstead}</QuietButton> : null}
          <PlainButton onClick={onClose}>{words.leave}</PlainButton>
          <MainButton
            disabled={start === null || !stands || (!moving && !client.name.trim())}
            loading={busy}
            onClick={save}
          >
            {moving ? words.moveDeed(time) : words.bookDeed(time)}
          </MainButton>
        </>
      }
    >
      {moving ? null : (
        <Row label={words.service}>
          {(ids) => (
            <Choice
              {...ids}
              value={service.id}
              options={setUp.services.map(({ id, name }) => [id, name] as const)}
              onChange={(next) => {
                setService(next);
                setMinutes(null);
                choose(start);
              }}
            />
          )}
        </Row>
      )}
      <Row label={words.person}>
        {(ids) => (
          <Choice
            {...ids}
            value={wished ?? ""}
            options={[["", words.anybody], ...leaders.map(({ id, name }) => [id, name] as const)]}
            onChange={(next) => {
              setResource(next);
              choose(start);
            }}
          />
        )}
      </Row>
      {service.capacity > 1 && !moving ? (
        <Row label={words.seatsField} error={refusal?.at("seats")}>
          {(ids) => (
            <NumberInput
              {...ids}
              step={1}
              value={seats}
              onChange={(next) => {
                setSeats(Math.max(1, Math.round(next ?? 1)));
                choose(start);
              }}
            />
          )}
        </Row>
      ) : null}
      {service.course && !moving ? (
        <Row label={words.part} error={refusal?.at("part")}>
          {(ids) => (
            <Choice
              {...ids}
              value={part}
              options={courseParts.map((one) => [one, words.parts[one]] as const)}
              onChange={(next) => {
                setPart(next as CoursePart);
                choose(start);
              }}
            />
          )}
        </Row>
      ) : null}
      {service.lengths && !moving ? (
        <Row label={words.length} error={refusal?.at("minutes")}>
          {(ids) => (
            <Choice
              {...ids}
              value={String(chosenLength(service, minutes))}
              options={service.lengths?.map((one) => [String(one.minutes), words.minutes(one.minutes)] as const) ?? []}
              onChange={(next) => {
                setMinutes(Number(next));
                choose(start);
              }}
            />
          )}
        </Row>
      ) : null}
      <Row label={words.date}>
        {(ids) => (
          <Day
            {...ids}
            value={date}
            onChange={(next) => {
              if (!next) return;
              setDate(next);
              choose(null);
            }}
          />
        )}
      </Row>
      <Times
        {...judged}
        date={date}
        clock={clock}
        chosen={start}
        waived={waived}
        onChoose={choose}
        onWaive={setWaived}
      />
      {moving ? (
        <Tick label={words.quiet} checked={quiet} onChange={setQuiet} />
      ) : (
        <>
          <Row label={words.name} error={refusal?.at("client.name")}>
            {(ids) => <TextInput {...ids} value={client.name} onChange={(name) => setClient({ ...client, name })} />}
          </Row>
          <Row label={words.email} error={refusal?.at("client.email")}>
            {(ids) => (
              <TextInput
                {...ids}
                type="email"
                value={client.email}
                onChange={(email) => setClient({ ...client, email })}
              />
            )}
          </Row>
          <Row label={words.phoneField} error={refusal?.at("client.phone")}>
            {(ids) => (
              <TextInput
                {...ids}
                type="tel"
                value={client.phone}
                onChange={(phone) => setClient({ ...client, phone })}
              />
            )}
          </Row>
          {setUp.places.find(({ id }) => id === service.place)?.textMessages && client.phone.trim() ? (
            <Tick
              label={words.textsToo}
              checked={client.textMessages}
              onChange={(textMessages) => setClient({ ...client, textMessages })}
            />
          ) : null}
        </>
      )}
      <RefusalNote
        refusal={refusal}
        shownAt={["client.name", "client.email", "client.phone", "seats", "minutes", "part"]}
      />
    </Window>
  );
}

interface TimesAsked {
  readonly setUp: BookingSetUp;
  readonly service: Service;
  readonly resource: string | null;
  readonly seats: number;
  readonly minutes: number | null;
  readonly part: CoursePart;
  readonly date: string;
  readonly now: Instant;
  readonly clock: ZoneClock;
  readonly without: string | null;
  readonly chosen: Instant | null;
}

interface Judged {
  /** The free times of the day by hand; null while they are on their way. */
  readonly starts: readonly Instant[] | null;
  /** The chosen time is none of them. */
  readonly isOther: boolean;
  /** What the chosen time breaks; null while it is asked. */
  readonly reasons: Gives<"booking.why">["reasons"] | null;
}

/** The free times of a day, and what another one that is chosen breaks. */
function useTimes({
  setUp,
  service,
  resource,
  seats,
  minutes,
  part,
  date,
  now,
  clock,
  without,
  chosen,
}: TimesAsked): Judged {
  const site = useSite();
  const { data } = useQuery({
    queryKey: ["bookings", site.key, "diary", date],
    queryFn: () => ask("booking.diary", { site: site.key, from: date, to: date }),
  });
  const starts = useMemo(() => {
    if (!data) return null;
    const entries = (data.entries as readonly DiaryEntry[]).filter(({ booking }) => booking !== without);
    const diary = new Diary(entries, data.outside as readonly OutsideBusy[], clock);
    const day = dayNumber(date);
    const wish = { service: service.id, resource, seats, minutes, part, online: false };
    return new Availability(setUp, wish, diary, now, day, day).timesOn(day).map(({ dates }) => dates[0]?.start ?? 0);
  }, [data, setUp, service, resource, seats, minutes, part, date, now, clock, without]);
  const isOther = chosen !== null && starts !== null && !starts.includes(chosen);
  const { data: why } = useQuery({
    queryKey: ["bookings", site.key, "why", service.id, resource, seats, minutes, part, chosen, date],
    queryFn: () =>
      ask("booking.why", {
        site: site.key,
        service: service.id,
        resource,
        start: new Date(chosen ?? 0).toISOString(),
        seats,
        minutes,
        part,
        online: false,
        waived: [],
        without,
      }),
    enabled: isOther,
  });
  return { starts, isOther, reasons: isOther ? (why?.reasons ?? null) : [] };
}

interface TimesProps extends Judged {
  readonly date: string;
  readonly clock: ZoneClock;
  readonly chosen: Instant | null;
  readonly waived: readonly string[];
  readonly onChoose: (start: Instant | null) => void;
  readonly onWaive: (codes: readonly string[]) => void;
}

/** The free times of a day by hand, and any other one with the rules that it breaks. */
function Times({ starts, isOther, reasons: found, date, clock, chosen, waived, onChoose, onWaive }: TimesProps) {
  if (!starts) return <Loading what={words.times} />;
  const reasons = found ?? [];
  const hard = reasons.filter(({ waivable }) => !waivable);
  const codes = [...new Set(reasons.filter(({ waivable }) => waivable).map(({ code }) => code))];
  return (
    <Box mb="10px">
      <Text color="ink2" mb="5px">
        {words.times}
      </Text>
      <Flex wrap="wrap" gap="6px" role="group" aria-label={words.times}>
        {starts.map((start) => (
          <button
            key={start}
            type="button"
            aria-pressed={start === chosen}
            onClick={() => onChoose(start)}
            style={{
              minWidth: 56,
              minHeight: 30,
              borderRadius: 4,
              border: "1px solid var(--chakra-colors-edge)",
              background: `var(--chakra-colors-${start === chosen ? "ink" : "white"})`,
              color: `var(--chakra-colors-${start === chosen ? "sheet" : "ink"})`,
              cursor: "pointer",
            }}
          >
            {clock.wallOf(start).slice(11)}
          </button>
        ))}
        {starts.length ? null : <Text>{words.noTimes}</Text>}
      </Flex>
      <Box mt="8px">
        <Row label={words.otherTime} hint={words.otherTimeHint}>
          {(ids) => (
            <Box w="130px">
              <TextInput
                {...ids}
                type="time"
                value={isOther && chosen !== null ? clock.wallOf(chosen).slice(11) : ""}
                onChange={(time) => onChoose(time ? clock.instantAt(dayNumber(date), minutesOf(time)) : null)}
              />
            </Box>
          )}
        </Row>
      </Box>
      {reasons.length ? (
        <Box bg="wash" borderRadius="panel" p="8px 12px" role="status">
          <State tone={hard.length ? "brick" : "amber"}>{hard.length ? words.impossible : words.breaks}</State>
          <Box as="ul" ps="18px" listStyleType="disc">
            {(hard.length ? hard : reasons).slice(0, 8).map(({ code, message }) => (
              <Text as="li" key={`${code} ${message}`}>
                {message}
              </Text>
            ))}
          </Box>
          {hard.length ? null : (
            <Tick
              label={words.setAside}
              checked={codes.every((code) => waived.includes(code))}
              onChange={(on) => onWaive(on ? codes : [])}
            />
          )}
        </Box>
      ) : null}
    </Box>
  );
}
