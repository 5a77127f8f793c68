// Carrying edits that are not stored yet over those that were stored meanwhile, so that both keep what they meant.
//
// The server keeps one line of edits a document. Whoever wants to add to it and has not seen its end takes in what is
// new, carries the own edits over it and sends them again. All browsers apply the same line, so all come to the same
// page, whatever was lost or repeated on the way. Positions (an index among blocks, a letter in a text) are carried by
// the position maps of prosemirror-transform, the way its own collaboration does: back through one's own edits, through
// those of others, and forward through one's own again, so that what stood in one's own words stands in them still.
import { Mapping, type StepMap } from "prosemirror-transform";
import { type Outcome, type Reason, refused } from "@/core/visitor/decision";
import type { Through } from "../edits/kind";
import { type Edit, editKinds } from "./edit";

export interface Rebased {
  /** For each own edit the edits that stand for it now, in order; none where nothing is left to do. */
  readonly edits: readonly (readonly Edit[])[];
  readonly lost: readonly { readonly edit: Edit; readonly reason: Reason }[];
}

/** How one place's positions move: back through own edits, through others', and forward again. */
interface Course {
  readonly mapping: Mapping;
  /** Own maps of this place, in the order they were made. */
  readonly own: StepMap[];
  /** How many of them have been passed. */
  passed: number;
  /** Another put the whole place aside for something else. */
  replaced: boolean;
}

const mapsOf = (edit: Edit) => editKinds[edit.type].maps?.(edit) ?? [];

/** An edit as parts that each move every place at most once. */
const partsOf = (edit: Edit): readonly Edit[] => editKinds[edit.type].parts?.(edit) ?? [edit];

function coursesOf(own: readonly Edit[], over: readonly Edit[]): Map<string, Course> {
  const courses = new Map<string, Course>();
  const course = (place: string) => {
    const known = courses.get(place);
    if (known) return known;
    const made: Course = { mapping: new Mapping(), own: [], passed: 0, replaced: false };
    courses.set(place, made);
    return made;
  };
  for (const edit of own) for (const { place, map } of mapsOf(edit)) if (map) course(place).own.push(map);
  for (const { mapping, own: maps } of courses.values())
    for (const map of [...maps].reverse()) mapping.appendMap(map.invert());
  for (const edit of over)
    for (const { place, map } of mapsOf(edit)) {
      if (map) course(place).mapping.appendMap(map);
      else course(place).replaced = true;
    }
  return courses;
}

/**
 * `own` edits, made on a page, as they are meant on that page after `over`. `apply` makes each where it is known how
 * (and answers the edit as it was made, or why it can't be); without it positions alone are carried.
 */
export function rebase(
  own: readonly Edit[],
  over: readonly Edit[],
  apply: (edit: Edit) => Outcome<Edit> = (edit) => ({ ok: true, value: edit }),
): Rebased {
  const parts = own.map(partsOf);
  const courses = coursesOf(parts.flat(), over);
  const lost: { edit: Edit; reason: Reason }[] = [];
  const through: Through = (place) => {
    const course = courses.get(place);
    if (!course) return new Mapping();
    return course.replaced ? null : course.mapping.slice(course.own.length - course.passed);
  };
  /** The own edit's maps lie behind; those of what it became are their other end. */
  const pass = (part: Edit, made: readonly Edit[]) => {
    const now = made.flatMap(mapsOf);
    for (const { place, map } of mapsOf(part)) {
      const course = map && courses.get(place);
      if (!course) continue;
      const inverted = course.own.length - 1 - course.passed;
      course.passed += 1;
      const here = now.filter((one) => one.place === place && one.map);
      // Only where one map became one do positions inside it have a counterpart.
      const mirror = here.length === 1 ? inverted : undefined;
      for (const one of here) course.mapping.appendMap(one.map as StepMap, mirror);
    }
  };
  const edits = parts.map((list) =>
    list.flatMap((part) => {
      const carry = editKinds[part.type].carry;
      const carried = carry ? carry(part, through) : [part];
      const made: Edit[] = [];
      if (!carried) lost.push({ edit: part, reason: refused("page.wordsReplaced").reason });
      for (const edit of carried ?? []) {
        const outcome = apply(edit);
        if (outcome.ok) made.push(outcome.value);
        else lost.push({ edit, reason: outcome.reason });
      }
      pass(part, made);
      return made;
    }),
  );
  return { edits, lost };
}

/** `own` as it is meant after `over`, as one list. */
export const carriedOver = (own: readonly Edit[], over: readonly Edit[]): readonly Edit[] =>
  own.length && over.length ? rebase(own, over).edits.flat() : own;
