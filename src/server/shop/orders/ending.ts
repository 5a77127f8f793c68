// Orders that nobody pays end by themselves: after their payment's service was asked whether it was paid after all.
import { eq } from "drizzle-orm";
import { sites } from "@/data/site/tables";
import type { Context } from "@/server/context";
import type { JobRun } from "@/server/job/run";
import { Unreachable } from "@/server/payment/outside";
import { latestPayment } from "@/server/payment/payments";
import { askAfter } from "@/server/payment/settle";
import { endOrder, unpaidOrders } from "./paid";

/** The job. A service that does not answer ends nothing twice: what it says later leads to the money going back. */
export async function orderEndsJob(context: Context, run: JobRun): Promise<void> {
  const siteId = run.job.siteId ?? "";
  const [site] = await context.db.select().from(sites).where(eq(sites.id, siteId));
  for (const { id } of site ? await unpaidOrders(context, siteId) : []) {
    const payment = await latestPayment(context.db, siteId, "order", id);
    if (site && payment)
      await askAfter(context, site, payment).catch((error) => {
        if (!(error instanceof Unreachable)) throw error;
      });
    await endOrder(context, siteId, id);
  }
  await run.finish(context.db);
  context.jobQueued();
}
