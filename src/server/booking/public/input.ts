// What visitors' questions and commands name: services, resources, seats, starts.
import { type CoursePart, chosenLength, type Instant, type Service, sellsPart } from "@/core/booking/booking";
import { bookingId } from "@/core/booking/rules/schema";
import { dayNumber, minutesOf } from "@/core/time/clock";
import { earliestYear, isWallDateTime, latestYear, readInstant } from "@/core/time/dates";
import type { ZoneClock } from "@/core/time/zone-clock";
import { fieldProblem } from "../../problem";
import type { PublicCall } from "./call";

export const serviceField = bookingId.required();

export const resourceField = bookingId.allow("", null, "any");

const namedResource = (value: string | null | undefined) => (value && value !== "any" ? value : null);

export function offeredService(call: PublicCall, id: string): Service {
  const service = call.services.includes(id) ? call.setUp.services.find((one) => one.id === id) : undefined;
  if (!service) throw fieldProblem("service", "This calendar has no such service.");
  return service;
}

export function checkedResource(service: Service, given: string | null | undefined): string | null {
  const resource = namedResource(given);
  if (resource && !service.needs.some((need) => need.oneOf.includes(resource)))
    throw fieldProblem("resource", "Nobody of this name does this service.");
  return resource;
}

/** The length that was asked for, or the first where none was; null where it is not the client's to choose. */
export function checkedLength(service: Service, given: number | undefined): number | null {
  const lengths = service.lengths ?? [];
  if (given !== undefined && !lengths.some(({ minutes }) => minutes === given))
    throw fieldProblem(
      "minutes",
      lengths.length
        ? `This can be booked for ${lengths.map(({ minutes }) => minutes).join(", ")} minutes.`
        : "The length of this is not to be chosen.",
    );
  return chosenLength(service, given);
}

/** How much of a course was asked for, or a whole run where nothing was. */
export function checkedPart(service: Service, given: CoursePart | undefined): CoursePart {
  const part = given ?? "whole";
  if (!sellsPart(service, part))
    throw fieldProblem("part", service.course ? "This course is not booked like that." : "This is not a course.");
  return part;
}

/** A start as an instant: RFC 3339 with its offset, or a wall time of the place that exists. */
export function readStart(clock: ZoneClock, text: string): Instant {
  const instant = readInstant(text);
  if (instant !== null) return instant;
  if (!isWallDateTime(text))
    throw fieldProblem(
      "start",
      `Write the start as 2026-03-11T11:30:00Z, or as the place's time 2026-03-11T11:30, from ${earliestYear} to ${latestYear}.`,
    );
  const wall = clock.existingInstantAt(dayNumber(text.slice(0, 10)), minutesOf(text.slice(11)));
  if (wall !== null) return wall;
  throw fieldProblem("start", `The clock skips ${text.replace("T", " ")} in ${clock.zone}: this time does not exist.`);
}
