// Edits of running text: the steps of the document model itself, one after the other.
import Joi from "joi";
import { Slice } from "prosemirror-model";
import { type Mappable, ReplaceStep, Step } from "prosemirror-transform";
import { type PageNode, pathTo } from "@/core/page/node";
import { contentFault } from "@/core/page/validate";
import { docJson, docOf, wordsSchema } from "@/core/page/words/words-schema";
import { done, refused } from "@/core/visitor/decision";
import { valueAt, withValueAt } from "./content";
import { type EditKind, placeOf } from "./kind";
import { piecesOf } from "./pieces";
import { idField, pathField } from "./schema";
import { gone, replaceNode } from "./tree";

/** A step as it travels, in the JSON of prosemirror-transform. */
export type StepJson = Readonly<Record<string, unknown>>;

export interface StepsEdit {
  readonly type: "steps";
  readonly node: string;
  readonly field: string;
  readonly steps: readonly StepJson[];
}

const place = (edit: StepsEdit) => placeOf(edit.node, edit.field);
const read = new WeakMap<StepJson, Step | null>();

/** The step, or null for what is none. */
function stepOf(json: StepJson): Step | null {
  const known = read.get(json);
  if (known !== undefined) return known;
  let step: Step | null = null;
  try {
    step = Step.fromJSON(wordsSchema, json);
  } catch {
    // Not a step: told by whoever wanted to apply it.
  }
  read.set(json, step);
  return step;
}

const stepsOf = (edit: StepsEdit): readonly Step[] => edit.steps.flatMap((json) => stepOf(json) ?? []);

/**
 * A step after others' changes: what it put in stays whole, what it took is only what it saw. ReplaceStep.map would give
 * up words put into a stretch that another took meanwhile.
 */
function carriedStep(step: Step, map: Mappable): readonly Step[] {
  if (!(step instanceof ReplaceStep)) {
    const mapped = step.map(map);
    return mapped ? [mapped] : [];
  }
  const pieces = piecesOf(step.from, step.to, map);
  const last = pieces.length - 1;
  if (last < 0) {
    const at = map.map(step.from, 1);
    return step.slice.size ? [new ReplaceStep(at, at, step.slice)] : [];
  }
  // From the last to the first, so that each finds its letters where they were counted.
  return [...pieces]
    .reverse()
    .map(({ from, to }, index) => new ReplaceStep(from, to, index === last ? step.slice : Slice.empty));
}

export const steps: EditKind<StepsEdit> = {
  schema: Joi.object({
    node: idField,
    field: pathField,
    steps: Joi.array().items(Joi.object().unknown()).min(1).max(500).required(),
  }),
  apply(page, edit) {
    const path = pathTo(page, edit.node);
    if (!path) return gone(edit.node);
    const node = path.at(-1) as PageNode;
    const value = valueAt(node.content, edit.field);
    if (typeof value !== "object" || value === null || (value as { type?: unknown }).type !== "doc")
      return refused("page.noWords", { field: edit.field });
    let doc = docOf(value as never);
    const inverses: StepJson[] = [];
    for (const json of edit.steps) {
      const step = stepOf(json);
      if (!step) return refused("page.stepFailed");
      let taken: ReturnType<Step["apply"]>;
      try {
        taken = step.apply(doc);
      } catch {
        // A position outside of the document.
        return refused("page.stepFailed");
      }
      if (!taken.doc) return refused("page.stepFailed");
      inverses.unshift(step.invert(doc).toJSON() as StepJson);
      doc = taken.doc;
    }
    const content = withValueAt(node.content, edit.field, docJson(doc));
    const fault = contentFault(node.kind, content);
    if (fault) return refused("page.invalid", { path: fault.path, message: fault.message });
    const inverse: StepsEdit = { ...edit, steps: inverses };
    return done({ page: replaceNode(page, path, { ...node, content }), edit, inverse });
  },
  maps: (edit) => stepsOf(edit).map((step) => ({ place: place(edit), map: step.getMap() })),
  carry(edit, through) {
    const map = through(place(edit));
    if (!map) return null;
    const carried = stepsOf(edit).flatMap((step) => carriedStep(step, map));
    return carried.length ? [{ ...edit, steps: carried.map((step) => step.toJSON() as StepJson) }] : [];
  },
  merge(before, after) {
    if (before.node !== after.node || before.field !== after.field) return null;
    const all = [...stepsOf(before), ...stepsOf(after)];
    const merged: Step[] = [];
    for (const step of all) {
      const last = merged.at(-1);
      const joined = last?.merge(step);
      if (joined) merged[merged.length - 1] = joined;
      else merged.push(step);
    }
    return merged.length > 200 ? null : { ...before, steps: merged.map((step) => step.toJSON() as StepJson) };
  },
  // Positions of the second step are counted after the first.
  parts: (edit) => edit.steps.map((step) => ({ ...edit, steps: [step] })),
  letters(edit) {
    const [step, ...others] = stepsOf(edit);
    if (!(step instanceof ReplaceStep) || others.length) return null;
    const { slice, from, to } = step;
    const [put] = slice.content.content;
    const flat = slice.openStart === 0 && slice.content.childCount <= 1 && (put?.isText ?? true);
    return flat ? { place: place(edit), at: from, cut: to - from, put: put?.text ?? "" } : null;
  },
  wordsField: (edit) => edit.field,
  typed: (edit) =>
    stepsOf(edit)
      .map((step) =>
        step instanceof ReplaceStep ? step.slice.content.textBetween(0, step.slice.content.size, "\n") : "",
      )
      .join(""),
};

/** The edit that turns one document into another by replacing what differs; null when they are the same. */
export function stepsBetween(node: string, field: string, before: unknown, after: unknown): StepsEdit | null {
  const [old, next] = [docOf(before as never), docOf(after as never)];
  const start = old.content.findDiffStart(next.content);
  const end = old.content.findDiffEnd(next.content);
  if (start === null || !end) return null;
  const overlap = start - Math.min(end.a, end.b);
  const [oldEnd, nextEnd] = overlap > 0 ? [end.a + overlap, end.b + overlap] : [end.a, end.b];
  const step = new ReplaceStep(start, oldEnd, next.slice(start, nextEnd));
  return { type: "steps", node, field, steps: [step.toJSON() as StepJson] };
}
