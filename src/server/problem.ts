// What goes wrong at the edge, as application/problem+json (RFC 9457).

import type Joi from "joi";
import { type Fault, mostFaults, pathOf } from "@/core/input/fault";
import { sentences } from "@/core/input/sentences";
import { formShape, type ShapeLimits, shapeFault } from "@/core/input/shape";
import { isUnreachable } from "@/data/connection";

/** A refusal a person can act on. `fields` names each wrong field with a sentence; there is always at least one. */
export class Problem extends Error {
  readonly fields: readonly Fault[];

  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    fields: readonly Fault[] = [],
    readonly headers: Readonly<Record<string, string>> = {},
    /** Members besides the standard ones (RFC 9457, 3.2). */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(title);
    this.fields = fields.length ? fields : [{ path: "request", message: title }];
  }

  toJSON() {
    return {
      type: `about:blank#${this.code}`,
      title: this.title,
      status: this.status,
      code: this.code,
      fields: this.fields,
      ...this.more,
    };
  }
}

export const notFound = (what: string, path = "request") =>
  new Problem(404, "notFound", `${what} is not here.`, [{ path, message: `${what} is not here.` }]);
export const forbidden = (title: string) => new Problem(403, "forbidden", title);
export const conflict = (code: string, title: string, fields: readonly Fault[] = []) =>
  new Problem(409, code, title, fields);

/** One wrong field. */
export const fieldProblem = (path: string, message: string) =>
  new Problem(422, "invalid", message, [{ path, message }]);

/**
 * The value as the schema reads it; a Problem with the wrong fields (at most `mostFaults`) otherwise. The value's shape
 * is judged first, within `shape`: a schema that is given a million unknown fields looks at each of them.
 */
export function validated<T>(schema: Joi.Schema<T>, value: unknown, shape: ShapeLimits = formShape): T {
  const misshapen = shapeFault(value, shape);
  if (misshapen)
    throw new Problem(422, "invalid", misshapen.message, [{ ...misshapen, path: misshapen.path || "request" }]);
  const options = { messages: sentences, errors: { wrap: { label: false } } } as const;
  // Of something small all that is wrong is told; of something large, the first.
  const small = shapeFault(value, formShape) === null;
  const result = schema.validate(value, { ...options, abortEarly: !small });
  if (!result.error) return result.value;
  const fields = result.error.details.slice(0, mostFaults).map((detail) => ({
    path: pathOf(detail.path) || "request",
    message: detail.message.slice(0, 300),
  }));
  throw new Problem(422, "invalid", fields[0]?.message ?? "This can't be used.", fields);
}

export const databaseUnreachable = () =>
  new Problem(503, "databaseAway", "The database does not answer just now. Please try again in a moment.", [], {
    "retry-after": "2",
  });

/** Anything thrown as a Problem: everything else is 500 without its insides. `reference` is under what the log tells of it. */
export function problemOf(error: unknown, reference = ""): Problem {
  if (error instanceof Problem) return error;
  if (isUnreachable(error)) return databaseUnreachable();
  const title = `Something went wrong on our side. Nothing was changed; please try again.${reference ? ` If it goes on, tell us the reference ${reference}.` : ""}`;
  return new Problem(500, "failed", title, [], {}, reference ? { reference } : {});
}

/** The answer for anything thrown, as problem+json. */
export function problemResponse(
  error: unknown,
  reference = "",
): { status: number; body: string; headers: Record<string, string> } {
  const problem = problemOf(error, reference);
  return {
    status: problem.status,
    body: JSON.stringify(problem),
    headers: { "content-type": "application/problem+json", "cache-control": "no-store", ...problem.headers },
  };
}
