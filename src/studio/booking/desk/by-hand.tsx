"use client";
// A booking by hand, and moving one: the free times of a day are worked out here; another time says which rules it breaks
// before they are set aside.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { nanoid } from "nanoid";
import { useMemo, useState } from "react";
import {
  type BookingSetUp,
  type CoursePart,
  chosenLength,
  courseParts,
  type Instant,
  lengthOfBooking,
  type Resource,
  type Service,
} from "@/core/booking/booking";
import { Diary, type DiaryEntry, type OutsideBusy } from "@/core/booking/diary/diary";
import { Availability } from "@/core/booking/rules/availability";
import { partOfBooking } from "@/core/booking/rules/course";
import { dateOf, dayNumber, minutesOf } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { Gives } from "@/server/operations";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { MainButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Row, TextInput, Tick } from "@/studio/kit/fields";
import { Loading, RefusalNote, State } from "@/studio/kit/layout";
import { useCommand } from "@/studio/kit/use-command";
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

/** What is chosen for it, and who it is for. */
interface Chosen {
  readonly service: string;
  readonly resource: string;
  readonly date: string;
  readonly start: Instant | null;
  readonly seats: number;
  readonly minutes: number | null;
  readonly part: CoursePart;
  readonly quiet: boolean;
  readonly waived: readonly string[];
  readonly client: {
    readonly name: string;
    readonly email: string;
    readonly phone: string;
    readonly textMessages: boolean;
  };
}

interface FormProps extends ByHandProps {
  readonly setUp: BookingSetUp;
  readonly first: Service;
}

interface Around extends FormProps {
  readonly chosenService: Service;
  readonly leaders: readonly Resource[];
}

const of = fieldsOf<Chosen, Around>();
const serviceOf = ({ setUp, first }: FormProps, id: string) => setUp.services.find((one) => one.id === id) ?? first;
const named = (list: readonly { readonly id: string; readonly name: string }[]) =>
  list.map(({ id, name }) => [id, name] as const);

/** What of a service is chosen: what it offers and nothing else. */
const offered = of.slot(({ around: { chosenService: service }, ...form }) => (
  <FieldTable
    {...form}
    of={[
      ...(service.capacity > 1 ? [of.number("seats", words.seatsField, { empty: 1 })] : []),
      ...(service.course
        ? [
            of.choice(
              "part",
              words.part,
              courseParts.map((one) => [one, words.parts[one]]),
            ),
          ]
        : []),
      ...(service.lengths
        ? [
            of.choice(
              "minutes",
              words.length,
              service.lengths.map((one) => [String(one.minutes), words.minutes(one.minutes)]),
              { read: Number, shows: ({ minutes }) => String(chosenLength(service, minutes)) },
            ),
          ]
        : []),
    ]}
  />
));

const which = of.choice("service", words.service, (_chosen, { setUp }) => named(setUp.services));
const person = of.choice("resource", words.person, (_chosen, { leaders }) => [["", words.anybody], ...named(leaders)], {
  shows: ({ resource }) => resource,
});
const day = of.day("date", words.date);

const clientFields: readonly TableField<Chosen>[] = [
  of.line("client.name", words.name),
  of.line("client.email", words.email, { type: "email" }),
  of.line("client.phone", words.phoneField, { type: "tel" }),
  of.slot(({ around: { setUp, chosenService }, ...form }) =>
    setUp.places.find(({ id }) => id === chosenService.place)?.textMessages && form.item.client.phone.trim() ? (
      <FieldTable {...form} of={[of.tick("client.textMessages", words.textsToo)]} />
    ) : null,
  ),
];

const shownAt = ["client.name", "client.email", "client.phone", "seats", "minutes", "part"];

/** What a booking by hand begins with. */
function beginOf({ moving, start, resource, walkIn, first }: FormProps, clock: ZoneClock, now: Instant): Chosen {
  const beginsAt = start ?? (moving ? Date.parse(moving.start) : null);
  const [from, to] = moving ? [Date.parse(moving.start), Date.parse(moving.end)] : [0, 0];
  return {
    service: first.id,
    resource: resource ?? moving?.resources[0] ?? "",
    date: beginsAt === null ? dateOf(clock.dayOf(now)) : clock.wallOf(beginsAt).slice(0, 10),
    start: start ?? null,
    seats: moving?.seats ?? 1,
    minutes: moving ? lengthOfBooking(first, from, to) : null,
    part: moving?.dateCount ? partOfBooking(first, clock, from, moving.dateCount) : "whole",
    quiet: false,
    waived: walkIn ? walkInWaives : [],
    client: { name: walkIn ? words.walkInName : "", email: "", phone: "", textMessages: false },
  };
}

