"use client";
// A few choices side by side.
import { SegmentGroup } from "@chakra-ui/react";

/** A few choices side by side, as a radio group. */
export const Segments = <T extends string>({
  label,
  value,
  onChange,
  options,
}: {
  label: string;
  value: T;
  onChange: (value: T) => void;
  options: readonly (readonly [T, string])[];
}) => (
  <SegmentGroup.Root
    aria-label={label}
    value={value}
    onValueChange={({ value: chosen }) => chosen && onChange(chosen as T)}
  >
    {options.map(([key, text]) => (
      <SegmentGroup.Item key={key} value={key}>
        <SegmentGroup.ItemText>{text}</SegmentGroup.ItemText>
        <SegmentGroup.ItemHiddenInput />
      </SegmentGroup.Item>
    ))}
  </SegmentGroup.Root>
);
