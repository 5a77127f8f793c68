// The diary as the workspace looks at it: what is taken, without whose it is.
import { dayNumber } from "@/core/time/clock";
import { dateSchema } from "@/core/time/schema";
import { type LoadedDiary, loadDiary } from "@/data/booking/diary";
import type { Context } from "../context";
import { siteOperation } from "../operation";
import { fieldProblem } from "../problem";

const dayMs = 86_400_000;
/** The most days that are asked about at once. */
const mostDays = 62;

/** What takes time from one date to another; 422 for too many days. */
export async function diaryOf(
  context: Context,
  siteId: string,
  asked: { readonly from: string; readonly to: string },
): Promise<Pick<LoadedDiary, "entries" | "outside">> {
  const [from, to] = [dayNumber(asked.from), dayNumber(asked.to)];
  if (to < from) throw fieldProblem("to", "The last day is before the first.");
  if (to - from >= mostDays) throw fieldProblem("to", `At most ${mostDays} days can be asked about at once.`);
  // A day more on either side: whatever the zone, the days asked about are whole.
  const [begin, end] = [new Date((from - 1) * dayMs), new Date((to + 2) * dayMs)];
  const { entries, outside } = await loadDiary(context.db, siteId, begin, end, context.now());
  return { entries, outside };
}

export const diaryOperations = {
  /** Everything that takes time from one date to another: of bookings their service, resources and seats. */
  "booking.diary": siteOperation(
    "setUp.read",
    { from: dateSchema.required(), to: dateSchema.required() },
    ({ context, site }, input: { from: string; to: string }) => diaryOf(context, site.id, input),
  ),
};
