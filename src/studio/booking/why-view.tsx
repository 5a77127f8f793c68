"use client";
// Why a time is or is not offered: a day's time line with everything that stands in the way, and for the moment pointed
// at the reasons of the engine, worked out here from what the steps say now.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery } from "@tanstack/react-query";
import { ChevronLeft, ChevronRight } from "lucide-react";
import { type KeyboardEvent, type PointerEvent, useMemo, useRef, useState } from "react";
import type { BookingSetUp, Instant, Service } from "@/core/booking/booking";
import { Diary, type DiaryEntry, type OutsideBusy } from "@/core/booking/diary/diary";
import { type Band, type DayLine, dayLine, type RowOf } from "@/core/booking/hours/day-line";
import { availabilityOn } from "@/core/booking/rules/availability";
import { momentWords, studioWords } from "@/core/booking/words/words";
import { dateOf, dayNumber } from "@/core/time/clock";
import type { ZoneClock } from "@/core/time/zone-clock";
import type { WidgetOf } from "@/core/widget/settings";
import { useSite } from "@/studio/frame/site-context";
import { ask } from "@/studio/kit/api";
import { IconButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Day } from "@/studio/kit/day-time";
import { Loading, State } from "@/studio/kit/layout";
import { wallWords } from "./moments";
import { colourOf, colourToken, lengthWords, membersOf } from "./notes";
import { useWhen } from "./when";
import { words } from "./words";

const own = words.why;
const stepMs = 5 * 60_000;
const hourMs = 3_600_000;
/** How far the next start is looked for, in days. */
const reach = 45;

export function WhyView({ widget, part }: { widget: WidgetOf<"booking">; part: BookingSetUp }) {
  const offered = widget.settings.services.flatMap((id) => part.services.find((one) => one.id === id) ?? []);
  const [serviceId, setService] = useState<string | null>(null);
  const [resourceId, setResource] = useState<string>();
  const [chosenDate, setDate] = useState<string | null>(null);
  const service = offered.find(({ id }) => id === serviceId) ?? offered[0];
  if (!service) return <Text color="ink2">{own.noService}</Text>;
  const leaders = membersOf(part, service, 0);
  // The first who leads, until somebody is chosen: what stands against all of them is long to read.
  const resource = leaders.find(({ id }) => id === (resourceId ?? leaders[0]?.id)) ?? null;
  return (
    <Box bg="sheet" boxShadow="page" p="18px" maxW="620px" mx="auto">
      <Flex gap="8px" mb="10px" wrap="wrap">
        <Box flex="1 1 150px">
          <Choice
            aria-label={own.service}
            value={service.id}
            options={offered.map(({ id, name }) => [id, name] as const)}
            onChange={setService}
          />
        </Box>
        <Box flex="1 1 120px">
          <Choice
            aria-label={own.withWhom}
            value={resource?.id ?? ""}
            options={[["", own.anybody], ...leaders.map(({ id, name }) => [id, name] as const)]}
            onChange={setResource}
          />
        </Box>
        <DayChoice part={part} service={service} date={chosenDate} onDate={setDate} />
      </Flex>
      <DayOf part={part} service={service} resource={resource?.id ?? null} date={chosenDate} />
    </Box>
  );
}

function DayChoice({
  part,
  service,
  date,
  onDate,
}: {
  part: BookingSetUp;
  service: Service;
  date: string | null;
  onDate: (date: string) => void;
}) {
  const { today } = useWhen(part, service.place);
  const shown = date ?? today;
  const by = (days: number) => onDate(dateOf(dayNumber(shown) + days));
  return (
    <Flex gap="4px" align="center" flex="1 1 200px">
      <IconButton name={own.dayBefore} onClick={() => by(-1)}>
        <ChevronLeft size={15} />
      </IconButton>
      <Day aria-label={own.day} value={shown} onChange={(next) => next && onDate(next)} />
      <IconButton name={own.dayAfter} onClick={() => by(1)}>
        <ChevronRight size={15} />
      </IconButton>
    </Flex>
  );
}

interface Asked {
  readonly part: BookingSetUp;
  readonly service: Service;
  readonly resource: string | null;
}

