// The question that is looked into: asked in the view beside the steps, or chosen in the test set.
import { useSyncExternalStore } from "react";
import type { Gives } from "@/server/operations";

export type Answered = Gives<"chat.try">;

interface Looked {
  readonly question: string;
  readonly answered: Answered;
}

let looked: Looked | null = null;
const hearers = new Set<() => void>();

/** Shows how a question was answered in the view beside the steps. */
export function lookInto(question: string, answered: Answered): void {
  looked = { question, answered };
  for (const hear of hearers) hear();
}

export const useLooked = (): Looked | null =>
  useSyncExternalStore(
    (hear) => {
      hearers.add(hear);
      return () => hearers.delete(hear);
    },
    () => looked,
    () => null,
  );
