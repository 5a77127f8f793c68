// What a step about opening is given, whatever kind of widget has it.
import type { Opening } from "@/core/opening/opening";

export interface OpeningStepProps {
  readonly settings: Opening;
  /** What is wrong, by path. */
  readonly faults: Readonly<Record<string, string>>;
  change(part: Partial<Opening>): void;
}

/** The fault of a condition, or of one of its entries. */
export const faultAt = (faults: OpeningStepProps["faults"], field: string) =>
  Object.entries(faults).find(
    ([path]) => path === `conditions.${field}` || path.startsWith(`conditions.${field}[`),
  )?.[1];
