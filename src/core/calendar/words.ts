// Why a calendar could not be read, in words for the studio.
import type { Reason } from "@/core/visitor/decision";

const sentences: Readonly<Record<string, (reason: Reason) => string>> = {
  "calendar.notCalendar": ({ looksLike }) =>
    `This is ${looksLike}, no iCalendar file. One begins with BEGIN:VCALENDAR; look for the address or file that ends in .ics.`,
  "calendar.broken": ({ message }) => `This calendar can't be read: ${message}.`,
  "calendar.tooLarge": ({ mostMiB }) => `This calendar is larger than ${mostMiB} MB.`,
  "calendar.tooMany": ({ most }) => `This calendar has more than ${most} events.`,
  "calendar.tooSlow": ({ seconds }) =>
    `This calendar took longer than ${seconds} s to read: its rules repeat too often.`,
  "calendar.noResource": ({ resource }) => `The resource “${resource}” is not in the set-up any more.`,
  "calendar.address": () => "Write the address as https://host.example/calendar.ics.",
  "calendar.private": ({ host }) =>
    `${host} lies in a private network. Webitor reads calendars from public addresses only, unless WEBITOR_FEEDS_PRIVATE is set.`,
  "calendar.notFound": ({ host }) => `No server of the name ${host} was found.`,
  "calendar.resting": ({ host }) => `${host} did not answer the last times: it is asked again in some minutes.`,
  "calendar.busy": ({ host }) => `Very many calls to ${host} wait already. It is asked again in some minutes.`,
  "calendar.unreachable": ({ host, message }) => `${host} does not answer (${message}).`,
  "calendar.status": ({ host, status }) => `${host} answered ${status} instead of a calendar.`,
  "calendar.redirects": ({ host }) => `${host} leads from one address to the next without end.`,
  "calendar.timeout": ({ host, seconds }) => `${host} did not send the calendar within ${seconds} s.`,
};

/** A reason of calendars as a sentence. */
export const calendarWords = (reason: Reason): string => sentences[reason.code]?.(reason) ?? reason.code;

/** Codes that have words. */
export const calendarReasons: readonly string[] = Object.keys(sentences);
