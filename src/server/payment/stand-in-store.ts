// Where the payment stand-in keeps what is its own, and how its events leave: as jobs, so that a process that dies loses none.
import { and, eq } from "drizzle-orm";
import { inTransaction, isDuplicate } from "@/data/connection";
import { standInRecords } from "@/data/payment/tables";
import { queueJob } from "@/server/job/queue";
import type { JobRun } from "@/server/job/run";
import { eventToSend } from "@/standins/pay/service";
import type { PayStore, Records } from "@/standins/pay/store";
import type { Context } from "../context";
import { isNotifyAddress } from "./set-up";

const at = (of: string, id: string) => and(eq(standInRecords.of, of), eq(standInRecords.id, id));

/** The stand-in's records in the installation's database. */
export function payStore({ db, settings }: Pick<Context, "db" | "settings">, queued: () => void = () => {}): PayStore {
  return {
    mayTell: (to) => isNotifyAddress(settings, to),
    read: async <K extends keyof Records>(of: K, id: string) => {
      const [row] = await db.select().from(standInRecords).where(at(of, id));
      return (row?.document as Records[K] | undefined) ?? null;
    },
    change: async (of, id, change) => {
      const once = () =>
        inTransaction(db, async (tx) => {
          const [row] = await tx.select().from(standInRecords).where(at(of, id)).for("update");
          const made = change((row?.document as Records[typeof of] | undefined) ?? null);
          if (made.keep && row) await tx.update(standInRecords).set({ document: made.keep }).where(at(of, id));
          else if (made.keep) await tx.insert(standInRecords).values({ of, id, document: made.keep });
          for (const { account, mode, to, body, afterMs } of made.tell ?? [])
            await queueJob(tx, {
              kind: "payEvent",
              siteId: null,
              payload: { account, mode, to, body },
              availableAt: new Date(Date.now() + afterMs),
            });
          return made;
        });
      // Made twice at the same moment: the second changes what the first has made.
      const { give, tell = [] } = await once().catch((error) => {
        if (isDuplicate(error)) return once();
        throw error;
      });
      if (tell.length) queued();
      return give;
    },
  };
}

/** The job: tells a shop of an event. Where it is not taken, it is told again. */
export async function payEventJob(context: Context, run: JobRun): Promise<void> {
  const { account = "", mode = "", to = "", body = "" } = run.job.payload;
  const store = payStore(context);
  const event = await eventToSend(store, { account, mode: mode === "live" ? "live" : "test", to, body }, Date.now());
  // What waits from before may name another address.
  if (event && store.mayTell(event.to)) await context.payments.tell(context, event.to, event.body, event.headers);
  await run.finish(context.db);
}
