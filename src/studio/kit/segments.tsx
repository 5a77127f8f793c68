"use client";
// A few choices side by side.
import { defineSlotRecipe, SegmentGroup, Text } from "@chakra-ui/react";

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

const Counted = ({ children }: { children: number }) => (
  <Text as="span" fontWeight="700" fontVariantNumeric="tabular-nums">
    {children}
  </Text>
);

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
  /** With how much waits there, where anything does. */
  options: readonly (readonly [key: T, text: string, count?: number])[];
}) => (
  <SegmentGroup.Root
    recipe={look}
    aria-label={label}
    value={value}
    onValueChange={({ value: chosen }) => chosen && onChange(chosen as T)}
  >
    {options.map(([key, text, count]) => (
      <SegmentGroup.Item key={key} value={key}>
        <SegmentGroup.ItemText>
          {count ? (
            <>
              <span>{text}</span> <Counted>{count}</Counted>
            </>
          ) : (
            text
          )}
        </SegmentGroup.ItemText>
        <SegmentGroup.ItemHiddenInput />
      </SegmentGroup.Item>
    ))}
  </SegmentGroup.Root>
);
