"use client";
// The runs of a course: made from a rule, closures left out, and each date to be changed by hand.
import { Box, Flex, Text } from "@chakra-ui/react";
import { Plus, Trash2 } from "lucide-react";
import { useState } from "react";
import { courseDates } from "@/core/booking/rules/course-dates";
import { dateOf, dayNumber } from "@/core/time/clock";
import { IconButton, PlainButton, QuietButton } from "@/studio/kit/buttons";
import { DayTime } from "@/studio/kit/day-time";
import { NumberInput, Row } from "@/studio/kit/fields";
import { State } from "@/studio/kit/layout";
import type { StepProps } from "@/studio/widget/half";
import type { Editing } from "../editing";
import { wallWords } from "../moments";
import { words } from "../words";

const own = words.course;

export function CourseEditor({ sound, editing }: StepProps<"booking"> & { readonly editing: Editing<"services"> }) {
  const { item: service, command: put, fault } = editing;
  const runs = service.course ?? [];
  const place = sound.places.find(({ id }) => id === service.place);
  const [open, setOpen] = useState<number | null>(null);
  const setRun = (index: number, run: readonly string[]) =>
    put({ course: runs.map((one, at) => (at === index ? run : one)) });
  return (
    <Box>
      {fault("course") ? <State tone="brick">{runs.length ? fault("course") : own.none}</State> : null}
      {runs.map((run, index) => {
        const wrong = fault(`course[${index}]`);
        return (
          <Box key={index} bg="white" borderWidth="1px" borderColor="line" borderRadius="panel" p="8px 10px" mb="6px">
            <Flex align="center" gap="8px">
              <Box flex="1" minW="0">
                <Text fontWeight="650">{own.run(run.length, wallWords(run[0]))}</Text>
                <Text color="ink2" fontSize="small">
                  {run.map((wall) => wallWords(wall, "date")).join(", ")}
                </Text>
              </Box>
              <QuietButton aria-expanded={open === index} onClick={() => setOpen(open === index ? null : index)}>
                {own.change}
              </QuietButton>
              <IconButton
                name={own.removeRun(wallWords(run[0]))}
                onClick={() => put({ course: runs.filter((_, at) => at !== index) })}
              >
                <Trash2 size={14} />
              </IconButton>
            </Flex>
            {wrong ? <State tone="brick">{wrong}</State> : null}
            {open === index ? <RunDates run={run} fault={fault} index={index} setRun={setRun} /> : null}
          </Box>
        );
      })}
      {place ? (
        <Generator
          onMake={(first, times, everyDays) => {
            const rule = { first, times, everyDays, durationMinutes: service.durationMinutes || 60 };
            const { dates, leftOut } = courseDates(rule, place);
            if (dates.length >= 2)
              put({
                course: [...runs.filter(([one]) => one !== dates[0]), dates].toSorted((one, other) =>
                  (one[0] ?? "") < (other[0] ?? "") ? -1 : 1,
                ),
              });
            return { made: dates.length, leftOut };
          }}
        />
      ) : null}
    </Box>
  );
}

/** The dates of one run, each to be changed by hand. */
const RunDates = ({
  run,
  fault,
  index,
  setRun,
}: {
  run: readonly string[];
  fault: (path: string) => string | undefined;
  index: number;
  setRun: (index: number, run: readonly string[]) => void;
}) => (
  <Box mt="8px">
    {run.map((wall, nth) => (
      <Flex key={nth} align="center" gap="6px" mb="5px">
        <DayTime
          aria-label={own.date(nth + 1)}
          aria-invalid={Boolean(fault(`course[${index}][${nth}]`))}
          value={wall}
          timeOfDay="18:30"
          onChange={(next) => next && setRun(index, run.map((one, at) => (at === nth ? next : one)).toSorted())}
        />
        <IconButton
          name={own.removeDate(nth + 1)}
          disabled={run.length <= 2}
          onClick={() =>
            setRun(
              index,
              run.filter((_, at) => at !== nth),
            )
          }
        >
          <Trash2 size={14} />
        </IconButton>
      </Flex>
    ))}
    <QuietButton
      onClick={() => {
        const last = run.at(-1) ?? "2026-01-01T18:30";
        setRun(index, [...run, `${dateOf(dayNumber(last.slice(0, 10)) + 7)}${last.slice(10)}`]);
      }}
    >
      <Plus size={13} /> {own.addDate}
    </QuietButton>
  </Box>
);

/** "Every Tuesday 18:30, six times, closures left out." */
function Generator({
  onMake,
}: {
  onMake: (
    first: string,
    times: number,
    everyDays: number,
  ) => { readonly made: number; readonly leftOut: readonly { readonly date: string; readonly words: string }[] };
}) {
  const [first, setFirst] = useState<string | null>(null);
  const [times, setTimes] = useState(6);
  const [weeks, setWeeks] = useState(1);
  const [told, setTold] = useState<ReturnType<typeof onMake> | null>(null);
  const timesFault = Number.isInteger(times) && times >= 2 && times <= 60 ? undefined : own.timesFault;
  const weeksFault = Number.isInteger(weeks) && weeks >= 1 && weeks <= 52 ? undefined : own.weeksFault;
  return (
    <Box borderWidth="1px" borderStyle="dashed" borderColor="edge" borderRadius="panel" p="10px">
      <Text fontWeight="650" mb="6px">
        {own.newRun}
      </Text>
      <Row label={own.first}>{(ids) => <DayTime {...ids} value={first} timeOfDay="18:30" onChange={setFirst} />}</Row>
      <Row label={own.times} error={timesFault}>
        {(ids) => (
          <NumberInput {...ids} step={1} unit={own.timesUnit} value={times} onChange={(next) => setTimes(next ?? 0)} />
        )}
      </Row>
      <Row label={own.every} error={weeksFault}>
        {(ids) => (
          <NumberInput {...ids} step={1} unit={own.weeksUnit} value={weeks} onChange={(next) => setWeeks(next ?? 0)} />
        )}
      </Row>
      <PlainButton
        disabled={!first || Boolean(timesFault) || Boolean(weeksFault)}
        onClick={() => first && setTold(onMake(first, times, weeks * 7))}
      >
        {first ? own.makeFrom(wallWords(first, "weekday"), times) : own.make}
      </PlainButton>
      {told ? (
        <Box mt="6px" role="status">
          {told.made < 2 ? <State tone="brick">{own.noDates}</State> : null}
          {told.leftOut.map(({ date, words: why }) => (
            <Text key={date} color="ink2" fontSize="small">
              {own.leftOut(wallWords(date), why)}
            </Text>
          ))}
        </Box>
      ) : null}
    </Box>
  );
}
