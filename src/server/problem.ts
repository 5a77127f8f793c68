// What goes wrong at the edge, as application/problem+json (RFC 9457).
import type Joi from "joi";
import { type Fault, pathOf } from "@/core/page/validate";

/** A refusal a person can act on. `fields` names each wrong field with a sentence. */
export class Problem extends Error {
  constructor(
    readonly status: number,
    readonly code: string,
    readonly title: string,
    readonly fields: readonly Fault[] = [],
    readonly headers: Readonly<Record<string, string>> = {},
    /** Members besides the standard ones (RFC 9457, 3.2). */
    readonly more: Readonly<Record<string, unknown>> = {},
  ) {
    super(title);
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

export const notFound = (what: string) => new Problem(404, "notFound", `${what} is not here.`);
export const forbidden = (title: string) => new Problem(403, "forbidden", title);
export const conflict = (code: string, title: string, fields: readonly Fault[] = []) =>
  new Problem(409, code, title, fields);

/** One wrong field. */
export const fieldProblem = (path: string, message: string) =>
  new Problem(422, "invalid", message, [{ path, message }]);

/** Sentences for what schemas say most often, where they bring no words of their own. */
const sentences = {
  "any.required": "This is needed.",
  "any.only": "This is not one of the choices.",
  "any.invalid": "This can't be used.",
  "any.unknown": "This is not expected here.",
  "object.unknown": "This is not expected here.",
  "object.base": "Here an object was expected.",
  "array.base": "Here a list was expected.",
  "array.min": "At least {#limit} are needed.",
  "array.max": "At most {#limit} are possible.",
  "string.base": "Here words were expected.",
  "string.empty": "This is needed.",
  "string.min": "At least {#limit} characters are needed.",
  "string.max": "At most {#limit} characters are possible.",
  "string.pattern.base": "This is not written as it has to be.",
  "string.email": "This is no mail address.",
  "number.base": "Here a number was expected.",
  "number.integer": "Here a whole number was expected.",
  "number.min": "At least {#limit}.",
  "number.max": "At most {#limit}.",
  "boolean.base": "Here yes or no was expected.",
};

/** The value as the schema reads it; a Problem with every wrong field otherwise. */
export function validated<T>(schema: Joi.Schema<T>, value: unknown): T {
  const result = schema.validate(value, { abortEarly: false, messages: sentences, errors: { wrap: { label: false } } });
  if (!result.error) return result.value;
  const fields = result.error.details.map((detail) => ({ path: pathOf(detail.path), message: detail.message }));
  throw new Problem(422, "invalid", fields[0]?.message ?? "This can't be used.", fields);
}

/** The answer for anything thrown: a Problem as it is, everything else as 500 without its insides. */
export function problemResponse(error: unknown): { status: number; body: string; headers: Record<string, string> } {
  const problem =
    error instanceof Problem
      ? error
      : new Problem(500, "failed", "Something went wrong on our side. Nothing was changed; please try again.");
  return {
    status: problem.status,
    body: JSON.stringify(problem),
    headers: { "content-type": "application/problem+json", "cache-control": "no-store", ...problem.headers },
  };
}
