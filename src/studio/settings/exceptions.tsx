"use client";
// Days that depart from the week: other hours, or closed.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { readSpans } from "@/core/site/facts";
import type { HoursException } from "@/core/site/open-hours";
import { IconButton, QuietButton } from "@/studio/kit/buttons";
import { Day } from "@/studio/kit/day-time";
import { TextInput } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import { words } from "./words";

interface ExceptionsProps {
  readonly value: readonly HoursException[];
  onChange(value: readonly HoursException[]): void;
  /** What the server says of one, by its index. */
  faultAt(index: number): string | undefined;
  /** Whether all that is typed can be read. */
  onReadable(readable: boolean): void;
}

const textOf = ({ spans }: HoursException) => spans.map(({ from, to }) => `${from}–${to}`).join(", ");

export function Exceptions({ value, onChange, faultAt, onReadable }: ExceptionsProps) {
  const [typed, setTyped] = useState<readonly string[]>(() => value.map(textOf));
  const tell = (texts: readonly string[]) => {
    setTyped(texts);
    onReadable(texts.every((text) => readSpans(text) !== null));
  };
  const set = (index: number, part: Partial<HoursException>) =>
    onChange(value.map((one, at) => (at === index ? { ...one, ...part } : one)));
  return (
    <Box mt="12px">
      <Text fontWeight="650">{words.exceptions}</Text>
      <Text fontSize="small" color="ink2" mb="6px">
        {words.exceptionsHint}
      </Text>
      {value.map((one, index) => {
        const text = typed[index] ?? "";
        const wrong = readSpans(text) === null ? words.noHours : faultAt(index);
        return (
          <Box key={index} mb="8px">
            <Flex gap="6px" wrap={{ base: "wrap", md: "nowrap" }} align="center">
              <Box w="130px" flex="none">
                <Day
                  aria-label={words.firstDay}
                  value={one.from}
                  onChange={(from) => from && set(index, { from, ...(one.to < from ? { to: from } : {}) })}
                />
              </Box>
              <Box w="130px" flex="none">
                <Day aria-label={words.lastDay} value={one.to} onChange={(to) => to && set(index, { to })} />
              </Box>
              <TextInput
                aria-label={words.hoursThen}
                aria-invalid={wrong !== undefined}
                placeholder={words.closedThen}
                value={text}
                onChange={(next) => {
                  tell(value.map((_other, at) => (at === index ? next : (typed[at] ?? ""))));
                  const spans = readSpans(next);
                  if (spans) set(index, { spans });
                }}
              />
              <TextInput
                aria-label={words.why}
                placeholder={words.why}
                maxLength={80}
                value={one.words ?? ""}
                onChange={(why) => set(index, { words: why })}
              />
              <IconButton
                name={words.removeException}
                onClick={() => {
                  tell(typed.filter((_other, at) => at !== index));
                  onChange(value.filter((_other, at) => at !== index));
                }}
              >
                <Trash2 size={14} />
              </IconButton>
            </Flex>
            {wrong ? <State tone="brick">{wrong}</State> : null}
          </Box>
        );
      })}
      <QuietButton
        onClick={() => {
          const today = new Date().toISOString().slice(0, 10);
          tell([...value.map((_one, at) => typed[at] ?? ""), ""]);
          onChange([...value, { from: today, to: today, spans: [] }]);
        }}
      >
        <Plus size={14} /> {words.addException}
      </QuietButton>
    </Box>
  );
}
