// What comes in as a date, a moment or a zone: real ones in their one spelling, and a sentence for everything else.
import fc from "fast-check";
import type Joi from "joi";
import { isDate, isTime, isWallDateTime, readInstant } from "./dates";
import { dateSchema, instantSchema, monthDaySchema, timeSchema, wallSchema } from "./schema";
import { zoneSchema } from "./zone-schema";
import { canonicalZone } from "./zones";

const said = (schema: Joi.Schema, value: unknown) => schema.validate(value).error?.message ?? "taken";

describe("dates", () => {
  test.each([
    ["2026-03-11", true],
    ["2028-02-29", true],
    ["2000-02-29", true],
    ["1900-01-01", true],
    ["2199-12-31", true],
    ["2027-02-29", false],
    ["2100-02-29", false],
    ["2027-04-31", false],
    ["2026-13-01", false],
    ["2026-00-10", false],
    ["2026-01-00", false],
    ["1899-12-31", false],
    ["2200-01-01", false],
    ["0000-01-01", false],
    ["9999-12-31", false],
    ["+275760-09-13", false],
    ["-000001-01-01", false],
    ["2026-3-11", false],
    ["2026-03-11 ", false],
    ["２０２６-03-11", false],
    ["", false],
  ])("%s: %s", (text, real) => {
    expect(isDate(text)).toBe(real);
    expect(said(dateSchema, text) === "taken").toBe(real);
  });

  test("every day of the years that are taken is one, and the day after each month is not", () => {
    fc.assert(
      fc.property(fc.integer({ min: 1900, max: 2199 }), fc.integer({ min: 1, max: 12 }), (year, month) => {
        const last = new Date(Date.UTC(year, month, 0)).getUTCDate();
        const text = (day: number) => `${year}-${String(month).padStart(2, "0")}-${String(day).padStart(2, "0")}`;
        expect(isDate(text(1)) && isDate(text(last))).toBe(true);
        expect(isDate(text(last + 1))).toBe(false);
      }),
    );
  });

  test("times end before midnight, and wall times are both", () => {
    expect(["00:00", "23:59"].every(isTime)).toBe(true);
    expect(["24:00", "12:60", "1:00", "12:00:00", "-1:00"].some(isTime)).toBe(false);
    expect(isWallDateTime("2026-03-11T09:30")).toBe(true);
    expect(["2026-03-11T24:00", "2027-02-29T09:30", "2026-03-11 09:30", "2026-03-11T09:30Z"].some(isWallDateTime)).toBe(
      false,
    );
    expect(said(timeSchema, "24:00")).toBe("Write a time as 09:30, from 00:00 to 23:59.");
    expect(said(wallSchema, "tomorrow")).toMatch(/^Write day and time as 2026-03-11T09:30, from 1900 to 2199\.$/);
  });

  test.each([
    ["2026-03-11T09:30:00Z", "2026-03-11T09:30:00.000Z"],
    ["2026-03-11t09:30:00z", "2026-03-11T09:30:00.000Z"],
    ["2026-03-11T09:30:00.25+01:00", "2026-03-11T08:30:00.250Z"],
    ["2026-03-11T09:30-05:30", "2026-03-11T15:00:00.000Z"],
  ])("the moment %s is %s", (text, instant) => {
    expect(new Date(readInstant(text) ?? 0).toISOString()).toBe(instant);
    expect(said(instantSchema, text)).toBe("taken");
  });

  test.each([
    "2026-03-11T09:30:00",
    "2026-03-11",
    "2026-02-30T09:30:00Z",
    "2026-03-11T24:00:00Z",
    "2026-03-11T09:30:60Z",
    "2026-03-11T09:30:00+24:00",
    "9999-12-31T23:59:59Z",
    "+275760-09-13T00:00:00Z",
    "1773221400000",
  ])("%s is no moment", (text) => {
    expect(readInstant(text)).toBeNull();
    expect(said(instantSchema, text)).toMatch(/^Write a moment with its offset/);
  });

  test("a month and day may be the 29th of February", () => {
    expect(said(monthDaySchema, "02-29")).toBe("taken");
    expect(said(monthDaySchema, "02-30")).toBe("Write month and day as 12-24.");
  });

  test("values of other types get the same sentence", () => {
    for (const value of [5, null, {}, [], true]) expect(said(dateSchema, value)).toMatch(/\.$|must be/);
  });
});

describe("zones", () => {
  test.each([
    ["Europe/Dublin", "Europe/Dublin"],
    ["europe/dublin", "Europe/Dublin"],
    ["EUROPE/DUBLIN", "Europe/Dublin"],
    ["america/argentina/buenos_aires", "America/Argentina/Buenos_Aires"],
    ["utc", "UTC"],
  ])("%s is %s", (written, zone) => expect(canonicalZone(written)).toBe(zone));

  test.each([
    "",
    "Europe/Nowhere",
    "+01:00",
    "-05",
    "constructor",
    "__proto__",
    "../../etc/passwd",
    "Europe/Dublin/",
    "Europe/Dublin[u-ca=iso8601]",
    `Europe/${"x".repeat(5000)}`,
    "2026-03-11T00:00Z",
  ])("%s is none", (written) => {
    expect(canonicalZone(written)).toBeNull();
    expect(said(zoneSchema("Europe/Berlin"), written)).toMatch(/Europe\/Berlin\.$/);
  });

  test("the schema gives the one spelling on", () => {
    expect(zoneSchema().validate("europe/berlin").value).toBe("Europe/Berlin");
  });
});
