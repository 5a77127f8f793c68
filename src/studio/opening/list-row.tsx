"use client";
// A list of short entries, typed one after the other.
import { defineSlotRecipe, TagsInput } from "@chakra-ui/react";
import { Row } from "@/studio/kit/fields";
import { words as own } from "./words";

const look = defineSlotRecipe({
  className: "chakra-tags-input",
  slots: ["root", "control", "input", "item", "itemPreview", "itemText", "itemInput", "itemDeleteTrigger"],
  base: {
    root: { display: "flex", flexDirection: "column", gap: "6px", w: "100%" },
    control: {
      position: "relative",
      display: "flex",
      flexWrap: "wrap",
      alignItems: "center",
      gap: "4px",
      minH: "36px",
      px: "6px",
      py: "4px",
      bg: "white",
      borderWidth: "1px",
      borderColor: "edge",
      borderRadius: "field",
      fontSize: "ui",
      _focus: { outline: "2px solid var(--chakra-colors-mark)", outlineOffset: "-1px" },
      _disabled: { opacity: 0.5 },
      _invalid: { borderColor: "brick" },
    },
    input: { flex: 1, minW: "80px", h: "24px", px: "6px", bg: "transparent", outline: "none" },
    item: { minW: 0, maxW: "100%" },
    itemPreview: {
      display: "inline-flex",
      alignItems: "center",
      gap: "4px",
      h: "24px",
      maxW: "100%",
      px: "8px",
      bg: "wash",
      borderRadius: "2px",
      userSelect: "none",
      _highlighted: { bg: "line" },
    },
    itemText: { minW: 0, lineClamp: 1 },
    itemInput: { h: "24px", minW: "2ch", px: "8px", bg: "transparent", outline: "none" },
    itemDeleteTrigger: {
      display: "flex",
      alignItems: "center",
      justifyContent: "center",
      flexShrink: 0,
      w: "16px",
      h: "16px",
      me: "-4px",
      cursor: "pointer",
      "& svg": { w: "80%", h: "80%" },
    },
  },
});

/** Entries as tags: Enter or a comma ends one, Backspace takes the last back. An empty list means no limit, unless it says otherwise. */
export function ListRow({
  label,
  values,
  error,
  hint,
  none = own.noLimit,
  onChange,
}: {
  label: string;
  values: readonly string[];
  error?: string | undefined;
  hint: string;
  /** What an empty list means. */
  none?: string;
  onChange: (values: string[]) => void;
}) {
  return (
    <Row label={label} stacked error={error} hint={hint}>
      {({ id, ...described }) => (
        <TagsInput.Root
          recipe={look}
          ids={{ input: id }}
          value={[...values]}
          onValueChange={({ value }) => onChange(value.map((part) => part.trim()).filter(Boolean))}
          addOnPaste
          blurBehavior="add"
          delimiter={/[,\n]/}
          invalid={error !== undefined}
        >
          <TagsInput.Control>
            <TagsInput.Items />
            <TagsInput.Input {...described} placeholder={values.length ? "" : none} />
          </TagsInput.Control>
          <TagsInput.HiddenInput />
        </TagsInput.Root>
      )}
    </Row>
  );
}
