// The deeds of one site's bookings wait their turn before they take a connection: one popular sale does not take them all
// from other sites. The database's lock stays the truth; this only spares it those who would wait in it.
import pLimit, { type LimitFunction } from "p-limit";
import { Problem } from "../problem";

/** Most that wait in one process for one site: the last of them would be served after some seconds. */
export const mostWaiting = 400;

const turns = new Map<string, LimitFunction>();

/** Runs `work` after what came before it for this site, in this process. 503 where too many wait already. */
export async function inTurn<T>(siteId: string, work: () => Promise<T>): Promise<T> {
  const turn = turns.get(siteId) ?? pLimit(1);
  if (turn.pendingCount >= mostWaiting) {
    const message = "Very many people are booking here just now. Please try again in a few seconds.";
    throw new Problem(503, "busy", message, [{ path: "request", message }], { "retry-after": "5" });
  }
  turns.set(siteId, turn);
  try {
    return await turn(work);
  } finally {
    if (turn.activeCount + turn.pendingCount === 0 && turns.get(siteId) === turn) turns.delete(siteId);
  }
}
