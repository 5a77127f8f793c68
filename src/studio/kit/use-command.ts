"use client";
// The one way in which something is done by a button alone: a mutation, and what was refused of the last.
import { useMutation } from "@tanstack/react-query";
import { useId } from "react";
import { Refusal } from "./api";
import { words } from "./words";

/** What is no refusal is a defect of ours: it is told as one, and what was typed stays. */
export const asRefusal = (error: Error): Refusal =>
  error instanceof Refusal ? error : new Refusal(0, "failed", words.wentWrongHere);

/** For the console of whoever looks for the defect. */
export const reportDefect = (error: Error) => {
  if (!(error instanceof Refusal)) reportError(error);
};

export interface Commands {
  /** What was refused of the last one; null once another is begun. */
  readonly refusal: Refusal | null;
  /** One is being done, or waits for its turn. */
  readonly busy: boolean;
  /** Does `work` when what was begun before is done: two presses one after the other are two commands in their order. */
  attempt(work: () => Promise<unknown>): void;
  /** Whose turns these are: commands given it wait for each other. */
  readonly turns: string;
}

/** Commands of one screen or window that need no form. With `turns` of others, they wait for those, but tell their own refusals. */
export function useCommand(turns?: string): Commands {
  const own = useId();
  const id = turns ?? own;
  const { mutate, error, isPending } = useMutation({
    mutationFn: (work: () => Promise<unknown>) => work(),
    onError: reportDefect,
    scope: { id },
  });
  return { refusal: error && asRefusal(error), busy: isPending, attempt: mutate, turns: id };
}
