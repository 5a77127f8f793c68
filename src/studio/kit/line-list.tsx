"use client";
// A list that is written one thing a line.
import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { linesOf } from "./lines";
import { TextArea } from "./text-area";

/** Lines of words, one a line. What is empty is let go of when the field is left. */
export function Lines({
  value,
  onChange,
  ...ids
}: {
  id?: string;
  value: readonly string[];
  onChange: (lines: readonly string[]) => void;
}) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <Box onBlur={() => setTyped(null)}>
      <TextArea
        {...ids}
        rows={Math.max(2, value.length)}
        value={typed ?? value.join("\n")}
        onChange={(text) => {
          setTyped(text);
          onChange(linesOf(text));
        }}
      />
    </Box>
  );
}
