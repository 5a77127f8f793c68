"use client";
// The Desk's calendar: a day by person and thing, a week, a month. What is drawn over is moved or made, after it was asked.
import { Box } from "@chakra-ui/react";
import dayjs from "dayjs";
import timezone from "dayjs/plugin/timezone";
import utc from "dayjs/plugin/utc";
import { useMemo } from "react";
import { Calendar, type CalendarProps, dayjsLocalizer, type EventProps } from "react-big-calendar";
import withDragAndDrop from "react-big-calendar/lib/addons/dragAndDrop";
import "react-big-calendar/lib/css/react-big-calendar.css";
import "react-big-calendar/lib/addons/dragAndDrop/styles.css";
import { type BookingSetUp, offerOf, type Resource } from "@/core/booking/booking";
import { hoursOf } from "@/core/booking/hours";
import { dayNumber, ZoneClock } from "@/core/booking/zone";
import { colourOf, colourToken } from "../notes";
import type { DeskBooking } from "./booking";
import type { DeskBlock } from "./sessions";
import { words } from "./words";

dayjs.extend(utc);
dayjs.extend(timezone);

const localizer = dayjsLocalizer(dayjs);
const Draggable = withDragAndDrop<DeskBlock, Resource>(Calendar<DeskBlock, Resource>);

export type CalendarView = "day" | "week" | "month";

export interface DeskCalendarProps {
  readonly setUp: BookingSetUp;
  readonly zone: string;
  readonly view: CalendarView;
  /** "2026-03-12" on the place's calendar. */
  readonly date: string;
  readonly now: number;
  readonly blocks: readonly DeskBlock[];
  /** Whose columns a day has. */
  readonly columns: readonly Resource[];
  /** Id of the booking that is open beside it. */
  readonly open: string | null;
  onOpen(booking: string): void;
  onDate(date: string): void;
  /** A free spot was drawn or pressed. */
  onFree(start: number, resource: string | null): void;
  /** A booking was drawn to another time or column. */
  onMove(booking: DeskBooking, start: number, resource: string | null): void;
}

/** The hours that a day is drawn from and to: those of its people with an hour around, and whatever stands outside them. */
function hoursShown({ setUp, zone, date, columns, blocks }: DeskCalendarProps): readonly [number, number] {
  const clock = ZoneClock.of(zone);
  const day = dayNumber(date);
  const open = columns.flatMap((resource) => {
    const place = setUp.places.find(({ id }) => id === resource.place);
    if (!place || resource.week === null) return [];
    return hoursOf(place, resource, clock, day, day + 6).open.flatMap(({ from, to }) => [
      clock.minutesOf(from),
      clock.minutesOf(to) || 24 * 60,
    ]);
  });
  const taken = blocks.flatMap(({ start, end }) => {
    const [from, to] = [start.getTime(), end.getTime()];
    // What goes on over midnight does not stretch the day.
    return clock.dayOf(from) === clock.dayOf(to) ? [clock.minutesOf(from), clock.minutesOf(to)] : [];
  });
  const all = [...open, ...taken];
  const first = Math.max(0, Math.floor(Math.min(9 * 60, ...all.map((one) => one - 60)) / 60));
  const last = Math.min(24, Math.ceil(Math.max(17 * 60, ...all.map((one) => one + 60)) / 60));
  return [first, last];
}

export function DeskCalendar(props: DeskCalendarProps) {
  const { setUp, zone, view, date, now, blocks, columns, open, onOpen, onDate, onFree, onMove } = props;
  const clock = ZoneClock.of(zone);
  // Every date of the calendar is an instant, shown on the place's clock.
  dayjs.tz.setDefault(zone);
  const [first, last] = hoursShown(props);
  const at = (minutes: number) => new Date(clock.instantAt(dayNumber(date), minutes));
  const shown = useMemo(
    () => (view === "day" ? blocks : blocks.filter(({ resources }) => resources.length > 0)),
    [view, blocks],
  );
  const serviceOf = (block: DeskBlock) => setUp.services.find(({ id }) => id === block.service);
  const calendar: CalendarProps<DeskBlock, Resource> = {
    localizer,
    culture: "en-GB",
    events: [...shown],
    view,
    views: ["day", "week", "month"],
    onView: () => {},
    date: at(12 * 60),
    onNavigate: (next) => onDate(clock.wallOf(next.getTime()).slice(0, 10)),
    getNow: () => new Date(now),
    toolbar: false,
    selectable: true,
    step: 15,
    timeslots: 4,
    min: at(first * 60),
    max: last === 24 ? at(24 * 60 - 1) : at(last * 60),
    startAccessor: "start",
    endAccessor: "end",
    titleAccessor: (block) => serviceOf(block)?.name ?? block.outside,
    formats: {
      timeGutterFormat: "HH:mm",
      dayFormat: "ddd D",
      eventTimeRangeFormat: () => "",
      dayHeaderFormat: "dddd D MMMM",
      monthHeaderFormat: "MMMM YYYY",
    },
    onSelectEvent: (block) => {
      const [booking] = block.bookings;
      if (booking) onOpen(booking.id);
    },
    onSelectSlot: ({ start, resourceId }) =>
      onFree(start.getTime(), typeof resourceId === "string" ? resourceId : null),
    onDrillDown: (next) => onDate(clock.wallOf(next.getTime()).slice(0, 10)),
    eventPropGetter: (block) => {
      const service = serviceOf(block);
      const waits = block.bookings.some(({ state }) => state === "waitingApproval" || state === "waitingPayment");
      const chosen = block.bookings.some(({ id }) => id === open);
      const ground = service ? `var(--chakra-colors-${colourToken(colourOf(setUp, service))})` : undefined;
      return {
        className: block.outside ? "desk-outside" : waits ? "desk-waits" : "",
        style: {
          ...(waits || block.outside ? {} : { background: ground }),
          ...(chosen ? { boxShadow: "0 0 0 2px var(--chakra-colors-mark)" } : {}),
        },
      };
    },
    components: {
      event: ({ event }: EventProps<DeskBlock>) => (
        <Block block={event} capacity={serviceOf(event)?.capacity ?? 1} name={serviceOf(event)?.name ?? ""} />
      ),
    },
    ...(view === "day" && columns.length
      ? {
          resources: [...columns],
          resourceIdAccessor: "id",
          resourceTitleAccessor: "name",
        }
      : {}),
  };
  return (
    <Box flex="1" minH="0" minW="0" css={look}>
      <Draggable
        {...calendar}
        resourceAccessor={((block: DeskBlock) => block.resources) as never}
        resizable={false}
        draggableAccessor={({ bookings }) => bookings.length === 1}
        onEventDrop={({ event, start, resourceId }) => {
          const [booking] = event.bookings;
          if (!booking) return;
          const from = new Date(start).getTime();
          // By day it keeps its time where only the column changed.
          onMove(booking, from, typeof resourceId === "string" ? leading(setUp, booking, resourceId) : null);
        }}
      />
    </Box>
  );
}

