"use client";
// A booking as the Desk has it, its state in lists, and the clock of its place.
import { Text } from "@chakra-ui/react";
import type { BookingSetUp } from "@/core/booking/booking";
import type { BookingState } from "@/core/booking/rules/state";
import { ZoneClock } from "@/core/time/zone-clock";
import type { Gives } from "@/server/operations";
import { useSite } from "@/studio/frame/site-context";
import { State } from "@/studio/kit/layout";
import { words } from "./words";

export type DeskBooking = Gives<"booking.list">["rows"][number];

const tones: Readonly<Partial<Record<BookingState, "amber" | "brick" | "moss">>> = {
  waitingApproval: "amber",
  waitingPayment: "amber",
  offered: "amber",
  declined: "brick",
  cancelled: "brick",
};

/** The state of a booking as lists tell it; what is simply booked says who came, or nothing. */
export function BookingTone({ booking }: { booking: DeskBooking }) {
  const tone = tones[booking.state];
  if (tone) return <State tone={tone}>{words.states[booking.state]}</State>;
  if (booking.state === "listed") return <Text color="ink2">{words.states.listed}</Text>;
  if (!booking.attendance) return null;
  return <State tone={booking.attendance === "came" ? "moss" : "brick"}>{words.attendance[booking.attendance]}</State>;
}

/** The clock of a booking's place; that of the site where its place is gone. */
export function useClockOf(): (booking: Pick<DeskBooking, "service">) => ZoneClock {
  const { parts, settings } = useSite();
  return ({ service }) => {
    const place = parts.booking?.services.find(({ id }) => id === service)?.place;
    return ZoneClock.of(parts.booking?.places.find(({ id }) => id === place)?.zone ?? settings.zone);
  };
}

/** What was asked with a booking and what was answered, in the words of its service; a key where the question is gone. */
export function bookingNotes(
  { service, answers }: Pick<DeskBooking, "service" | "answers">,
  setUp: Pick<BookingSetUp, "services"> | undefined,
): readonly (readonly [question: string, answer: string])[] {
  const questions = setUp?.services.find(({ id }) => id === service)?.questions ?? [];
  return Object.entries(answers).flatMap(([key, answer]) => {
    const said =
      typeof answer === "boolean"
        ? answer
          ? words.yes
          : words.no
        : Array.isArray(answer)
          ? answer.join(", ")
          : String(answer ?? "");
    return said ? [[questions.find((one) => one.key === key)?.label ?? key, said] as const] : [];
  });
}
