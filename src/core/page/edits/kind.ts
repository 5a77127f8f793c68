// What one kind of edit is: how it is read, what it does, and how it is carried over what others did meanwhile.
import type Joi from "joi";
import { type Mappable, StepMap } from "prosemirror-transform";
import type { PageNode } from "@/core/page/node";
import type { Outcome } from "@/core/visitor/decision";

/** A change of positions in one sequence of a page: the blocks in a block, the lines of a list, the letters of a text. */
export interface PlaceMap {
  readonly place: string;
  /** Null where the whole sequence was put aside for another: positions in it mean nothing any more. */
  readonly map: StepMap | null;
}

/** Letters taken and put at one position of a text. */
export interface Letters {
  readonly place: string;
  readonly at: number;
  readonly cut: number;
  readonly put: string;
}

/** Where positions of a place stand after what others did; null when the place was replaced whole. */
export type Through = (place: string) => Mappable | null;

export interface Done<E> {
  readonly page: PageNode;
  /** The edit with everything that carrying others over it needs to know. */
  readonly edit: E;
  /** Takes it back. */
  readonly inverse: { readonly type: string };
}

/** E: the edit. Edits are small, serialisable, and have an inverse. */
export interface EditKind<E extends { readonly type: string }> {
  /** The form it travels in. */
  readonly schema: Joi.ObjectSchema;
  apply(page: PageNode, edit: E): Outcome<Done<E>>;
  /** How it moves positions, once applied. Absent: it moves none. */
  maps?(edit: E): readonly PlaceMap[];
  /** The edit as it is meant after others' changes; null when there is nothing left of what it was about. */
  carry?(edit: E, through: Through): readonly E[] | null;
  /** Two edits of this kind in a row as one; null when they stay two. */
  merge?(before: E, after: E): E | null;
  /** The edit as several that each move every place at most once; absent where it does anyway. */
  parts?(edit: E): readonly E[];
  /** The change of letters it is; null where it is more than that, absent where it never is one. */
  letters?(edit: E): Letters | null;
  /** The block that it takes from the page, with all that stands in it. */
  takesBlock?(edit: E): string;
  /** The field of a block's content whose words it changes; absent when it changes more than words. */
  wordsField?(edit: E): string;
  /** Words that somebody typed with it, to be had back when it can't be kept. */
  typed?(edit: E): string;
}

/** Name of the sequence `field` of a block. */
export const placeOf = (node: string, field: string): string => `${node}|${field}`;

/** One thing leaves `from` and stands at `to`, counted without it. */
export const movedMap = (from: number, to: number): StepMap =>
  from === to
    ? StepMap.empty
    : from < to
      ? new StepMap([from, 1, 0, to + 1, 0, 1])
      : new StepMap([to, 0, 1, from, 1, 0]);
