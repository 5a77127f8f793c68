// What a task answers: its value, or what is wrong with what it was given.
import type { Fault } from "@/core/input/fault";

export type Answer<T> =
  | { readonly ok: true; readonly value: T }
  | { readonly ok: false; readonly faults: readonly Fault[] };
