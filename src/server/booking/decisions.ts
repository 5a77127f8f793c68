// When it is decided whether a start has a group that is large enough: a job for each start that has bookings.
import { and, eq, gt, inArray } from "drizzle-orm";
import { type BookingSetUp, decidedAt, type Service } from "@/core/booking/booking";
import { bookedStates } from "@/core/booking/rules/state";
import { bookings } from "@/data/booking/tables";
import type { Executor } from "@/data/connection";
import { queueOnly, realTime } from "@/server/job/queue";
import { type Context, sha256 } from "../context";
import { queueOffers } from "./take";

/** Starts that a change of the set-up can make wait for a decision: more are decided when somebody books them. */
const mostStarts = 2000;

/** Queues the decision of a start, where there is one to come. */
export async function queueDecision(
  context: Context,
  tx: Executor,
  siteId: string,
  service: Pick<Service, "id" | "least">,
  startsAt: Date,
): Promise<void> {
  const at = decidedAt(service, startsAt.getTime());
  if (at === null || at <= context.now().getTime()) return;
  const start = String(startsAt.getTime());
  await queueOnly(tx, {
    kind: "group",
    siteId,
    payload: { service: service.id, start },
    onlyOne: `group:${sha256(`${siteId} ${service.id} ${start}`).slice(0, 40)}`,
    availableAt: realTime(context, new Date(at)),
  });
}

/** What is looked at again after the set-up has changed: groups to decide, and who waits. */
export async function queueAfterSetUp(
  context: Context,
  tx: Executor,
  siteId: string,
  setUp: BookingSetUp,
): Promise<void> {
  await queueDecisions(context, tx, siteId, setUp);
  await queueOffers(tx, siteId);
}

/** Queues the decisions of all starts that are booked, after the set-up has changed. */
async function queueDecisions(context: Context, tx: Executor, siteId: string, setUp: BookingSetUp): Promise<void> {
  const deciding = new Map(setUp.services.filter(({ least }) => least).map((service) => [service.id, service]));
  if (!deciding.size) return;
  const starts = await tx
    .selectDistinct({ service: bookings.serviceId, startsAt: bookings.startsAt })
    .from(bookings)
    .where(
      and(
        eq(bookings.siteId, siteId),
        inArray(bookings.serviceId, [...deciding.keys()]),
        gt(bookings.startsAt, context.now()),
        inArray(bookings.state, [...bookedStates]),
      ),
    )
    .limit(mostStarts);
  for (const { service, startsAt } of starts) {
    const known = deciding.get(service);
    if (known) await queueDecision(context, tx, siteId, known, startsAt);
  }
}
