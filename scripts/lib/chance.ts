// What lets a test hang on chance, on the clock or on an order that nobody made: found in its text, unless a comment on its
// line or the one before says why it must be.

interface Rule {
  readonly name: "clock" | "random" | "wait" | "order";
  readonly pattern: RegExp;
  readonly instead: string;
}

export const rules: readonly Rule[] = [
  { name: "clock", pattern: /\bDate\.now\(\)|\bnew Date\(\)/, instead: "give the test a clock of its own" },
  { name: "random", pattern: /\bMath\.random\(\)/, instead: "count, or take the run's seed" },
  {
    name: "wait",
    pattern: /\bwaitForTimeout\(|(?<![.\w])setTimeout\(|["']networkidle["']/,
    instead: "wait for what is to come",
  },
  { name: "order", pattern: /\.(?:first|last)\(\)|\.nth\(/, instead: "name the one that is meant" },
];

/** A reason begins with the rule's name: "// Clock: limits guard the machine by real time." */
const reasonFor = (name: string) => name[0]?.toUpperCase() + name.slice(1);
const hasReason = (line: string | undefined, name: string): boolean => {
  const comment = line?.split("// ", 2)[1] ?? "";
  return comment.startsWith(`${reasonFor(name)}: `) && comment.length > name.length + 12;
};

export interface Finding {
  readonly rule: Rule["name"];
  /** From 1. */
  readonly line: number;
  readonly says: string;
}

/** Everything of a test's text that hangs on chance and has no reason written beside it. */
export function chanceIn(text: string): readonly Finding[] {
  const lines = text.split("\n");
  return lines.flatMap((line, at) =>
    rules
      .filter(({ name, pattern }) => {
        const code = line.split("// ", 1)[0] ?? "";
        return pattern.test(code) && !hasReason(line, name) && !hasReason(lines[at - 1], name);
      })
      .map(({ name, instead }) => ({
        rule: name,
        line: at + 1,
        says: `${instead}, or say why: // ${reasonFor(name)}: …`,
      })),
  );
}
