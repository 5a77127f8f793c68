// Public holidays of the country that a shop sends from: no parcel leaves then. Tables are read once a country and year.
import { dayNumber } from "@/core/time/clock";

const read = new Map<string, Promise<ReadonlySet<number>>>();

async function load(country: string, year: number): Promise<ReadonlySet<number>> {
  const { default: Holidays } = await import("date-holidays");
  const tables = new Holidays();
  // Countries without tables have no holidays here.
  if (!Object.hasOwn(tables.getCountries("en"), country)) return new Set();
  tables.init(country);
  const days = [year, year + 1].flatMap((one) => tables.getHolidays(one, "en"));
  return new Set(days.filter(({ type }) => type === "public").map(({ date }) => dayNumber(date.slice(0, 10))));
}

/** Days since 1970-01-01 that are public holidays of a country in a year and the next. */
export function holidaysOf(country: string, year: number): Promise<ReadonlySet<number>> {
  const key = `${country} ${year}`;
  const found = read.get(key) ?? load(country, year);
  read.set(key, found);
  found.catch(() => read.delete(key));
  return found;
}
