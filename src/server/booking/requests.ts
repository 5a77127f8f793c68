// Requests that may be sent again: the same Idempotency-Key gets the same answer, and nothing is done twice.
import { and, eq, sql } from "drizzle-orm";
import { bookingRequests } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import { inTransaction } from "@/data/connection";
import { type Context, sha256 } from "../context";
import { Problem } from "../problem";
import { inTurn, type TooMany } from "../turn";

export interface Answered {
  readonly status: number;
  readonly answer: unknown;
}

/** The key of a request; its absence is a mistake of the caller. */
export function requestKey(header: string | null): string {
  if (header && /^[\w.:-]{8,80}$/.test(header)) return header;
  throw new Problem(
    400,
    "idempotencyKey",
    header === null
      ? "This call needs an Idempotency-Key header, so that it can be sent again without doing it twice."
      : "An Idempotency-Key has 8 to 80 letters, digits and . : _ -.",
    [{ path: "Idempotency-Key", message: "A new key for each command, the same for each repetition of it." }],
  );
}

/**
 * Does `work` in a transaction and keeps its answer with it, or gives the answer kept. What is refused leaves nothing
 * behind and may be tried again with the same key. Any number at once: the others wait for the first and get its answer; `tooMany` is
 * what one reads beyond that.
 */
export async function once(
  context: Context,
  siteId: string,
  key: string,
  asked: unknown,
  work: (tx: Executor) => Promise<Answered>,
  tooMany?: TooMany,
): Promise<Answered> {
  const hash = sha256(JSON.stringify(asked));
  return inTurn(
    siteId,
    () =>
      inTransaction(context.db, async (tx) => {
        const mine = and(eq(bookingRequests.siteId, siteId), eq(bookingRequests.key, key));
        // With ON DUPLICATE KEY UPDATE the row that stands is locked for writing at once. INSERT IGNORE takes a shared lock
        // there, and two that hold it and both want to write wait for each other.
        const [rows] = (await tx.execute(sql`
      insert into ${bookingRequests} (site_id, ${sql.identifier(bookingRequests.key.name)}, asked, status, answer, created_at)
      values (${siteId}, ${key}, ${hash}, 0, 'null', ${context.now().getTime()})
      on duplicate key update site_id = site_id
      returning asked, status`)) as unknown as [{ asked: string; status: number }[]];
        const [row] = rows;
        if (row?.asked !== hash)
          throw new Problem(422, "idempotencyKey", "This Idempotency-Key was used for something else.", [
            { path: "Idempotency-Key", message: "Take a new key for a new command." },
          ]);
        // A row with a status was there before: it is written in the transaction that makes it.
        if (row.status) {
          const [kept] = await tx.select().from(bookingRequests).where(mine).for("update");
          return { status: kept?.status ?? 500, answer: kept?.answer };
        }
        const answered = await work(tx);
        await tx.update(bookingRequests).set(answered).where(mine);
        return answered;
      }),
    tooMany,
  );
}
