"use client";
// A list that is written one thing a line, or with commas between.
import { Box } from "@chakra-ui/react";
import { useState } from "react";
import { type Ids, TextInput } from "./fields";
import { commasOf, linesOf } from "./lines";
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

/** Words with commas between. What is empty is let go of when the field is left. */
export function Commas({
  value,
  onChange,
  ...ids
}: Ids & { value: readonly string[]; onChange: (words: readonly string[]) => void }) {
  const [typed, setTyped] = useState<string | null>(null);
  return (
    <TextInput
      {...ids}
      value={typed ?? value.join(", ")}
      onBlur={() => setTyped(null)}
      onChange={(text) => {
        setTyped(text);
        onChange(commasOf(text));
      }}
    />
  );
}
