// Fetching a calendar from an address that somebody typed.
import { calendarLimits } from "@/core/calendar/read";
import type { Outcome } from "@/core/visitor/decision";
import { type Fetched, fetchOutside, type Reach, type Validators } from "../outside/fetch";

/** Fetches a calendar; `known` are the validators of the last good one. Refused with the codes of `calendarReasons`. */
export const fetchCalendar = (reach: Reach, address: string, known: Validators): Promise<Outcome<Fetched>> =>
  fetchOutside(reach, address.replace(/^webcal:/i, "https:"), {
    about: "calendar",
    accept: "text/calendar",
    mostBytes: calendarLimits.bytes,
    known,
  });
