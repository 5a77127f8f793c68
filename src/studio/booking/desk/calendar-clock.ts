// The clock of the Desk's calendar: every date is an instant, shown on the clock of one place. The package asks for the
// same few moments tens of thousands of times, and reading a zone's clock is slow, so each is read once.
import dayjs, { type ConfigType, type Dayjs, type OpUnitType } from "dayjs";
import timezone from "dayjs/plugin/timezone";
import utc from "dayjs/plugin/utc";
import "dayjs/locale/en-gb";
import { dayjsLocalizer } from "react-big-calendar";

dayjs.extend(utc);
dayjs.extend(timezone);
// Weeks begin on Monday.
dayjs.locale("en-gb");

/** More moments than a month has on screen; beyond them it begins anew. */
const mostKept = 5000;

let zone = "";
const kept = new Map<number, Dayjs>();

/** Reads the place's clock at a moment; what was read is kept, and so is the beginning of its day, week, month. */
function read(date?: ConfigType): Dayjs {
  if (!(typeof date === "number" || date instanceof Date || dayjs.isDayjs(date))) return dayjs.tz(date);
  const at = date.valueOf();
  const known = kept.get(at);
  if (known) return known;
  const made = dayjs.tz(date);
  const begin = made.startOf.bind(made) as (unit: OpUnitType, isStart?: boolean) => Dayjs;
  const begins = new Map<string, Dayjs>();
  // The end of a day or a week is asked for by the same name, with false.
  made.startOf = (unit: OpUnitType, isStart?: boolean) => {
    const key = `${unit} ${isStart}`;
    const found = begins.get(key) ?? begin(unit, isStart);
    begins.set(key, found);
    return found;
  };
  if (kept.size >= mostKept) kept.clear();
  kept.set(at, made);
  return made;
}

/** The package's way to ask for dates. */
export const localizer = dayjsLocalizer(
  Object.setPrototypeOf((date?: ConfigType) => dayjs(date), Object.assign(Object.create(dayjs), { tz: read })),
);

/** Shows dates on the clock of this zone from now on. */
export function showOn(next: string): void {
  if (next === zone) return;
  zone = next;
  kept.clear();
  dayjs.tz.setDefault(zone);
}