/** The column as somebody who can lead the booking's service; null for one who can't: whoever is free then. */
function leading(setUp: BookingSetUp, booking: DeskBooking, id: string): string | null {
  const service = setUp.services.find((one) => one.id === booking.service);
  const resource = setUp.resources.find((one) => one.id === id);
  const leads = service?.needs[0]?.oneOf.includes(id) && resource && offerOf(resource, service.id)?.does !== false;
  return leads ? id : null;
}

/** What stands in a block. */
function Block({ block, capacity, name }: { block: DeskBlock; capacity: number; name: string }) {
  if (block.outside)
    return (
      <>
        <b>{words.busyElsewhere}</b>
        <span>{block.outside}</span>
      </>
    );
  const [booking] = block.bookings;
  const waits = booking?.state === "waitingApproval";
  const who = capacity > 1 ? words.ofSeats(block.seats, capacity) : (booking?.name ?? "") || words.nobody;
  return (
    <>
      <b>{name || booking?.serviceName}</b>
      <span>{waits ? words.waits(who) : who}</span>
    </>
  );
}

const look = {
  "& .rbc-calendar": { fontSize: "12px", color: "ink" },
  "& .rbc-time-view, & .rbc-month-view": { borderColor: "line", background: "var(--chakra-colors-sheet)" },
  "& .rbc-time-header-content, & .rbc-time-content, & .rbc-day-bg, & .rbc-header, & .rbc-month-row, & .rbc-timeslot-group, & .rbc-day-slot, & .rbc-time-header.rbc-overflowing":
    { borderColor: "var(--chakra-colors-line) !important" },
  "& .rbc-time-slot": { borderTop: "0 !important" },
  "& .rbc-header": { fontWeight: 650, padding: "6px 4px", textAlign: "start", overflow: "hidden" },
  "& .rbc-allday-cell": { display: "none" },
  "& .rbc-time-view-resources .rbc-time-gutter, & .rbc-time-view-resources .rbc-time-header-gutter": {
    background: "var(--chakra-colors-sheet)",
    borderColor: "var(--chakra-colors-line)",
  },
  "& .rbc-label": { color: "var(--chakra-colors-ink2)", fontSize: "11.5px" },
  "& .rbc-today": { background: "transparent" },
  "& .rbc-off-range-bg": { background: "var(--chakra-colors-paper)" },
  "& .rbc-event": {
    color: "var(--chakra-colors-ink)",
    border: "1px solid var(--chakra-colors-edge) !important",
    borderRadius: "3px",
    padding: "3px 6px",
    lineHeight: 1.3,
  },
  "& .rbc-event-label": { display: "none" },
  "& .rbc-event-content b, & .rbc-event-content span": {
    display: "block",
    overflow: "hidden",
    textOverflow: "ellipsis",
    whiteSpace: "nowrap",
  },
  "& .desk-waits": { background: "var(--chakra-colors-white)", borderStyle: "dashed !important" },
  "& .desk-outside": {
    background:
      "repeating-linear-gradient(135deg, var(--chakra-colors-desk0) 0 4px, var(--chakra-colors-sheet) 4px 8px)",
  },
  "& .rbc-current-time-indicator": { background: "var(--chakra-colors-mark)", height: "2px" },
  "& .rbc-show-more": { color: "var(--chakra-colors-ink)", background: "transparent" },
} as const;
