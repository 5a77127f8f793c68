// What a Joi schema takes, as JSON Schema (draft 2019-09, of which OpenAPI 3.1 reads all that is used here): what is described is what is judged.
import type Joi from "joi";
import parse from "joi-to-json";

type Json = Readonly<Record<string, unknown>>;

const parsed = parse as unknown as (schema: Joi.Schema, target: string) => Record<string, unknown>;

/** Bounds that are another value of the same object can't be said in JSON Schema, and are left out. */
function withNumberBounds(json: Record<string, unknown>): Record<string, unknown> {
  for (const bound of ["minimum", "maximum"])
    if (typeof json[bound] === "object" && !("type" in (json[bound] as Json))) delete json[bound];
  for (const value of Object.values(json))
    if (typeof value === "object" && value) withNumberBounds(value as Record<string, unknown>);
  return json;
}

/** A schema as JSON Schema. What it judges by code of its own, such as an e-mail address's sense, is not in it. */
export function fromJoi(schema: Joi.Schema): Record<string, unknown> {
  const { $schema: _dialect, ...rest } = parsed(schema, "json-draft-2019-09");
  return withNumberBounds(rest);
}
