"use client";
// Hours of a week as they are typed, one row a day: handed on as far as they can be read.
import { Text } from "@chakra-ui/react";
import { useState } from "react";
import { readSpans } from "@/core/site/facts";
import type { WeekHours } from "@/core/site/open-hours";
import { Row, TextInput } from "./fields";
import { words } from "./words";

const own = words.hours;

/** No hours on any day. */
export const noHours: WeekHours = Array.from({ length: 7 }, () => []);

const spansText = (hours: WeekHours, day: number): string =>
  (hours[day] ?? []).map(({ from, to }) => `${from}–${to}`).join(", ");

/** `onChange` is told the hours, and whether all that is typed could be read. */
export function WeekRows({
  hours,
  faultAt,
  onChange,
}: {
  hours: WeekHours;
  faultAt: (day: number) => string | undefined;
  onChange: (hours: WeekHours, readable: boolean) => void;
}) {
  const [typed, setTyped] = useState<readonly string[]>(() => own.days.map((_day, at) => spansText(hours, at)));
  const type = (day: number, text: string) => {
    const next = typed.map((before, at) => (at === day ? text : before));
    setTyped(next);
    const read = next.map(readSpans);
    onChange(
      read.map((spans) => spans ?? []),
      read.every((spans) => spans !== null),
    );
  };
  return (
    <>
      <Text fontSize="small" color="ink2" mb="6px">
        {own.hint}
      </Text>
      {own.days.map((name, day) => (
        <Row
          key={name}
          label={name}
          error={faultAt(day) ?? (readSpans(typed[day] ?? "") === null ? own.unreadable : undefined)}
        >
          {(ids) => <TextInput {...ids} value={typed[day] ?? ""} onChange={(text) => type(day, text)} />}
        </Row>
      ))}
    </>
  );
}
