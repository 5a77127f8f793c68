import type { Executor } from "@/data/connection";
import type { jobs } from "@/data/job/tables";

export type Job = typeof jobs.$inferSelect;

/** What a running job may do: say how far it is, and learn whether it is still its process's to run. */
export interface JobRun {
  readonly job: Job;
  progress(done: number, total: number): Promise<void>;
  /** Ends the job in `tx`; throws when another process has taken it, so that nothing is done twice. */
  finish(tx: Executor, result?: Record<string, unknown>): Promise<void>;
  /** Ends it as `finish` does, and keeps nothing of it: what it carried is somebody's. */
  forget(tx: Executor): Promise<void>;
}
