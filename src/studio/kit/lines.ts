// Lines of a field, each once.
export const linesOf = (text: string): readonly string[] => [
  ...new Set(
    text
      .split("\n")
      .map((line) => line.trim())
      .filter(Boolean),
  ),
];
