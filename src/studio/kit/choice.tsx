"use client";
// One of a list.
import { defineSlotRecipe, NativeSelect } from "@chakra-ui/react";
import type { Ids } from "./fields";
import { fieldLook } from "./recipes";

const look = defineSlotRecipe({
  className: "chakra-native-select",
  slots: ["root", "field", "indicator"],
  base: {
    root: { position: "relative", display: "flex", w: "100%", h: "fit-content" },
    field: { ...fieldLook, pr: "26px", lineHeight: "normal", "& > option, & > optgroup": { bg: "white" } },
    indicator: {
      position: "absolute",
      top: "50%",
      insetEnd: "8px",
      transform: "translateY(-50%)",
      h: "100%",
      display: "inline-flex",
      alignItems: "center",
      pointerEvents: "none",
      color: "ink2",
      fontSize: "16px",
      _disabled: { opacity: 0.5 },
      "& svg": { w: "1em", h: "1em" },
    },
  },
});

export const Choice = ({
  value,
  onChange,
  options,
  ...rest
}: Ids & {
  value: string;
  onChange: (value: string) => void;
  options: readonly (readonly [string, string])[];
  disabled?: boolean;
}) => (
  <NativeSelect.Root recipe={look}>
    <NativeSelect.Field {...rest} value={value} onChange={(event) => onChange(event.target.value)}>
      {options.map(([key, name]) => (
        <option key={key} value={key}>
          {name}
        </option>
      ))}
    </NativeSelect.Field>
    <NativeSelect.Indicator />
  </NativeSelect.Root>
);
