// When an order leaves, and when it arrives: by the hour until which it is packed the same day, the days on which anybody works,
// and the holidays of the shop's country.

/** Days since 1970-01-01. */
type Day = number;

export interface Dispatch {
  /** What is ordered until this time of a working day is packed that day: "14:00". */
  readonly until: string;
  /** ISO 8601: 1 is Monday. */
  readonly weekdays: readonly number[];
  /** Working days that packing takes besides. */
  readonly days: number;
}

export interface Ordered {
  /** The local day in the shop's zone, and minutes since its midnight. */
  readonly day: Day;
  readonly minutes: number;
}

/** So far ahead a working day is looked for: a shop that never works sends nothing. */
const farthest = 400;

const weekdayOf = (day: Day): number => ((((day + 3) % 7) + 7) % 7) + 1;
const minutesOf = (time: string): number => Number(time.slice(0, 2)) * 60 + Number(time.slice(3, 5));

/** The `nth` working day from `day` on, counting that day itself as the 0th if it is one; null where none comes. */
function workingDay(day: Day, nth: number, weekdays: readonly number[], isHoliday: (day: Day) => boolean): Day | null {
  let left = nth;
  for (let at = day; at < day + farthest; at++) {
    if (!weekdays.includes(weekdayOf(at)) || isHoliday(at)) continue;
    if (left === 0) return at;
    left--;
  }
  return null;
}

/** Monday to Friday: when parcels are on their way. */
const carriersWork = [1, 2, 3, 4, 5];

/**
 * The day an order leaves and the first and last on which it arrives, as days since 1970-01-01; null where the shop never
 * packs. What packing takes besides (`extraDays`, of a thing made to order) counts in the shop's working days.
 */
export function arrivalOf(
  ordered: Ordered,
  dispatch: Dispatch,
  method: { readonly from: number; readonly to: number },
  extraDays: number,
  isHoliday: (day: Day) => boolean,
): { readonly leaves: Day; readonly from: Day; readonly to: Day } | null {
  const { weekdays, until, days } = dispatch;
  const packs = weekdays.includes(weekdayOf(ordered.day)) && !isHoliday(ordered.day);
  const tooLate = packs && ordered.minutes > minutesOf(until);
  const leaves = workingDay(tooLate ? ordered.day + 1 : ordered.day, days + extraDays, weekdays, isHoliday);
  if (leaves === null) return null;
  const arrives = (nth: number) =>
    nth === 0 ? leaves : (workingDay(leaves + 1, nth - 1, carriersWork, isHoliday) ?? leaves);
  return { leaves, from: arrives(method.from), to: arrives(method.to) };
}