/** What is chosen, what it comes to, and how it is done: once for one choice, however often it is sent. */
function useByHand(props: FormProps) {
  const { moving, walkIn, setUp, onDone } = props;
  const site = useSite();
  const now = Math.floor((Date.now() + site.clockAheadMs) / 60_000) * 60_000;
  const clockOf = ({ place }: Service) =>
    ZoneClock.of(setUp.places.find(({ id }) => id === place)?.zone ?? site.settings.zone);
  const [chosen, setChosen] = useState(() => beginOf(props, clockOf(props.first), now));
  const [key, setKey] = useState(() => nanoid());
  const { attempt, busy, refusal } = useCommand();
  const service = serviceOf(props, chosen.service);
  const leaders = membersOf(setUp, service, 0);
  const wished = leaders.some(({ id }) => id === chosen.resource) ? chosen.resource : null;
  const asked = {
    service: service.id,
    resource: wished,
    seats: Math.max(1, Math.round(chosen.seats)),
    minutes: chosenLength(service, chosen.minutes),
    part: service.course ? chosen.part : ("whole" as const),
  };
  const put = (part: Partial<Chosen>) => {
    // A day that is cleared is none; the one before stays.
    if ("date" in part && !part.date) return;
    // Another day has other times; whatever is chosen anew is another command, with no rule set aside yet.
    const start = part.date && part.date !== chosen.date ? { start: null } : {};
    const minutes = part.service ? { minutes: null } : {};
    const anew = "waived" in part || "client" in part || "quiet" in part;
    setChosen({ ...chosen, ...start, ...minutes, ...(anew ? {} : { waived: walkIn ? walkInWaives : [] }), ...part });
    if (!anew) setKey(nanoid());
  };
  const save = () =>
    attempt(async () => {
      if (chosen.start === null) return;
      const { client, quiet, waived } = chosen;
      const at = { site: site.key, start: new Date(chosen.start).toISOString(), waived: [...waived], key };
      const done = moving
        ? await ask("booking.move", { ...at, resource: wished, booking: moving.id, quiet })
        : await ask("booking.byHand", {
            ...at,
            ...asked,
            client: { ...client, language: site.settings.language },
            answers: {},
          });
      if (walkIn)
        await ask("booking.attendance", { site: site.key, booking: done.id, attendance: "came", key: `${key}-came` });
      onDone(done.id);
    });
  const clock = clockOf(service);
  const times = { setUp, asked, date: chosen.date, now, clock, without: moving?.id ?? null, chosen: chosen.start };
  return { chosen, put, service, leaders, wished, clock, judged: useTimes(times), save, busy, refusal };
}

function Form(props: FormProps) {
  const { moving, walkIn, onClose, onBlock } = props;
  const { chosen, put, service, leaders, wished, clock, judged, save, busy, refusal } = useByHand(props);
  // Only once every rule that it breaks is set aside.
  const stands = judged.reasons?.every(({ code, waivable }) => waivable && chosen.waived.includes(code)) ?? false;
  const time = chosen.start === null ? "" : wallWords(clock.wallOf(chosen.start));
  const form = {
    item: { ...chosen, resource: wished ?? "" },
    fault: (path: string) => refusal?.at(path),
    put,
    around: { ...props, chosenService: service, leaders },
  };
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
            disabled={chosen.start === null || !stands || (!moving && !chosen.client.name.trim())}
            loading={busy}
            onClick={save}
          >
            {moving ? words.moveCommand(time) : words.bookCommand(time)}
          </MainButton>
        </>
      }
    >
      <FieldTable {...form} of={moving ? [person, day] : [which, person, offered, day]} />
      <Times
        {...judged}
        date={chosen.date}
        clock={clock}
        chosen={chosen.start}
        waived={chosen.waived}
        onChoose={(start) => put({ start })}
        onWaive={(waived) => put({ waived })}
      />
      <FieldTable {...form} of={moving ? [of.tick("quiet", words.quiet)] : clientFields} />
      <RefusalNote refusal={refusal} shownAt={shownAt} />
    </Window>
  );
}

interface TimesAsked {
  readonly setUp: BookingSetUp;
  readonly asked: {
    readonly service: string;
    readonly resource: string | null;
    readonly seats: number;
    readonly minutes: number | null;
    readonly part: CoursePart;
  };
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
function useTimes({ setUp, asked, date, now, clock, without, chosen }: TimesAsked): Judged {
  const site = useSite();
  const { service, resource, seats, minutes, part } = asked;
  const { data } = useQuery({
    queryKey: ["bookings", site.key, "diary", date],
    queryFn: () => ask("booking.diary", { site: site.key, from: date, to: date }),
  });
  const starts = useMemo(() => {
    if (!data) return null;
    const entries = (data.entries as readonly DiaryEntry[]).filter(({ booking }) => booking !== without);
    const diary = new Diary(entries, data.outside as readonly OutsideBusy[], clock);
    const day = dayNumber(date);
    const wish = { service, resource, seats, minutes, part, online: false };
    return new Availability(setUp, wish, diary, now, day, day).timesOn(day).map(({ dates }) => dates[0]?.start ?? 0);
  }, [data, setUp, service, resource, seats, minutes, part, date, now, clock, without]);
  const isOther = chosen !== null && starts !== null && !starts.includes(chosen);
  const { data: why } = useQuery({
    queryKey: ["bookings", site.key, "why", service, resource, seats, minutes, part, chosen, date],
    queryFn: () =>
      ask("booking.why", {
        site: site.key,
        ...asked,
        start: new Date(chosen ?? 0).toISOString(),
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
