"use client";
// Bookings on the Desk: by person, week and month, or as lists; and one of them with everything that can be done about it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useQuery, useQueryClient } from "@tanstack/react-query";
import { ChevronLeft, ChevronRight, Download, Plus, Printer } from "lucide-react";
import dynamic from "next/dynamic";
import { useState } from "react";
import type { BookingSetUp, Resource } from "@/core/booking/booking";
import type { DiaryEntry, OutsideBusy } from "@/core/booking/diary";
import { mondayOf } from "@/core/booking/starts-week";
import { dateOf, dayNumber, ZoneClock } from "@/core/booking/zone";
import { useSite } from "@/studio/frame/site-context";
import { useHeard } from "@/studio/frame/stream";
import { ask } from "@/studio/kit/api";
import { IconButton, Loading, MainButton, PlainButton, Segments, State } from "@/studio/kit/kit";
import { wallWords } from "../moments";
import type { DeskBooking } from "./booking";
import { BookingDetails } from "./booking-details";
import { BookingList } from "./booking-list";
import { ByHand, type ByHandBegin } from "./by-hand";
import type { CalendarView } from "./calendar";
import { blocksOf, type DeskBlock } from "./sessions";
import { words } from "./words";

/** The calendar is only loaded by whoever looks at one. */
const DeskCalendar = dynamic(() => import("./calendar").then((module) => module.DeskCalendar), {
  ssr: false,
  loading: () => <Loading what={words.theBookings} />,
});

type View = CalendarView | "list";

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

export function Bookings() {
  const site = useSite();
  const client = useQueryClient();
  const setUp = site.parts.booking as BookingSetUp | undefined;
  const zone = setUp?.places[0]?.zone ?? site.settings.zone;
  const clock = ZoneClock.of(zone);
  const now = Date.now() + site.clockAheadMs;
  const today = dateOf(clock.dayOf(now));
  // On a phone lists are read; a calendar wants a desk.
  const [view, setView] = useState<View>(() => (window.innerWidth < 900 ? "list" : "day"));
  const [date, setDate] = useState(today);
  const [open, setOpen] = useState<string | null>(null);
  const [byHand, setByHand] = useState<ByHandBegin | null>(null);
  useHeard("desk", ({ of }) => {
    if (of === "booking") void client.invalidateQueries({ queryKey: ["bookings", site.key] });
  });
  return (
    <>
      <Flex gap="8px" mb="12px" wrap="wrap" align="center">
        {view === "list" ? null : (
          <>
            <IconButton name={words.earlier} onClick={() => setDate(turned(view, date, -1))}>
              <ChevronLeft size={16} />
            </IconButton>
            <PlainButton onClick={() => setDate(today)}>{words.today}</PlainButton>
            <IconButton name={words.later} onClick={() => setDate(turned(view, date, 1))}>
              <ChevronRight size={16} />
            </IconButton>
          </>
        )}
        <Segments<View>
          label={words.howShown}
          value={view}
          onChange={setView}
          options={(Object.keys(words.calendarViews) as View[]).map((key) => [key, words.calendarViews[key]] as const)}
        />
        <Box flex="1" />
        {view === "day" ? (
          <PlainButton onClick={() => window.print()}>
            <Printer size={14} /> {words.print}
          </PlainButton>
        ) : null}
        {view === "list" ? null : (
          <a
            href={`/api/sites/${site.key}/bookings.csv?${new URLSearchParams({ from: boundsOf(view, date)[0], to: boundsOf(view, date)[1] })}`}
            download
          >
            <PlainButton as="span">
              <Download size={14} /> {words.csv}
            </PlainButton>
          </a>
        )}
        <MainButton onClick={() => setByHand({})}>
          <Plus size={14} /> {words.byHand}
        </MainButton>
      </Flex>
      {view === "list" || !setUp ? (
        <BookingList open={open} onOpen={setOpen} />
      ) : (
        <Days
          setUp={setUp}
          zone={zone}
          now={now}
          view={view}
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
      )}
      {byHand ? (
        <ByHand
          {...byHand}
          onClose={() => setByHand(null)}
          onDone={(booking) => {
            setByHand(null);
            setOpen(booking);
            void client.invalidateQueries({ queryKey: ["bookings", site.key] });
          }}
        />
      ) : null}
    </>
  );
}

