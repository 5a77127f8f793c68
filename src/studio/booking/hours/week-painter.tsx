"use client";
// A week of hours, painted by mouse, touch or keys. What is open and what is kept back lie over each other; one of them is
// painted at a time.
import { Box, Flex, Text } from "@chakra-ui/react";
import { type KeyboardEvent, memo, type PointerEvent, useId, useRef, useState } from "react";
import { shortTime } from "@/core/booking/hours/hours-text";
import { type PaintedArea, type PaintedSpan, paint } from "@/core/booking/hours/week";
import { timeOf } from "@/core/time/clock";
import { words } from "../words";
import { type Cell, clears, moved, paints } from "./painter-keys";

const own = words.painter;
const weekdays = [1, 2, 3, 4, 5, 6, 7] as const;

/** Minutes of a step, and how high one is drawn, in px. */
export const steps: Readonly<Record<number, number>> = { 5: 9, 10: 10, 15: 12, 20: 13, 30: 15, 60: 26 };

/** How near to a span's end it is taken hold of, in px. */
const edgePx = 5;

interface Stroke {
  readonly from: Cell;
  readonly to: Cell;
  readonly how: "open" | "clear";
}

export interface WeekPainterProps {
  readonly label: string;
  readonly open: readonly PaintedSpan[];
  readonly keptBack: readonly PaintedSpan[];
  /** Which of the two is painted. */
  readonly painting: "open" | "keptBack";
  readonly stepMinutes: number;
  /** What is drawn, in minutes since 00:00. */
  readonly from: number;
  readonly to: number;
  /** Starts a week by weekday, Monday first; null where they are not counted. */
  readonly starts: readonly number[] | null;
  onPaint(area: PaintedArea, how: "open" | "clear"): void;
}

