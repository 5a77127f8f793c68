// Lists as they are typed: each entry once, empty ones left out.
const entriesOf = (text: string, between: string): readonly string[] => [
  ...new Set(
    text
      .split(between)
      .map((entry) => entry.trim())
      .filter(Boolean),
  ),
];

/** One a line. */
export const linesOf = (text: string): readonly string[] => entriesOf(text, "\n");

/** With commas between. */
export const commasOf = (text: string): readonly string[] => entriesOf(text, ",");
