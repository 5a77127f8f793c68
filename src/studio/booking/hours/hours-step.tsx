"use client";
// Hours: a week painted or typed, season by season; the single days of a year; and how many starts all of it gives.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import type { BookingSetUp, Resource } from "@/core/booking/booking";
import { hoursText, readHours } from "@/core/booking/hours/hours-text";
import { mondayOf, servicesOf, startsAWeek } from "@/core/booking/hours/starts-week";
import {
  always,
  firstDayOf,
  type PaintedSpan,
  paint,
  paintedOf,
  type Season,
  withSeason,
} from "@/core/booking/hours/week";
import { dateOf, dayNumber } from "@/core/time/clock";
import type { Editing } from "@/studio/booking/editing";
import { PlainButton, QuietButton } from "@/studio/kit/buttons";
import { Choice } from "@/studio/kit/choice";
import { Row, TextInput } from "@/studio/kit/fields";
import { Group, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import type { StepProps } from "@/studio/widget/half";
import { editingOf } from "../editing";
import { useWhen } from "../when";
import { words } from "../words";
import { Seasons } from "./seasons";
import { steps, WeekPainter } from "./week-painter";
import { YearDays } from "./year-days";

const own = words.hours;

export function HoursStep(props: StepProps<"booking">) {
  const { part } = props;
  const [chosen, setChosen] = useState<string | null>(null);
  const resource = part.resources.find(({ id }) => id === chosen) ?? part.resources[0];
  if (!resource) return <Text color="ink2">{own.nobody}</Text>;
  return (
    <>
      <Flex gap="8px" mb="10px" align="center">
        <Box w="220px">
          <Choice
            aria-label={own.whose}
            value={resource.id}
            options={part.resources.map(({ id, name, kind }) => [id, own.resource(name, own.kinds[kind])] as const)}
            onChange={setChosen}
          />
        </Box>
        <Text color="ink2" fontSize="small">
          {own.zone(part.places.find(({ id }) => id === resource.place)?.zone ?? "")}
        </Text>
      </Flex>
      <Week key={resource.id} {...props} resource={resource} />
      <YearDays {...props} resource={resource} />
    </>
  );
}

type Of = StepProps<"booking"> & { readonly resource: Resource };

/** From when to when a week is drawn, in minutes: an hour around what is painted, and the usual day. */
function drawnHours(spans: readonly PaintedSpan[]): readonly [from: number, to: number] {
  const least = Math.min(8 * 60, ...spans.map(({ from }) => from - 60));
  const most = Math.max(19 * 60, ...spans.map(({ to }) => to + 60));
  return [Math.max(0, Math.floor(least / 60) * 60), Math.min(24 * 60, Math.ceil(most / 60) * 60)];
}

function Week(props: Of) {
  const { part, sound, resource, faults } = props;
  const editing = editingOf(props).one("resources", resource.id);
  const [season, setSeason] = useState<Season>(always);
  const [painting, setPainting] = useState<"open" | "keptBack">("open");
  const [step, setStep] = useState(30);
  const [whole, setWhole] = useState(false);
  const { today } = useWhen(sound, null);
  const index = part.resources.findIndex(({ id }) => id === resource.id);
  const week = resource.week ?? [];
  const open = paintedOf(week, season);
  const keptBack = paintedOf(resource.keptBack, season);
  const { seasons = [] } = part.places.find(({ id }) => id === resource.place) ?? {};
  const monday = mondayOf(dateOf(firstDayOf(season, seasons, dayNumber(today))));
  const services = servicesOf(sound, resource.id);
  const counts = useStarts(sound, resource.id, monday);
  const key = painting === "open" ? "week" : "keptBack";
  if (!editing) return null;
  if (resource.week === null)
    return (
      <Box bg="wash" borderRadius="panel" p="12px">
        <Text mb="8px">{own.aroundTheClock(resource.name)}</Text>
        <PlainButton onClick={() => editing.put({ week: [] })}>{own.giveHours}</PlainButton>
      </Box>
    );
  const changed = (painted: readonly PaintedSpan[]) =>
    ({ [key]: withSeason(resource[key] ?? [], season, painted) }) as Partial<Resource>;
  const [from, to] = whole ? [0, 24 * 60] : drawnHours([...open, ...keptBack]);
  const wrong = Object.entries(faults).find(([path]) =>
    ["week", "keptBack"].some((one) => path.startsWith(`part.resources[${index}].${one}`)),
  )?.[1];
  const starts = Array.from({ length: 7 }, (_, nth) => counts.reduce((sum, one) => sum + (one[nth] ?? 0), 0));
  return (
    <>
      <PainterBar
        props={props}
        season={season}
        setSeason={setSeason}
        painting={painting}
        setPainting={setPainting}
        step={step}
        setStep={setStep}
      />
      <Painted
        resource={resource}
        open={open}
        keptBack={keptBack}
        painting={painting}
        step={step}
        from={from}
        to={to}
        starts={starts}
        editing={editing}
        changed={changed}
        list={key}
      />
      {wrong ? <State tone="brick">{wrong}</State> : null}
      <Flex gap="8px" mt="4px" mb="8px">
        <QuietButton aria-pressed={whole} onClick={() => setWhole(!whole)}>
          {whole ? own.usualHours : own.wholeDay}
        </QuietButton>
        {resource.kind === "person" ? null : (
          <QuietButton onClick={() => editing.put({ week: null })}>{own.makeAroundTheClock}</QuietButton>
        )}
      </Flex>
      <Typed
        key={`${key} ${JSON.stringify(season)}`}
        label={painting === "open" ? own.orType : own.orTypeKept}
        spans={painting === "open" ? open : keptBack}
        onChange={(spans) => editing.put(changed(spans))}
      />
      {services.length ? (
        <Group title={own.startsAWeek} aside={String(starts.reduce((sum, one) => sum + one, 0))}>
          {services.map((service, nth) => (
            <Flex key={service.id} justify="space-between" py="2px">
              <Text>{service.name}</Text>
              <Text color="ink2">{own.startsOf((counts[nth] ?? []).reduce((sum, one) => sum + one, 0))}</Text>
            </Flex>
          ))}
        </Group>
      ) : null}
    </>
  );
}

/** The week as it is painted. */
const Painted = ({
  resource,
  open,
  keptBack,
  painting,
  step,
  from,
  to,
  starts,
  editing,
  changed,
  list,
}: {
  resource: Resource;
  open: readonly PaintedSpan[];
  keptBack: readonly PaintedSpan[];
  painting: "open" | "keptBack";
  step: number;
  from: number;
  to: number;
  starts: number[];
  editing: Editing<"resources">;
  changed: (painted: readonly PaintedSpan[]) => Partial<Resource>;
  list: "week" | "keptBack";
}) => (
  <WeekPainter
    label={own.weekOf(resource.name)}
    open={open}
    keptBack={keptBack}
    painting={painting}
    stepMinutes={step}
    from={from}
    to={to}
    starts={starts}
    onPaint={(area, how) => editing.command(changed(paint(list === "week" ? open : keptBack, area, how)))}
  />
);

/** Which season is painted, and with what. */
const PainterBar = ({
  props,
  season,
  setSeason,
  painting,
  setPainting,
  step,
  setStep,
}: {
  props: Of;
  season: Season;
  setSeason: (next: Season) => void;
  painting: "open" | "keptBack";
  setPainting: (next: "open" | "keptBack") => void;
  step: number;
  setStep: (next: number) => void;
}) => (
  <Flex gap="8px" align="center" mb="8px" wrap="wrap">
    <Seasons {...props} season={season} onSeason={setSeason} />
    <Box flex="1" />
    <Segments<"open" | "keptBack">
      label={own.paint}
      value={painting}
      onChange={setPainting}
      options={[
        ["open", own.open],
        ["keptBack", own.keptBack],
      ]}
    />
    <Box w="96px">
      <Choice
        aria-label={own.by}
        value={String(step)}
        options={Object.keys(steps).map((minutes) => [minutes, own.byMinutes(Number(minutes))] as const)}
        onChange={(minutes) => setStep(Number(minutes))}
      />
    </Box>
  </Flex>
);

/** Starts a week of each service that needs a resource, by weekday. */
function useStarts(part: BookingSetUp, resource: string, monday: string): readonly (readonly number[])[] {
  return useMemo(
    () => servicesOf(part, resource).map(({ id }) => startsAWeek(part, id, resource, monday)),
    [part, resource, monday],
  );
}

/** Hours as one writes them. What can't be read stays typed, is told, and changes nothing. */
function Typed({
  label,
  spans,
  onChange,
}: {
  label: string;
  spans: readonly PaintedSpan[];
  onChange: (spans: readonly PaintedSpan[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = typed === null ? null : readHours(typed);
  const wrong = read && "fault" in read ? read.fault : undefined;
  return (
    <Box onBlur={() => !wrong && setTyped(null)}>
      <Row label={label} error={wrong} hint={own.typeHint}>
        {(ids) => (
          <TextInput
            {...ids}
            value={typed ?? hoursText(spans)}
            onChange={(text) => {
              setTyped(text);
              const next = readHours(text);
              if ("spans" in next) onChange(next.spans);
            }}
          />
        )}
      </Row>
    </Box>
  );
}
