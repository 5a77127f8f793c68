// Public holidays of a country, to be offered as closures. The tables come with a package; it is read only when asked for.
import Joi from "joi";
import { earliestYear, latestYear } from "@/core/time/dates";
import { siteOperation } from "../operation";
import { fieldProblem } from "../problem";

export const holidayOperations = {
  /** Countries that have tables, in English, and the public holidays of one in a year; none for no country. */
  "booking.holidays": siteOperation(
    "setUp.read",
    {
      country: Joi.string()
        .pattern(/^[A-Z]{2}$/)
        .allow("")
        .required()
        .messages({ "string.pattern.base": "A country is two capital letters, such as IE." }),
      year: Joi.number().integer().min(earliestYear).max(latestYear).required(),
    },
    async (_call, input: { country: string; year: number }) => {
      const { default: Holidays } = await import("date-holidays");
      const tables = new Holidays();
      const countries = Object.entries(tables.getCountries("en"))
        .map(([code, name]) => ({ code, name }))
        .sort((one, other) => one.name.localeCompare(other.name, "en"));
      if (!input.country) return { countries, days: [] };
      if (!countries.some(({ code }) => code === input.country))
        throw fieldProblem("country", "There are no tables for this country. Close its days by hand.");
      tables.init(input.country);
      return {
        countries,
        days: tables
          .getHolidays(input.year, "en")
          .filter(({ type }) => type === "public")
          .map(({ date, name }) => ({ date: date.slice(0, 10), name: name.slice(0, 120) })),
      };
    },
  ),
};
