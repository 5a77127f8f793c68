"use client";
// A few choices side by side.
import { defineSlotRecipe, SegmentGroup } from "@chakra-ui/react";

const look = defineSlotRecipe({
  className: "chakra-segment-group",
  slots: ["root", "item", "itemText"],
  base: {
    root: {
      display: "inline-flex",
      w: "fit-content",
      minW: "max-content",
      position: "relative",
      textAlign: "center",
      bg: "white",
      borderWidth: "1px",
      borderColor: "edge",
      borderRadius: "field",
      overflow: "hidden",
    },
    item: {
      position: "relative",
      display: "flex",
      alignItems: "center",
      justifyContent: "center",
      px: "9px",
      py: "5px",
      fontWeight: "500",
      color: "ink",
      cursor: "pointer",
      userSelect: "none",
      _disabled: { opacity: 0.5 },
      _checked: { bg: "ink", color: "sheet", fontWeight: "700" },
      "&:focus-visible, &[data-focus-visible], &:has(input:focus-visible)": {
        outline: "2px solid var(--chakra-colors-mark)",
        outlineOffset: "-2px",
      },
    },
  },
});

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
    recipe={look}
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
