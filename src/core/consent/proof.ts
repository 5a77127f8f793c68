// Whether a choice that a browser sends can have been made: by the words it was asked in, under the rule it names.
import { type Optional, optional } from "./category";
import type { Consent } from "./consent";
import { type RegionKey, rules } from "./rules";

/** How a choice was made. */
export const waysToChoose = ["accept", "refuse", "choice", "press", "understood", "doNotSell"] as const;
export type WayToChoose = (typeof waysToChoose)[number];

export interface Proof {
  readonly region: RegionKey;
  readonly rule: Exclude<RegionKey, "elsewhere">;
  readonly given: readonly Optional[];
  readonly how: WayToChoose;
  /** The host of the one thing that was pressed. */
  readonly thing?: string;
}

type Rule = (typeof rules)[keyof typeof rules];

/** What each way can have given; "Refuse all" gives nothing, whatever else is said. */
const canGive: Readonly<Record<WayToChoose, (given: readonly Optional[], rule: Rule) => boolean>> = {
  accept: (given) => given.length === optional.length,
  refuse: (given) => given.length === 0,
  choice: () => true,
  // A press is for what was pressed, and for no purpose.
  press: (given) => given.length === 0,
  // To have read of it is no yes where the law wants one.
  understood: (given, rule) => given.every((category) => !rule.before.includes(category)) || rule.implied,
  doNotSell: (given) => !given.includes("marketing"),
};

/** The field that can't be; null for a choice that can have been made as it says. */
export function proofFault(
  { region, rule, given, how, thing }: Proof,
  asked: Pick<Consent, "elsewhere">,
): "rule" | "given" | "thing" | null {
  if (rule !== (region === "elsewhere" ? asked.elsewhere : region)) return "rule";
  if ((how === "press") !== Boolean(thing)) return "thing";
  return canGive[how](given, rules[rule]) ? null : "given";
}
