"use client";
// A week of one service as bands of its price; a moment pointed at tells which rule won and which lost.
import { Box, Flex, Grid, Text } from "@chakra-ui/react";
import { useMemo, useState } from "react";
import { type BookingSetUp, chosenLength, type Service } from "@/core/booking/booking";
import { mondayOf } from "@/core/booking/hours/starts-week";
import { type PriceCondition, priceContest, priceOf, priceWeek } from "@/core/booking/money/price";
import { moneyWords } from "@/core/money/money";
import { dayNumber, minutesOf, timeOf } from "@/core/time/clock";
import { useSite } from "@/studio/frame/site-context";
import { Choice } from "@/studio/kit/choice";
import { NumberInput, TextInput } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import { wallWords } from "../moments";
import { lengthWords, membersOf } from "../notes";
import { useWhen } from "../when";
import { words } from "../words";
import { conditionsText } from "./price-rule";

const own = words.prices;
const dayNames = words.painter.short;

/** Tones of price bands, the dearer the darker: always with the price written in them. */
const tones = ["desk0", "desk1", "desk2", "desk3", "desk4", "desk5", "desk6", "desk7"] as const;
const drawnFrom = 7;
const drawnTo = 22;
const hourPx = 14;

const named = (list: readonly { readonly id: string; readonly name: string }[]) =>
  list.map(({ id, name }) => [id, name] as const);

/** What is asked of the prices: which service, who serves, for how many and how long; each can be chosen. */
function useAsked(part: BookingSetUp) {
  const [chosenId, setChosen] = useState<string | null>(null);
  const [seats, setSeats] = useState(1);
  const [leaderId, setLeader] = useState<string | null>(null);
  const [besideId, setBeside] = useState<string | null>(null);
  const [length, setLength] = useState<number | null>(null);
  const service = (part.services.find(({ id }) => id === chosenId) ?? part.services[0]) as Service;
  const leaders = membersOf(part, service, 0);
  const leader = leaders.find(({ id }) => id === leaderId) ?? leaders[0];
  const followers = service.needs.slice(1).flatMap((_need, at) => membersOf(part, service, at + 1));
  const beside = followers.find(({ id }) => id === besideId && id !== leader?.id);
  const serving = useMemo(() => [leader, beside].filter((one) => one !== undefined), [leader, beside]);
  const minutes = service.lengths?.find((one) => one.minutes === length)?.minutes ?? chosenLength(service, null);
  return {
    asked: { service, serving, seats, minutes },
    ...{ leader, leaders, beside, followers },
    ...{ setChosen, setSeats, setLeader, setBeside, setLength },
  };
}

type Asked = ReturnType<typeof useAsked>;

const Chosen = ({ part, of }: { part: BookingSetUp; of: Asked }) => {
  const { service, seats, minutes } = of.asked;
  return (
    <Flex gap="8px" mb="10px">
      <Choice aria-label={own.service} value={service.id} options={named(part.services)} onChange={of.setChosen} />
      <Choice aria-label={own.leader} value={of.leader?.id ?? ""} options={named(of.leaders)} onChange={of.setLeader} />
      {of.followers.length ? (
        <Choice
          aria-label={own.beside}
          value={of.beside?.id ?? ""}
          options={[["", own.nobodyBeside], ...named(of.followers)]}
          onChange={of.setBeside}
        />
      ) : null}
      {service.lengths ? (
        <Choice
          aria-label={own.minutesLabel}
          value={String(minutes)}
          options={service.lengths.map((one) => [String(one.minutes), lengthWords(one.minutes)] as const)}
          onChange={(next) => of.setLength(Number(next))}
        />
      ) : null}
      <Box w="120px" flex="none">
        <NumberInput
          aria-label={own.forSeats}
          unit={own.seatsUnit}
          step={1}
          value={seats}
          onChange={(next) => of.setSeats(Math.min(500, Math.max(1, Math.round(next ?? 1))))}
        />
      </Box>
    </Flex>
  );
};

interface Moment {
  readonly day: number;
  readonly minutes: number;
}

/** One day's bands, with a line at the moment that is pointed at. */
function DayOfPrices({
  bands,
  day,
  at,
  toneOf,
  money,
  onPoint,
}: {
  bands: ReturnType<typeof priceWeek>[number];
  day: number;
  at: Moment;
  toneOf: (amount: number) => string;
  money: (amount: number) => string;
  onPoint: (moment: Moment) => void;
}) {
  return (
    // biome-ignore lint/a11y/useKeyWithClickEvents: the two choices below say the same by keys
    // biome-ignore lint/a11y/noStaticElementInteractions: the two choices below say the same by keys
    <div
      style={{
        position: "relative",
        borderInlineStart: "1px solid var(--chakra-colors-line)",
        cursor: "crosshair",
      }}
      onClick={(event) => {
        const { top } = event.currentTarget.getBoundingClientRect();
        const minutes = drawnFrom * 60 + ((event.clientY - top) / hourPx) * 60;
        onPoint({ day, minutes: Math.min(23 * 60 + 45, Math.max(0, Math.floor(minutes / 15) * 15)) });
      }}
    >
      {bands.map((band) => {
        const top = Math.max(0, band.from / 60 - drawnFrom) * hourPx;
        const bottom = Math.min(drawnTo - drawnFrom, band.to / 60 - drawnFrom) * hourPx;
        if (bottom <= top) return null;
        return (
          <Box
            key={band.from}
            position="absolute"
            left="2px"
            right="2px"
            top={`${top + 1}px`}
            h={`${bottom - top - 2}px`}
            bg={band.found ? toneOf(band.found.price.amount) : "transparent"}
            borderRadius="2px"
            fontSize="11px"
            textAlign="center"
            overflow="hidden"
            pt="2px"
          >
            {bottom - top > 12 ? (band.found ? money(band.found.price.amount) : own.none) : ""}
          </Box>
        );
      })}
      {at.day === day ? (
        <Box
          position="absolute"
          left="0"
          right="0"
          top={`${(at.minutes / 60 - drawnFrom) * hourPx}px`}
          borderTopWidth="2px"
          borderColor="mark"
        />
      ) : null}
    </div>
  );
}

