"use client";
// A day from a calendar and a time beside it, as one value: "2026-03-11T09:30".
import { Box, Flex } from "@chakra-ui/react";
import { type DayProps, dayOf } from "./day-props";
import { TextInput } from "./fields";
import { later } from "./later";
import { words } from "./words";

export interface DayTimeProps extends DayProps {
  /** "2026-03-11T09:30". */
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
  /** The time that goes with a day when none has been written yet. */
  readonly timeOfDay: string;
}

/** A day from a calendar, which is loaded with the first day that is asked for. */
export const Day = later(() => import("./day").then((module) => module.Day), <Box flex="1" h="32px" />);

export function DayTime({ value, onChange, timeOfDay, ...field }: DayTimeProps) {
  const day = dayOf(value);
  const time = value?.slice(11) || timeOfDay;
  return (
    <Flex gap="6px">
      <Day {...field} value={day} onChange={(chosen) => onChange(chosen ? `${chosen}T${time}` : null)} />
      <Box w="122px">
        <TextInput
          type="time"
          aria-label={words.timeOfDay}
          disabled={!day}
          value={day ? time : ""}
          onChange={(next) => day && onChange(`${day}T${next || timeOfDay}`)}
        />
      </Box>
    </Flex>
  );
}
