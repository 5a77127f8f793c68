"use client";
// Bookings as lists: what waits, what comes, what was; and one of them with everything that can be done about it.
import { Box, Flex, Text } from "@chakra-ui/react";
import { useInfiniteQuery, useQueryClient } from "@tanstack/react-query";
import { Fragment, useDeferredValue, useState } from "react";
import { type BookingState, bookingStates } from "@/core/booking/rules/state";
import { DeskLine, DeskPanes } from "@/studio/desk/desk-panes";
import { useSite } from "@/studio/frame/site-context";
import { useStreamEvent } from "@/studio/frame/stream";
import { ask } from "@/studio/kit/api";
import { TextInput } from "@/studio/kit/fields";
import { Loading, State } from "@/studio/kit/layout";
import { Segments } from "@/studio/kit/segments";
import { wallWords } from "../moments";
import { BookingTone, type DeskBooking, useClockOf } from "./booking";
import { BookingDetails } from "./booking-details";
import { words } from "./words";

type View = keyof typeof words.views;

const dayMs = 86_400_000;
const pageSize = 100;
/** How far back and ahead the lists reach, in days. */
const reachDays = 402;

const past: readonly BookingState[] = bookingStates.filter((state) => state !== "held");
const statesOf: Readonly<Record<View, readonly BookingState[]>> = {
  waiting: ["waitingApproval"],
  coming: ["waitingApproval", "waitingPayment", "confirmed"],
  past,
  line: ["listed", "offered"],
  money: ["declined", "cancelled", "expired"],
};

/** Which starts a view is of, in days from now. */
const reachOf: Readonly<Record<View, readonly [from: number, to: number]>> = {
  waiting: [-0.5, reachDays],
  coming: [-0.5, reachDays],
  past: [-reachDays, 0],
  line: [-0.5, reachDays],
  money: [-reachDays, reachDays],
};

/** What is asked of the server for a view, from the moment `nowMs` on. */
function questionOf(view: View, nowMs: number) {
  // On whole hours, so that the question stays the same while one looks.
  const now = Math.floor(nowMs / 3_600_000) * 3_600_000;
  const at = (days: number) => new Date(now + days * dayMs).toISOString();
  const [from, to] = reachOf[view];
  const order: "first" | "last" = view === "past" ? "last" : "first";
  return { from: at(from), to: at(to), states: [...statesOf[view]], order, toSettle: view === "money" };
}

export function BookingList({ open, onOpen }: { open: string | null; onOpen: (booking: string | null) => void }) {
  const site = useSite();
  const client = useQueryClient();
  const [view, setView] = useState<View>("coming");
  const [typed, setTyped] = useState("");
  const found = useDeferredValue(typed.trim());
  const clockOf = useClockOf();
  const question = questionOf(view, Date.now() + site.clockAheadMs);
  const { data, error, hasNextPage, fetchNextPage, isFetchingNextPage } = useInfiniteQuery({
    queryKey: ["bookings", site.key, view, question.from, found],
    queryFn: ({ pageParam }) =>
      ask("booking.list", { site: site.key, ...question, words: found, limit: pageSize, offset: pageParam }),
    initialPageParam: 0,
    getNextPageParam: (page, pages) => (pages.length * pageSize < page.all ? pages.length * pageSize : undefined),
    // What stands there stays until what is looked for arrives: a booking that is open is not closed in between.
    placeholderData: (before, asked) => (asked?.queryKey[2] === view ? before : undefined),
  });
  useStreamEvent("desk", ({ of }) => {
    if (of === "booking") void client.invalidateQueries({ queryKey: ["bookings", site.key] });
  });
  const rows = data?.pages.flatMap((page) => page.rows) ?? [];
  const chosen = rows.find(({ id }) => id === open) ?? null;
  const days = new Map<string, DeskBooking[]>();
  for (const row of rows) {
    const day = clockOf(row).wallOf(Date.parse(row.start)).slice(0, 10);
    days.set(day, [...(days.get(day) ?? []), row]);
  }
  return (
    <>
      <ListBar view={view} setView={setView} onOpen={onOpen} typed={typed} setTyped={setTyped} />
      {error ? <State tone="brick">{error.message}</State> : null}
      <DeskPanes
        list={
          data ? (
            rows.length ? (
              [...days].map(([day, own]) => (
                <Fragment key={day}>
                  <Text as="h2" fontWeight="700" bg="wash" px="14px" py="5px" position="sticky" top="0">
                    {(view === "line" ? words.dayOfLine : words.day)(wallWords(day, "day"), own.length)}
                  </Text>
                  {own.map((row) => (
                    <DeskLine key={row.id} open={row.id === open} onOpen={() => onOpen(row.id)}>
                      {[
                        <Text key="name" fontWeight="650" truncate>
                          {row.name || words.nobody}
                        </Text>,
                        <Text key="time" flex="none">
                          {clockOf(row).wallOf(Date.parse(row.start)).slice(11)}
                        </Text>,
                        <Text key="service" color="ink2" truncate>
                          {row.seats > 1 ? `${row.serviceName} · ${words.seats(row.seats)}` : row.serviceName}
                        </Text>,
                        <BookingTone key="state" booking={row} />,
                      ]}
                    </DeskLine>
                  ))}
                </Fragment>
              ))
            ) : (
              <Text p="14px" color="ink2">
                {found ? words.noneSo : words.nothing[view]}
              </Text>
            )
          ) : (
            <Loading what={words.theBookings} />
          )
        }
        more={hasNextPage ? { words: words.more, busy: isFetchingNextPage, onMore: () => void fetchNextPage() } : null}
      >
        {chosen ? (
          <BookingDetails key={chosen.id} booking={chosen} onOpen={onOpen} />
        ) : (
          <Text color="ink2">{words.choose}</Text>
        )}
      </DeskPanes>
    </>
  );
}

/** Which bookings are listed, and the way to one by its words. */
const ListBar = ({
  view,
  setView,
  onOpen,
  typed,
  setTyped,
}: {
  view: "line" | "waiting" | "coming" | "past" | "money";
  setView: (next: "line" | "waiting" | "coming" | "past" | "money") => void;
  onOpen: (booking: string | null) => void;
  typed: string;
  setTyped: (next: string) => void;
}) => (
  <Flex gap="10px" mb="12px" wrap="wrap" align="center">
    <Segments<View>
      label={words.which}
      value={view}
      onChange={(next) => {
        setView(next);
        onOpen(null);
      }}
      options={(Object.keys(words.views) as View[]).map((key) => [key, words.views[key]] as const)}
    />
    <Box w={{ base: "100%", md: "240px" }}>
      <TextInput aria-label={words.search} placeholder={words.searchHint} value={typed} onChange={setTyped} />
    </Box>
  </Flex>
);