function DayOf({ date, ...asked }: Asked & { date: string | null }) {
  const { part, service, resource } = asked;
  const site = useSite();
  const { now, today, clock } = useWhen(part, service.place);
  const day = date ?? today;
  const { data, error } = useQuery({
    queryKey: ["diary", site.key, day],
    queryFn: () => ask("booking.diary", { site: site.key, from: day, to: dateOf(dayNumber(day) + reach) }),
  });
  const found = useMemo(() => {
    if (!data) return null;
    const diary = new Diary(data.entries as readonly DiaryEntry[], data.outside as readonly OutsideBusy[], clock);
    const wish = { service: service.id, resource, seats: 1, online: true };
    return { diary, line: dayLine(part, wish, diary, now, day) };
  }, [data, part, service, resource, now, day, clock]);
  if (error && !data) return <State tone="brick">{error.message}</State>;
  if (!found) return <Loading what={own.diary} />;
  return <Line key={`${service.id} ${day}`} {...asked} {...found} day={day} now={now} clock={clock} />;
}

function Line({
  part,
  service,
  resource,
  diary,
  line,
  day,
  now,
  clock,
}: Asked & {
  diary: Diary;
  line: DayLine;
  day: string;
  now: Instant;
  clock: ZoneClock;
}) {
  const [at, setAt] = useState<Instant>(
    () => line.starts[0] ?? line.from + Math.floor((line.to - line.from) / 2 / hourMs) * hourMs,
  );
  const area = useRef<HTMLDivElement>(null);
  const pointed = Math.min(Math.max(at, line.from), line.to - stepMs);
  const share = (instant: Instant) => `${((instant - line.from) / (line.to - line.from)) * 100}%`;
  const { offered, reasons } = line.explain(pointed);
  const wording = { clock, setUp: part, language: "en-GB", now };
  const time = clock.wallOf(pointed).slice(11);
  const point = (event: PointerEvent) => {
    const box = area.current?.getBoundingClientRect();
    if (!box) return;
    const exact = line.from + ((event.clientX - box.left) / box.width) * (line.to - line.from);
    setAt(Math.floor(exact / stepMs) * stepMs);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const by = {
      ArrowLeft: -stepMs,
      ArrowRight: stepMs,
      ArrowDown: -stepMs,
      ArrowUp: stepMs,
      PageDown: -hourMs,
      PageUp: hourMs,
    }[event.key];
    const edge = { Home: line.from, End: line.to - stepMs }[event.key];
    if (by === undefined && edge === undefined) return;
    event.preventDefault();
    setAt(edge ?? pointed + (by ?? 0));
  };
  const rows = line.rows.filter(({ of }) => of !== "tooSoon" || line.rows.some(({ bands }) => bands.length));
  const hours: Instant[] = [];
  for (let hour = line.from; hour <= line.to; hour += hourMs) hours.push(hour);
  const every = Math.ceil(hours.length / 9);
  return (
    <>
      <Text as="h2" fontFamily="heading" fontSize="title" fontWeight="700">
        {wallWords(day, "day")}
      </Text>
      <Text color="ink2" mb="26px">
        {own.about(
          service.name,
          lengthWords(service.durationMinutes),
          part.resources.find(({ id }) => id === resource)?.name ?? null,
        )}
      </Text>
      <Flex>
        <RowNames rows={rows} />
        <Box
          ref={area}
          role="slider"
          tabIndex={0}
          aria-label={own.moment}
          aria-valuemin={0}
          aria-valuemax={Math.round((line.to - line.from) / 60_000)}
          aria-valuenow={Math.round((pointed - line.from) / 60_000)}
          aria-valuetext={own.valueText(time, offered)}
          flex="1"
          position="relative"
          cursor="crosshair"
          pb="20px"
          style={{ touchAction: "none" }}
          onPointerDown={(event) => {
            event.currentTarget.setPointerCapture(event.pointerId);
            point(event);
          }}
          onPointerMove={(event) => event.buttons && point(event)}
          onKeyDown={onKeyDown}
        >
          {hours.map((hour, nth) => (
            <HourMarks key={hour} hour={hour} share={share} nth={nth} every={every} clock={clock} />
          ))}
          {rows.map(({ of, set, bands }) => (
            <Bands key={`${of} ${set}`} of={of} bands={bands} share={share} part={part} line={line} clock={clock} />
          ))}
          <StartMarks line={line} share={share} />
          <Pointer share={share} pointed={pointed} time={time} />
        </Box>
      </Flex>
      <Box mt="14px" aria-live="polite">
        <State tone={offered ? "moss" : "brick"}>{offered ? own.offered(time) : own.notOffered(time)}</State>
        <Box as="ol" ps="20px" mt="6px" listStyleType="decimal">
          {reasons.slice(0, 12).map((reason) => (
            <Text as="li" key={JSON.stringify(reason)} mb="3px">
              {studioWords(reason, wording)}
            </Text>
          ))}
        </Box>
        {reasons.length > 12 ? <Text color="ink2">{own.moreReasons(reasons.length - 12)}</Text> : null}
        <Next
          part={part}
          service={service}
          resource={resource}
          diary={diary}
          after={pointed}
          day={day}
          now={now}
          clock={clock}
        />
      </Box>
    </>
  );
}

