// The lines of a list in a block's content: each has an id, so that two people may change one list.
import Joi from "joi";

export interface Line {
  readonly id?: string;
}

/** Names the line. A file may leave it out: a page always has it. */
export const lineId = Joi.string().pattern(/^[\w-]{1,40}$/);

/** At most so many lines of these parts, no two with one id. */
export const linesSchema = <L extends Line>(parts: Joi.SchemaMap<L>, most: number): Joi.ArraySchema =>
  Joi.array()
    .items(Joi.object(parts))
    .max(most)
    .unique((one: Line, other: Line) => one.id !== undefined && one.id === other.id)
    .required();