export function WeekPainter(props: WeekPainterProps) {
  const { open, keptBack, painting, stepMinutes, from, to, starts, onPaint } = props;
  const id = useId();
  const grid = useRef<HTMLDivElement>(null);
  const [cursor, setCursor] = useState<Cell>({ weekday: 1, row: 0 });
  const [anchor, setAnchor] = useState<Cell | null>(null);
  const [stroke, setStroke] = useState<Stroke | null>(null);
  const [told, setTold] = useState("");
  const rows = Math.ceil((to - from) / stepMinutes);
  const rowPx = steps[stepMinutes] ?? 15;
  const painted = painting === "open" ? open : keptBack;
  const minutesAt = (row: number) => from + row * stepMinutes;
  const isPainted = ({ weekday, row }: Cell) =>
    painted.some((span) => span.weekday === weekday && span.from <= minutesAt(row) && minutesAt(row) < span.to);
  const areaOf = (one: Cell, other: Cell): PaintedArea => ({
    weekdays: weekdays.filter(
      (day) => day >= Math.min(one.weekday, other.weekday) && day <= Math.max(one.weekday, other.weekday),
    ),
    from: minutesAt(Math.min(one.row, other.row)),
    to: Math.min(24 * 60, minutesAt(Math.max(one.row, other.row) + 1)),
  });
  const commit = ({ from: one, to: other, how }: Stroke) => {
    const area = areaOf(one, other);
    onPaint(area, how);
    setTold(own.painted[painting][how](daysWords(area.weekdays), timeOf(area.from), timeOf(area.to)));
  };
  const cellAt = (event: PointerEvent): Cell | null => {
    const box = grid.current?.getBoundingClientRect();
    if (!box) return null;
    const weekday = Math.floor(((event.clientX - box.left) / box.width) * 7) + 1;
    const row = Math.floor((event.clientY - box.top) / rowPx);
    return { weekday: Math.min(7, Math.max(1, weekday)), row: Math.min(rows - 1, Math.max(0, row)) };
  };
  /** The end of a span that is taken hold of: painting goes on from there. */
  const heldEdge = (event: PointerEvent, { weekday }: Cell): Stroke | null => {
    const box = grid.current?.getBoundingClientRect();
    if (!box) return null;
    const y = event.clientY - box.top;
    for (const span of painted.filter((one) => one.weekday === weekday)) {
      const bottom = ((span.to - from) / stepMinutes) * rowPx;
      const last = { weekday, row: Math.round((span.to - from) / stepMinutes) - 1 };
      if (Math.abs(y - bottom) <= edgePx && y <= bottom) return { from: last, to: last, how: "open" };
    }
    return null;
  };
  const onPointerDown = (event: PointerEvent) => {
    if (event.button !== 0) return;
    const cell = cellAt(event);
    if (!cell) return;
    event.currentTarget.setPointerCapture(event.pointerId);
    setAnchor(null);
    setCursor(cell);
    setStroke(heldEdge(event, cell) ?? { from: cell, to: cell, how: isPainted(cell) ? "clear" : "open" });
  };
  const onPointerMove = (event: PointerEvent) => {
    const cell = stroke && cellAt(event);
    if (cell && (cell.row !== stroke.to.row || cell.weekday !== stroke.to.weekday)) setStroke({ ...stroke, to: cell });
  };
  const onPointerUp = (event: PointerEvent) => {
    // Where it ends counts, also where the last movement was not told of.
    if (stroke) commit({ ...stroke, to: cellAt(event) ?? stroke.to });
    setStroke(null);
  };
  const onKeyDown = (event: KeyboardEvent) => {
    const next = moved(event.key, cursor, rows, stepMinutes);
    if (next) {
      event.preventDefault();
      if (event.shiftKey) setAnchor(anchor ?? cursor);
      else setAnchor(null);
      setCursor(next);
      document.getElementById(`${id}${next.weekday}-${next.row}`)?.scrollIntoView({ block: "nearest" });
      return;
    }
    if (event.key === "Escape" && (anchor || stroke)) {
      event.preventDefault();
      event.stopPropagation();
      setAnchor(null);
      setStroke(null);
      return;
    }
    if (!clears(event.key) && !paints(event.key)) return;
    event.preventDefault();
    const begin = anchor ?? cursor;
    commit({ from: begin, to: cursor, how: clears(event.key) || isPainted(begin) ? "clear" : "open" });
    setAnchor(null);
  };
  const shownArea = stroke ? areaOf(stroke.from, stroke.to) : anchor ? areaOf(anchor, cursor) : null;
  const how = stroke?.how ?? (anchor && isPainted(anchor) ? "clear" : "open");
  // What the stroke would make of it is seen as one paints.
  const preview = stroke && shownArea ? paint(painted, shownArea, how) : painted;
  const [shownOpen, shownKept] = painting === "open" ? [preview, keptBack] : [open, preview];
  const top = (minutes: number) => ((Math.max(from, minutes) - from) / stepMinutes) * rowPx;
  const height = (span: PaintedSpan) => top(Math.min(to, span.to)) - top(span.from);
  return (
    <Box>
      <Flex ms="38px">
        {weekdays.map((day) => (
          <Text key={day} flex="1" textAlign="center" fontWeight="650" pb="4px">
            {own.short[day - 1]}
          </Text>
        ))}
      </Flex>
      <Flex>
        <Box w="38px" flex="none" aria-hidden="true" position="relative">
          {Array.from({ length: Math.floor((to - from) / 60) + 1 }, (_, nth) => from + nth * 60).map((minutes) => (
            <Text
              key={minutes}
              position="absolute"
              top={`${top(minutes) - 8}px`}
              right="6px"
              fontSize="small"
              color="ink2"
              whiteSpace="nowrap"
            >
              {timeOf(minutes)}
            </Text>
          ))}
        </Box>
        <Box
          ref={grid}
          role="grid"
          aria-label={props.label}
          aria-describedby={`${id}how`}
          aria-multiselectable="true"
          aria-activedescendant={`${id}${cursor.weekday}-${cursor.row}`}
          tabIndex={0}
          flex="1"
          position="relative"
          userSelect="none"
          cursor="crosshair"
          style={{ touchAction: "none", height: rows * rowPx }}
          bg="white"
          borderWidth="1px"
          borderColor="line"
          onPointerDown={onPointerDown}
          onPointerMove={onPointerMove}
          onPointerUp={onPointerUp}
          onPointerCancel={() => setStroke(null)}
          onKeyDown={onKeyDown}
        >
          {Array.from({ length: rows }, (_, row) => (
            <TimeRow
              key={row}
              id={id}
              row={row}
              minutes={minutesAt(row)}
              heightPx={rowPx}
              states={weekdays.map((weekday) => stateAt(open, keptBack, weekday, minutesAt(row))).join("")}
            />
          ))}
          {shownOpen.map((span) => (
            <Band key={`o${span.weekday} ${span.from}`} span={span} topPx={top(span.from)} heightPx={height(span)} />
          ))}
          {shownKept.map((span) => (
            <Band
              key={`k${span.weekday} ${span.from}`}
              kept
              span={span}
              topPx={top(span.from)}
              heightPx={height(span)}
            />
          ))}
          {shownArea
            ? shownArea.weekdays.map((weekday) => (
                <Hatched key={weekday} weekday={weekday} top={top} shownArea={shownArea} />
              ))
            : null}
          <Box
            position="absolute"
            pointerEvents="none"
            left={`calc(${(cursor.weekday - 1) / 7} * 100%)`}
            w="calc(100% / 7)"
            top={`${cursor.row * rowPx}px`}
            h={`${rowPx}px`}
            css={{ "[role=grid]:focus-visible > &": { outline: "2px solid var(--chakra-colors-mark)" } }}
          />
        </Box>
      </Flex>
      {starts ? (
        <Flex ms="38px" mt="5px">
          {weekdays.map((day) => (
            <Text key={day} flex="1" textAlign="center" fontSize="small" color="ink2">
              {open.some(({ weekday }) => weekday === day) ? own.starts(starts[day - 1] ?? 0) : own.closed}
            </Text>
          ))}
        </Flex>
      ) : null}
      <Text id={`${id}how`} fontSize="small" color="ink2" mt="6px">
        {own.how}
      </Text>
      <Box role="status" position="absolute" w="1px" h="1px" overflow="hidden" clipPath="inset(50%)">
        {told}
      </Box>
    </Box>
  );
}