/** The starts that are offered. */
const StartMarks = ({ line, share }: { line: DayLine; share: (instant: Instant) => string }) => (
  <Box h="20px" position="relative">
    {line.starts.map((start) => (
      <Box
        key={start}
        position="absolute"
        left={share(start)}
        top="4px"
        w="9px"
        h="9px"
        ms="-4.5px"
        borderRadius="50%"
        bg="moss"
      />
    ))}
  </Box>
);

/** Who or what each row of bands is of. */
const RowNames = ({ rows }: { rows: DayLine["rows"] }) => (
  <Box w="82px" flex="none" pe="8px" pt="2px">
    {rows.map(({ of, set }) => (
      <Text
        key={`${of} ${set}`}
        h="26px"
        textAlign="end"
        color="ink2"
        lineHeight="22px"
        truncate
        title={set || own.rows[of]}
      >
        {set || own.rows[of]}
      </Text>
    ))}
    <Text h="20px" textAlign="end" color="ink2" lineHeight="18px">
      {own.starts}
    </Text>
  </Box>
);

/** The moment that is pointed at. */
const Pointer = ({ share, pointed, time }: { share: (instant: Instant) => string; pointed: number; time: string }) => (
  <Box
    position="absolute"
    top="-8px"
    bottom="20px"
    left={share(pointed)}
    borderLeftWidth="2px"
    borderColor="mark"
    pointerEvents="none"
  >
    <Text position="absolute" top="-14px" left="-18px" w="36px" textAlign="center" color="mark" fontWeight="700">
      {time}
    </Text>
  </Box>
);

/** What stands in the way of one person or thing, as bands. */
const Bands = ({
  of,
  bands,
  share,
  part,
  line,
  clock,
}: {
  of: RowOf;
  bands: readonly Band[];
  share: (instant: Instant) => string;
  part: BookingSetUp;
  line: DayLine;
  clock: ZoneClock;
}) => (
  <Box h="26px" position="relative">
    {bands.map((band) => (
      <BandBox
        key={`${band.from} ${band.to}`}
        of={of}
        band={band}
        share={share}
        part={part}
        line={line}
        clock={clock}
      />
    ))}
  </Box>
);

/** The hours along the line. */
const HourMarks = ({
  hour,
  share,
  nth,
  every,
  clock,
}: {
  hour: number;
  share: (instant: Instant) => string;
  nth: number;
  every: number;
  clock: ZoneClock;
}) => (
  <Box
    position="absolute"
    top="0"
    bottom="20px"
    left={share(hour)}
    borderLeftWidth="1px"
    borderLeftStyle="dashed"
    borderColor="line"
  >
    {nth % every === 0 ? (
      <Text position="absolute" bottom="-20px" left="-16px" w="32px" textAlign="center" fontSize="small" color="ink2">
        {clock.wallOf(hour).slice(11)}
      </Text>
    ) : null}
  </Box>
);