/** The hours beside the days. */
const Hours = () => (
  <Box position="relative" h={`${(drawnTo - drawnFrom) * hourPx}px`} aria-hidden="true">
    {[8, 12, 16, 20].map((hour) => (
      <Text
        key={hour}
        position="absolute"
        right="6px"
        top={`${(hour - drawnFrom) * hourPx - 8}px`}
        fontSize="small"
        color="ink2"
      >
        {timeOf(hour * 60)}
      </Text>
    ))}
  </Box>
);

export function WeekOfPrices({ sound: part }: Pick<StepProps<"booking">, "sound">) {
  const { currency, language } = useSite().settings;
  const chosen = useAsked(part);
  const { service, serving, seats, minutes } = chosen.asked;
  const [at, setAt] = useState<Moment>({ day: 5, minutes: 10 * 60 });
  const { today, clock } = useWhen(part, service.place);
  const monday = mondayOf(today);
  const week = useMemo(
    () => (serving.length ? priceWeek({ service, serving, seats, minutes }, part.prices, clock, monday) : null),
    [service, serving, seats, minutes, part.prices, clock, monday],
  );
  if (!chosen.leader || !week) return <Text color="ink2">{own.nobodyLeads(service.name)}</Text>;
  const money = (amount: number) => moneyWords({ amount, currency }, language);
  const asked = { ...chosen.asked, start: clock.instantAt(dayNumber(monday) + at.day, at.minutes) };
  const found = priceOf(asked, part.prices, clock);
  const amounts = [
    ...new Set(week.flatMap((bands) => bands.flatMap((band) => (band.found ? [band.found.price.amount] : [])))),
  ].sort((one, other) => one - other);
  const toneOf = (amount: number) => tones[amounts.indexOf(amount) % tones.length] ?? "desk0";
  return (
    <Group title={own.week} mt="14px" aside={own.weekFrom(wallWords(monday, "date"))}>
      <Chosen part={part} of={chosen} />
      <Grid templateColumns="38px repeat(7, 1fr)">
        <span />
        {dayNames.map((name) => (
          <Text key={name} textAlign="center" fontSize="small" fontWeight="650">
            {name}
          </Text>
        ))}
        <Hours />
        {week.map((bands, day) => (
          <DayOfPrices key={dayNames[day]} {...{ bands, day, at, toneOf, money }} onPoint={setAt} />
        ))}
      </Grid>
      <Flex gap="8px" mt="10px" align="center">
        <Box w="110px">
          <Choice
            aria-label={own.pointedDay}
            value={String(at.day)}
            options={words.painter.long.map((name, day) => [String(day), name] as const)}
            onChange={(day) => setAt({ ...at, day: Number(day) })}
          />
        </Box>
        <Box w="110px">
          <TextInput
            type="time"
            aria-label={own.pointedTime}
            value={timeOf(at.minutes)}
            onChange={(time) => time && setAt({ ...at, minutes: minutesOf(time) })}
          />
        </Box>
        <Text fontWeight="700" role="status">
          {found ? own.costs(money(found.price.amount), own.by[found.by] ?? "") : own.noPrice}
        </Text>
      </Flex>
      <Contest part={part} contest={priceContest(asked, part.prices, clock)} />
    </Group>
  );
}

/** The rules in the order in which they win, each with why it did or did not. */
const Contest = ({ part, contest }: { part: BookingSetUp; contest: ReturnType<typeof priceContest> }) => {
  const failed = (fails: readonly PriceCondition[]) =>
    fails.length ? own.fails(fails.map((one) => own.conditions[one])) : own.beaten;
  return (
    <Box as="ol" mt="8px" listStyleType="none">
      {contest.map(({ rule, fails, wins }, rank) => (
        <Flex as="li" key={rule.id} gap="8px" py="3px" borderTopWidth="1px" borderColor="line">
          <Text w="18px" color="ink2" flex="none">
            {rank + 1}
          </Text>
          <Text flex="1" minW="0" fontWeight={wins ? "700" : "400"}>
            {conditionsText(rule, part)}
          </Text>
          <Text color={wins ? "moss" : "ink2"} fontWeight={wins ? "700" : "400"}>
            {wins ? own.wins : failed(fails)}
          </Text>
        </Flex>
      ))}
    </Box>
  );
};
