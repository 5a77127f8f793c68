// Why something can't be done on a page, in words that call blocks by their names.
import { kinds } from "@/core/page/kinds";
import type { Reason } from "@/core/visitor/decision";
import { reasonWords } from "@/studio/kit/reasons";

const called = (kind: unknown) => kinds[kind as keyof typeof kinds]?.label.toLowerCase() ?? kind;

export const pageReasonWords = (reason: Reason): string =>
  reasonWords(
    "kind" in reason && "parent" in reason
      ? { ...reason, kind: called(reason.kind), parent: called(reason.parent) }
      : reason,
  );
