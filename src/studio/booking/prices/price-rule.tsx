"use client";
// One rule of prices: when it holds, and what a seat costs then.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useState } from "react";
import type { BookingSetUp, PriceRule } from "@/core/booking/booking";
import { hoursText, readHours } from "@/core/booking/hours/hours-text";
import { minutesOf, timeOf } from "@/core/time/clock";
import { FieldTable, fieldsOf, type TableField } from "@/studio/forms/field-table";
import type { Form } from "@/studio/forms/form";
import { Day } from "@/studio/kit/day-time";
import { NumberInput, Row, TextInput } from "@/studio/kit/fields";
import { Group } from "@/studio/kit/layout";
import type { Editing } from "../editing";
import { wallWords } from "../moments";
import { lengthWords } from "../notes";
import { words } from "../words";

const own = words.prices;
const dayNames = words.painter.short;

/** "Sat · 10-12 · Maren": what a rule asks for. */
export function conditionsText(rule: PriceRule, part: BookingSetUp): string {
  const said = [
    rule.service === "" ? own.forNothing : (part.services.find(({ id }) => id === rule.service)?.name ?? rule.service),
    part.resources.find(({ id }) => id === rule.resource)?.name ?? rule.resource,
    rule.weekdays?.map((day) => dayNames[day - 1]).join(", "),
    rule.hours && hoursOfText(rule.hours),
    rule.dates && own.dates(wallWords(rule.dates.from, "date"), wallWords(rule.dates.to, "date")),
    rule.seats && own.seats(rule.seats.from, rule.seats.to),
    rule.minutes && lengthWords(rule.minutes),
  ].filter(Boolean);
  return said.join(" · ") || own.always;
}

const hoursOfText = ({ from, to }: { from: string; to: string }) =>
  hoursText([{ weekday: 1, from: minutesOf(from), to: minutesOf(to) }]).replace("Mon ", "");

const of = fieldsOf<PriceRule, BookingSetUp>();

/** Lengths of what a rule is for; one that is offered no more stands there still, so that it can be let go of. */
const lengthsOf = (rule: PriceRule, part: BookingSetUp): readonly number[] => {
  const meant = part.services.filter(({ id }) => rule.service === null || rule.service === id || rule.service === "");
  const offered = meant.flatMap((one) => (one.lengths ?? []).map(({ minutes }) => minutes));
  return [...new Set([...offered, ...(rule.minutes ? [rule.minutes] : [])])].toSorted((one, other) => one - other);
};

const named = (list: readonly { readonly id: string; readonly name: string }[], none: string) => [
  ["", none] as const,
  ...list.map(({ id, name }) => [id, name] as const),
];

/** A new rule is for nothing, and can't be kept, until it says what it is for: “any service” is said, too. */
const notSaid = "?";
const everyService = "*";

const ruleFields: readonly TableField<PriceRule>[] = [
  of.choice(
    "service",
    own.service,
    ({ service }, { services }) => [
      ...(service === "" ? [[notSaid, own.sayService] as const] : []),
      [everyService, own.anyService],
      ...services.map(({ id, name }) => [id, name] as const),
    ],
    {
      shows: ({ service }) => (service === null ? everyService : service || notSaid),
      read: (chosen) => (chosen === everyService ? null : chosen === notSaid ? "" : chosen),
    },
  ),
  of.choice("resource", own.resource, (_rule, { resources }) => named(resources, own.anybody), { empty: null }),
  of.slot((form) => <Weekdays {...form} />),
  of.slot((form) => <HoursRow {...form} />),
  of.slot((form) => <DatesRow {...form} />),
  of.slot((form) => <SeatsRow {...form} />),
  of.slot(({ around, ...form }) => {
    const lengths = lengthsOf(form.item, around);
    const options = lengths.map((minutes) => [String(minutes), lengthWords(minutes)] as const);
    const field = of.choice("minutes", own.minutesLabel, [["", own.anyMinutes], ...options], {
      read: (chosen) => (chosen ? Number(chosen) : undefined),
    });
    return lengths.length ? <FieldTable {...form} of={[field]} /> : null;
  }),
  of.money("price.amount", own.price),
  of.money("price.earlier", words.service.earlier, { none: words.service.noEarlier }),
  of.number("priority", own.priority, { hint: own.priorityHint }),
];

