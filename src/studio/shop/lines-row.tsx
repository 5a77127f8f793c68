"use client";
// A small table as lines of text: each line is read, and the first that can't be is told.
import { useState } from "react";
import { Row } from "@/studio/kit/fields";
import { Commas } from "@/studio/kit/line-list";
import { TextArea } from "@/studio/kit/text-area";

interface LinesProps<T> {
  readonly label: string;
  readonly hint: string;
  readonly rows?: number;
  readonly value: readonly T[];
  readonly error?: string | undefined;
  write(one: T): string;
  /** Null for a line that is none. */
  read(line: string): T | null;
  fault(line: string): string;
  onChange(value: readonly T[]): void;
}

export function LinesRow<T>({ label, hint, rows = 3, value, error, write, read, fault, onChange }: LinesProps<T>) {
  const [typed, setTyped] = useState<string | null>(null);
  const text = typed ?? value.map(write).join("\n");
  const linesOf = (all: string) =>
    all
      .split("\n")
      .map((line) => line.trim())
      .filter(Boolean);
  const wrong = linesOf(text).find((line) => read(line) === null);
  return (
    <Row label={label} hint={hint} error={wrong === undefined ? error : fault(wrong)} stacked>
      {(ids) => (
        <TextArea
          {...ids}
          rows={rows}
          value={text}
          onBlur={() => {
            if (wrong === undefined) setTyped(null);
          }}
          onChange={(next) => {
            setTyped(next);
            const found = linesOf(next).map(read);
            if (!found.includes(null)) onChange(found as T[]);
          }}
        />
      )}
    </Row>
  );
}

/** Words with commas between, as a list. */
export const CommaRow = ({
  label,
  hint,
  value,
  error,
  onChange,
}: {
  label: string;
  hint?: string;
  value: readonly string[];
  error?: string | undefined;
  onChange: (value: readonly string[]) => void;
}) => (
  <Row label={label} error={error} hint={hint}>
    {(ids) => <Commas {...ids} value={value} onChange={onChange} />}
  </Row>
);