const looks: Readonly<Record<RowOf, string>> = {
  open: "var(--chakra-colors-desk0)",
  away: "var(--chakra-colors-brickWash)",
  keptBack: "repeating-linear-gradient(135deg, var(--chakra-colors-desk0) 0 4px, var(--chakra-colors-sheet) 4px 8px)",
  booked: "var(--chakra-colors-desk4)",
  tidyUp: "var(--chakra-colors-desk1)",
  outside: "repeating-linear-gradient(45deg, var(--chakra-colors-desk2) 0 4px, var(--chakra-colors-sheet) 4px 8px)",
  set: "var(--chakra-colors-desk0)",
  tooSoon: "repeating-linear-gradient(135deg, var(--chakra-colors-line) 0 2px, var(--chakra-colors-sheet) 2px 6px)",
};

/** From this share of the day's line the words of a stretch fit into it, and from this one its numbers alone. */
const wordsFit = 0.2;
const numbersFit = 0.08;

function BandBox({
  of,
  band,
  share,
  part,
  line,
  clock,
}: {
  of: RowOf;
  band: Band;
  share: (instant: Instant) => string;
  part: BookingSetUp;
  line: DayLine;
  clock: ZoneClock;
}) {
  const [from, to] = [Math.max(band.from, line.from), Math.min(band.to, line.to)];
  if (from >= to) return null;
  const service = part.services.find(({ id }) => id === band.service);
  const time = (instant: Instant) => clock.wallOf(instant).slice(11);
  const [free, all] = [band.free ?? 0, band.all ?? 0];
  const wide = (to - from) / (line.to - line.from);
  const said =
    of === "open"
      ? own.openFromTo(time(band.from), time(band.to))
      : of === "set"
        ? own.free(free, all)
        : of === "tidyUp"
          ? own.minutes(Math.round((band.to - band.from) / 60_000))
          : (service?.name ?? (band.words || (of === "away" ? words.year.marks.closed : "")));
  const ground =
    of === "booked" && service ? `var(--chakra-colors-${colourToken(colourOf(part, service))})` : looks[of];
  return (
    <Box
      position="absolute"
      left={share(from)}
      w={`calc(${share(to)} - ${share(from)})`}
      top="1px"
      h="21px"
      borderRadius="2px"
      overflow="hidden"
      px="5px"
      lineHeight="21px"
      fontSize="11px"
      whiteSpace="nowrap"
      title={`${said} ${time(band.from)}–${time(band.to)}`}
      style={{ background: ground, opacity: of === "set" && band.free === 0 ? 0.35 : 1 }}
    >
      {wide < numbersFit ? "" : of === "set" && wide < wordsFit ? `${free}/${all}` : said}
    </Box>
  );
}

/** The next start with the one asked for, and with each of the others. */
function Next({
  part,
  service,
  resource,
  diary,
  after,
  day,
  now,
  clock,
}: Asked & { diary: Diary; after: Instant; day: string; now: Instant; clock: ZoneClock }) {
  const found = useMemo(() => {
    const first = (id: string | null): Instant | null => {
      const wish = { service: service.id, resource: id, seats: 1, online: true };
      const last = dayNumber(day) + reach;
      const availability = availabilityOn(part, wish, diary, now, day, dateOf(last));
      for (let at = dayNumber(day); at <= last; at++)
        for (const { dates } of availability.timesOn(at)) {
          const start = dates[0]?.start ?? 0;
          if (start > after) return start;
        }
      return null;
    };
    const others = membersOf(part, service, 0).filter(({ id }) => id !== resource);
    return [
      { name: part.resources.find(({ id }) => id === resource)?.name ?? null, start: first(resource) },
      ...(resource === null ? [] : others.slice(0, 3).map(({ id, name }) => ({ name, start: first(id) }))),
    ];
  }, [part, service, resource, diary, after, day, now]);
  return (
    <Box mt="8px">
      {found.map(({ name, start }) => (
        <Text key={name}>
          {name === null ? own.next : own.nextWith(name)}{" "}
          <b>
            {start === null
              ? own.noneWithin(reach)
              : momentWords({ clock, setUp: part, language: "en-GB", now }, start)}
          </b>
        </Text>
      ))}
    </Box>
  );
}