export const RuleSheet = ({ part, editing }: { part: BookingSetUp; editing: Editing<"prices"> }) => (
  <Group title={own.rule} mt="12px">
    <FieldTable {...editing} around={part} of={ruleFields} />
  </Group>
);

const Weekdays = ({ item: rule, fault, put }: Form<PriceRule>) => (
  <Row label={own.weekdays} error={fault("weekdays")}>
    {() => (
      <Flex gap="4px" role="group" aria-label={own.weekdays}>
        {dayNames.map((name, at) => {
          const day = at + 1;
          const on = rule.weekdays?.includes(day) ?? false;
          return (
            <button
              key={name}
              type="button"
              aria-pressed={on}
              onClick={() => {
                const weekdays = on
                  ? (rule.weekdays ?? []).filter((one) => one !== day)
                  : [...(rule.weekdays ?? []), day].toSorted((one, other) => one - other);
                put({ weekdays: weekdays.length ? weekdays : null });
              }}
              style={{
                minWidth: 40,
                minHeight: 28,
                borderRadius: 4,
                border: `1px solid var(--chakra-colors-${on ? "ink" : "edge"})`,
                background: `var(--chakra-colors-${on ? "ink" : "white"})`,
                color: `var(--chakra-colors-${on ? "sheet" : "ink"})`,
                cursor: "pointer",
              }}
            >
              {name}
            </button>
          );
        })}
      </Flex>
    )}
  </Row>
);

const DatesRow = ({ item: rule, fault, put }: Form<PriceRule>) => (
  <Row label={own.datesLabel} error={fault("dates")}>
    {(ids) => (
      <Flex gap="6px" align="center">
        <Day
          {...ids}
          value={rule.dates?.from ?? null}
          onChange={(from) => put({ dates: from ? { from, to: rule.dates?.to ?? from } : null })}
        />
        <Text color="ink2">{words.to}</Text>
        <Day
          aria-label={own.datesTo}
          value={rule.dates?.to ?? null}
          onChange={(to) => put({ dates: to ? { from: rule.dates?.from ?? to, to } : null })}
        />
      </Flex>
    )}
  </Row>
);

const SeatsRow = ({ item: rule, fault, put }: Form<PriceRule>) => (
  <Row label={own.seatsLabel} error={fault("seats")}>
    {(ids) => (
      <Flex gap="6px" align="center">
        <NumberInput
          {...ids}
          step={1}
          placeholder={own.anySeats}
          value={rule.seats?.from}
          onChange={(from) =>
            put({ seats: from === undefined ? null : { from, to: Math.max(from, rule.seats?.to ?? from) } })
          }
        />
        <Text color="ink2">{words.to}</Text>
        <NumberInput
          aria-label={own.seatsTo}
          step={1}
          value={rule.seats?.to}
          onChange={(to) => put({ seats: to === undefined ? null : { from: rule.seats?.from ?? 1, to } })}
        />
      </Flex>
    )}
  </Row>
);

function HoursRow({ item: rule, fault, put }: Form<PriceRule>) {
  const [typed, setTyped] = useState<string | null>(null);
  const read = (text: string): { hours: PriceRule["hours"] } | { fault: string } => {
    if (!text.trim()) return { hours: null };
    const found = readHours(`Mon ${text}`);
    if ("fault" in found) return { fault: found.fault };
    const [span] = found.spans;
    if (found.spans.length !== 1 || !span || span.weekday !== 1) return { fault: own.oneSpan };
    return { hours: { from: timeOf(span.from), to: timeOf(span.to) } };
  };
  const now = typed === null ? null : read(typed);
  const wrong = now && "fault" in now ? now.fault : fault("hours");
  return (
    <Box onBlur={() => !(now && "fault" in now) && setTyped(null)}>
      <Row label={own.hours} error={wrong}>
        {(ids) => (
          <TextInput
            {...ids}
            placeholder={own.anyTime}
            value={typed ?? (rule.hours ? hoursOfText(rule.hours) : "")}
            onChange={(text) => {
              setTyped(text);
              const next = read(text);
              if ("hours" in next) put({ hours: next.hours });
            }}
          />
        )}
      </Row>
    </Box>
  );
}
