"use client";
// The Desk's calendar: a day by person or thing, a week, a month. What is drawn over is moved or made, after it was asked.
import { Box } from "@chakra-ui/react";
import { type KeyboardEvent, useMemo } from "react";
import { Calendar, type CalendarProps, type EventProps } from "react-big-calendar";
import withDragAndDrop from "react-big-calendar/lib/addons/dragAndDrop";
import "react-big-calendar/lib/css/react-big-calendar.css";
import "react-big-calendar/lib/addons/dragAndDrop/styles.css";
import { type BookingSetUp, offerOf, type Service, sharesStarts } from "@/core/booking/booking";
import { hoursOf } from "@/core/booking/hours/hours";
import { merged, type Span, within } from "@/core/booking/hours/spans";
import { dayNumber, minuteMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import { colourOf, colourToken } from "../notes";
import type { DeskBooking } from "./booking";
import { localizer, showOn } from "./calendar-clock";
import { formats, look } from "./calendar-look";
import type { DeskBlock, DeskColumn } from "./sessions";
import { words } from "./words";

const Draggable = withDragAndDrop<DeskBlock, DeskColumn>(Calendar<DeskBlock, DeskColumn>);

export type CalendarView = "day" | "week" | "month";

/** What is drawn to another time moves in such steps, in minutes. */
const stepMinutes = 15;
/** Longer stretches of what is no booking would only cover a week. */
const longestAside = 24 * 60 * minuteMs;

export interface DeskCalendarProps {
  readonly setUp: BookingSetUp;
  readonly zone: string;
  readonly view: CalendarView;
  /** "2026-03-12" on the place's calendar. */
  readonly date: string;
  readonly now: number;
  readonly blocks: readonly DeskBlock[];
  /** Whose columns a day has; whose hours the others show. */
  readonly columns: readonly DeskColumn[];
  /** Id of the booking, or key of the block, that is open beside it. */
  readonly open: string | null;
  onOpen(opened: string): void;
  onDate(date: string): void;
  /** A free spot was drawn or pressed. */
  onFree(start: number, resource: string | null): void;
  /** A booking was drawn to another time or column. */
  onMove(booking: DeskBooking, start: number, resource: string | null): void;
}

/** The open hours of each column in the week from a day on, closures and time off left out. */
function hoursOfColumns({ setUp, columns }: DeskCalendarProps, clock: ZoneClock, day: number) {
  return new Map(
    columns.map(({ id, of }): readonly [string, readonly Span[]] => {
      const usable = of.flatMap((resource) => {
        const place = setUp.places.find((one) => one.id === resource.place);
        return place && resource.week !== null ? hoursOf(place, resource, clock, day - 7, day + 7).usable : [];
      });
      return [id, of.length > 1 ? merged(usable) : usable];
    }),
  );
}

/** The hours that a day is drawn from and to: those of its people with an hour around, and whatever stands outside them. */
function hoursShown(clock: ZoneClock, spans: readonly Span[], blocks: readonly DeskBlock[]): readonly [number, number] {
  const edges = ({ from, to }: Span) =>
    // What goes on over midnight does not stretch the day.
    clock.dayOf(from) === clock.dayOf(to - 1) ? [clock.minutesOf(from), clock.minutesOf(to) || 24 * 60] : [];
  const all = [
    ...spans.flatMap(edges),
    ...blocks.flatMap(({ start, end }) => edges({ from: start.getTime(), to: end.getTime() })),
  ];
  const first = Math.max(0, Math.floor(Math.min(9 * 60, ...all.map((one) => one - 60)) / 60));
  const last = Math.min(24, Math.ceil(Math.max(17 * 60, ...all.map((one) => one + 60)) / 60));
  return [first, last];
}

/** What an arrow does to a booking, in minutes of time or columns. */
const arrows: Readonly<Record<string, readonly [steps: number, columns: number]>> = {
  ArrowUp: [-1, 0],
  ArrowDown: [1, 0],
  ArrowLeft: [0, -1],
  ArrowRight: [0, 1],
};

export function DeskCalendar(props: DeskCalendarProps) {
  const { setUp, zone, view, date, now, blocks, columns, open, onOpen, onDate, onFree, onMove } = props;
  const clock = ZoneClock.of(zone);
  showOn(zone);
  const day = dayNumber(date);
  const hours = useMemo(
    () => hoursOfColumns({ setUp, columns } as DeskCalendarProps, ZoneClock.of(zone), dayNumber(date)),
    [setUp, columns, zone, date],
  );
  const anybodys = useMemo(() => merged([...hours.values()].flat()), [hours]);
  const shown = useMemo(
    () =>
      blocks.filter(
        ({ bookings, service, start, end }) =>
          view === "day" ||
          bookings.length > 0 ||
          service !== null ||
          (view === "week" && end.getTime() - start.getTime() < longestAside),
      ),
    [view, blocks],
  );
  const [first, last] = hoursShown(clock, anybodys, shown);
  const at = (minutes: number) => new Date(clock.instantAt(day, minutes));
  const serviceOf = (block: DeskBlock) => setUp.services.find(({ id }) => id === block.service);
  const nameOf = (id: string | undefined) => setUp.resources.find((one) => one.id === id)?.name ?? "";
  const opened = (block: DeskBlock) => onOpen(block.bookings[0]?.id ?? block.key);
  const byResource = view === "day" && columns.length > 0;
  const toColumn = (booking: DeskBooking, start: number, resource: unknown) =>
    onMove(booking, start, typeof resource === "string" ? leading(setUp, booking, resource) : null);

  /** Enter opens; with Alt the arrows move: up and down in time, to the sides to another column or day. */
  const onKey = (block: DeskBlock, event: KeyboardEvent) => {
    const [booking] = block.bookings;
    const arrow = arrows[event.key];
    if (event.key === "Enter" || event.key === " ") {
      event.preventDefault();
      return opened(block);
    }
    if (!booking || block.bookings.length > 1 || !arrow || !event.altKey) return;
    event.preventDefault();
    const [steps, aside] = arrow;
    const start = block.start.getTime() + steps * stepMinutes * minuteMs;
    if (!aside) return toColumn(booking, start, null);
    if (!byResource)
      return toColumn(booking, clock.instantAt(clock.dayOf(start) + aside, clock.minutesOf(start)), null);
    const here = columns.findIndex(({ id }) => block.resources.includes(id));
    const there = columns[here + aside];
    if (there?.of.length === 1) toColumn(booking, start, there.id);
  };

  const calendar: CalendarProps<DeskBlock, DeskColumn> = {
    localizer,
    culture: "en-gb",
    events: [...shown],
    view,
    views: ["day", "week", "month"],
    onView: () => {},
    date: at(12 * 60),
    onNavigate: (next) => onDate(clock.wallOf(next.getTime()).slice(0, 10)),
    getNow: () => new Date(now),
    toolbar: false,
    selectable: true,
    showMultiDayTimes: true,
    // The usual one takes the screen with it where hundreds stand beside each other.
    dayLayoutAlgorithm: "no-overlap",
    step: stepMinutes,
    timeslots: 4,
    min: at(first * 60),
    max: last === 24 ? at(24 * 60 - 1) : at(last * 60),
    startAccessor: "start",
    endAccessor: "end",
    titleAccessor: (block) => serviceOf(block)?.name ?? block.outside,
    tooltipAccessor: null,
    formats,
    messages: { showMore: words.showMore, noEventsInRange: "" },
    onSelectEvent: opened,
    onKeyPressEvent: (block, event) => onKey(block, event as unknown as KeyboardEvent),
    onSelectSlot: ({ start, resourceId }) =>
      onFree(
        start.getTime(),
        columns.some(({ id, of }) => id === resourceId && of.length === 1) ? String(resourceId) : null,
      ),
    onDrillDown: (next) => onDate(clock.wallOf(next.getTime()).slice(0, 10)),
    slotPropGetter: (slot, resourceId) => {
      const [from, to] = [slot.getTime(), slot.getTime() + stepMinutes * minuteMs];
      const own = typeof resourceId === "string" ? (hours.get(resourceId) ?? []) : anybodys;
      const roundTheClock = columns.some(({ id, of }) => id === resourceId && of.some(({ week }) => week === null));
      return roundTheClock || within(own, from, to) ? {} : { className: "desk-closed" };
    },
    eventPropGetter: (block) => {
      const service = serviceOf(block);
      const waits = block.bookings.some(
        ({ state }) => state === "waitingApproval" || state === "waitingPayment" || state === "offered",
      );
      const chosen = block.key === open || block.bookings.some(({ id }) => id === open);
      const ground = service ? `var(--chakra-colors-${colourToken(colourOf(setUp, service))})` : undefined;
      if (block.inUse)
        return {
          className: block.inUse.taken < block.inUse.of ? "desk-some" : "desk-all",
          ...(chosen ? { style: { boxShadow: "0 0 0 2px var(--chakra-colors-mark)" } } : {}),
        };
      const aside = block.outside ? "desk-outside" : block.off || block.everyYear !== null ? "desk-off" : "";
      return {
        className: aside || (waits ? "desk-waits" : ""),
        style: {
          ...(waits || aside ? {} : { background: ground }),
          ...(chosen ? { boxShadow: "0 0 0 2px var(--chakra-colors-mark)" } : {}),
        },
      };
    },
    components: {
      // The package's own head is a column of a table that it does not stand in.
      week: { header: ({ label }) => <span>{label}</span> },
      event: ({ event }: EventProps<DeskBlock>) => (
        <Block
          block={event}
          capacity={seatsShared(serviceOf(event))}
          name={serviceOf(event)?.name ?? ""}
          time={view === "month" ? clock.wallOf(event.start.getTime()).slice(11) : ""}
          whose={byResource ? "" : nameOf(event.resources[0])}
        />
      ),
    },
    ...(byResource ? { resources: [...columns], resourceIdAccessor: "id", resourceTitleAccessor: "name" } : {}),
  };
  return <Dragging calendar={calendar} clock={clock} toColumn={toColumn} view={view} />;
}

/** The calendar, in which bookings are drawn to other times. */
const Dragging = ({
  calendar,
  clock,
  toColumn,
  view,
}: {
  calendar: CalendarProps<DeskBlock, DeskColumn>;
  clock: ZoneClock;
  toColumn: (booking: DeskBooking, start: number, resource: unknown) => void;
  view: CalendarView;
}) => (
  <Box flex="1" minH={{ base: "460px", lg: "0" }} minW="0" css={look}>
    <Draggable
      {...calendar}
      resourceAccessor={((block: DeskBlock) => block.resources) as never}
      resizable={false}
      draggableAccessor={({ bookings }) => bookings.length === 1}
      onEventDrop={({ event, start, resourceId }) => {
        const [booking] = event.bookings;
        if (!booking) return;
        const dropped = new Date(start).getTime();
        // A month has no times: there only the day is another.
        const kept = clock.minutesOf(event.start.getTime());
        toColumn(booking, view === "month" ? clock.instantAt(clock.dayOf(dropped), kept) : dropped, resourceId);
      }}
    />
  </Box>
);

/** How many seats clients share at a start; 1 where it is one booking's. */
const seatsShared = (service: Service | undefined) => (service && sharesStarts(service) ? service.capacity : 1);

/** The column as somebody who can lead the booking's service; null for one who can't: whoever is free then. */
function leading(setUp: BookingSetUp, booking: DeskBooking, id: string): string | null {
  const service = setUp.services.find((one) => one.id === booking.service);
  const resource = setUp.resources.find((one) => one.id === id);
  const leads = service?.needs[0]?.oneOf.includes(id) && resource && offerOf(resource, service.id)?.does !== false;
  return leads ? id : null;
}

interface BlockProps {
  readonly block: DeskBlock;
  readonly capacity: number;
  readonly name: string;
  /** The start, where the calendar does not draw it. */
  readonly time: string;
  /** Who leads, where no column says it. */
  readonly whose: string;
}

/** What stands in a block. */
function Block({ block, capacity, name, time, whose }: BlockProps) {
  if (block.outside || block.off || block.everyYear !== null)
    return (
      <>
        <b>{block.outside ? words.busyElsewhere : words.off}</b>
        <span>{[whose, block.outside || block.off?.words || block.everyYear].filter(Boolean).join(" · ")}</span>
      </>
    );
  if (block.inUse)
    return (
      <>
        <b>{words.inUse(block.inUse.taken, block.inUse.of)}</b>
        {block.inUse.taken === block.inUse.of ? <span>{words.allInUse}</span> : null}
      </>
    );
  const [booking] = block.bookings;
  const waits = booking?.state === "waitingApproval";
  const who = capacity > 1 ? words.ofSeats(block.seats, capacity) : (booking?.name ?? "") || words.nobody;
  return (
    <>
      <b>{[time, name || booking?.serviceName].filter(Boolean).join(" ")}</b>
      <span>{[waits ? words.waits(who) : who, whose].filter(Boolean).join(" · ")}</span>
    </>
  );
}
