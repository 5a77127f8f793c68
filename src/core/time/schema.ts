// The forms of dates, moments and zones that come in from outside.
import Joi from "joi";
import { earliestYear, isDate, isTime, isWallDateTime, latestYear, readInstant } from "./dates";

const checked = (test: (value: string) => boolean, message: string) =>
  Joi.string()
    .custom((value: string, helpers) => (test(value) ? value : helpers.error("any.invalid")))
    .messages({ "any.invalid": message, "string.base": message, "string.empty": message });

const years = `from ${earliestYear} to ${latestYear}`;

export const dateSchema = checked(isDate, `Write a date of the calendar as 2026-03-11, ${years}.`);
export const timeSchema = checked(isTime, "Write a time as 09:30, from 00:00 to 23:59.");
export const wallSchema = checked(isWallDateTime, `Write day and time as 2026-03-11T09:30, ${years}.`);
export const instantSchema = checked(
  (value) => readInstant(value) !== null,
  `Write a moment with its offset as 2026-03-11T09:30:00Z, ${years}.`,
);
/** A month and day of any year, 29 February among them. */
export const monthDaySchema = checked((value) => isDate(`2024-${value}`), "Write month and day as 12-24.");
