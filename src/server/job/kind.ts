// What one kind of job is. Each lane has its own runners: letters never wait behind a publish or an import, nor behind a host outside
// that does not answer.
import type Joi from "joi";
import type { JobRun } from "@/server/job/run";
import type { Context } from "../context";

/** How many jobs of a lane run at once in a process; `aSite`: how many of them for one site. */
export const lanes = {
  quick: { atOnce: 1, aSite: 1 },
  slow: { atOnce: 1, aSite: 1 },
  /** Making what pages ask for of pictures: a release need not wait for it. */
  pictures: { atOnce: 1, aSite: 1 },
  /** What waits for hosts outside: no site takes more than its part of the waiting. */
  outside: { atOnce: 4, aSite: 1 },
} as const;
export type Lane = keyof typeof lanes;

export interface JobKind {
  readonly lane: Lane;
  /** What its row carries. */
  readonly payload: Joi.ObjectSchema;
  /** A screen waits for it: open studios hear how far it is. */
  readonly shown?: true;
  run(context: Context, run: JobRun): Promise<void>;
}

export type JobKinds = Readonly<Record<string, JobKind>>;
