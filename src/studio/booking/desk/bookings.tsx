"use client";
// Bookings on the Desk: by person or thing, week and month, as lists and in figures; and one of them with everything that
// can be done about it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ChevronLeft, ChevronRight, Download, Footprints, Plus, Printer } from "lucide-react";
import { useMemo, useState } from "react";
import type { BookingSetUp } from "@/core/booking/booking";
import type { DiaryEntry, OutsideBusy } from "@/core/booking/diary/diary";
import { mondayOf } from "@/core/booking/hours/starts-week";
import { dateOf, dayNumber, minuteMs } from "@/core/time/clock";
import { ZoneClock } from "@/core/time/zone-clock";
import type { TimeOff } from "@/studio/booking/desk/sessions";
import { useSite } from "@/studio/frame/site-context";
import { useStreamEvent } from "@/studio/frame/stream";
import { ask } from "@/studio/kit/api";
import { IconButton, MainButton, PlainButton } from "@/studio/kit/buttons";
import { later } from "@/studio/kit/later";
import { Loading, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { wallWords } from "../moments";
import { type BlockBegin, BlockTime, OffDetails } from "./block-time";
import type { DeskBooking } from "./booking";
import { BookingDetails } from "./booking-details";
import { BookingList } from "./booking-list";
import { ByHand, type ByHandBegin } from "./by-hand";
import type { CalendarView } from "./calendar";
import { PrintedDay } from "./printed-day";
import {
  blocksOf,
  columnOf,
  type DeskColumn,
  type InUse,
  inUseBlocks,
  offKey,
  poolsOf,
  timeOffBlocks,
} from "./sessions";
import { words } from "./words";

/** The calendar is only loaded by whoever looks at one. */
const DeskCalendar = later(
  () => import("./calendar").then((module) => module.DeskCalendar),
  <Loading what={words.theBookings} />,
);

const Figures = later(() => import("./figures").then((module) => module.Figures), <Loading what={words.theFigures} />);

type View = CalendarView | "list" | "figures";
type Columns = keyof typeof words.columnsOf;

/** The first and last date that a view shows. */
function boundsOf(view: CalendarView, date: string): readonly [string, string] {
  if (view === "day") return [date, date];
  const monday = mondayOf(date);
  if (view === "week") return [monday, dateOf(dayNumber(monday) + 6)];
  const first = mondayOf(`${date.slice(0, 7)}-01`);
  return [first, dateOf(dayNumber(first) + 41)];
}

/** The date that so many views later begins. */
function turned(view: CalendarView, date: string, by: number): string {
  if (view !== "month") return dateOf(dayNumber(date) + by * (view === "week" ? 7 : 1));
  const [year = 0, month = 1] = date.split("-").map(Number);
  return new Date(Date.UTC(year, month - 1 + by, 1)).toISOString().slice(0, 10);
}

/** Steps in which a moment is taken for somebody who walks in. */
const walkInMs = 5 * minuteMs;

/** The set-up, and what day it is at its first place. */
function useToday() {
  const { parts, settings, clockAheadMs } = useSite();
  const setUp = parts.booking as BookingSetUp | undefined;
  const zone = setUp?.places[0]?.zone ?? settings.zone;
  const now = Date.now() + clockAheadMs;
  return { setUp, zone, now, today: dateOf(ZoneClock.of(zone).dayOf(now)) };
}

export function Bookings() {
  const site = useSite();
  const client = useQueryClient();
  const { setUp, zone, now, today } = useToday();
  // On a phone lists are read; a calendar wants a desk.
  const [view, setView] = useState<View>(() => (window.innerWidth < 900 ? "list" : "day"));
  const [columns, setColumns] = useState<Columns>("people");
  const [date, setDate] = useState(today);
  const [open, setOpen] = useState<string | null>(null);
  const [byHand, setByHand] = useState<ByHandBegin | null>(null);
  const [blocking, setBlocking] = useState<BlockBegin | null>(null);
  useStreamEvent("desk", ({ of }) => {
    if (of === "booking") void client.invalidateQueries({ queryKey: ["bookings", site.key] });
  });
  const dated: CalendarView | null = view === "list" || view === "figures" ? null : view;
  const [from, to] = boundsOf(dated ?? "day", date);
  return (
    <>
      <DayBar
        view={view}
        setView={setView}
        dated={dated}
        setDate={setDate}
        date={date}
        today={today}
        site={site}
        from={from}
        to={to}
        setUp={setUp}
        setByHand={setByHand}
        now={now}
      />
      {view === "figures" ? (
        <Figures />
      ) : dated && setUp ? (
        <Days
          setUp={setUp}
          zone={zone}
          now={now}
          view={dated}
          columns={columns}
          onColumns={setColumns}
          date={date}
          open={open}
          onOpen={setOpen}
          onDate={(next) => {
            setDate(next);
            if (view === "month") setView("day");
          }}
          onFree={(start, resource) => setByHand({ start, resource })}
          onMove={(moving, start, resource) => setByHand({ moving, start, resource })}
        />
      ) : (
        <BookingList open={open} onOpen={setOpen} />
      )}
      {byHand ? (
        <HandWindow
          byHand={byHand}
          setByHand={setByHand}
          setOpen={setOpen}
          client={client}
          site={site}
          setBlocking={setBlocking}
          now={now}
        />
      ) : null}
      {blocking && setUp ? (
        <BlockTime
          {...blocking}
          setUp={setUp}
          onClose={() => setBlocking(null)}
          onDone={(off) => {
            setBlocking(null);
            setOpen(offKey(off));
          }}
        />
      ) : null}
    </>
  );
}

/** The window in which a booking is made or moved by hand. */
const HandWindow = ({
  byHand,
  setByHand,
  setOpen,
  client,
  site,
  setBlocking,
  now,
}: {
  byHand: ByHandBegin;
  setByHand: (next: ByHandBegin | null) => void;
  setOpen: (next: string | null) => void;
  client: ReturnType<typeof useQueryClient>;
  site: ReturnType<typeof useSite>;
  setBlocking: (next: BlockBegin | null) => void;
  now: number;
}) => (
  <ByHand
    {...byHand}
    onClose={() => setByHand(null)}
    onDone={(booking) => {
      setByHand(null);
      setOpen(booking);
      void client.invalidateQueries({ queryKey: ["bookings", site.key] });
    }}
    {...(byHand.moving || byHand.walkIn || byHand.start === undefined
      ? {}
      : {
          onBlock: () => {
            setBlocking({ start: byHand.start ?? now, resource: byHand.resource ?? null });
            setByHand(null);
          },
        })}
  />
);

/** The way from day to day, and what is done by hand. */
const DayBar = ({
  view,
  setView,
  dated,
  setDate,
  date,
  today,
  site,
  from,
  to,
  setUp,
  setByHand,
  now,
}: {
  view: View;
  setView: (next: View) => void;
  dated: CalendarView | null;
  setDate: (next: string) => void;
  date: string;
  today: string;
  site: ReturnType<typeof useSite>;
  from: string;
  to: string;
  setUp: BookingSetUp | undefined;
  setByHand: (next: ByHandBegin | null) => void;
  now: number;
}) => (
  <Flex gap="8px" mb="12px" wrap="wrap" align="center">
    <Segments<View>
      label={words.howShown}
      value={view}
      onChange={setView}
      options={(Object.keys(words.calendarViews) as View[]).map((key) => [key, words.calendarViews[key]] as const)}
    />
    {dated ? (
      <>
        <IconButton name={words.earlier} onClick={() => setDate(turned(dated, date, -1))}>
          <ChevronLeft size={16} />
        </IconButton>
        <PlainButton onClick={() => setDate(today)}>{words.today}</PlainButton>
        <IconButton name={words.later} onClick={() => setDate(turned(dated, date, 1))}>
          <ChevronRight size={16} />
        </IconButton>
      </>
    ) : null}
    <Box flex="1" />
    {view === "day" ? (
      <PlainButton onClick={() => window.print()}>
        <Printer size={14} /> {words.print}
      </PlainButton>
    ) : null}
    {dated ? (
      <a href={`/api/sites/${site.key}/bookings.csv?${new URLSearchParams({ from, to })}`} download>
        <PlainButton as="span">
          <Download size={14} /> {words.csv}
        </PlainButton>
      </a>
    ) : null}
    {setUp && dated ? (
      <PlainButton onClick={() => setByHand({ start: Math.floor(now / walkInMs) * walkInMs, walkIn: true })}>
        <Footprints size={14} /> {words.walkIn}
      </PlainButton>
    ) : null}
    <MainButton onClick={() => setByHand({})}>
      <Plus size={14} /> {words.byHand}
    </MainButton>
  </Flex>
);

interface DaysProps {
  readonly setUp: BookingSetUp;
  readonly zone: string;
  readonly now: number;
  readonly view: CalendarView;
  readonly columns: Columns;
  readonly onColumns: (columns: Columns) => void;
  readonly date: string;
  readonly open: string | null;
  readonly onOpen: (opened: string | null) => void;
  readonly onDate: (date: string) => void;
  readonly onFree: (start: number, resource: string | null) => void;
  readonly onMove: (booking: DeskBooking, start: number, resource: string | null) => void;
}

/** Who has columns: people with what is counted beside them, or each thing; where there is nobody of the one, the other. */
function columnsOf(setUp: BookingSetUp, wanted: Columns): readonly DeskColumn[] {
  const people = setUp.resources.filter(({ kind }) => kind === "person");
  const things = setUp.resources.filter(({ kind }) => kind !== "person");
  if (!people.length || !things.length) return setUp.resources.map(columnOf);
  if (wanted === "things") return things.map(columnOf);
  return [...people.map(columnOf), ...poolsOf(setUp)];
}

const titleOf = (view: CalendarView, date: string, [from, to]: readonly [string, string]): string =>
  view === "month"
    ? new Intl.DateTimeFormat("en-GB", { month: "long", year: "numeric", timeZone: "UTC" }).format(
        Date.parse(`${date}T00:00Z`),
      )
    : view === "week"
      ? words.week(wallWords(from, "date"), wallWords(to, "date"))
      : wallWords(date, "day");

function Days({ setUp, zone, now, view, columns, onColumns, date, open, ...commands }: DaysProps) {
  const site = useSite();
  const bounds = boundsOf(view, date);
  const [from, to] = bounds;
  const { data, error } = useQuery({
    queryKey: ["bookings", site.key, "calendar", from, to],
    queryFn: () => ask("booking.calendar", { site: site.key, from, to }),
    placeholderData: (before) => before,
  });
  const clock = ZoneClock.of(zone);
  const blocks = useMemo(() => {
    const taken = data
      ? blocksOf(data.entries as readonly DiaryEntry[], data.outside as readonly OutsideBusy[], data.rows)
      : [];
    const on = ZoneClock.of(zone);
    const [first, last] = [on.startOfDay(dayNumber(from)), on.startOfDay(dayNumber(to) + 1)];
    const here = taken.filter(({ start, end }) => start.getTime() < last && first < end.getTime());
    return [...here, ...timeOffBlocks(setUp, from, to)];
  }, [data, setUp, zone, from, to]);
  const shown = useMemo(() => {
    if (view === "day") return columnsOf(setUp, columns);
    return columnsOf(setUp, "people").filter(({ of }) => of.length === 1);
  }, [setUp, view, columns]);
  const counted = useMemo(() => {
    const pools = view === "day" ? shown.filter(({ of }) => of.length > 1) : [];
    return data && pools.length ? inUseBlocks(pools, data.entries as readonly DiaryEntry[], data.rows) : [];
  }, [shown, view, data]);
  const both = new Set(setUp.resources.map(({ kind }) => kind === "person")).size > 1;
  const chosen = data?.rows.find(({ id }) => id === open) ?? null;
  const session = blocks.find(({ bookings }) => bookings.some(({ id }) => id === open));
  const off = blocks.find(({ key }) => key === open)?.off ?? null;
  const inUse = counted.find(({ key }) => key === open)?.inUse ?? null;
  const rows = new Map(blocks.flatMap(({ bookings }) => bookings.map((row) => [row.id, row] as const)));
  const waits = [...rows.values()].filter(({ state }) => state === "waitingApproval").length;
  const title = titleOf(view, date, bounds);
  return (
    <>
      <DaysHead
        title={title}
        rows={rows}
        waits={waits}
        view={view}
        both={both}
        columns={columns}
        onColumns={onColumns}
      />
      {error ? <State tone="brick">{error.message}</State> : null}
      <Flex flex="1" minH="0" gap="16px" direction={{ base: "column", lg: "row" }}>
        <DeskCalendar
          setUp={setUp}
          zone={zone}
          now={now}
          view={view}
          date={date}
          blocks={counted.length ? [...blocks, ...counted] : blocks}
          columns={shown}
          open={open}
          {...commands}
        />
        <OpenBooking
          session={session}
          open={open}
          commands={commands}
          chosen={chosen}
          inUse={inUse}
          off={off}
          setUp={setUp}
        />
      </Flex>
      {view === "day" ? <PrintedDay title={title} blocks={blocks} setUp={setUp} clock={clock} /> : null}
    </>
  );
}

/** Which days are shown, by which columns, and what waits. */
const DaysHead = ({
  title,
  rows,
  waits,
  view,
  both,
  columns,
  onColumns,
}: {
  title: string;
  rows: ReadonlyMap<string, DeskBooking>;
  waits: number;
  view: CalendarView;
  both: boolean;
  columns: "people" | "things";
  onColumns: (columns: Columns) => void;
}) => (
  <Flex align="center" gap="12px" mb="8px" wrap="wrap">
    <Text as="h2" fontFamily="heading" fontSize="title" fontWeight="700">
      {title}
    </Text>
    <Text color="ink2" role="status">
      {words.counts(
        rows.size,
        [...rows.values()].reduce((sum, { seats }) => sum + seats, 0),
        waits,
      )}
    </Text>
    <Box flex="1" />
    {view === "day" && both ? (
      <Segments<Columns>
        label={words.columns}
        value={columns}
        onChange={onColumns}
        options={[
          ["people", words.columnsOf.people],
          ["things", words.columnsOf.things],
        ]}
      />
    ) : null}
  </Flex>
);

/** The booking or the sold start that is open, beside the days. */
const OpenBooking = ({
  session,
  open,
  commands,
  chosen,
  inUse,
  off,
  setUp,
}: {
  session: ReturnType<typeof blocksOf>[number] | undefined;
  open: string | null;
  commands: { onOpen(opened: string | null): void };
  chosen: DeskBooking | null;
  inUse: InUse | null;
  off: TimeOff | null;
  setUp: BookingSetUp;
}) => (
  <Box
    as="aside"
    aria-label={words.theBooking}
    w={{ base: "100%", lg: "290px" }}
    flex="none"
    bg="sheet"
    borderWidth="1px"
    borderColor="line"
    p="16px"
    overflowY="auto"
  >
    {session && session.bookings.length > 1 ? (
      <Flex wrap="wrap" gap="5px" mb="10px" role="group" aria-label={words.together}>
        {session.bookings.map(({ id, name }) => (
          <PlainButton key={id} aria-pressed={id === open} onClick={() => commands.onOpen(id)}>
            {name || words.nobody}
          </PlainButton>
        ))}
      </Flex>
    ) : null}
    {chosen ? (
      <BookingDetails key={chosen.id} booking={chosen} onOpen={commands.onOpen} />
    ) : inUse ? (
      <InUseDetails inUse={inUse} onOpen={commands.onOpen} />
    ) : off ? (
      <OffDetails
        off={off}
        name={setUp.resources.find(({ id }) => id === off.resource)?.name ?? ""}
        onFree={() => commands.onOpen(null)}
      />
    ) : (
      <Text color="ink2">{words.chooseBlock}</Text>
    )}
  </Box>
);

/** Who has what is in use of a pool, each with the way to their booking. */
function InUseDetails({ inUse, onOpen }: { inUse: InUse; onOpen: (booking: string) => void }) {
  return (
    <>
      <Text as="h3" fontFamily="heading" fontSize="title" fontWeight="700" mb="8px">
        {words.inUse(inUse.taken, inUse.of)}
      </Text>
      <Flex direction="column" gap="5px" align="stretch">
        {inUse.bookings.map(({ id, name, serviceName }) => (
          <PlainButton key={id} onClick={() => onOpen(id)}>
            {words.whoHas(name || words.nobody, serviceName)}
          </PlainButton>
        ))}
      </Flex>
    </>
  );
}
