import { daysThatDiffer, toldHours, withTold } from "./told-hours";

const span = (from: string, to: string) => [{ from, to }];
const week = [
  [],
  span("10:00", "18:00"),
  span("10:00", "18:00"),
  span("10:00", "18:00"),
  span("10:00", "18:00"),
  span("10:00", "13:00"),
  [],
];
const row = (text: string, aside: string) => ({ text, aside });

test("a list of days with hours is read: ranges, several days, closed ones, in the site's language too", () => {
  expect(
    toldHours(
      [row("Tuesday to Friday", "10:00–18:00"), row("Saturday", "10:00–13:00"), row("Sunday and Monday", "closed")],
      "en-IE",
    ),
  ).toEqual(week);
  expect(
    toldHours([row("Di – Fr", "10–18"), row("Samstag", "10.00–13.00"), row("So, Mo", "geschlossen")], "de-DE"),
  ).toEqual(week);
  expect(toldHours([row("Fri – Mon", "9-12"), row("Tue", "closed")], "en-GB")).toEqual([
    span("09:00", "12:00"),
    [],
    undefined,
    undefined,
    span("09:00", "12:00"),
    span("09:00", "12:00"),
    span("09:00", "12:00"),
  ]);
});

test("what is no list of hours is none: prices, one row alone, a day with other words", () => {
  expect(toldHours([row("First throw", "€38"), row("Glaze night", "€24")], "en")).toBeNull();
  expect(toldHours([row("Monday", "10:00–18:00")], "en")).toBeNull();
  expect(toldHours([row("Monday", "by appointment"), row("Tuesday", "10:00–18:00")], "en")).toBeNull();
  expect(toldHours([row("Monday mornings", "10:00–12:00"), row("Tuesday", "10:00–18:00")], "en")).toBeNull();
  expect(toldHours([], "en")).toBeNull();
});

test("days that differ from the settings are named; days it says nothing of are not", () => {
  const told = toldHours(
    [row("Tuesday to Thursday", "10:00–18:00"), row("Friday", "10:00–20:00"), row("Sunday", "11–15")],
    "en",
  );
  expect(told && daysThatDiffer(told, week)).toEqual([4, 6]);
  expect(told && withTold(told, week)).toEqual([
    [],
    ...Array.from({ length: 3 }, () => span("10:00", "18:00")),
    span("10:00", "20:00"),
    span("10:00", "13:00"),
    span("11:00", "15:00"),
  ]);
});
