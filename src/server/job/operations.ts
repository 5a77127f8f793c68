// How far a job is.
import { and, eq } from "drizzle-orm";
import Joi from "joi";
import { jobs } from "@/data/job/tables";
import { type SiteCall, siteOperation } from "../operation";
import { notFound } from "../problem";

/** What the screen shows of a job of this site. */
export async function jobProgress(call: SiteCall, id: string) {
  const [job] = await call.context.db
    .select({ id: jobs.id, kind: jobs.kind, state: jobs.state, done: jobs.done, total: jobs.total, error: jobs.error })
    .from(jobs)
    .where(and(eq(jobs.siteId, call.site.id), eq(jobs.id, id)));
  if (!job) throw notFound("This job");
  return job;
}

export const jobOperations = {
  "jobs.read": siteOperation("jobs.read", { job: Joi.string().max(24).required() }, (call, input: { job: string }) =>
    jobProgress(call, input.job),
  ),
};
