"use client";
// A day from a calendar and a time beside it, as one value: "2026-03-11T09:30".
import { Box, DatePicker, Flex, Portal, parseDate } from "@chakra-ui/react";
import { Calendar } from "lucide-react";
import { TextInput } from "./kit";
import { words } from "./words";

interface DayProps {
  readonly id?: string | undefined;
  readonly "aria-describedby"?: string | undefined;
  readonly "aria-invalid"?: boolean | undefined;
  readonly "aria-label"?: string | undefined;
  /** "2026-03-11". */
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
}

export interface DayTimeProps extends DayProps {
  /** "2026-03-11T09:30". */
  readonly value: string | null;
  readonly onChange: (value: string | null) => void;
  /** The time that goes with a day when none has been written yet. */
  readonly timeOfDay: string;
}

const dayOf = (value: string | null) => (value && /^\d{4}-\d{2}-\d{2}/.test(value) ? value.slice(0, 10) : null);

/** A day from a calendar. */
export function Day({ id, value, onChange, ...described }: DayProps) {
  const day = dayOf(value);
  return (
    <DatePicker.Root
      flex="1"
      size="xs"
      {...(id ? { ids: { input: () => id } } : {})}
      locale="en-GB"
      startOfWeek={1}
      value={day ? [parseDate(day)] : []}
      onValueChange={({ value: [chosen] }) => onChange(chosen ? chosen.toString().slice(0, 10) : null)}
    >
      <DatePicker.Control>
        <DatePicker.Input
          {...described}
          h="32px"
          bg="white"
          borderColor="edge"
          borderRadius="field"
          fontSize="ui"
          px="9px"
        />
        <DatePicker.IndicatorGroup>
          <DatePicker.Trigger aria-label={words.openCalendar} color="ink2" minW="26px" minH="26px" me="-4px">
            <Calendar size={15} />
          </DatePicker.Trigger>
        </DatePicker.IndicatorGroup>
      </DatePicker.Control>
      <Portal>
        <DatePicker.Positioner>
          <DatePicker.Content bg="sheet" color="ink" borderRadius="panel" boxShadow="lifted" fontSize="ui">
            <DatePicker.View view="day">
              <DatePicker.Header />
              <DatePicker.DayTable />
            </DatePicker.View>
            <DatePicker.View view="month">
              <DatePicker.Header />
              <DatePicker.MonthTable />
            </DatePicker.View>
            <DatePicker.View view="year">
              <DatePicker.Header />
              <DatePicker.YearTable />
            </DatePicker.View>
          </DatePicker.Content>
        </DatePicker.Positioner>
      </Portal>
    </DatePicker.Root>
  );
}

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
