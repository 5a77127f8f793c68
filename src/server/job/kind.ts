// What one kind of job is. Letters and payments never wait behind a publish or an import: each lane has its own runner.
import type Joi from "joi";
import type { Context } from "../context";
import type { JobRun } from "./queue";

export const lanes = ["quick", "slow"] as const;
export type Lane = (typeof lanes)[number];

export interface JobKind {
  readonly lane: Lane;
  /** What its row carries. */
  readonly payload: Joi.ObjectSchema;
  /** A screen waits for it: open studios hear how far it is. */
  readonly shown?: true;
  run(context: Context, run: JobRun): Promise<void>;
}

export type JobKinds = Readonly<Record<string, JobKind>>;