interface DaysProps {
  readonly setUp: BookingSetUp;
  readonly zone: string;
  readonly now: number;
  readonly view: CalendarView;
  readonly date: string;
  readonly open: string | null;
  readonly onOpen: (booking: string | null) => void;
  readonly onDate: (date: string) => void;
  readonly onFree: (start: number, resource: string | null) => void;
  readonly onMove: (booking: DeskBooking, start: number, resource: string | null) => void;
}

/** Columns of a day: everybody, and what is used that day; not more than can be told apart. */
const mostColumns = 9;

function columnsOf(setUp: BookingSetUp, blocks: readonly DeskBlock[]): readonly Resource[] {
  const used = new Set(blocks.flatMap(({ resources }) => resources));
  const people = setUp.resources.filter(({ kind }) => kind === "person");
  const things = setUp.resources.filter(({ id, kind }) => kind !== "person" && used.has(id));
  return [...people, ...things].slice(0, Math.max(mostColumns, people.length));
}

function Days({ setUp, zone, now, view, date, open, ...deeds }: DaysProps) {
  const site = useSite();
  const [from, to] = boundsOf(view, date);
  const { data, error } = useQuery({
    queryKey: ["bookings", site.key, "calendar", from, to],
    queryFn: () => ask("booking.calendar", { site: site.key, from, to }),
    placeholderData: (before) => before,
  });
  const all = data
    ? blocksOf(data.entries as readonly DiaryEntry[], data.outside as readonly OutsideBusy[], data.rows)
    : [];
  const clock = ZoneClock.of(zone);
  const [first, last] = [clock.startOfDay(dayNumber(from)), clock.startOfDay(dayNumber(to) + 1)];
  const blocks = all.filter(({ start, end }) => start.getTime() < last && first < end.getTime());
  const chosen = data?.rows.find(({ id }) => id === open) ?? null;
  const session = blocks.find(({ bookings }) => bookings.some(({ id }) => id === open));
  const booked = blocks.filter(({ outside }) => !outside);
  const rows = new Map(booked.flatMap(({ bookings }) => bookings.map((row) => [row.id, row] as const)));
  const waits = [...rows.values()].filter(({ state }) => state === "waitingApproval").length;
  const title =
    view === "month"
      ? new Intl.DateTimeFormat("en-GB", { month: "long", year: "numeric", timeZone: "UTC" }).format(
          Date.parse(`${date}T00:00Z`),
        )
      : view === "week"
        ? words.week(wallWords(from, "date"), wallWords(to, "date"))
        : wallWords(date, "day");
  return (
    <>
      <Flex align="baseline" gap="12px" mb="8px" wrap="wrap">
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
      </Flex>
      {error ? <State tone="brick">{error.message}</State> : null}
      <Flex flex="1" minH="0" gap="16px">
        <DeskCalendar
          setUp={setUp}
          zone={zone}
          now={now}
          view={view}
          date={date}
          blocks={blocks}
          columns={view === "day" ? columnsOf(setUp, blocks) : []}
          open={open}
          {...deeds}
        />
        <Box
          as="aside"
          aria-label={words.theBooking}
          w="290px"
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
                <PlainButton key={id} aria-pressed={id === open} onClick={() => deeds.onOpen(id)}>
                  {name || words.nobody}
                </PlainButton>
              ))}
            </Flex>
          ) : null}
          {chosen ? (
            <BookingDetails key={chosen.id} booking={chosen} onOpen={deeds.onOpen} />
          ) : (
            <Text color="ink2">{words.chooseBlock}</Text>
          )}
        </Box>
      </Flex>
    </>
  );
}