/** The hours that are shown at all. */
const Hatched = ({
  weekday,
  top,
  shownArea,
}: {
  weekday: number;
  top: (minutes: number) => number;
  shownArea: PaintedArea;
}) => (
  <Box
    position="absolute"
    pointerEvents="none"
    left={`calc(${(weekday - 1) / 7} * 100% + 3px)`}
    w="calc(100% / 7 - 6px)"
    top={`${top(shownArea.from)}px`}
    h={`${top(shownArea.to) - top(shownArea.from)}px`}
    borderWidth="1.5px"
    borderStyle="dashed"
    borderColor="mark"
    borderRadius="3px"
    color="mark"
    fontWeight="700"
    fontSize="small"
    lineHeight="1"
    display="flex"
    alignItems="end"
    p="2px 3px"
  >
    {weekday === shownArea.weekdays.at(-1) ? `${shortTime(shownArea.from)}–${shortTime(shownArea.to)}` : ""}
  </Box>
);

const daysWords = (days: readonly number[]) =>
  days.length > 2
    ? own.fromTo(own.long[(days[0] ?? 1) - 1] ?? "", own.long[(days.at(-1) ?? 1) - 1] ?? "")
    : days.map((day) => own.long[day - 1]).join(", ");

/** "o" is open, "k" kept back, "c" closed. */
function stateAt(open: readonly PaintedSpan[], kept: readonly PaintedSpan[], weekday: number, minutes: number) {
  const holds = (spans: readonly PaintedSpan[]) =>
    spans.some((span) => span.weekday === weekday && span.from <= minutes && minutes < span.to);
  if (holds(kept)) return "k";
  return holds(open) ? "o" : "c";
}

const TimeRow = memo(function TimeRow({
  id,
  row,
  minutes,
  heightPx,
  states,
}: {
  id: string;
  row: number;
  minutes: number;
  heightPx: number;
  states: string;
}) {
  return (
    <div
      role="row"
      tabIndex={-1}
      style={{
        display: "flex",
        height: heightPx,
        borderTop: minutes % 60 === 0 && row > 0 ? "1px solid var(--chakra-colors-line)" : undefined,
        boxSizing: "border-box",
      }}
    >
      {weekdays.map((weekday) => (
        <div
          key={weekday}
          id={`${id}${weekday}-${row}`}
          role="gridcell"
          tabIndex={-1}
          aria-label={own.cell(own.long[weekday - 1] ?? "", timeOf(minutes), own.states[states[weekday - 1] as "o"])}
          style={{ flex: 1, borderInlineStart: weekday > 1 ? "1px solid var(--chakra-colors-line)" : undefined }}
        />
      ))}
    </div>
  );
});

const stripes =
  "repeating-linear-gradient(135deg, var(--chakra-colors-desk0) 0 4px, var(--chakra-colors-sheet) 4px 8px)";

const Band = memo(function Band({
  span,
  kept,
  topPx,
  heightPx,
}: {
  span: PaintedSpan;
  kept?: boolean;
  topPx: number;
  heightPx: number;
}) {
  if (heightPx <= 0) return null;
  return (
    <div
      aria-hidden="true"
      style={{
        position: "absolute",
        pointerEvents: "none",
        left: `calc(${(span.weekday - 1) / 7} * 100% + ${kept ? 5 : 3}px)`,
        width: `calc(100% / 7 - ${kept ? 10 : 6}px)`,
        top: topPx,
        height: heightPx,
        background: kept ? stripes : "var(--chakra-colors-desk0)",
        border: kept ? undefined : "1px solid var(--chakra-colors-moss)",
        borderRadius: 3,
        fontSize: 11,
        lineHeight: "13px",
        padding: "1px 4px",
        overflow: "hidden",
        whiteSpace: "nowrap",
      }}
    >
      {heightPx < 14 ? "" : kept ? own.keptBack : `${shortTime(span.from)}–${shortTime(span.to)}`}
    </div>
  );
});
