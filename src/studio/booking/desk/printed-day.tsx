"use client";
// A day as it is printed: everything that is booked in the order of its time, to hang beside the door.
import { Box, Text } from "@chakra-ui/react";
import type { BookingSetUp } from "@/core/booking/booking";
import type { ZoneClock } from "@/core/time/zone-clock";
import { bookingNotes } from "./booking";
import { onPaper, printRules, tableLook } from "./calendar-look";
import type { DeskBlock } from "./sessions";
import { words } from "./words";

export function PrintedDay({
  title,
  blocks,
  setUp,
  clock,
}: {
  title: string;
  blocks: readonly DeskBlock[];
  setUp: BookingSetUp;
  clock: ZoneClock;
}) {
  const names = new Map(setUp.resources.map(({ id, name }) => [id, name]));
  const rows = blocks
    .flatMap((block) => block.bookings.map((booking) => ({ block, booking })))
    .sort((one, other) => one.block.start.getTime() - other.block.start.getTime());
  return (
    <Box css={onPaper} data-paper>
      <style>{printRules}</style>
      <Text as="h1" fontFamily="heading" fontSize="22px" fontWeight="700" mb="10px">
        {title}
      </Text>
      <Box as="table" w="100%" fontSize="12px" css={tableLook}>
        <thead>
          <tr>
            {words.printedHeads.map((head) => (
              <th key={head}>{head}</th>
            ))}
          </tr>
        </thead>
        <tbody>
          {rows.map(({ block, booking }) => (
            <tr key={`${booking.id} ${block.key}`}>
              <td>
                {clock.wallOf(block.start.getTime()).slice(11)}–{clock.wallOf(block.end.getTime()).slice(11)}
              </td>
              <td>
                {booking.seats > 1 ? `${booking.serviceName}, ${words.seats(booking.seats)}` : booking.serviceName}
              </td>
              <td>{block.resources.map((id) => names.get(id) ?? id).join(", ")}</td>
              <td>
                {booking.name || words.nobody}
                {booking.state === "confirmed" ? "" : ` (${words.states[booking.state]})`}
              </td>
              <td>{booking.phone || booking.email}</td>
              <td>
                {bookingNotes(booking, setUp)
                  .map(([label, said]) => `${label}: ${said}`)
                  .join("; ")}
              </td>
            </tr>
          ))}
        </tbody>
      </Box>
      {rows.length ? null : <Text>{words.nothingThatDay}</Text>}
    </Box>
  );
}
