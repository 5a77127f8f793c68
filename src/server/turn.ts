// Commands on one thing, such as a site's bookings or its stock, wait their turn before they take a connection: one popular sale does not take
// them all from other sites, from visitors' pages and from health. The database's lock stays the truth; this only spares it those who
// would wait in it.
import pLimit, { type LimitFunction } from "p-limit";
import { crowdWords } from "@/core/booking/words/words";
import { Problem } from "./problem";

/** Most that wait in one process for one thing: the last of them would be served after some seconds. */
export const mostWaiting = 400;

/** What somebody reads who would have to wait too long; `number` is their place in the queue. */
export type TooMany = (number: number) => string;

const turns = new Map<string, LimitFunction>();

/** Runs `work` after what came before it for this thing, in this process. 503 with one's number where too many wait already. */
export async function inTurn<T>(
  thing: string,
  work: () => Promise<T>,
  tooMany: TooMany = crowdWords("en"),
): Promise<T> {
  const turn = turns.get(thing) ?? pLimit(1);
  if (turn.pendingCount >= mostWaiting) {
    const number = turn.activeCount + turn.pendingCount + 1;
    const message = tooMany(number);
    throw new Problem(503, "busy", message, [{ path: "request", message }], { "retry-after": "5" }, { number });
  }
  turns.set(thing, turn);
  try {
    return await turn(work);
  } finally {
    if (turn.activeCount + turn.pendingCount === 0 && turns.get(thing) === turn) turns.delete(thing);
  }
}
